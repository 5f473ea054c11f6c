import { TWIN_SHARES } from '../../fields';
import { freeName, makeCurve } from '../../piece/make';
import type { ArcShape } from '../../shapes/arc';
import { tracksOf, type Track } from '../../curves';
import { fractionOf } from '../../curves/clock';
import { distance } from '../../geometry/vec';
import { wrap } from '../../geometry/wrap';
import { setStep, type Step } from '../../piece/steps';
import {
  findCurve,
  isCurve,
  letteringsOn,
  type Curve,
  type Lettering,
  type Piece,
  type TwinShare,
} from '../../piece/types';
import { fail, ok, type Result } from '../../result';
import { isClosed, placeAtFraction } from '../../setting/line/anchorPlaces';
import { letteringTrack } from '../../setting/line/corners';
import { readingDirection, reseatLettering } from '../../setting/line/seat';
import { twinOf } from '../rules/twins';

/** What a new twin shares. */
const ALL_SHARES: readonly TwinShare[] = TWIN_SHARES;

/** Arcs whose centres and radii differ by less count as parts of one circle, mm. */
const ONE_CIRCLE_MM = 0.01;

/** What a lettering that is to have a twin stands on: all round it, or on an arc that has another one opposite. */
function ground(piece: Piece, { curveId, corners }: Lettering): { curve: Curve; track: Track } | null {
  const curve = findCurve(piece, curveId);
  const made = tracksOf(piece).get(curveId);
  if (!curve || !made?.ok) return null;
  const track = letteringTrack(made.value, corners);
  return isClosed(track) || curve.shape.kind === 'arc' ? { curve, track } : null;
}

/** Whether a lettering can have a twin: it has none, and its curve has an opposite side. */
export const canHaveTwin = (piece: Piece, lettering: Lettering): boolean =>
  ground(piece, lettering) !== null && twinOf(piece, lettering) === null;

/** The arc of the piece that lies opposite; null for none. */
const oppositeOf = (piece: Piece, arc: ArcShape): Curve | null =>
  piece.items.filter(isCurve).find(({ shape, hidden }) => {
    if (hidden || shape.kind !== 'arc' || Math.abs(shape.radiusMm - arc.radiusMm) > ONE_CIRCLE_MM) return false;
    const middle = (one: ArcShape): number => one.startDeg + one.sweepDeg / 2;
    const apart = (((middle(shape) - middle(arc)) % 360) + 360) % 360;
    return Math.abs(apart - 180) < 90 && distance(shape.centre, arc.centre) <= ONE_CIRCLE_MM;
  }) ?? null;

/** A twin on the arc opposite, which is made where there is none: in its own room where the first is in its own. */
function acrossArc(
  piece: Piece,
  lettering: Lettering,
  curve: Curve,
  arc: ArcShape,
  track: Track,
  ids: TwinIds,
): Step[] {
  const there = oppositeOf(piece, arc);
  const bearer: Curve =
    there ??
    makeCurve(ids.curve, freeName(piece, `${curve.name} opposite`), { ...arc, startDeg: (arc.startDeg + 180) % 360 });
  const turned = turnedOver(lettering);
  const u = 1 - fractionOf(track, lettering.anchor.at);
  const { startU, endU } = lettering.bookends;
  const item: Lettering = {
    ...turned,
    id: ids.lettering,
    curveId: bearer.id,
    anchor: { ...lettering.anchor, at: { kind: 'fraction', u } },
    bookends: { startU: 1 - startU, endU: 1 - endU },
  };
  const end = piece.items.indexOf(lettering) + 1;
  return [
    ...(there ? [] : [{ kind: 'insert' as const, index: piece.items.indexOf(curve) + 1, item: bearer }]),
    { kind: 'insert', index: end + (there ? 0 : 1), item },
  ];
}

/** Ids for what is new: the twin, and the arc opposite where one is made for it. */
interface TwinIds {
  readonly lettering: string;
  readonly curve: string;
}

/** A lettering in its band with the tops the other way, in step with the first. */
const turnedOver = (lettering: Lettering): Lettering => ({
  ...reseatLettering(lettering, lettering.seat.tops === 'outward' ? 'inward' : 'outward', lettering.seat.side),
  twin: { of: lettering.id, shares: ALL_SHARES },
  adjustments: [],
});

/**
 * The matching lettering on the opposite side of the same closed curve, or on the arc opposite: same words, face, size
 * and band, turned over so that it reads upright. On a closed curve both get half of it between their bookends where
 * the first one had all of it. The new one keeps in step with the first: see `twinsRule`.
 *
 * @returns `not-closed` on any other curve with ends, which has no opposite side
 */
export function twinSteps(piece: Piece, lettering: Lettering, ids: TwinIds): Result<Step[]> {
  const on = ground(piece, lettering);
  if (!on)
    return fail({
      code: 'not-closed',
      message: 'Only closed curves and arcs have an opposite side. Set the other words on a curve of their own.',
    });
  const { curve, track } = on;
  if (!isClosed(track) && curve.shape.kind === 'arc')
    return ok(acrossArc(piece, lettering, curve, curve.shape, track, ids));
  const u = wrap(fractionOf(track, lettering.anchor.at));
  const turned = turnedOver(lettering);
  const { startU, endU } = turned.bookends;
  const whole = startU === endU;
  const alone = letteringsOn(piece, lettering.curveId).length === 1;
  /** The half of the ring round a place, in the reading order of the tops. */
  const half = (middle: number, tops: Lettering['seat']['tops']): Lettering['bookends'] => {
    const reach = readingDirection(track, tops) * 0.25;
    return { startU: wrap(middle - reach), endU: wrap(middle + reach) };
  };
  const item: Lettering = {
    ...turned,
    id: ids.lettering,
    anchor: { ...turned.anchor, at: placeAtFraction(track, wrap(u + 0.5)) },
    bookends: whole ? half(u + 0.5, turned.seat.tops) : { startU: wrap(startU + 0.5), endU: wrap(endU + 0.5) },
  };
  return ok([
    ...(whole && alone ? [setStep(piece, lettering.id, ['bookends'], half(u, lettering.seat.tops))] : []),
    { kind: 'insert', index: piece.items.indexOf(lettering) + 1, item },
  ]);
}
