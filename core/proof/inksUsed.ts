import type { Ink } from '../piece/types';
import type { ProofGround } from './check';

/** The inks that are printed with, each with the item that it is first seen on. */
export function inksUsed({ paths, piece }: ProofGround): readonly { readonly ink: Ink; readonly itemId: string }[] {
  const first = new Map<string, string>();
  for (const { paint, picture, itemId } of paths)
    for (const ink of [paint.fill, paint.stroke?.ink, picture?.ink])
      if (ink && !first.has(ink.id)) first.set(ink.id, itemId);
  return piece.inks.filter((ink) => first.has(ink.id)).map((ink) => ({ ink, itemId: first.get(ink.id)! }));
}
