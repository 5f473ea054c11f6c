import { field, flag, group, id, list, object, tagged, text, type TypeOf } from '../../fields';
import { LIMITS } from '../../fields/limits';
import { shape } from '../../shapes';
import { cut, fill, stroke } from '../inks';

export const curve = object({
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
