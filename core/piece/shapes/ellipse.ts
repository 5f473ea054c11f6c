import { limited, object, point, tagged, type TypeOf } from '../fields';

export const ellipse = object({
  kind: tagged('ellipse'),
  centre: point(),
  /** Half axes, mm. */
  radiusXMm: limited('radiusMm'),
  radiusYMm: limited('radiusMm'),
  /** Turning about the centre, degrees clockwise. */
  turnDeg: limited('clockDeg'),
});

/** An ellipse, travelled clockwise from the end of its second half axis: the top, unless it is turned. */
export type EllipseShape = TypeOf<typeof ellipse>;
