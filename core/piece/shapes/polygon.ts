import { limited, object, point, tagged, wholeNumber, type TypeOf } from '../fields';

export const polygon = object({
  kind: tagged('polygon'),
  centre: point(),
  /** Distance of the corners from the centre, mm. */
  radiusMm: limited('radiusMm'),
  sides: wholeNumber('sides'),
  cornerMm: limited('cornerMm'),
  turnDeg: limited('clockDeg'),
});

/** A regular polygon with a corner at 12 o’clock, unless it is turned; travelled clockwise. */
export type PolygonShape = TypeOf<typeof polygon>;
