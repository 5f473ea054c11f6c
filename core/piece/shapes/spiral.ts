import * as yup from 'yup';
import type { Point } from '../point';
import { limited, point } from './fields';

/** A spiral from one radius to another through a number of turns. */
export interface SpiralShape {
  readonly kind: 'spiral';
  readonly centre: Point;
  readonly startRadiusMm: number;
  readonly endRadiusMm: number;
  /** Clock angle at which it begins, degrees. */
  readonly startDeg: number;
  /** Turns gone through, negative for anticlockwise. */
  readonly turns: number;
  /** Whether the radius grows by equal amounts (Archimedean) or by equal factors (logarithmic). */
  readonly growth: 'even' | 'proportional';
}

export const spiralSchema: yup.ObjectSchema<SpiralShape> = yup
  .object({
    kind: yup
      .string<'spiral'>()
      .oneOf(['spiral'] as const)
      .required(),
    centre: point(),
    startRadiusMm: limited('radiusMm'),
    endRadiusMm: limited('radiusMm'),
    startDeg: limited('clockDeg'),
    turns: limited('turns'),
    growth: yup
      .string<'even' | 'proportional'>()
      .oneOf(['even', 'proportional'] as const)
      .required(),
  })
  .strict()
  .noUnknown();
