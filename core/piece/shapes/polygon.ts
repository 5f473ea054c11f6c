import * as yup from 'yup';
import type { Point } from '../point';
import { limited, point } from './fields';

/** A regular polygon with a corner at 12 o’clock, unless it is turned; travelled clockwise. */
export interface PolygonShape {
  readonly kind: 'polygon';
  readonly centre: Point;
  /** Distance of the corners from the centre, mm. */
  readonly radiusMm: number;
  readonly sides: number;
  readonly cornerMm: number;
  readonly turnDeg: number;
}

export const polygonSchema: yup.ObjectSchema<PolygonShape> = yup
  .object({
    kind: yup
      .string<'polygon'>()
      .oneOf(['polygon'] as const)
      .required(),
    centre: point(),
    radiusMm: limited('radiusMm'),
    sides: limited('sides').integer(),
    cornerMm: limited('cornerMm'),
    turnDeg: limited('clockDeg'),
  })
  .strict()
  .noUnknown();
