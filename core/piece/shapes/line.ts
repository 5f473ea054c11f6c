import { object, point, tagged, type TypeOf } from '../fields';

export const line = object({ kind: tagged('line'), from: point(), to: point() });

/** A straight line. */
export type LineShape = TypeOf<typeof line>;
