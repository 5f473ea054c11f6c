import * as yup from 'yup';
import type { Point } from '../point';
import { limited, point } from './fields';

/** A rectangle, travelled clockwise from the middle of its top. */
export interface RectangleShape {
  readonly kind: 'rectangle';
  readonly centre: Point;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Radius of the corners, mm; 0 for sharp ones. */
  readonly cornerMm: number;
  readonly turnDeg: number;
}

export const rectangleSchema: yup.ObjectSchema<RectangleShape> = yup
  .object({
    kind: yup
      .string<'rectangle'>()
      .oneOf(['rectangle'] as const)
      .required(),
    centre: point(),
    widthMm: limited('lengthMm'),
    heightMm: limited('lengthMm'),
    cornerMm: limited('cornerMm'),
    turnDeg: limited('clockDeg'),
  })
  .strict()
  .noUnknown();
