import { PLAIN_STANCE } from '../../piece/stance';
import { trackOf } from '../../curves';
import type { Lettering } from '../../piece/types';
import type { Face } from '../../type/face';
import { evenOut } from '../space/evenOut';
import { setLettering } from '../line/setLettering';
import { type SetLettering } from '../line/set';

/** Size of the picture, in its own mm. */
export const AIM_PICTURE = { width: 120, height: 46 } as const;
const LETTERS = 6;
const CAP_MM = 21;

/** Letters that show the difference best where nothing is typed yet. */
const SAMPLE = 'LATVIA';

/**
 * An aim of evening out as a picture: the person's own first letters on a shallow arc, evened out as the typeface
 * spaces them, or all alike. Null where they cannot be set.
 */
export function aimPicture(lettering: Lettering, face: Face, lean: number): SetLettering | null {
  const track = trackOf({ kind: 'arc', centre: { x: 60, y: 255 }, radiusMm: 222, startDeg: -30, sweepDeg: 60 });
  if (!track.ok) return null;
  const letters = [...lettering.wording.replace(/\s/gu, '')].slice(0, LETTERS).join('') || SAMPLE;
  const what: Lettering = {
    ...lettering,
    wording: letters,
    size: { by: 'cap', mm: CAP_MM },
    width: 1,
    adjustments: [],
    stance: PLAIN_STANCE,
    seat: { tops: 'outward', side: 'outside', by: 'caps', hold: null, baselineShiftMm: 0 },
    anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
    bookends: { startU: 0, endU: 1 },
    spacing: { ...lettering.spacing, tracking: 0, evenOut: 1, lean },
    fit: { ...lettering.fit, kept: false },
  };
  const plain = setLettering(what, track.value, face);
  if (!plain.ok) return null;
  // Long letters are made smaller, so that all of them are in the picture.
  const smaller = Math.min(1, (AIM_PICTURE.width - 8) / Math.max(plain.value.overset.inkMm, 1));
  const fitting: Lettering = { ...what, size: { by: 'cap', mm: CAP_MM * smaller } };
  const set = setLettering(fitting, track.value, face, [], evenOut(fitting, track.value, face));
  return set.ok ? set.value : null;
}
