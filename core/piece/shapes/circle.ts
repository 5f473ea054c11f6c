import { limited, object, point, tagged, type TypeOf } from '../fields';

export const circle = object({ kind: tagged('circle'), centre: point(), radiusMm: limited('radiusMm') });

/** A full circle, travelled clockwise from 12 o'clock. */
export type CircleShape = TypeOf<typeof circle>;
