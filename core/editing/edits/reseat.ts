import { fractionOf } from '../../curves/clock';
import type { Track } from '../../shapes/kind';
import { nearest } from '../../geometry/nearest';
import { frameAt } from '../../geometry/walk';
import type { Vec } from '../../geometry/vec';
import { setStep, type Step } from '../../piece/steps';
import type { Lettering, Piece, Side, Tops } from '../../piece/types';
import { letteringTrack } from '../../setting/line/corners';

/** A place farther than this from a curve, mm, is not on it. */
const ON_IT_MM = 0.02;

export const flipped = (tops: Tops): Tops => (tops === 'outward' ? 'inward' : 'outward');
export const acrossSide: Readonly<Record<Side, Side>> = { outside: 'inside', on: 'on', inside: 'outside' };

/** The unit vector to the outside of a track at a fraction of its length. */
function outwardAt({ path, outwardSign }: Track, u: number): Vec {
  const { tangent } = frameAt(path, u * path.lengthMm);
  return { x: outwardSign * tangent.y, y: -outwardSign * tangent.x };
}

/** Where a lettering is anchored, without its start offset, on the sheet. */
export function anchorPoint(lettering: Lettering, track: Track): Vec {
  const under = letteringTrack(track, lettering.corners);
  return frameAt(under.path, wrapOn(under, fractionOf(under, lettering.anchor.at)) * under.path.lengthMm).point;
}

const wrapOn = ({ path }: Track, u: number): number =>
  path.path.closed ? u - Math.floor(u) : Math.min(Math.max(u, 0), 1);

/**
 * A lettering on a curve that came of another one by cutting, joining or drawing anew: anchor, bookends and seat are
 * rewritten so that its letters stay where they stood. A bookend whose place is not on the new curve moves to the end
 * that lies on its side.
 */
export function reseated(lettering: Lettering, curveId: string, before: Track, after: Track): Lettering {
  const was = letteringTrack(before, lettering.corners),
    now = letteringTrack(after, lettering.corners);
  const place = (u: number) => nearest(now.path, frameAt(was.path, wrapOn(was, u) * was.path.lengthMm).point)!;
  const anchorU = fractionOf(was, lettering.anchor.at);
  const foot = place(anchorU).s / now.path.lengthMm;
  const outward = outwardAt(was, wrapOn(was, anchorU)),
    then = outwardAt(now, foot);
  const swap = outward.x * then.x + outward.y * then.y < 0;
  const { seat, bookends } = lettering;
  const tops = swap ? flipped(seat.tops) : seat.tops;
  const forward = (tops === 'outward' ? 1 : -1) * now.outwardSign > 0;
  const ends = { startU: forward ? 0 : 1, endU: forward ? 1 : 0 };
  const wholeBefore = was.path.path.closed && bookends.startU === bookends.endU;
  const bookend = (u: number, end: number): number => {
    const found = place(u);
    return found.distanceMm > ON_IT_MM && !now.path.path.closed ? end : found.s / now.path.lengthMm;
  };
  const start = bookend(bookends.startU, ends.startU);
  return {
    ...lettering,
    curveId,
    seat: swap ? { ...seat, tops, side: acrossSide[seat.side] } : seat,
    anchor: { ...lettering.anchor, at: { kind: 'fraction', u: foot } },
    bookends: !wholeBefore
      ? { startU: start, endU: bookend(bookends.endU, ends.endU) }
      : now.path.path.closed
        ? { startU: start, endU: start }
        : ends,
  };
}

/** The steps from one form of a lettering to another. */
export const rewrite = (piece: Piece, before: Lettering, after: Lettering): Step[] =>
  (['curveId', 'size', 'lineDistanceMm', 'anchor', 'bookends', 'seat', 'corners', 'adjustments'] as const)
    .filter((name) => before[name] !== after[name])
    .map((name) => setStep(piece, before.id, [name], after[name]));
