import * as yup from 'yup';
import type { Point } from '../point';
import { LIMITS } from '../limits';
import { limited, point } from './fields';

/** Part of a circle, from a clock angle through a sweep; a positive sweep is travelled clockwise. */
export interface ArcShape {
  readonly kind: 'arc';
  readonly centre: Point;
  readonly radiusMm: number;
  /** Degrees clockwise from 12 o'clock. */
  readonly startDeg: number;
  /** Degrees, 1 to 359 either way. */
  readonly sweepDeg: number;
}

const { min, max } = LIMITS.sweepDeg;

export const arcSchema: yup.ObjectSchema<ArcShape> = yup
  .object({
    kind: yup
      .string<'arc'>()
      .oneOf(['arc'] as const)
      .required(),
    centre: point(),
    radiusMm: limited('radiusMm'),
    startDeg: limited('clockDeg'),
    sweepDeg: yup
      .number()
      .strict()
      .required()
      .min(-max)
      .max(max)
      .test(
        'least-sweep',
        `\${path} must sweep at least ${min}°`,
        (value) => value === undefined || Math.abs(value) >= min,
      ),
  })
  .strict()
  .noUnknown();
