import { trackIn, trackOf, tracksOf } from '../../curves';
import { drawn } from '../../shapes/drawn';
import { drawnFrom } from '../../curves/toDrawn';
import { pathEnds } from '../../geometry/extent';
import { distance, normaliseDeg } from '../../geometry/vec';
import type { ArcShape } from '../../shapes/arc';
import type { CurveNode, DrawnShape } from '../../shapes/drawn';
import { setStep, type Step } from '../../piece/steps';
import {
  followersOf,
  letteringsOn,
  ornamentsOn,
  parentsOf,
  type Curve,
  type CurveShape,
  type Piece,
} from '../../piece/types';
import { fail, ok, type Result } from '../../result';
import { asNodes } from '../../curves/asNodes';
import { releaseSteps } from './release';
import { reseated, rewrite } from './reseat';

/** Ends nearer than this, mm, become one node; others are joined by a straight stretch. */
const MEET_MM = 0.05;
const SAME_MM = 1e-6;

/** Two arcs of one circle that follow each other: the longer arc, or the whole circle. */
function joinedArcs(a: ArcShape, b: ArcShape): CurveShape | null {
  if (
    distance(a.centre, b.centre) > SAME_MM ||
    Math.abs(a.radiusMm - b.radiusMm) > SAME_MM ||
    Math.sign(a.sweepDeg) !== Math.sign(b.sweepDeg)
  )
    return null;
  const meets = (x: ArcShape, y: ArcShape): boolean => {
    const off = normaliseDeg(x.startDeg + x.sweepDeg - y.startDeg + 180) - 180;
    return Math.abs(off) < 1e-6;
  };
  const sweepDeg = a.sweepDeg + b.sweepDeg;
  if (meets(a, b) && meets(b, a))
    return a.sweepDeg > 0 ? { kind: 'circle', centre: a.centre, radiusMm: a.radiusMm } : null;
  if (Math.abs(sweepDeg) > 359) return null;
  if (meets(a, b)) return { ...a, sweepDeg };
  return meets(b, a) ? { ...b, sweepDeg } : null;
}

/** One run of nodes after another: where they meet two nodes become one. */
function linked(a: readonly CurveNode[], b: readonly CurveNode[]): CurveNode[] {
  const last = a.at(-1)!,
    first = b[0]!;
  if (distance(last.at, first.at) > MEET_MM) return [...a, ...b];
  return [...a.slice(0, -1), { ...last, ahead: first.ahead, kind: 'corner' }, ...b.slice(1)];
}

/** Two open drawn curves as one, the first in its own direction; closed when the other ends meet too. */
function joinedNodes(a: DrawnShape, b: DrawnShape): DrawnShape {
  const ends = (shape: DrawnShape) => [shape.nodes[0]!.at, shape.nodes.at(-1)!.at] as const;
  const [aStart, aEnd] = ends(a),
    [bStart, bEnd] = ends(b);
  const turned = drawn.reverse(b) as DrawnShape;
  const ways = [
    { gap: distance(aEnd, bStart), nodes: () => linked(a.nodes, b.nodes) },
    { gap: distance(aEnd, bEnd), nodes: () => linked(a.nodes, turned.nodes) },
    { gap: distance(aStart, bEnd), nodes: () => linked(b.nodes, a.nodes) },
    { gap: distance(aStart, bStart), nodes: () => linked(turned.nodes, a.nodes) },
  ];
  const nodes = ways.reduce((best, way) => (way.gap < best.gap - 1e-12 ? way : best)).nodes();
  const first = nodes[0]!,
    last = nodes.at(-1)!;
  if (nodes.length < 3 || distance(first.at, last.at) > MEET_MM) return { kind: 'drawn', closed: false, nodes };
  return { kind: 'drawn', closed: true, nodes: [{ ...first, back: last.back, kind: 'corner' }, ...nodes.slice(1, -1)] };
}

/**
 * Joins an open curve with another by the ends that lie nearest. Lettering on either stays where it stands and goes
 * to the joined curve, which keeps the place, name and ink of the first. Two arcs of one circle become one arc, or the
 * circle; anything else a drawn curve.
 *
 * @returns `not-open` when one of them is closed, `follows` when one follows the other
 */
export function joinSteps(piece: Piece, curve: Curve, other: Curve): Result<Step[]> {
  const a = trackIn(piece, curve),
    b = trackIn(piece, other);
  if (!a.ok) return a;
  if (!b.ok) return b;
  if (a.value.path.path.closed || b.value.path.path.closed)
    return fail({ code: 'not-open', message: 'Only open curves have ends to join. Cut the closed one first.' });
  const followed = (one: Curve, two: Curve): boolean => parentsOf(one.shape).some(([, id]) => id === two.id);
  if (followed(curve, other) || followed(other, curve)) {
    return fail({
      code: 'follows',
      message: 'One of these curves follows the other. Convert it to nodes first, then join.',
    });
  }
  const arcs = curve.shape.kind === 'arc' && other.shape.kind === 'arc' ? joinedArcs(curve.shape, other.shape) : null;
  const shape = arcs ?? joinedNodes(drawnFrom(a.value.path.path, asNodes), drawnFrom(b.value.path.path, asNodes));
  const joined = trackOf(shape);
  if (!joined.ok) return joined;
  const steps: Step[] = followersOf(piece, other.id).flatMap((follower) => {
    const track = trackIn(piece, follower);
    return track.ok ? [setStep(piece, follower.id, ['shape'], drawnFrom(track.value.path.path, asNodes))] : [];
  });
  steps.push(...releaseSteps(piece, other.id, letteringsOn(piece, other.id)));
  steps.push(setStep(piece, curve.id, ['shape'], shape));
  for (const one of letteringsOn(piece, curve.id))
    steps.push(...rewrite(piece, one, reseated(one, curve.id, a.value, joined.value)));
  for (const one of letteringsOn(piece, other.id))
    steps.push(...rewrite(piece, one, reseated(one, curve.id, b.value, joined.value)));
  for (const one of ornamentsOn(piece, other.id)) steps.push(setStep(piece, one.id, ['curveId'], curve.id));
  steps.push({ kind: 'remove', index: piece.items.indexOf(other), item: other });
  return ok(steps);
}

/** Open curves of a piece that a curve can be joined with, the one whose ends lie nearest first. */
export function joinable(piece: Piece, curve: Curve): readonly Curve[] {
  const tracks = tracksOf(piece);
  const own = tracks.get(curve.id);
  if (!own?.ok || own.value.path.path.closed) return [];
  const near = (other: Curve): number => {
    const track = trackIn(piece, other);
    return track.ok
      ? Math.min(...pathEnds(own.value.path).flatMap((p) => pathEnds(track.value.path).map((q) => distance(p, q))))
      : Infinity;
  };
  return piece.items
    .filter((item): item is Curve => {
      const track = item.type === 'curve' && item.id !== curve.id && !item.locked ? tracks.get(item.id) : undefined;
      return track?.ok === true && !track.value.path.path.closed;
    })
    .slice()
    .sort((x, y) => near(x) - near(y));
}
