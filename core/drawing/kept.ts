import { applySteps, type Made, type Step } from '../piece/steps';
import type { Piece } from '../piece/types';
import { ok, type Result } from '../result';
import type { Evenings, Faces } from './drawPiece';
import { keepRooms } from './equalRooms';
import { keepRadii } from './keepRadius';

/**
 * A piece after steps and what they mean for what is kept: first curves whose size fills the room of a lettering, then rooms
 * that are equal.
 *
 * @param evenings what evening out came to last, where no time is to find it anew
 * @returns why the steps do not fit the piece, where they do not
 */
export function withKept(piece: Piece, steps: readonly Step[], faces: Faces, evenings?: Evenings): Result<Made> {
  const next = applySteps(piece, steps);
  return next.ok ? ok(keepRooms(piece, keepRadii(piece, { piece: next.value, steps }, faces, evenings), faces, evenings)) : next;
}
