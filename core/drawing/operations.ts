import { curveKind, tracksOf } from '../curves';
import { fractionOf } from '../curves/clock';
import type { Track } from '../curves/kind';
import { scaleAbout, turnAbout, type Similarity } from '../curves/similarity';
import { drawnFrom } from '../curves/toDrawn';
import { subPath } from '../geometry/subPath';
import { frameAt } from '../geometry/walk';
import { freeName, makeCurve } from '../piece/make';
import { setStep, type Step } from '../piece/steps';
import {
  findCurve, followersOf, letteringsOn, type Curve, type CurveShape, type Lettering, type LetterSize, type Piece, type Side, type Tops,
} from '../piece/types';
import { fail, ok, type Problem, type Result } from '../result';
import { namedPlaces, placeAtFraction } from '../setting/anchorPlaces';
import { letteringTrack } from '../setting/corners';
import { tracePath } from './tracePath';

/** Edits of curves that keep lettering where it is, as steps. None of them changes the piece that it is given. */

/** Nodes made of other kinds keep within this of them, mm: near enough not to show, far enough to stay few. */
const NODE_TOLERANCE_MM = 0.003;
const asNodes: Parameters<typeof drawnFrom>[1] = (path, sink) => tracePath(path, sink, NODE_TOLERANCE_MM);

const trackIn = (piece: Piece, curve: Curve): Result<Track> => tracksOf(piece).get(curve.id)!;
const flipped = (tops: Tops): Tops => (tops === 'outward' ? 'inward' : 'outward');
const acrossSide: Readonly<Record<Side, Side>> = { outside: 'inside', on: 'on', inside: 'outside' };
const back = (u: number): number => (u === 0 ? 1 : u === 1 ? 0 : 1 - u);

/** A lettering on its curve travelled the other way, standing where it stood. */
function onReversed(lettering: Lettering, sidesSwap: boolean): Lettering {
  const { anchor, bookends, seat } = lettering;
  return {
    ...lettering,
    anchor: anchor.at.kind === 'fraction' ? { ...anchor, at: { kind: 'fraction', u: back(anchor.at.u) } } : anchor,
    bookends: { startU: back(bookends.startU), endU: back(bookends.endU) },
    seat: sidesSwap ? { ...seat, tops: flipped(seat.tops), side: acrossSide[seat.side] } : seat,
  };
}

const setWhole = (piece: Piece, before: Lettering, after: Lettering): Step[] =>
  (['curveId', 'size', 'anchor', 'bookends', 'seat', 'corners'] as const)
    .filter((name) => before[name] !== after[name]).map((name) => setStep(piece, before.id, [name], after[name]));

/**
 * A curve travelled the other way. Its lettering, and the curves that follow it, stay where they are.
 *
 * @returns `one-way` for kinds that have only one direction: turn them into a drawn curve first
 */
export function reverseSteps(piece: Piece, curve: Curve): Result<Step[]> {
  const kind = curveKind(curve.shape);
  const shape = kind.reverse(curve.shape);
  const track = trackIn(piece, curve);
  if (!shape || !track.ok) {
    return fail({ code: 'one-way', message: `A ${kind.title.toLowerCase()} is always travelled clockwise. Turn it into a drawn curve to reverse it; bottom lettering needs only another seat.` });
  }
  // Where outward is tied to the centre it stays; where it means left of travel, the sides change places.
  const sidesSwap = (kind.outwardSign?.(shape) ?? 1) === track.value.outwardSign && !track.value.path.path.closed;
  return ok([
    setStep(piece, curve.id, ['shape'], shape),
    ...letteringsOn(piece, curve.id).flatMap((one) => setWhole(piece, one, onReversed(one, sidesSwap))),
    ...followersOf(piece, curve.id).flatMap(({ id, shape: follower }): Step[] =>
      (sidesSwap && follower.kind === 'parallel' ? [setStep(piece, id, ['shape', 'distanceMm'], -follower.distanceMm)] : [])),
  ]);
}

/** A curve as nodes: lettering on it stays, its anchors given as fractions where the curve is open. */
export function toDrawnSteps(piece: Piece, curve: Curve): Result<Step[]> {
  const track = trackIn(piece, curve);
  if (!track.ok) return track;
  const before = track.value;
  const shape = drawnFrom(before.path.path, asNodes);
  const swap = before.outwardSign === -1;
  return ok([
    setStep(piece, curve.id, ['shape'], shape),
    ...letteringsOn(piece, curve.id).flatMap((one): Step[] => {
      const { path } = before;
      const u = fractionOf(letteringTrack(before, one.corners), one.anchor.at);
      const pinned: Lettering = { ...one, anchor: { ...one.anchor, at: { kind: 'fraction', u: u - Math.floor(path.path.closed ? u : 0) } } };
      return setWhole(piece, one, swap ? { ...pinned, seat: { ...one.seat, tops: flipped(one.seat.tops), side: acrossSide[one.seat.side] } } : pinned);
    }),
  ]);
}

const scaledSize = (size: LetterSize, k: number): LetterSize => (size.by === 'cap' ? { by: 'cap', mm: size.mm * k } : { by: 'em', pt: size.pt * k });

/** Curve and letters together by a factor: sizes, shifts and offsets with them. */
export function resizeSteps(piece: Piece, curve: Curve, k: number, withLetters: boolean): Result<Step[]> {
  const track = trackIn(piece, curve);
  if (!track.ok) return track;
  const steps: Step[] = [setStep(piece, curve.id, ['shape'], curveKind(curve.shape).transform(curve.shape, scaleAbout(track.value.centre, k)))];
  if (!withLetters) return ok(steps);
  for (const one of letteringsOn(piece, curve.id)) {
    const { corners } = one;
    steps.push(...setWhole(piece, one, {
      ...one, size: scaledSize(one.size, k),
      seat: { ...one.seat, baselineShiftMm: one.seat.baselineShiftMm * k },
      anchor: { ...one.anchor, startOffsetMm: one.anchor.startOffsetMm * k },
      corners: corners.kind === 'round' ? { ...corners, radiusMm: corners.radiusMm * k } : corners,
    }));
  }
  return ok(steps);
}

/** A curve mapped as a whole; what is set on it goes along. */
export const transformSteps = (piece: Piece, curve: Curve, by: Similarity): Step[] =>
  [setStep(piece, curve.id, ['shape'], curveKind(curve.shape).transform(curve.shape, by))];

/** A curve turned about its own centre. */
export function turnSteps(piece: Piece, curve: Curve, deg: number): Result<Step[]> {
  const track = trackIn(piece, curve);
  return track.ok ? ok(transformSteps(piece, curve, turnAbout(track.value.centre, deg))) : track;
}

/** The two halves of a closed curve between 9 and 3 o'clock: arcs of a circle as arcs, anything else as drawn curves. */
function halves(shape: CurveShape, track: Track): [CurveShape, CurveShape, number, number] {
  const places = namedPlaces(track);
  const [three, nine] = [places[2]!.u, places[6]!.u];
  if (shape.kind === 'circle') {
    const { centre, radiusMm } = shape;
    return [{ kind: 'arc', centre, radiusMm, startDeg: 270, sweepDeg: 180 }, { kind: 'arc', centre, radiusMm, startDeg: 90, sweepDeg: 180 }, nine, three];
  }
  const { lengthMm } = track.path;
  const half = (from: number, to: number): CurveShape =>
    drawnFrom(subPath(track.path, from * lengthMm, (to <= from ? to + 1 : to) * lengthMm), asNodes);
  return [half(nine, three), half(three, nine), nine, three];
}

/**
 * Cuts a closed curve into its top and its bottom half; each lettering goes with the half on which it is anchored and
 * stays where it is.
 *
 * @param newId makes the id of the second half
 */
export function cutInHalvesSteps(piece: Piece, curve: Curve, newId: string): Result<Step[]> {
  const made = trackIn(piece, curve);
  if (!made.ok) return made;
  const track = made.value;
  if (!track.path.path.closed) return fail({ code: 'not-closed', message: 'Only a closed curve has a top and a bottom half.' });
  const [top, bottom, nine, three] = halves(curve.shape, track);
  const topLength = (three - nine + 1) % 1;
  const wrap = (u: number): number => u - Math.floor(u);
  const index = piece.items.indexOf(curve);
  const lower: Curve = { ...makeCurve(newId, freeName(piece, `${curve.name}, bottom`), bottom), fill: null, stroke: curve.stroke };
  const steps: Step[] = [
    setStep(piece, curve.id, ['shape'], top),
    setStep(piece, curve.id, ['name'], freeName(piece, `${curve.name}, top`)),
    { kind: 'insert', index: index + 1, item: lower },
  ];
  for (const one of letteringsOn(piece, curve.id)) {
    const u = wrap(fractionOf(letteringTrack(track, one.corners), one.anchor.at));
    const onTop = wrap(u - nine) <= topLength;
    const from = onTop ? nine : three;
    const size = onTop ? topLength : 1 - topLength;
    // A place beyond the half comes to rest at the end that is nearer.
    const local = (at: number): number => {
      const along = wrap(at - from) / size;
      return along <= 1 ? along : along - 1 < 1 / size - along ? 1 : 0;
    };
    const forward = (one.seat.tops === 'outward' ? 1 : -1) * track.outwardSign > 0;
    const { startU, endU } = one.bookends;
    const whole = startU === endU;
    steps.push(...setWhole(piece, one, {
      ...one, curveId: onTop ? curve.id : newId,
      anchor: { ...one.anchor, at: { kind: 'fraction', u: wrap(u - from) / size } },
      bookends: whole ? { startU: forward ? 0 : 1, endU: forward ? 1 : 0 } : { startU: local(startU), endU: local(endU) },
    }));
  }
  return ok(steps);
}

/** A lettering moved to another curve: anchored at the middle there, within the whole of it. */
export function movedTo(lettering: Lettering, curveId: string, track: Track): Lettering {
  const { closed } = track.path.path;
  const u = closed ? fractionOf(track, { kind: 'clock', deg: lettering.anchor.at.kind === 'clock' ? lettering.anchor.at.deg : 0 }) : 0.5;
  const forward = (lettering.seat.tops === 'outward' ? 1 : -1) * track.outwardSign > 0;
  const opposite = (u + 0.5) % 1;
  return {
    ...lettering, curveId, anchor: { ...lettering.anchor, at: placeAtFraction(track, u) },
    bookends: closed ? { startU: opposite, endU: opposite } : { startU: forward ? 0 : 1, endU: forward ? 1 : 0 },
  };
}

export type AfterDeletion = { readonly kind: 'delete' } | { readonly kind: 'move'; readonly to: string } | { readonly kind: 'straight'; readonly lineId: string };

/**
 * Deletes a curve: what is set on it is deleted too, moved to another curve, or set straight on a line of the same
 * length. Curves that followed it keep their form as drawn curves.
 */
export function deleteCurveSteps(piece: Piece, curve: Curve, after: AfterDeletion): Result<Step[]> {
  const track = trackIn(piece, curve);
  const carried = letteringsOn(piece, curve.id);
  const steps: Step[] = [];
  for (const follower of followersOf(piece, curve.id)) {
    const followed = trackIn(piece, follower);
    if (!followed.ok) return followed;
    steps.push(setStep(piece, follower.id, ['shape'], drawnFrom(followed.value.path.path, asNodes)));
  }
  if (after.kind === 'move') {
    const target = findCurve(piece, after.to);
    const there = target && trackIn(piece, target);
    if (!there?.ok) return fail(there?.problem ?? noCurve());
    steps.push(...carried.flatMap((one) => setWhole(piece, one, movedTo(one, after.to, there.value))));
  } else if (after.kind === 'straight' && track.ok && carried.length > 0) {
    const { path } = track.value;
    const middle = frameAt(path, fractionOf(track.value, carried[0]!.anchor.at) * path.lengthMm).point;
    const half = Math.min(path.lengthMm / 2, piece.sheet.widthMm * 0.45);
    const shape: CurveShape = { kind: 'line', from: { x: middle.x - half, y: middle.y }, to: { x: middle.x + half, y: middle.y } };
    steps.push({ kind: 'insert', index: piece.items.indexOf(curve), item: makeCurve(after.lineId, freeName(piece, 'Line'), shape) });
    steps.push(...carried.flatMap((one) => setWhole(piece, one, {
      ...one, curveId: after.lineId, seat: { tops: 'outward', side: 'outside', baselineShiftMm: 0 },
      anchor: { ...one.anchor, at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0 }, bookends: { startU: 0, endU: 1 },
    })));
  } else {
    // From the back, so that every index holds when the items are put back.
    steps.push(...carried.slice().reverse().map((item): Step => ({ kind: 'remove', index: piece.items.indexOf(item), item })));
  }
  // Its index after the steps before it: a line stands before it, letterings may be gone from before it.
  const gone = after.kind === 'delete' ? carried.filter((one) => piece.items.indexOf(one) < piece.items.indexOf(curve)).length : 0;
  const line = after.kind === 'straight' && carried.length > 0 ? 1 : 0;
  steps.push({ kind: 'remove', index: piece.items.indexOf(curve) - gone + line, item: curve });
  return ok(steps);
}

const noCurve = (): Problem => ({ code: 'unknown-curve', message: 'The curve to move the lettering to is gone. Choose another.' });
