import {
  field,
  flag,
  group,
  id,
  limited,
  list,
  object,
  tagged,
  text,
  union,
  wholeNumber,
  type TypeOf,
} from '../fields';
import { art, picture, tracing, type Art, type Picture, type Tracing } from './art';
import { cut, fill, stroke } from './inks';
import { lettering, type Lettering } from './lettering';
import { LIMITS } from '../fields/limits';
import { shape } from '../shapes';
import { drawnParameters } from '../shapes/drawn';

const curve = object({
  type: tagged('curve'),
  id: id(),
  name: text('nameLength'),
  shape,
  /** A locked curve is not moved or changed by the pointer; a hidden one is not shown and does not print. */
  locked: field(flag(), { standard: false, since: 2 }),
  hidden: field(flag(), { standard: false, since: 2 }),
  fill,
  stroke,
  /** What is cut out of its fill. */
  cuts: field(list(cut, LIMITS.cuts), { standard: [], since: 5 }),
  /** Whether the letterings on it are moved such that the rooms between them stay equal; of closed curves alone. */
  equalRooms: field(flag(), { standard: false, since: 7 }),
  group: group(),
});
/** A guide that lettering sits on. It prints only if it has a fill or a stroke. */
export type Curve = TypeOf<typeof curve>;

const sign = union('kind', {
  dot: object({ kind: tagged('dot') }),
  diamond: object({ kind: tagged('diamond') }),
  star: object({ kind: tagged('star') }),
  leaf: object({ kind: tagged('leaf') }),
  dash: object({ kind: tagged('dash') }),
  shape: object({ kind: tagged('shape'), outlines: list(drawnParameters, LIMITS.outlines) }),
});
/** What an ornament shows: a small sign, or outlines that were brought in, the height of their box being theirs. */
export type OrnamentSign = TypeOf<typeof sign>;

const ornaments = object({
  type: tagged('ornaments'),
  id: id(),
  name: text('nameLength'),
  curveId: id(),
  sign,
  /** Height as a share of that of the capitals beside it. */
  height: limited('ornamentHeight'),
  /** How many stand in each room, with equal white about them. */
  count: wholeNumber('ornamentCount'),
  /** Turned clockwise from how it stands on the curve, degrees. */
  turnDeg: limited('clockDeg'),
  /** Moved towards the tops of the letters before it, mm. */
  offMm: limited('nudgeMm'),
  fill,
  stroke,
  group: group(),
});
/** Small signs in the rooms between the letterings of a curve, as many in each; they follow every change of these. */
export type Ornaments = TypeOf<typeof ornaments>;

/** One line a kind of item: what it holds. How it is painted is in core/drawing/items. */
export const ITEMS = { curve, lettering, tracing, ornaments, art, picture };
export const item = union('type', ITEMS);

export type Item = Curve | Lettering | Tracing | Ornaments | Art | Picture;
