import * as yup from 'yup';
import { curveId } from './fields';

/** A curve kept midway between two others. */
export interface MidwayShape {
  readonly kind: 'midway';
  /** Ids of the two curves. It runs in the direction of the first. */
  readonly first: string;
  readonly second: string;
}

export const midwaySchema: yup.ObjectSchema<MidwayShape> = yup
  .object({
    kind: yup
      .string<'midway'>()
      .oneOf(['midway'] as const)
      .required(),
    first: curveId(),
    second: curveId(),
  })
  .strict()
  .noUnknown();
