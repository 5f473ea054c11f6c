import type { PaintedPath } from '../../drawing/painted';
import type { Check, Finding } from '../check';
import { covers, placesIn } from '../flat';

/** So many places of each overprinting outline are looked at. */
const PLACES = 12;

/** More ink than the process takes where inks are printed on top of each other. */
export const inkByOverprint: Check = ({ piece, paths }) => {
  const { mostInk } = piece.process;
  const seen = new Set<string>();
  return paths.flatMap((path, n): Finding[] => {
    const { fill } = path.paint;
    if (!fill?.overprint || seen.has(path.itemId)) return [];
    for (const at of placesIn(path, PLACES)) {
      const sum = inkAt(paths.slice(0, n + 1), at);
      if (sum <= mostInk + 1e-9) continue;
      seen.add(path.itemId);
      return [
        {
          code: 'overprint-ink',
          itemId: path.itemId,
          at,
          message: `“${fill.name}” is printed on top of other inks here: ${Math.round(sum)} % in all, ${mostInk} % is the most. Let it knock out, or use less beneath it.`,
        },
      ];
    }
    return [];
  });
};

/** All ink at a place, %: what knocks out takes away what is beneath; of process inks a share replaces the same one. */
function inkAt(paths: readonly PaintedPath[], at: { readonly x: number; readonly y: number }): number {
  let mix = [0, 0, 0, 0],
    spots = new Set<string>();
  for (const path of paths) {
    const { fill } = path.paint;
    if (!fill || !covers(path, at)) continue;
    if (!fill.overprint) {
      mix = [0, 0, 0, 0];
      spots = new Set();
    }
    if (fill.kind === 'spot') spots.add(fill.id);
    else mix = mix.map((share, i) => (fill.overprint && fill.cmyk[i] === 0 ? share : fill.cmyk[i]!));
  }
  return mix.reduce((a, b) => a + b, 0) + 100 * spots.size;
}
