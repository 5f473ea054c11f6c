import { flag, list, object, orNull, point, tagged, type TypeOf } from '../fields';
import { LIMITS } from '../limits';

const node = object({
  kind: tagged('corner', 'smooth', 'symmetrical'),
  at: point(),
  back: orNull(point()),
  ahead: orNull(point()),
});

/** A node of a drawn curve. Its handles are places on the sheet; null where the curve leaves it straight. */
export type CurveNode = TypeOf<typeof node>;
export type NodeKind = CurveNode['kind'];

export const drawn = object({ kind: tagged('drawn'), nodes: list(node, LIMITS.nodes), closed: flag() });

/** A curve drawn node by node: cubics between the nodes, straight where neither end has a handle. */
export type DrawnShape = TypeOf<typeof drawn>;
