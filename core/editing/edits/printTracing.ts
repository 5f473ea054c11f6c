import type { Step } from '../../piece/steps';
import type { Picture, Piece, Tracing } from '../../piece/types';

/** Steps that make a picture to print of a picture to trace: at its place and size, beneath all else. */
export function printTracingSteps(piece: Piece, tracing: Tracing): Step[] {
  const { strength: _, type: __, ...same } = tracing;
  const picture: Picture = { ...same, type: 'picture', fill: null, within: null, locked: false, group: null };
  return [
    { kind: 'remove', index: piece.items.indexOf(tracing), item: tracing },
    { kind: 'insert', index: 0, item: picture },
  ];
}
