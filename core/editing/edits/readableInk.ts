import { fromHex, screenRgb, toLab } from '../../ink/colour';
import type { Track } from '../../curves';
import { isCurve, type Curve, type InkId, type Piece } from '../../piece/types';
import type { Vec } from '../../geometry/vec';
import { contains } from '../../geometry/outlines/contains';
import { regionOf } from '../../geometry/outlines/edges';
import { tracePath } from '../../geometry/outlines/tracePath';

/** Lightness by which letters must differ from what they stand on, L* of CIELAB, so that they are read with ease. */
const READ = 35;

/** Whether a place lies on the ink of a filled curve: within it and in nothing that is cut out of it. */
function covers(piece: Piece, curve: Curve, at: Vec, trackOf: (id: string) => Track | null): boolean {
  const within = (id: string): boolean => {
    const track = trackOf(id);
    return (
      track !== null &&
      track.path.path.closed &&
      contains(
        regionOf((sink) => tracePath(track.path.path, sink)),
        at,
      )
    );
  };
  return (
    within(curve.id) &&
    !curve.cuts.some((cut) => piece.items.some((item) => item.id === cut.itemId && isCurve(item)) && within(cut.itemId))
  );
}

/**
 * The ink for new letters at a place: the first one of the piece, or, where that could hardly be read on what lies
 * there, the one that differs most from it in lightness. Null where the piece has no inks.
 */
export function readableInk(piece: Piece, at: Vec, trackOf: (id: string) => Track | null): InkId | null {
  const under = [...piece.items]
    .reverse()
    .find(
      (item): item is Curve => isCurve(item) && !item.hidden && item.fill !== null && covers(piece, item, at, trackOf),
    );
  const ground = piece.inks.find((ink) => ink.id === under?.fill);
  const light = toLab(ground ? screenRgb(ground.cmyk, piece.process.stock) : fromHex(piece.paper))[0];
  const differs = piece.inks.map((ink) => Math.abs(toLab(screenRgb(ink.cmyk, piece.process.stock))[0] - light));
  if (differs.length === 0) return null;
  return piece.inks[differs[0]! >= READ ? 0 : differs.indexOf(Math.max(...differs))]!.id;
}
