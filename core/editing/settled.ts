import { applySteps, type Made, type Step } from '../piece/steps';
import type { Piece } from '../piece/types';
import { ok, type Result } from '../result';
import type { Evenings, Faces } from '../setting/settingOf';
import { keepRooms } from './rules/rooms';
import { keepRadii } from './rules/radius';

/**
 * A piece after steps and what they mean for what is kept: first curves whose size fills the room of a lettering, then rooms
 * that are equal.
 *
 * @param evenings what evening out came to last, where no time is to find it anew
 * @returns why the steps do not fit the piece, where they do not
 */
export function withKept(piece: Piece, steps: readonly Step[], faces: Faces, evenings?: Evenings): Result<Made> {
  const next = applySteps(piece, steps);
  return next.ok
    ? ok(keepRooms(piece, keepRadii(piece, { piece: next.value, steps }, faces, evenings), faces, evenings))
    : next;
}

/**
 * A piece with everything in it that is kept found anew, by what evening out comes to now: curves that are sized so that a
 * lettering fills its room, and rooms that are equal. What a piece file holds may be of an older state.
 */
export function settledPiece(piece: Piece, faces: Faces): Piece {
  const nothing: Piece = { ...piece, items: [] };
  return keepRooms(nothing, keepRadii(nothing, { piece, steps: [] }, faces), faces).piece;
}
