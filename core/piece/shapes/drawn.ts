import * as yup from 'yup';
import { LIMITS } from '../limits';
import type { Point } from '../point';
import { point } from './fields';

export type NodeKind = 'corner' | 'smooth' | 'symmetrical';

/** A node of a drawn curve. Its handles are places on the sheet; null where the curve leaves it straight. */
export interface CurveNode {
  readonly kind: NodeKind;
  readonly at: Point;
  readonly back: Point | null;
  readonly ahead: Point | null;
}

/** A curve drawn node by node: cubics between the nodes, straight where neither end has a handle. */
export interface DrawnShape {
  readonly kind: 'drawn';
  readonly nodes: readonly CurveNode[];
  readonly closed: boolean;
}

const handle = () => point().nullable().defined() as unknown as yup.ISchema<Point | null>;

const node = yup
  .object({
    kind: yup
      .string<NodeKind>()
      .oneOf(['corner', 'smooth', 'symmetrical'] as const)
      .required(),
    at: point(),
    back: handle() as never,
    ahead: handle() as never,
  })
  .strict()
  .noUnknown()
  .required();

export const drawnSchema = yup
  .object({
    kind: yup
      .string<'drawn'>()
      .oneOf(['drawn'] as const)
      .required(),
    nodes: yup.array().strict().of(node).required().min(LIMITS.nodes.min).max(LIMITS.nodes.max),
    closed: yup.boolean().strict().required(),
  })
  .strict()
  .noUnknown() as unknown as yup.ObjectSchema<DrawnShape>;
