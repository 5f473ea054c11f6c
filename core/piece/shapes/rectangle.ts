import { limited, object, point, tagged, type TypeOf } from '../fields';

export const rectangle = object({
  kind: tagged('rectangle'),
  centre: point(),
  widthMm: limited('lengthMm'),
  heightMm: limited('lengthMm'),
  /** Radius of the corners, mm; 0 for sharp ones. */
  cornerMm: limited('cornerMm'),
  turnDeg: limited('clockDeg'),
});

/** A rectangle, travelled clockwise from the middle of its top. */
export type RectangleShape = TypeOf<typeof rectangle>;
