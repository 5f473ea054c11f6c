import { STANCES } from '../../stances';
import { trackOf, type Track } from '../../curves';
import type { CurveShape, Lettering, StanceKind } from '../../piece/types';
import { ProgrammerError } from '../../result';
import type { Face } from '../../type/face';
import { setLettering } from '../line/setLettering';
import { type SetLettering } from '../line/set';

/** Size of a stance's picture, in its own mm. */
export const STANCE_PICTURE = { width: 60, height: 40 } as const;
const CAP = 11;

/** A slope that bends: steep enough that the stances differ; stacked letters hang from a plumb line. */
const SLOPE: CurveShape = { kind: 'arc', centre: { x: 46, y: 62 }, radiusMm: 42, startDeg: -62, sweepDeg: 74 };
const PLUMB: CurveShape = { kind: 'line', from: { x: 30, y: 0 }, to: { x: 30, y: 40 } };

function pictureTrack(shape: CurveShape): Track {
  const track = trackOf(shape);
  if (!track.ok)
    throw new ProgrammerError('no-picture', 'The curve of the stance pictures has no path.', track.problem);
  return track.value;
}

/**
 * The picture of a stance: the person's own first letters set on a small slope by the same engine.
 *
 * @returns the setting, or null when the letters cannot be set at this size
 */
export function stancePicture(
  lettering: Lettering,
  face: Face,
  kind: StanceKind,
  strength: number,
): SetLettering | null {
  const { stacked, hasCentre } = STANCES[kind];
  const letters = [...lettering.wording.replace(/\s/gu, '')];
  const set = setLettering(
    {
      ...lettering,
      wording: letters.slice(0, stacked ? 2 : 3).join('') || 'Abc',
      size: { by: 'cap', mm: CAP },
      width: 1,
      adjustments: [],
      letterCase: lettering.letterCase,
      seat: { tops: 'outward', side: stacked ? 'on' : 'outside', by: 'caps', hold: null, baselineShiftMm: 0 },
      anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      bookends: { startU: 0, endU: 1 },
      spacing: { ...lettering.spacing, tracking: 40 },
      // Letters that have a centre point to the foot of the picture.
      stance: { kind, strength, centre: hasCentre ? { x: 30, y: 60 } : null },
    },
    pictureTrack(stacked ? PLUMB : SLOPE),
    face,
  );
  return set.ok ? set.value : null;
}
