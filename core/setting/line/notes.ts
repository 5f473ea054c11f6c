import type { MeasuredPath } from '../../geometry/measuredPath';
import { nearest } from '../../geometry/nearest';
import { frameAt } from '../../geometry/walk';
import type { Lettering } from '../../piece/types';
import type { Problem } from '../../result';
import type { Face } from '../../type/face';
import type { HeldLine } from './hold';
import type { ShapedLine } from './measure';
import type { Overset } from './overset';
import type { SetLettering } from './set';

/**
 * What to say of letters that are to be spread between their bookends and find less room than they need, pushed
 * together as far as they may be.
 */
export function noRoom({ wording }: Lettering, { beforeMm, afterMm }: Overset): Problem[] {
  const past = beforeMm + afterMm;
  if (past <= 0) return [];
  return [
    {
      code: 'fit-not-met',
      value: -past,
      message: `“${wording.slice(0, 24)}” does not fill its room: ${past.toFixed(2)} mm are lacking, however close its letters stand. Make them smaller, shorten the words, or move the bookends apart.`,
    },
  ];
}

/** What to say of a hold that cannot be had, or not along all of the words. */
export function holdNotes(
  { lettering, path, letterDistances }: SetLettering,
  line: HeldLine | null,
  own: MeasuredPath,
): Problem[] {
  if (!lettering.seat.hold) return [];
  const words = `“${lettering.wording.slice(0, 24)}”`;
  if (!line) {
    return [
      {
        code: 'hold-not-met',
        field: 'seat.hold',
        message: `${words} cannot be held by the curves chosen: they lie across its own curve, or there is nothing between them. It stands by its own curve instead; choose other curves, or move them.`,
      },
    ];
  }
  const { only } = line;
  if (!only) return [];
  const inside = (at: number): boolean => {
    const s = nearest(own, frameAt(path, at).point)?.s ?? 0;
    const turns = own.path.closed ? Math.round((s - (only.from + only.to) / 2) / own.lengthMm) * own.lengthMm : 0;
    return s - turns >= only.from && s - turns <= only.to;
  };
  return letterDistances.every(inside)
    ? []
    : [
        {
          code: 'hold-not-met',
          field: 'seat.hold',
          message: `${words} is held along a part of its words only: beyond it the curves run too steeply to each other, or end. Shorten the words, or move the curves.`,
        },
      ];
}

/** What to say of the letters of a line: lacking in the face, folded by the curve, pressed flat by their stance. */
export function notesOf(face: Face, line: ShapedLine, folded: readonly number[], flat: readonly number[]): Problem[] {
  const { letters, missing } = line.run;
  const which = (list: readonly number[]): string => list.map((i) => letters[i]!.text).join('');
  const notes: Problem[] = [];
  if (face.standsInFor !== undefined) {
    notes.push({
      code: 'unknown-face',
      field: 'faceId',
      value: face.id,
      message: `The typeface ${face.standsInFor} is missing; another stands in. Add it again, or choose another, before you print.`,
    });
  }
  if (missing.length > 0) {
    notes.push({
      code: 'missing-character',
      field: 'wording',
      value: missing,
      message: `${face.name} has no ${missing.map((c) => `“${c}”`).join(', ')}. A box stands in; change the wording or the typeface.`,
    });
  }
  if (folded.length > 0) {
    notes.push({
      code: 'fold',
      value: folded,
      message: `The curve bends too tightly under “${which(folded)}”: letters fold over each other there. Make the bend wider, the letters smaller, or seat them on the other side.`,
    });
  }
  if (flat.length > 0) {
    notes.push({
      code: 'fold',
      value: flat,
      message: `The curve is too steep under “${which(flat)}” for this stance: the letters are pressed flat there. Weaken the stance, choose another, or move the words.`,
    });
  }
  return notes;
}
