import { PLAIN_STANCE } from '../../piece/stance';
import { trackOf } from '../../curves';
import type { Lettering } from '../../piece/types';
import type { Face } from '../../type/face';
import { parallelLine, type LinePlace } from '../hand/guides';
import { setLettering } from '../line/setLettering';
import { type SetLettering } from '../line/set';

/** Size of the picture, in its own mm. */
export const MEASURED_PICTURE = { width: 96, height: 44 } as const;

/** How far its lines may lie from where they should, mm. */
const FLAT_MM = 0.01;

/**
 * The person's own first letters on a small arc, the height at which advances are measured, and the ends of the
 * advances there.
 */
export interface MeasuredPicture {
  readonly set: SetLettering;
  /** The parallel on which advances count, and the same stretch of its own curve. */
  readonly measured: readonly LinePlace[];
  readonly curve: readonly LinePlace[];
}

/**
 * What "measured at" does, as a picture: tops outward on a tight arc, where it shows most. Null where the letters
 * cannot be set at this size.
 */
export function measuredPicture(lettering: Lettering, face: Face): MeasuredPicture | null {
  const track = trackOf({ kind: 'arc', centre: { x: 48, y: 82 }, radiusMm: 48, startDeg: -62, sweepDeg: 124 });
  if (!track.ok) return null;
  const letters = [...lettering.wording.replace(/\s/gu, '')].slice(0, 4).join('') || 'Abcd';
  const set = setLettering(
    {
      ...lettering,
      wording: letters,
      size: { by: 'cap', mm: 18 },
      width: 1,
      adjustments: [],
      stance: PLAIN_STANCE,
      seat: { tops: 'outward', side: 'outside', by: 'caps', hold: null, baselineShiftMm: 0 },
      anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      bookends: { startU: 0, endU: 1 },
      spacing: { ...lettering.spacing, tracking: 0 },
    },
    track.value,
    face,
  );
  if (!set.ok) return null;
  const { path, direction, measuredHeightMm } = set.value;
  return {
    set: set.value,
    measured: parallelLine(path, direction, measuredHeightMm, FLAT_MM),
    curve: parallelLine(path, direction, 0, FLAT_MM),
  };
}
