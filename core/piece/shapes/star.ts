import * as yup from 'yup';
import type { Point } from '../point';
import { limited, point } from './fields';

/** A star with a point at 12 o’clock, unless it is turned; travelled clockwise. */
export interface StarShape {
  readonly kind: 'star';
  readonly centre: Point;
  /** Distance of the points from the centre, and of the hollows between them, mm. */
  readonly radiusMm: number;
  readonly innerRadiusMm: number;
  readonly points: number;
  readonly cornerMm: number;
  readonly turnDeg: number;
}

export const starSchema: yup.ObjectSchema<StarShape> = yup
  .object({
    kind: yup
      .string<'star'>()
      .oneOf(['star'] as const)
      .required(),
    centre: point(),
    radiusMm: limited('radiusMm'),
    innerRadiusMm: limited('radiusMm'),
    points: limited('sides').integer(),
    cornerMm: limited('cornerMm'),
    turnDeg: limited('clockDeg'),
  })
  .strict()
  .noUnknown();
