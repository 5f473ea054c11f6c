import * as yup from 'yup';
import type { Point } from '../point';
import { limited, point } from './fields';

/** A full circle, travelled clockwise from 12 o'clock. */
export interface CircleShape {
  readonly kind: 'circle';
  readonly centre: Point;
  readonly radiusMm: number;
}

export const circleSchema: yup.ObjectSchema<CircleShape> = yup
  .object({
    kind: yup
      .string<'circle'>()
      .oneOf(['circle'] as const)
      .required(),
    centre: point(),
    radiusMm: limited('radiusMm'),
  })
  .strict()
  .noUnknown();
