import { union, type TypeOf } from '../fields';
import { arc } from './arc';
import { circle } from './circle';
import { drawn } from './drawn';
import { ellipse } from './ellipse';
import { line } from './line';
import { midway } from './midway';
import { parallel } from './parallel';
import { polygon } from './polygon';
import { rectangle } from './rectangle';
import { seal } from './seal';
import { spiral } from './spiral';
import { star } from './star';
import { wave } from './wave';

/** One line a kind of curve: its parameters as they stand in a piece. What each does is in core/curves/kinds. */
export const shape = union('kind', {
  circle,
  arc,
  ellipse,
  spiral,
  wave,
  line,
  rectangle,
  polygon,
  star,
  seal,
  drawn,
  parallel,
  midway,
});

/** The parameters of a curve. One member a kind, told apart by `kind`. */
export type CurveShape = TypeOf<typeof shape>;
export type CurveKindName = CurveShape['kind'];
