import * as yup from 'yup';
import type { Point } from '../point';
import { limited, point } from './fields';

/** A sine wave along a straight axis. */
export interface WaveShape {
  readonly kind: 'wave';
  readonly from: Point;
  readonly lengthMm: number;
  /** Direction of the axis: 0 runs to the right, positive turns clockwise, degrees. */
  readonly turnDeg: number;
  readonly amplitudeMm: number;
  /** Number of whole waves along the axis. */
  readonly waves: number;
  /** Where in the wave it begins: 0 rises from the axis, 90 begins at the crest. */
  readonly phaseDeg: number;
}

export const waveSchema: yup.ObjectSchema<WaveShape> = yup
  .object({
    kind: yup
      .string<'wave'>()
      .oneOf(['wave'] as const)
      .required(),
    from: point(),
    lengthMm: limited('lengthMm'),
    turnDeg: limited('clockDeg'),
    amplitudeMm: limited('amplitudeMm'),
    waves: limited('waves'),
    phaseDeg: limited('clockDeg'),
  })
  .strict()
  .noUnknown();
