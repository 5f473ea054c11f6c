import type { LimitName } from '#core/piece/limits';
import type { CurveShape } from '#core/piece/types';
import type { Unit } from './quantity';

/** One value of a curve as the inspector shows it. */
export interface ShapeField {
  readonly label: string;
  readonly unit: Unit;
  readonly limits: LimitName | { min: number; max: number };
  readonly step: number;
  readonly value: number;
  readonly changed: (value: number) => CurveShape;
}

/** The fields of a curve, in the order in which they are shown. */
export function shapeFields(shape: CurveShape): readonly ShapeField[] {
  const mm = { unit: 'mm' as const, step: 0.5 };
  const centre: ShapeField[] = [
    { ...mm, label: 'Centre across', limits: 'coordinateMm', value: shape.centre.x, changed: (x) => ({ ...shape, centre: { ...shape.centre, x } }) },
    { ...mm, label: 'Centre down', limits: 'coordinateMm', value: shape.centre.y, changed: (y) => ({ ...shape, centre: { ...shape.centre, y } }) },
  ];
  const radius: ShapeField = { ...mm, label: 'Radius', limits: 'radiusMm', value: shape.radiusMm, changed: (radiusMm) => ({ ...shape, radiusMm }) };
  if (shape.kind === 'circle') {
    const diameter: ShapeField = {
      ...mm, label: 'Diameter', limits: { min: 0.2, max: 10000 }, value: shape.radiusMm * 2, changed: (value) => ({ ...shape, radiusMm: value / 2 }),
    };
    return [radius, diameter, ...centre];
  }
  return [
    radius,
    { label: 'From', unit: '°', limits: 'clockDeg', step: 1, value: shape.startDeg, changed: (startDeg) => ({ ...shape, startDeg }) },
    { label: 'Sweep', unit: '°', limits: { min: -359, max: 359 }, step: 1, value: shape.sweepDeg, changed: (sweepDeg) => ({ ...shape, sweepDeg }) },
    ...centre,
  ];
}
