import type { SetLettering } from '../../line/set';
import { placePairs } from '../../../type/shape';
import type { Face } from '../../../type/face';
import { usualKind } from './letterKind';

const known = new WeakMap<Face, Map<string, number>>();

/**
 * The gap between two round letters, mm, as a line's face sets them on a straight line with its tracking: of O and O,
 * or of o and o where most letters are small.
 */
export function roundGap({ measured, scaleX, fitted }: SetLettering): number {
  const { run } = measured;
  const letter = usualKind(run, measured.scales).kind === 'capital' ? 'O' : 'o';
  let gaps = known.get(run.face);
  if (!gaps) known.set(run.face, (gaps = new Map()));
  let gap = gaps.get(letter);
  if (gap === undefined) {
    const [place] = placePairs(run.face, [letter + letter]);
    const box = place && run.face.bounds(place.first);
    gaps.set(letter, (gap = box ? place.distance - (box.xMax - box.xMin) : 0));
  }
  return Math.max(0, (gap + (run.joined ? 0 : (fitted.spacing.tracking * run.face.metrics.upem) / 1000)) * scaleX);
}
