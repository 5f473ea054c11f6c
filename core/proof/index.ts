import { tracksOf } from '../curves';
import { settingOf, type SpacingCorrections, type Faces } from '../setting/settingOf';
import { paintPiece } from '../drawing/paint';
import { ornamentsBetween, setsOn } from '../setting/space/ornaments';
import { findCurve, isLettering, isOrnaments, type Piece } from '../piece/types';
import type { Check, Finding, ProofGround } from './check';
import { absentPicture } from './checks/absentPicture';
import { bluntStars } from './checks/bluntStars';
import { embedding } from './checks/embedding';
import { emptyWording } from './checks/emptyWording';
import { fineShapes } from './checks/fineShapes';
import { fold } from './checks/fold';
import { inkedGuide } from './checks/inkedGuide';
import { inkByOverprint } from './checks/inkByOverprint';
import { lineThrough } from './checks/lineThrough';
import { missingCharacter } from './checks/missingCharacter';
import { missingFace } from './checks/missingFace';
import { nearlyAlike } from './checks/nearlyAlike';
import { nearlyCentred } from './checks/nearlyCentred';
import { noTrack } from './checks/noTrack';
import { notFilled } from './checks/notFilled';
import { notSet } from './checks/notSet';
import { ornamentRoom } from './checks/ornamentRoom';
import { overset } from './checks/overset';
import { pictureResolution } from './checks/pictureResolution';
import { reservedInk } from './checks/reservedInk';
import { smallInScreen } from './checks/smallInScreen';
import { smallLetters } from './checks/smallLetters';
import { thinGaps } from './checks/thinGaps';
import { thinKnockout } from './checks/thinKnockout';
import { thinLines } from './checks/thinLines';
import { thinStrokes } from './checks/thinStrokes';
import { totalInk } from './checks/totalInk';
import { touching } from './checks/touching';
import { trim } from './checks/trim';
import { unseen } from './checks/unseen';
import { upsideDown } from './checks/upsideDown';
import { whiteOverprint } from './checks/whiteOverprint';

export type { Finding } from './check';

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
  unseen,
  touching,
  upsideDown,
  trim,
  thinStrokes,
  thinGaps,
  thinKnockout,
  bluntStars,
  fineShapes,
  thinLines,
  smallLetters,
  smallInScreen,
  inkedGuide,
  lineThrough,
  nearlyCentred,
  nearlyAlike,
  totalInk,
  inkByOverprint,
  whiteOverprint,
  reservedInk,
  pictureResolution,
  embedding,
];

const NONE: ReadonlySet<string> = new Set();

/**
 * Everything that would go wrong in print with a piece.
 *
 * @param corrections what evening out came to, see `settingOf`
 * @param forbidden faces whose makers forbid that they leave with a piece
 * @param absent images of pictures that are not at hand
 */
export function proofPiece(
  piece: Piece,
  faces: Faces,
  corrections?: SpacingCorrections,
  forbidden = NONE,
  absent = NONE,
): Finding[] {
  const tracks = tracksOf(piece);
  const settings = piece.items
    .filter(isLettering)
    .filter((one) => !one.hidden)
    .map((lettering) => {
      const curve = findCurve(piece, lettering.curveId)!;
      return { lettering, curve, set: settingOf(lettering, tracks, faces, corrections) };
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
