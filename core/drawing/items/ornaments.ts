import type { Ornaments } from '../../piece/types';
import type { Problem } from '../../result';
import type { SetOrnaments } from '../../setting/space/ornaments';
import { drawnStroke, type Inks } from '../inks';
import { plain, type PaintedPath } from '../painted';
import { traceOrnaments } from '../traceLetters';
import type { ItemKind } from './kind';

function paintedOrnaments(set: SetOrnaments, inks: Inks): PaintedPath[] {
  const { item } = set;
  if (set.placed.length === 0) return [];
  const fill = item.fill ? (inks.get(item.fill) ?? null) : null;
  return [
    {
      ...plain(item, 'own', fill, (sink) => traceOrnaments(set, sink)),
      paint: { fill, stroke: drawnStroke(item.stroke, inks, null), under: item.stroke?.under ?? false },
    },
  ];
}

/** Ornaments that have less white than none stand on letters. */
export const crowdedOrnaments = ({ item, whiteMm }: SetOrnaments): Problem | null =>
  whiteMm >= 0
    ? null
    : {
        code: 'ornament-crowded',
        field: item.id,
        value: whiteMm,
        message: `${item.name}: an ornament has no room between the words; ${(-whiteMm).toFixed(2)} mm are lacking at its sides. Make it smaller, fewer, or the words shorter.`,
      };

export const ornaments: ItemKind<Ornaments> = {
  noun: 'ornaments',
  name: ({ name }) => name,
  summary: ({ sign }) => (sign.kind === 'shape' ? 'own shape' : sign.kind),
  ink: ({ fill, stroke }) => fill ?? stroke?.ink ?? null,
  painting({ id }, { inks, ground }) {
    const set = ground.ornaments(id);
    return set && { on: [set], paint: () => paintedOrnaments(set, inks) };
  },
  cutter({ id }, ground) {
    const set = ground.ornaments(id);
    return set && { of: set, trace: (sink) => traceOrnaments(set, sink) };
  },
  problems({ id, curveId }, { tracks, ornaments }) {
    const track = tracks.get(curveId),
      set = ornaments.get(id);
    if (track && !track.ok) return [{ ...track.problem, field: id }];
    const crowded = set && crowdedOrnaments(set);
    return crowded ? [crowded] : [];
  },
};
