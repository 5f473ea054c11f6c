import { union, type TypeOf } from '../fields';
import { arc } from './arc';
import { circle } from './circle';
import { drawn } from './drawn';
import { ellipse } from './ellipse';
import type { CurveKind } from './kind';
import { line } from './line';
import { midway } from './midway';
import { parallel } from './parallel';
import { polygon } from './polygon';
import { rectangle } from './rectangle';
import { seal } from './seal';
import { spiral } from './spiral';
import { star } from './star';
import { wave } from './wave';

/** One line a kind of curve. */
const KINDS = { circle, arc, ellipse, spiral, wave, line, rectangle, polygon, star, seal, drawn, parallel, midway };

type Parameters = { readonly [K in keyof typeof KINDS]: (typeof KINDS)[K]['parameters'] };

/** The parameters of a curve as they stand in a piece, told apart by `kind`. */
export const shape = union(
  'kind',
  Object.fromEntries(
    Object.entries(KINDS).map(([name, { parameters }]) => [name, parameters]),
  ) as unknown as Parameters,
);

/** The parameters of a curve. One member a kind, told apart by `kind`. */
export type CurveShape = TypeOf<typeof shape>;

/** The operations of the kind that a shape belongs to. */
export const curveKind = (given: CurveShape): CurveKind<CurveShape> =>
  KINDS[given.kind] as unknown as CurveKind<CurveShape>;

/** The curves that a curve follows, with the name of the field that names each. */
export const parentsOf = (given: CurveShape): readonly (readonly [field: string, id: string])[] =>
  curveKind(given).parents?.(given) ?? [];
