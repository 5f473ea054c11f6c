import type { Step } from '../piece/steps';
import type { Piece } from '../piece/types';
import type { Evenings, Faces } from './drawPiece';
import { keepRooms } from './equalRooms';
import { keepRadii } from './keepRadius';

/**
 * Steps with what they mean for what is kept: first curves whose size fills the room of a lettering, then rooms that are equal.
 *
 * @param evenings what evening out came to last, where no time is to find it anew
 */
export const withKept = (piece: Piece, steps: readonly Step[], faces: Faces, evenings?: Evenings): Step[] =>
  keepRooms(piece, keepRadii(piece, steps, faces, evenings), faces, evenings);
