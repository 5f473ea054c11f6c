import { limited, object, point, tagged, wholeNumber, type TypeOf } from '../fields';

export const star = object({
  kind: tagged('star'),
  centre: point(),
  /** Distance of the points from the centre, and of the hollows between them, mm. */
  radiusMm: limited('radiusMm'),
  innerRadiusMm: limited('radiusMm'),
  points: wholeNumber('sides'),
  cornerMm: limited('cornerMm'),
  turnDeg: limited('clockDeg'),
});

/** A star with a point at 12 o’clock, unless it is turned; travelled clockwise. */
export type StarShape = TypeOf<typeof star>;
