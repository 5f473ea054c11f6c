import * as yup from 'yup';
import type { Point } from '../point';
import { limited, point } from './fields';

export type SealEdge = 'teeth' | 'scallops' | 'rope';

/** A disc with a toothed, scalloped or roped edge; its first tooth at 12 o'clock unless it is turned. Travelled clockwise. */
export interface SealShape {
  readonly kind: 'seal';
  readonly centre: Point;
  /** Distance of the outermost points of its edge from the centre, mm. */
  readonly radiusMm: number;
  /** How far the edge goes in and out, mm. */
  readonly depthMm: number;
  /** Teeth, scallops or strands of the rope. */
  readonly teeth: number;
  readonly edge: SealEdge;
  /** Which way the strands of a rope lean, seen in the direction of travel. */
  readonly lean: 'ahead' | 'back';
  readonly turnDeg: number;
}

export const sealSchema: yup.ObjectSchema<SealShape> = yup
  .object({
    kind: yup
      .string<'seal'>()
      .oneOf(['seal'] as const)
      .required(),
    centre: point(),
    radiusMm: limited('radiusMm'),
    depthMm: limited('marginMm'),
    teeth: limited('teeth').integer(),
    edge: yup
      .string<SealEdge>()
      .oneOf(['teeth', 'scallops', 'rope'] as const)
      .required(),
    lean: yup
      .string<'ahead' | 'back'>()
      .oneOf(['ahead', 'back'] as const)
      .required(),
    turnDeg: limited('clockDeg'),
  })
  .strict()
  .noUnknown();
