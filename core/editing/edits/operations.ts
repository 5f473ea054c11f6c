import { curveKind, trackIn, trackOf } from '../../curves';
import { fractionOf } from '../../curves/clock';
import type { Track } from '../../shapes/kind';
import { mapPoint, scaleAbout, turnAbout, type Similarity } from '../../shapes/similarity';
import { drawnFrom } from '../../curves/toDrawn';
import { frameAt } from '../../geometry/walk';
import { wrap } from '../../geometry/wrap';
import { freeName, makeCurve } from '../../piece/make';
import { setStep, type Step } from '../../piece/steps';
import {
  findCurve,
  followersOf,
  letteringsOn,
  ornamentsOn,
  parentsOf,
  type Curve,
  type CurveShape,
  type Lettering,
  type Piece,
} from '../../piece/types';
import { fail, ok, type Problem, type Result } from '../../result';
import { seenFromCurve } from '../../setting/hand/grips';
import { isClosed, placeAtFraction } from '../../setting/line/anchorPlaces';
import { scaledLettering } from '../../piece/items/lettering';
import { asNodes } from '../../curves/asNodes';
import { releaseSteps } from './release';
import { reseatLettering } from '../../setting/line/seat';
import { acrossSide, flipped, reseated, rewrite } from './reseat';

/** Edits of curves that keep lettering where it is, as steps. None of them changes the piece that it is given. */

const back = (u: number): number => (u === 0 ? 1 : u === 1 ? 0 : 1 - u);

/** A lettering on its curve travelled the other way, standing where it stood. */
function onReversed(lettering: Lettering, sidesSwap: boolean, lengthMm: number): Lettering {
  const { anchor, bookends, seat } = lettering;
  return {
    ...lettering,
    anchor:
      anchor.at.kind === 'clock'
        ? anchor
        : {
            ...anchor,
            at:
              anchor.at.kind === 'fraction'
                ? { kind: 'fraction', u: back(anchor.at.u) }
                : { kind: 'distance', mm: lengthMm - anchor.at.mm },
          },
    bookends: { startU: back(bookends.startU), endU: back(bookends.endU) },
    seat: sidesSwap ? { ...seat, tops: flipped(seat.tops), side: acrossSide[seat.side] } : seat,
  };
}

/**
 * A curve travelled the other way. Its lettering, and the curves that follow it, stay where they are. Of a kind that has
 * but one direction, its words are read the other way round: turned over, in the band that they are in.
 *
 * @returns `one-way` for a curve that follows another one, and for one of those kinds without words; as `trackIn`
 */
export function reverseSteps(piece: Piece, curve: Curve): Result<Step[]> {
  const kind = curveKind(curve.shape);
  const shape = kind.reverse(curve.shape);
  const track = trackIn(piece, curve);
  if (!shape || !track.ok) {
    if (parentsOf(curve.shape).length > 0) {
      return fail({
        code: 'one-way',
        message: `${curve.name} runs as the curve that it follows. Reverse that one, or convert this one to nodes first.`,
      });
    }
    if (!track.ok) return track;
    const words = letteringsOn(piece, curve.id);
    if (words.length > 0)
      return ok(
        words.flatMap((one) =>
          rewrite(piece, one, reseatLettering(one, flipped(one.seat.tops), one.seat.side, one.seat.hold === null)),
        ),
      );
    return fail({
      code: 'one-way',
      message: `A ${kind.title.toLowerCase()} has no direction of its own. Words that are set on it can be turned over by their seat.`,
    });
  }
  // Where outward is tied to the centre it stays; where it means left of travel, the sides change places.
  const sidesSwap = (kind.outwardSign?.(shape) ?? 1) === track.value.outwardSign && !track.value.path.path.closed;
  return ok([
    setStep(piece, curve.id, ['shape'], shape),
    ...letteringsOn(piece, curve.id).flatMap((one) =>
      rewrite(piece, one, onReversed(one, sidesSwap, track.value.path.lengthMm)),
    ),
    ...followersOf(piece, curve.id).flatMap(({ id, shape: follower }): Step[] =>
      sidesSwap && follower.kind === 'parallel'
        ? [setStep(piece, id, ['shape', 'distanceMm'], -follower.distanceMm)]
        : [],
    ),
  ]);
}

/** Steps that bend a curve to another shape of the same ends; words keep their side, whichever way it bulges. */
export function bendSteps(piece: Piece, curve: Curve, shape: CurveShape): Result<Step[]> {
  const [before, after] = [trackIn(piece, curve), trackOf(shape)];
  if (!before.ok) return before;
  if (!after.ok) return after;
  const swap = before.value.outwardSign !== after.value.outwardSign;
  return ok([
    setStep(piece, curve.id, ['shape'], shape),
    ...letteringsOn(piece, curve.id).flatMap((one) =>
      swap
        ? [
            setStep(piece, one.id, ['seat'], {
              ...one.seat,
              tops: flipped(one.seat.tops),
              side: acrossSide[one.seat.side],
            }),
          ]
        : [],
    ),
  ]);
}

/** A curve as nodes: lettering on it stays, its anchors given as fractions where the curve is open. */
export function toDrawnSteps(piece: Piece, curve: Curve): Result<Step[]> {
  const track = trackIn(piece, curve);
  if (!track.ok) return track;
  const before = track.value;
  const shape = drawnFrom(before.path.path, asNodes);
  const after = trackOf(shape);
  if (!after.ok) return after;
  return ok([
    setStep(piece, curve.id, ['shape'], shape),
    ...letteringsOn(piece, curve.id).flatMap((one) =>
      rewrite(piece, one, reseated(one, curve.id, before, after.value)),
    ),
  ]);
}

/** Curve and letters together by a factor: sizes, shifts and offsets with them. */
export function resizeSteps(piece: Piece, curve: Curve, k: number, withLetters: boolean): Result<Step[]> {
  const track = trackIn(piece, curve);
  if (!track.ok) return track;
  const steps: Step[] = [
    setStep(
      piece,
      curve.id,
      ['shape'],
      curveKind(curve.shape).transform(curve.shape, scaleAbout(track.value.centre, k)),
    ),
  ];
  if (!withLetters) return ok(steps);
  for (const one of letteringsOn(piece, curve.id)) {
    steps.push(...rewrite(piece, one, scaledLettering(one, k)));
  }
  for (const one of ornamentsOn(piece, curve.id))
    if (one.offMm !== 0) steps.push(setStep(piece, one.id, ['offMm'], one.offMm * k));
  return ok(steps);
}

/**
 * A lettering on a curve that was mapped, carried along: it stands where it stood on the curve. Mirrored, it still
 * reads from left to right, so that its ends change places.
 */
function carried(lettering: Lettering, before: Track, after: Track, by: Similarity): Lettering {
  const { anchor, bookends } = lettering;
  const placed = (u: number): number => {
    const { point } = frameAt(before.path, u * before.path.lengthMm);
    return seenFromCurve(after, mapPoint(by, point)).u;
  };
  const [a, b] = [placed(bookends.startU), placed(bookends.endU)];
  const at = placeAtFraction(after, placed(wrap(fractionOf(before, anchor.at))));
  if (!by.mirrored) return { ...lettering, anchor: { ...anchor, at }, bookends: { startU: a, endU: b } };
  const align = anchor.align === 'start' ? 'end' : anchor.align === 'end' ? 'start' : anchor.align;
  return {
    ...lettering,
    anchor: { ...anchor, at, align, startOffsetMm: anchor.startOffsetMm === 0 ? 0 : -anchor.startOffsetMm },
    bookends: { startU: b, endU: a },
  };
}

/** A curve mapped as a whole; what is set on it goes along, turned and mirrored with it on closed curves too. */
export function transformSteps(piece: Piece, curve: Curve, by: Similarity): Step[] {
  const shape = curveKind(curve.shape).transform(curve.shape, by);
  const steps: Step[] = [setStep(piece, curve.id, ['shape'], shape)];
  const before = trackIn(piece, curve);
  const after = parentsOf(shape).length === 0 ? trackOf(shape) : null;
  // Moved and resized, a place on a curve stays the same place.
  if ((by.turnDeg === 0 && !by.mirrored) || !before.ok || !after?.ok || !isClosed(before.value)) return steps;
  for (const one of letteringsOn(piece, curve.id))
    steps.push(...rewrite(piece, one, carried(one, before.value, after.value, by)));
  return steps;
}

/** A curve turned about its own centre. */
export function turnSteps(piece: Piece, curve: Curve, deg: number): Result<Step[]> {
  const track = trackIn(piece, curve);
  return track.ok ? ok(transformSteps(piece, curve, turnAbout(track.value.centre, deg))) : track;
}

/**
 * A lettering moved to another curve, within the whole of it: anchored at a fraction, or at the same clock point, or in
 * the middle.
 */
export function movedTo(lettering: Lettering, curveId: string, track: Track, at?: number): Lettering {
  const { closed } = track.path.path;
  const u =
    at ??
    (closed
      ? fractionOf(track, { kind: 'clock', deg: lettering.anchor.at.kind === 'clock' ? lettering.anchor.at.deg : 0 })
      : 0.5);
  const forward = (lettering.seat.tops === 'outward' ? 1 : -1) * track.outwardSign > 0;
  const opposite = (u + 0.5) % 1;
  return {
    ...lettering,
    curveId,
    seat: { ...lettering.seat, hold: null },
    anchor: { ...lettering.anchor, at: placeAtFraction(track, u) },
    bookends: closed ? { startU: opposite, endU: opposite } : { startU: forward ? 0 : 1, endU: forward ? 1 : 0 },
  };
}

export type AfterDeletion =
  | { readonly kind: 'delete' }
  | { readonly kind: 'move'; readonly to: string }
  | { readonly kind: 'straight'; readonly lineId: string };

/**
 * Deletes a curve: what is set on it is deleted too, moved to another curve, or set straight on a line of the same
 * length; ornaments go along. Curves that followed it keep their form as drawn curves.
 */
export function deleteCurveSteps(piece: Piece, curve: Curve, after: AfterDeletion): Result<Step[]> {
  const track = trackIn(piece, curve);
  const carried = letteringsOn(piece, curve.id),
    ornaments = ornamentsOn(piece, curve.id);
  const leaving = piece.items.filter((item) => 'curveId' in item && item.curveId === curve.id);
  const steps: Step[] = [];
  for (const follower of followersOf(piece, curve.id)) {
    const followed = trackIn(piece, follower);
    if (!followed.ok) return followed;
    steps.push(setStep(piece, follower.id, ['shape'], drawnFrom(followed.value.path.path, asNodes)));
  }
  steps.push(...releaseSteps(piece, curve.id, carried));
  if (after.kind === 'move') {
    const target = findCurve(piece, after.to);
    const there = target && trackIn(piece, target);
    if (!there?.ok) return fail(there?.problem ?? noCurve());
    steps.push(
      ...carried.flatMap((one) => rewrite(piece, one, movedTo(one, after.to, there.value))),
      ...ornaments.map((one) => setStep(piece, one.id, ['curveId'], after.to)),
    );
  } else if (after.kind === 'straight' && track.ok && carried.length > 0) {
    const { path } = track.value;
    const middle = frameAt(path, fractionOf(track.value, carried[0]!.anchor.at) * path.lengthMm).point;
    const half = Math.min(path.lengthMm / 2, piece.sheet.widthMm * 0.45);
    const shape: CurveShape = {
      kind: 'line',
      from: { x: middle.x - half, y: middle.y },
      to: { x: middle.x + half, y: middle.y },
    };
    steps.push({
      kind: 'insert',
      index: piece.items.indexOf(curve),
      item: makeCurve(after.lineId, freeName(piece, 'Line'), shape),
    });
    steps.push(
      ...carried.flatMap((one) =>
        rewrite(piece, one, {
          ...one,
          curveId: after.lineId,
          seat: { ...one.seat, tops: 'outward', side: 'outside', hold: null, baselineShiftMm: 0 },
          anchor: { ...one.anchor, at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0 },
          bookends: { startU: 0, endU: 1 },
        }),
      ),
      ...ornaments.map((one) => setStep(piece, one.id, ['curveId'], after.lineId)),
    );
  } else {
    // From the back, so that every index holds when the items are put back.
    steps.push(
      ...leaving
        .slice()
        .reverse()
        .map((item): Step => ({ kind: 'remove', index: piece.items.indexOf(item), item })),
    );
  }
  // Its index after the steps before it: a line stands before it, letterings may be gone from before it.
  const line = steps.some((step) => step.kind === 'insert') ? 1 : 0;
  const gone = steps.filter((step) => step.kind === 'remove' && step.index < piece.items.indexOf(curve)).length;
  steps.push({ kind: 'remove', index: piece.items.indexOf(curve) - gone + line, item: curve });
  return ok(steps);
}

const noCurve = (): Problem => ({
  code: 'unknown-curve',
  message: 'The curve to move the lettering to is gone. Choose another.',
});
