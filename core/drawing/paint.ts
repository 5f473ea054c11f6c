import { findItem, type Item, type Piece } from '../piece/types';
import { inksOf } from './inks';
import { itemKind, type Cutter } from './items';
import type { PaintedPath, PaintGround } from './painted';

interface Remembered {
  readonly on: readonly unknown[];
  readonly paths: readonly PaintedPath[];
}
const painted = new WeakMap<Item, Remembered>();

function cutterOf(piece: Piece, id: string, ground: PaintGround): Cutter | null {
  const item = findItem(piece, id);
  return (item && itemKind(item).cutter?.(item, ground)) ?? null;
}

/**
 * The painted outlines of an item in painting order; none where it is hidden, has no ink or cannot be set. As long as
 * what they depend on is the same objects they are the same objects too.
 */
export function paintItem(piece: Piece, item: Item, ground: PaintGround): readonly PaintedPath[] {
  const inks = inksOf(piece);
  const painting = itemKind(item).painting(item, {
    piece,
    inks,
    ground,
    cutterOf: (id) => cutterOf(piece, id, ground),
  });
  if (!painting) return [];
  const on = [inks, ...painting.on];
  const known = painted.get(item);
  if (known && known.on.length === on.length && known.on.every((one, i) => one === on[i])) return known.paths;
  const paths = painting.paint();
  painted.set(item, { on, paths });
  return paths;
}

/** All painted outlines of a piece, in painting order. */
export const paintPiece = (piece: Piece, ground: PaintGround): readonly PaintedPath[] =>
  piece.items.flatMap((item) => paintItem(piece, item, ground));
