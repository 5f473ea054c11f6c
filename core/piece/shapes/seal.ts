import { limited, object, point, tagged, wholeNumber, type TypeOf } from '../fields';

export const seal = object({
  kind: tagged('seal'),
  centre: point(),
  /** Distance of the outermost points of its edge from the centre, mm. */
  radiusMm: limited('radiusMm'),
  /** How far the edge goes in and out, mm. */
  depthMm: limited('marginMm'),
  /** Teeth, scallops or strands of the rope. */
  teeth: wholeNumber('teeth'),
  edge: tagged('teeth', 'scallops', 'rope'),
  /** Which way the strands of a rope lean, seen in the direction of travel. */
  lean: tagged('ahead', 'back'),
  turnDeg: limited('clockDeg'),
});

/**
 * A disc with a toothed, scalloped or roped edge; its first tooth at 12 o'clock unless it is turned. Travelled
 * clockwise.
 */
export type SealShape = TypeOf<typeof seal>;
export type SealEdge = SealShape['edge'];
