import * as yup from 'yup';
import { curveId, limited } from './fields';

/** A curve kept at a distance from another: change that one, and it follows. */
export interface ParallelShape {
  readonly kind: 'parallel';
  /** Id of the curve it follows. */
  readonly of: string;
  /** mm, positive outward, or to the left of travel on an open curve. */
  readonly distanceMm: number;
}

export const parallelSchema: yup.ObjectSchema<ParallelShape> = yup
  .object({
    kind: yup
      .string<'parallel'>()
      .oneOf(['parallel'] as const)
      .required(),
    of: curveId(),
    distanceMm: limited('coordinateMm'),
  })
  .strict()
  .noUnknown();
