import type { Point } from '../fields';
import type { Problem } from '../result';
import type { Field } from './kind';

/** Fields for the centre of a curve that has one. */
export const centreFields = <S extends { readonly centre: Point }>(): Field<S>[] => [
  {
    label: 'Centre across',
    unit: 'mm',
    limits: 'coordinateMm',
    step: 0.5,
    get: (s) => s.centre.x,
    set: (s, x) => ({ ...s, centre: { ...s.centre, x } }),
  },
  {
    label: 'Centre down',
    unit: 'mm',
    limits: 'coordinateMm',
    step: 0.5,
    get: (s) => s.centre.y,
    set: (s, y) => ({ ...s, centre: { ...s.centre, y } }),
  },
];

/** Fields for the ends of a straight curve, or for any two named points. */
export const pointFields = <S>(name: string, get: (shape: S) => Point, set: (shape: S, to: Point) => S): Field<S>[] => [
  {
    label: `${name} across`,
    unit: 'mm',
    limits: 'coordinateMm',
    step: 0.5,
    get: (s) => get(s).x,
    set: (s, x) => set(s, { ...get(s), x }),
  },
  {
    label: `${name} down`,
    unit: 'mm',
    limits: 'coordinateMm',
    step: 0.5,
    get: (s) => get(s).y,
    set: (s, y) => set(s, { ...get(s), y }),
  },
];

/** A field for one number of a shape by its name. */
export const numberField = <S, K extends keyof S>(
  label: string,
  name: K,
  unit: Field<S>['unit'],
  limits: Field<S>['limits'],
  step: number,
): Field<S> => ({
  label,
  unit,
  limits,
  step,
  get: (s) => s[name] as number,
  set: (s, value) => ({ ...s, [name]: value }),
});

/** Says that a length is out of its range, or null. */
export function lengthProblem(
  what: string,
  value: number,
  { min, max }: { min: number; max: number },
  field: string,
): Problem | null {
  if (value >= min && value <= max) return null;
  return {
    code: 'out-of-range',
    field,
    value,
    limit: value < min ? min : max,
    message: `${what} must lie between ${min} and ${max} mm.`,
  };
}

/** The first problem there is. */
export const firstProblem = (...problems: (Problem | null)[]): Problem | null =>
  problems.find((one) => one !== null) ?? null;

/** Fields for the radius of the corners and for the turning, of curves that have both. */
export const cornerField = <S extends { readonly cornerMm: number }>(): Field<S> =>
  numberField<S, 'cornerMm'>('Corners', 'cornerMm', 'mm', 'cornerMm', 0.5);
export const turnField = <S extends { readonly turnDeg: number }>(): Field<S> =>
  numberField<S, 'turnDeg'>('Turned by', 'turnDeg', '°', 'clockDeg', 1);
