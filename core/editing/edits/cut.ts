import { wrap } from '../../geometry/wrap';
import { trackIn, trackOf } from '../../curves';
import { clockAtFraction, fractionOf } from '../../curves/clock';
import type { Track } from '../../shapes/kind';
import { drawnFrom } from '../../curves/toDrawn';
import { nearest } from '../../geometry/nearest';
import { subPath } from '../../geometry/subPath';
import { freeName, makeCurve } from '../../piece/make';
import { setStep, type Step } from '../../piece/steps';
import { followersOf, letteringsOn, type Curve, type CurveShape, type Lettering, type Piece } from '../../piece/types';
import { fail, ok, type Result } from '../../result';
import { namedPlaces } from '../../setting/line/anchorPlaces';
import { asNodes } from '../../curves/asNodes';
import { anchorPoint, reseated, rewrite } from './reseat';

/** A part shorter than this, mm, is none. */
const LEAST_PART_MM = 0.1;
/** Most parts that a curve is cut into at once. */
export const MOST_PARTS = 60;
/** Cuts nearer than this, as a share of the length, are one. */
const SAME_CUT = 1e-12;
/** A part must be nearer by this to count before another, mm. */
const NEARER_MM = 1e-9;

/**
 * A part of a curve between two fractions, the second beyond the first: in its own kind where that can be, else as
 * nodes.
 */
function partOf(shape: CurveShape, track: Track, from: number, to: number): CurveShape {
  const { lengthMm } = track.path;
  if (shape.kind === 'circle' && to - from <= 359 / 360) {
    return {
      kind: 'arc',
      centre: shape.centre,
      radiusMm: shape.radiusMm,
      startDeg: wrap(clockAtFraction(track, wrap(from)) / 360) * 360,
      sweepDeg: (to - from) * 360,
    };
  }
  if (shape.kind === 'arc' && Math.abs(shape.sweepDeg) * (to - from) >= 1) {
    return {
      ...shape,
      startDeg: wrap((shape.startDeg + shape.sweepDeg * from) / 360) * 360,
      sweepDeg: shape.sweepDeg * (to - from),
    };
  }
  if (shape.kind === 'line') {
    const at = (u: number) => ({
      x: shape.from.x + (shape.to.x - shape.from.x) * u,
      y: shape.from.y + (shape.to.y - shape.from.y) * u,
    });
    return { kind: 'line', from: at(from), to: at(to) };
  }
  return drawnFrom(subPath(track.path, from * lengthMm, to * lengthMm), asNodes);
}

interface CutOptions {
  /** Gives ids for new curves. */
  readonly newId: () => string;
  /** Names of the parts; numbered after the curve when left out. */
  readonly names?: readonly string[];
}

/**
 * The stretches between cuts, from and to as fractions of the length; the one that begins at the first cut asked for
 * comes first.
 */
function stretches(cuts: readonly number[], closed: boolean, least: number): (readonly [number, number])[] {
  const sorted = (closed ? cuts.map((u) => wrap(u)) : cuts.filter((u) => u > least && u < 1 - least))
    .slice()
    .sort((a, b) => a - b);
  const places = sorted.filter((u, i) => i === 0 || u - sorted[i - 1]! > least);
  if (places.length === 0) return [];
  if (!closed) return [0, ...places].map((u, i) => [u, places[i] ?? 1] as const);
  const bounds = places.map((u, i) => [u, i + 1 < places.length ? places[i + 1]! : places[0]! + 1] as const);
  // The part that begins first in the order asked for keeps the curve's place; so a top half stays before its bottom.
  const at = bounds.findIndex(([from]) => Math.abs(from - wrap(cuts[0]!)) < SAME_CUT);
  const first = Math.max(0, at);
  return [...bounds.slice(first), ...bounds.slice(0, first)];
}

/** Steps that rewrite a lettering for the part of its curve that lies nearest to its anchor. */
function onNearestPart(piece: Piece, one: Lettering, track: Track, parts: readonly Curve[]): Step[] {
  const anchor = anchorPoint(one, track);
  let best: { readonly curve: Curve; readonly track: Track; readonly mm: number } | null = null;
  for (const curve of parts) {
    const part = trackOf(curve.shape);
    const foot = part.ok ? nearest(part.value.path, anchor) : null;
    if (part.ok && foot && foot.distanceMm < (best?.mm ?? Infinity) - NEARER_MM)
      best = { curve, track: part.value, mm: foot.distanceMm };
  }
  return best ? rewrite(piece, one, reseated(one, best.curve.id, track, best.track)) : [];
}

/**
 * Cuts a curve at places of its length. Each lettering goes with the part on which it is anchored, seat and anchor
 * rewritten so that its letters stay where they stand; what runs over a cut goes straight on there, see `movedBy`.
 *
 * A closed curve cut once becomes an open one. A filled curve stays as it is, since its fill is printed, and the parts
 * come beside it without ink. Curves that follow the one that is cut keep their form as drawn curves.
 *
 * @param cuts fractions of the length, 0 to 1; ends of an open curve and repeated places count for nothing
 * @returns `nothing-to-cut` when no place remains, `too-many-parts` beyond 60
 */
export function cutSteps(
  piece: Piece,
  curve: Curve,
  cuts: readonly number[],
  { newId, names }: CutOptions,
): Result<Step[]> {
  const made = trackIn(piece, curve);
  if (!made.ok) return made;
  const track = made.value;
  const bounds = stretches(cuts, track.path.path.closed, LEAST_PART_MM / track.path.lengthMm);
  if (bounds.length === 0)
    return fail({ code: 'nothing-to-cut', message: 'The curve ends there already. Choose a place between its ends.' });
  if (bounds.length > MOST_PARTS + (track.path.path.closed ? 0 : 1))
    return fail({
      code: 'too-many-parts',
      value: bounds.length,
      message: `A curve is cut into ${MOST_PARTS} parts at most. Choose fewer.`,
    });
  const whole = curve.fill !== null;
  const title = (i: number): string =>
    names?.[i] ?? (bounds.length === 1 ? curve.name : `${curve.name}, part ${i + 1}`);
  const curves = bounds.map(([from, to], i): Curve => {
    const shape = partOf(curve.shape, track, from, to);
    const part = i === 0 && !whole ? curve : makeCurve(newId(), freeName(piece, title(i)), shape);
    return { ...part, shape, stroke: whole ? null : curve.stroke };
  });
  const index = piece.items.indexOf(curve) + 1;
  const followers = whole ? [] : followersOf(piece, curve.id);
  return ok([
    ...followers.flatMap((follower) => {
      const followed = trackIn(piece, follower);
      return followed.ok ? [setStep(piece, follower.id, ['shape'], drawnFrom(followed.value.path.path, asNodes))] : [];
    }),
    ...(whole ? [] : [setStep(piece, curve.id, ['shape'], curves[0]!.shape)]),
    ...(whole || title(0) === curve.name ? [] : [setStep(piece, curve.id, ['name'], freeName(piece, title(0)))]),
    ...curves.slice(whole ? 0 : 1).map((item, i): Step => ({ kind: 'insert', index: index + i, item })),
    ...letteringsOn(piece, curve.id).flatMap((one) => onNearestPart(piece, one, track, curves)),
  ]);
}

/** Cuts a closed curve into its top and its bottom half, between 9 and 3 o'clock. */
export function cutInHalvesSteps(piece: Piece, curve: Curve, newId: () => string): Result<Step[]> {
  const track = trackIn(piece, curve);
  if (!track.ok) return track;
  if (!track.value.path.path.closed)
    return fail({ code: 'not-closed', message: 'Only a closed curve has a top and a bottom half.' });
  const places = namedPlaces(track.value);
  return cutSteps(piece, curve, [places[6]!.u, places[2]!.u], {
    newId,
    names: [`${curve.name}, top`, `${curve.name}, bottom`],
  });
}

/**
 * Cuts a curve into parts of one length: an open one from end to end, a closed one so that a part has its middle at 12
 * o'clock.
 */
export function cutEquallySteps(piece: Piece, curve: Curve, count: number, newId: () => string): Result<Step[]> {
  const track = trackIn(piece, curve);
  if (!track.ok) return track;
  const { closed } = track.value.path.path;
  const from = closed ? fractionOf(track.value, { kind: 'clock', deg: 0 }) - 1 / (2 * count) : 0;
  return cutSteps(
    piece,
    curve,
    Array.from({ length: closed ? count : count - 1 }, (_, i) => from + (closed ? i : i + 1) / count),
    { newId },
  );
}
