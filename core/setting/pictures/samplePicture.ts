import { PLAIN_STANCE } from '../../piece/stance';
import { trackOf } from '../../curves';
import type { FeatureSwitch, Lettering } from '../../piece/types';
import type { Face } from '../../type/face';
import { setLettering } from '../line/setLettering';
import { type SetLettering } from '../line/set';

/** Size of a sample, in its own mm. */
export const SAMPLE = { width: 96, height: 22 } as const;

/**
 * The first line of a lettering on a straight line, with other features: how they would make it look. Null where it
 * cannot be set.
 */
export function samplePicture(
  lettering: Lettering,
  face: Face,
  features: readonly FeatureSwitch[],
): SetLettering | null {
  const track = trackOf({ kind: 'line', from: { x: 0, y: 16 }, to: { x: SAMPLE.width, y: 16 } });
  if (!track.ok) return null;
  const set = setLettering(
    {
      ...lettering,
      features,
      wording: lettering.wording.split('\n')[0]!.slice(0, 24) || 'Abc 123',
      adjustments: [],
      size: { by: 'cap', mm: 9 },
      width: 1,
      seat: { tops: 'outward', side: 'outside', by: 'caps', hold: null, baselineShiftMm: 0 },
      stance: PLAIN_STANCE,
      anchor: { at: { kind: 'fraction', u: 0 }, startOffsetMm: 1, align: 'start', by: 'ink' },
      bookends: { startU: 0, endU: 1 },
      spacing: { ...lettering.spacing, tracking: 0 },
    },
    track.value,
    face,
  );
  return set.ok ? set.value : null;
}
