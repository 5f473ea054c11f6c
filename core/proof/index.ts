import { tracksOf } from '../curves';
import { settingOf, type Evenings, type Faces } from '../drawing/drawPiece';
import { findCurve, isLettering, type Piece } from '../piece/types';
import type { Check, Finding } from './check';
import { emptyWording } from './emptyWording';
import { fold } from './fold';
import { missingFace } from './missingFace';
import { missingCharacter } from './missingCharacter';
import { noTrack } from './noTrack';
import { notFilled } from './notFilled';
import { notSet } from './notSet';
import { ornamentRoom } from './ornamentRoom';
import { overset } from './overset';

export type { Finding } from './check';

/** One line a check, in the order in which they are listed. */
const CHECKS: readonly Check[] = [noTrack, notSet, missingFace, fold, overset, notFilled, ornamentRoom, missingCharacter, emptyWording];

/**
 * Everything that would go wrong in print with a piece.
 *
 * @param evenings what evening out came to, see `settingOf`
 */
export function proofPiece(piece: Piece, faces: Faces, evenings?: Evenings): Finding[] {
  const tracks = tracksOf(piece);
  const settings = piece.items.filter(isLettering).filter((one) => !one.hidden).map((lettering) => {
    const curve = findCurve(piece, lettering.curveId)!;
    return { lettering, curve, set: settingOf(lettering, tracks, faces, evenings) };
  });
  return CHECKS.flatMap((check) => check({ piece, tracks, settings }));
}
