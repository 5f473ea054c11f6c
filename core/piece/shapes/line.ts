import * as yup from 'yup';
import type { Point } from '../point';
import { point } from './fields';

/** A straight line. */
export interface LineShape {
  readonly kind: 'line';
  readonly from: Point;
  readonly to: Point;
}

export const lineSchema: yup.ObjectSchema<LineShape> = yup
  .object({
    kind: yup
      .string<'line'>()
      .oneOf(['line'] as const)
      .required(),
    from: point(),
    to: point(),
  })
  .strict()
  .noUnknown();
