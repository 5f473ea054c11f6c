import { tracksOf } from '../../curves';
import { moveBy } from '../../shapes/similarity';
import { extentOf } from '../../geometry/extent';
import type { Vec } from '../../geometry/vec';
import type { Step } from '../../piece/steps';
import { findCurve, isFree, type Curve, type Piece } from '../../piece/types';
import { transformSteps } from './operations';

export type Alignment = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom';
export type Distribution = 'across' | 'down';

interface Box {
  readonly curve: Curve;
  readonly min: Vec;
  readonly max: Vec;
}

/** The curves that can be arranged: those that follow no other and are not locked, with the extent of each. */
function boxesOf(piece: Piece, ids: readonly string[]): Box[] {
  return ids.flatMap((id) => {
    const curve = findCurve(piece, id);
    const track = curve && tracksOf(piece).get(id);
    return curve && track?.ok && isFree(curve) ? [{ curve, ...extentOf(track.value.path) }] : [];
  });
}

const moved = (piece: Piece, { curve }: Box, x: number, y: number): Step[] =>
  Math.abs(x) + Math.abs(y) < 1e-9 ? [] : transformSteps(piece, curve, moveBy({ x, y }));

/**
 * Brings curves in line by their extents, with what is set on them: several with each other, a single one with the
 * sheet.
 */
export function alignSteps(piece: Piece, ids: readonly string[], how: Alignment): Step[] {
  const boxes = boxesOf(piece, ids);
  const { widthMm, heightMm } = piece.sheet;
  const among = boxes.length > 1 ? boxes : [{ min: { x: 0, y: 0 }, max: { x: widthMm, y: heightMm } }];
  const min = { x: Math.min(...among.map((one) => one.min.x)), y: Math.min(...among.map((one) => one.min.y)) };
  const max = { x: Math.max(...among.map((one) => one.max.x)), y: Math.max(...among.map((one) => one.max.y)) };
  return boxes.flatMap((box) => {
    switch (how) {
      case 'left':
        return moved(piece, box, min.x - box.min.x, 0);
      case 'centre':
        return moved(piece, box, (min.x + max.x - box.min.x - box.max.x) / 2, 0);
      case 'right':
        return moved(piece, box, max.x - box.max.x, 0);
      case 'top':
        return moved(piece, box, 0, min.y - box.min.y);
      case 'middle':
        return moved(piece, box, 0, (min.y + max.y - box.min.y - box.max.y) / 2);
      case 'bottom':
        return moved(piece, box, 0, max.y - box.max.y);
    }
  });
}

/** Makes the gaps between three or more curves equal; the outermost two stay. Fewer have no gaps to share out. */
export function distributeSteps(piece: Piece, ids: readonly string[], how: Distribution): Step[] {
  const axis = how === 'across' ? 'x' : 'y';
  const boxes = boxesOf(piece, ids)
    .slice()
    .sort((a, b) => a.min[axis] + a.max[axis] - b.min[axis] - b.max[axis]);
  if (boxes.length < 3) return [];
  const first = boxes[0]!,
    last = boxes.at(-1)!;
  const filled = boxes.slice(1, -1).reduce((sum, one) => sum + one.max[axis] - one.min[axis], 0);
  const gap = (last.min[axis] - first.max[axis] - filled) / (boxes.length - 1);
  let at = first.max[axis] + gap;
  return boxes.slice(1, -1).flatMap((box) => {
    const by = at - box.min[axis];
    at += box.max[axis] - box.min[axis] + gap;
    return how === 'across' ? moved(piece, box, by, 0) : moved(piece, box, 0, by);
  });
}
