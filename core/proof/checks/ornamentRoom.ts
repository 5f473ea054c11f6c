import { crowdedOrnaments } from '../../drawing/items/ornaments';
import { ornamentsBetween } from '../../setting/space/ornaments';
import { isOrnaments } from '../../piece/types';
import type { Check } from '../check';

/** Ornaments that stand on letters, because their room is too small. */
export const ornamentRoom: Check = ({ piece, tracks, settings }) =>
  piece.items.filter(isOrnaments).flatMap((item) => {
    const track = tracks.get(item.curveId);
    if (!track?.ok) return [];
    const sets = settings.flatMap(({ lettering, set }) =>
      lettering.curveId === item.curveId && set.ok ? [set.value] : [],
    );
    const set = ornamentsBetween(item, track.value, sets);
    const crowded = crowdedOrnaments(set);
    return crowded ? [{ code: crowded.code, message: crowded.message, itemId: item.id, mm: -set.whiteMm }] : [];
  });
