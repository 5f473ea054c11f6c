import { tracksOf } from '../curves';
import { settingOf, type Evenings, type Faces } from '../drawing/drawPiece';
import { ornamentsBetween, paintPiece, setsOn } from '../drawing/paint';
import { findCurve, isLettering, isOrnaments, type Piece } from '../piece/types';
import type { Check, Finding, ProofGround } from './check';
import { absentPicture } from './absentPicture';
import { embedding } from './embedding';
import { emptyWording } from './emptyWording';
import { fold } from './fold';
import { inkedGuide } from './inkedGuide';
import { missingCharacter } from './missingCharacter';
import { missingFace } from './missingFace';
import { nearlyAlike } from './nearlyAlike';
import { nearlyCentred } from './nearlyCentred';
import { noTrack } from './noTrack';
import { notFilled } from './notFilled';
import { notSet } from './notSet';
import { ornamentRoom } from './ornamentRoom';
import { overset } from './overset';
import { pictureResolution } from './pictureResolution';
import { smallLetters } from './smallLetters';
import { thinGaps } from './thinGaps';
import { thinLines } from './thinLines';
import { thinStrokes } from './thinStrokes';
import { totalInk } from './totalInk';
import { touching } from './touching';
import { trim } from './trim';
import { upsideDown } from './upsideDown';
import { whiteOverprint } from './whiteOverprint';

export type { Finding, Mend } from './check';

/** One line a check, in the order in which they are listed. */
const CHECKS: readonly Check[] = [
  noTrack,
  notSet,
  missingFace,
  absentPicture,
  fold,
  overset,
  notFilled,
  ornamentRoom,
  missingCharacter,
  emptyWording,
  touching,
  upsideDown,
  trim,
  thinStrokes,
  thinGaps,
  thinLines,
  smallLetters,
  inkedGuide,
  nearlyCentred,
  nearlyAlike,
  totalInk,
  whiteOverprint,
  pictureResolution,
  embedding,
];

const NONE: ReadonlySet<string> = new Set();

/**
 * Everything that would go wrong in print with a piece.
 *
 * @param evenings what evening out came to, see `settingOf`
 * @param forbidden faces whose makers forbid that they leave with a piece
 * @param absent images of pictures that are not at hand
 */
export function proofPiece(
  piece: Piece,
  faces: Faces,
  evenings?: Evenings,
  forbidden = NONE,
  absent = NONE,
): Finding[] {
  const tracks = tracksOf(piece);
  const settings = piece.items
    .filter(isLettering)
    .filter((one) => !one.hidden)
    .map((lettering) => {
      const curve = findCurve(piece, lettering.curveId)!;
      return { lettering, curve, set: settingOf(lettering, tracks, faces, evenings) };
    });
  const sets = new Map(settings.map(({ lettering, set }) => [lettering.id, set]));
  const track = (id: string) => {
    const one = tracks.get(id);
    return one?.ok ? one.value : null;
  };
  const paths = paintPiece(piece, {
    track,
    set: (id) => {
      const set = sets.get(id);
      return set?.ok ? set.value : null;
    },
    ornaments: (id) => {
      const item = piece.items.find((one) => one.id === id);
      const on = item && isOrnaments(item) ? track(item.curveId) : null;
      return on && item && isOrnaments(item) ? ornamentsBetween(item, on, setsOn(piece, item.curveId, sets)) : null;
    },
  });
  const ground: ProofGround = { piece, tracks, settings, paths, faces, forbidden, absent };
  return CHECKS.flatMap((check) => check(ground));
}
