import type { drawnFrom } from './toDrawn';
import { tracePath } from '../geometry/outlines/tracePath';

/** Nodes made of other kinds keep within this of them, mm: near enough not to show, far enough to stay few. */
const NODE_TOLERANCE_MM = 0.003;

/** How a path becomes the nodes of a drawn curve. */
export const asNodes: Parameters<typeof drawnFrom>[1] = (path, sink) => tracePath(path, sink, NODE_TOLERANCE_MM);
