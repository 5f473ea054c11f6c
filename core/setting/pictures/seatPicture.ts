import { trackOf, type Track } from '../../curves';
import type { Lettering, Side, Tops } from '../../piece/types';
import { ProgrammerError } from '../../result';
import type { Face } from '../../type/face';
import { setLettering } from '../line/setLettering';
import { type SetLettering } from '../line/set';

/** Size of a seat's picture, in its own mm. */
export const PICTURE = { width: 60, height: 44 } as const;

const RADIUS = 34;
const CAP = 10;

/** A small arc, at the top for tops outward and at the bottom for tops inward, as one meets them on a ring. */
function pictureTrack(tops: Tops): Track {
  const top = tops === 'outward';
  const track = trackOf({
    kind: 'arc',
    radiusMm: RADIUS,
    centre: { x: PICTURE.width / 2, y: top ? PICTURE.height / 2 + RADIUS - 2 : PICTURE.height / 2 - RADIUS + 2 },
    startDeg: top ? -48 : 132,
    sweepDeg: 96,
  });
  if (!track.ok) throw new ProgrammerError('no-picture', 'The arc of the seat pictures has no path.', track.problem);
  return track.value;
}

const first = (wording: string): string => [...wording.replace(/\s/gu, '')].slice(0, 3).join('') || 'Abc';

/**
 * The picture of one of the six seats: the person's own first letters set on a small arc by the same engine.
 *
 * @param open for a curve with ends, where letters run along it or against it rather than round it
 * @returns the setting, or null when the letters cannot be set at this size
 */
export function seatPicture(
  lettering: Lettering,
  face: Face,
  tops: Tops,
  side: Side,
  open = false,
): SetLettering | null {
  const set = setLettering(
    {
      ...lettering,
      wording: first(lettering.wording),
      size: { by: 'cap', mm: CAP },
      letterCase: lettering.letterCase,
      adjustments: [],
      seat: { tops, side, by: lettering.seat.by, hold: null, baselineShiftMm: 0 },
      anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      bookends: tops === 'outward' ? { startU: 0, endU: 1 } : { startU: 1, endU: 0 },
      spacing: { ...lettering.spacing, tracking: 60 },
    },
    pictureTrack(open ? 'outward' : tops),
    face,
  );
  return set.ok ? set.value : null;
}
