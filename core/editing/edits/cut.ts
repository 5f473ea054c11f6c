import { wrap } from '../../geometry/wrap';
import { trackOf, tracksOf } from '../../curves';
import { clockAtFraction, fractionOf } from '../../curves/clock';
import type { Track } from '../../curves/kind';
import { drawnFrom } from '../../curves/toDrawn';
import { nearest } from '../../geometry/nearest';
import { subPath } from '../../geometry/subPath';
import { freeName, makeCurve } from '../../piece/make';
import { setStep, type Step } from '../../piece/steps';
import { followersOf, letteringsOn, type Curve, type CurveShape, type Piece } from '../../piece/types';
import { fail, ok, type Result } from '../../result';
import { namedPlaces } from '../../setting/line/anchorPlaces';
import { asNodes } from '../../curves/asNodes';
import { anchorPoint, reseated, rewrite } from './reseat';

/** A part shorter than this, mm, is none. */
const LEAST_PART_MM = 0.1;
/** Most parts that a curve is cut into at once. */
export const MOST_PARTS = 60;

/** A part of a curve between two fractions, the second beyond the first: in its own kind where that can be, else as nodes. */
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
  const made = tracksOf(piece).get(curve.id)!;
  if (!made.ok) return made;
  const track = made.value;
  const { closed } = track.path.path;
  const least = LEAST_PART_MM / track.path.lengthMm;
  const sorted = (closed ? cuts.map((u) => wrap(u)) : cuts.filter((u) => u > least && u < 1 - least))
    .slice()
    .sort((a, b) => a - b);
  const places = sorted.filter((u, i) => i === 0 || u - sorted[i - 1]! > least);
  if (places.length === 0)
    return fail({ code: 'nothing-to-cut', message: 'The curve ends there already. Choose a place between its ends.' });
  if (places.length > MOST_PARTS)
    return fail({
      code: 'too-many-parts',
      value: places.length,
      message: `A curve is cut into ${MOST_PARTS} parts at most. Choose fewer.`,
    });
  const bounds = closed
    ? places.map((u, i) => [u, i + 1 < places.length ? places[i + 1]! : places[0]! + 1] as const)
    : [0, ...places].map((u, i) => [u, places[i] ?? 1] as const);
  // The part that begins first in the order asked for keeps the curve's place; so a top half stays before its bottom.
  const first = closed
    ? Math.max(
        0,
        bounds.findIndex(([from]) => Math.abs(from - wrap(cuts[0]!)) < 1e-12),
      )
    : 0;
  const parts = [...bounds.slice(first), ...bounds.slice(0, first)].map(([from, to]) =>
    partOf(curve.shape, track, from, to),
  );

  const whole = curve.fill !== null;
  const title = (i: number): string => names?.[i] ?? (parts.length === 1 ? curve.name : `${curve.name}, part ${i + 1}`);
  const curves = parts.map((shape, i): Curve => ({
    ...(i === 0 && !whole ? curve : makeCurve(newId(), freeName(piece, title(i)), shape)),
    shape,
    stroke: whole ? null : curve.stroke,
  }));
  const steps: Step[] = [];
  for (const follower of followersOf(piece, curve.id)) {
    const followed = tracksOf(piece).get(follower.id)!;
    if (!whole && followed.ok)
      steps.push(setStep(piece, follower.id, ['shape'], drawnFrom(followed.value.path.path, asNodes)));
  }
  if (!whole) {
    steps.push(setStep(piece, curve.id, ['shape'], parts[0]!));
    if (title(0) !== curve.name) steps.push(setStep(piece, curve.id, ['name'], freeName(piece, title(0))));
  }
  const index = piece.items.indexOf(curve);
  curves.slice(whole ? 0 : 1).forEach((item, i) => steps.push({ kind: 'insert', index: index + 1 + i, item }));

  const tracks = curves.map((one) => trackOf(one.shape));
  for (const one of letteringsOn(piece, curve.id)) {
    const anchor = anchorPoint(one, track);
    let best = -1,
      bestMm = Infinity;
    tracks.forEach((part, i) => {
      const foot = part.ok ? nearest(part.value.path, anchor) : null;
      if (foot && foot.distanceMm < bestMm - 1e-9) {
        best = i;
        bestMm = foot.distanceMm;
      }
    });
    const part = tracks[best];
    if (part?.ok) steps.push(...rewrite(piece, one, reseated(one, curves[best]!.id, track, part.value)));
  }
  return ok(steps);
}

/** Cuts a closed curve into its top and its bottom half, between 9 and 3 o'clock. */
export function cutInHalvesSteps(piece: Piece, curve: Curve, newId: () => string): Result<Step[]> {
  const track = tracksOf(piece).get(curve.id)!;
  if (!track.ok) return track;
  if (!track.value.path.path.closed)
    return fail({ code: 'not-closed', message: 'Only a closed curve has a top and a bottom half.' });
  const places = namedPlaces(track.value);
  return cutSteps(piece, curve, [places[6]!.u, places[2]!.u], {
    newId,
    names: [`${curve.name}, top`, `${curve.name}, bottom`],
  });
}

/** Cuts a curve into parts of one length: an open one from end to end, a closed one so that a part has its middle at 12 o'clock. */
export function cutEquallySteps(piece: Piece, curve: Curve, count: number, newId: () => string): Result<Step[]> {
  const track = tracksOf(piece).get(curve.id)!;
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
