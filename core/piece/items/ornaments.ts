import { group, id, limited, list, object, tagged, text, union, wholeNumber, type TypeOf } from '../../fields';
import { LIMITS } from '../../fields/limits';
import { drawnParameters } from '../../shapes/drawn';
import { fill, stroke } from '../inks';

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

export const ornaments = object({
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
