import * as yup from 'yup';
import type { Point } from '../point';
import { limited, point } from './fields';

/** An ellipse, travelled clockwise from the end of its second half axis: the top, unless it is turned. */
export interface EllipseShape {
  readonly kind: 'ellipse';
  readonly centre: Point;
  /** Half axes, mm. */
  readonly radiusXMm: number;
  readonly radiusYMm: number;
  /** Turning about the centre, degrees clockwise. */
  readonly turnDeg: number;
}

export const ellipseSchema: yup.ObjectSchema<EllipseShape> = yup
  .object({
    kind: yup
      .string<'ellipse'>()
      .oneOf(['ellipse'] as const)
      .required(),
    centre: point(),
    radiusXMm: limited('radiusMm'),
    radiusYMm: limited('radiusMm'),
    turnDeg: limited('clockDeg'),
  })
  .strict()
  .noUnknown();
