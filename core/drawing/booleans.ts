import { hypot } from '../hypot';
import { Clipper64, ClipType, FillRule, type Path64, type Paths64 } from 'clipper2-ts';
import { onEdge, RegionSink, sendPart, stepsOf, type Edge, type Region } from '../geometry/outlines/edges';
import type { OutlineSink } from '../geometry/outlines/outlineSink';

/** Units in a mm that regions are combined in: places are exact to 0.00001 mm. */
const UNITS = 1e5;
/** Room for the steps of an edge in a tag. */
const TAGS = 4096;
/** Pieces shorter than this are left out, mm. */
const SHORTEST_MM = 3e-5;

const RULES = { nonzero: FillRule.NonZero, positive: FillRule.Positive, evenodd: FillRule.EvenOdd } as const;

/** Edges by number, each with the one that follows it on its contour, as tags of polygon points name them. */
interface Tagged {
  readonly edges: Edge[];
  readonly steps: number[];
  readonly next: number[];
  readonly before: number[];
}

/** Polygons of a region, every point tagged with its edge and its step on it. */
function polygons(region: Region, tagged: Tagged): Paths64 {
  return region
    .filter((contour) => contour.length > 0)
    .map((contour): Path64 => {
      const first = tagged.edges.length;
      return contour.flatMap((edge, i) => {
        const n = stepsOf(edge),
          number = first + i;
        tagged.edges.push(edge);
        tagged.steps.push(n);
        tagged.next.push(i + 1 < contour.length ? number + 1 : first);
        tagged.before.push(i > 0 ? number - 1 : first + contour.length - 1);
        return Array.from({ length: n }, (_, step) => {
          const { x, y } = onEdge(edge, step / n);
          return { x: Math.round(x * UNITS), y: Math.round(y * UNITS), z: number * TAGS + step + 1 };
        });
      });
    });
}

/** Part of an edge that a side of a resulting polygon stands for, by its steps; backwards where from > to. */
interface Side {
  readonly edge: number;
  readonly from: number;
  readonly to: number;
}
interface Corner {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** The edges on which a tagged point lies: at the start of its own edge it also ends the one before. */
function placesOf({ z }: Corner, { steps, before }: Tagged): { edge: number; step: number }[] {
  if (z <= 0) return [];
  const edge = Math.floor((z - 1) / TAGS),
    step = (z - 1) % TAGS;
  return step > 0
    ? [{ edge, step }]
    : [
        { edge, step: 0 },
        { edge: before[edge]!, step: steps[before[edge]!]! },
      ];
}

/** How far along the chord from a to b a point lies, 0 to 1, where it lies on it; else null. */
function alongChord(
  p: { x: number; y: number },
  a: { x: number; y: number },
  b: { x: number; y: number },
): number | null {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = hypot(dx, dy);
  if (length === 0) return null;
  const u = ((p.x - a.x) * dx + (p.y - a.y) * dy) / (length * length);
  const off = Math.abs((p.x - a.x) * dy - (p.y - a.y) * dx) / length;
  return off < 4 / UNITS && u > -1e-3 && u < 1.001 ? Math.min(Math.max(u, 0), 1) : null;
}

/**
 * What a side of a resulting polygon was before: part of an edge, or null where only a straight line is known of it.
 */
function sideOf(a: Corner, b: Corner, tagged: Tagged): Side | null {
  const { edges, steps } = tagged;
  const [ofA, ofB] = [placesOf(a, tagged), placesOf(b, tagged)];
  for (const p of ofA)
    for (const q of ofB) {
      if (p.edge === q.edge && Math.abs(p.step - q.step) === 1) return { edge: p.edge, from: p.step, to: q.step };
    }
  const [known, other] = ofA.length > 0 ? [ofA, b] : [ofB, a];
  if (ofA.length > 0 && ofB.length > 0) return null;
  const at = { x: other.x / UNITS, y: other.y / UNITS };
  for (const { edge, step } of known)
    for (const neighbour of [step - 1, step + 1]) {
      const n = steps[edge]!;
      if (neighbour < 0 || neighbour > n || edges[edge]!.kind === 'line') continue;
      const u = alongChord(at, onEdge(edges[edge]!, step / n), onEdge(edges[edge]!, neighbour / n));
      if (u === null) continue;
      const there = step + (neighbour - step) * u;
      return known === ofA ? { edge, from: step, to: there } : { edge, from: there, to: step };
    }
  return null;
}

/** Sends a resulting polygon with the edges that its sides came from put back. */
function sendContour(corners: readonly Corner[], tagged: Tagged, sink: OutlineSink): void {
  const { edges, steps } = tagged;
  const count = corners.length;
  const sides = corners.map((corner, i) => sideOf(corner, corners[(i + 1) % count]!, tagged));
  const continues = (a: Side | null | undefined, b: Side | null | undefined): boolean =>
    Boolean(a && b && a.edge === b.edge && a.to === b.from && Math.sign(a.to - a.from) === Math.sign(b.to - b.from));
  // Begin where something new begins; a contour that is one edge all round begins anywhere.
  let start = sides.findIndex((side, i) => !continues(sides[(i + count - 1) % count], side));
  if (start < 0) start = 0;
  const exact = (corner: Corner, side: Side | null, at: number | undefined): { x: number; y: number } =>
    side && at !== undefined && Number.isInteger(at)
      ? onEdge(edges[side.edge]!, at / steps[side.edge]!)
      : { x: corner.x / UNITS, y: corner.y / UNITS };
  const first = exact(corners[start]!, sides[start]!, sides[start]?.from);
  sink.moveTo(first.x, first.y);
  let here = first;
  for (let done = 0; done < count;) {
    const i = (start + done) % count;
    const side = sides[i]!;
    let length = 1;
    while (done + length < count && continues(sides[(i + length - 1) % count], sides[(i + length) % count])) length++;
    const last = sides[(i + length - 1) % count]!;
    const corner = corners[(i + length) % count]!;
    done += length;
    const closing = done === count;
    const end = closing ? first : exact(corner, last, last?.to);
    if (hypot(end.x - here.x, end.y - here.y) < SHORTEST_MM && length === 1) continue;
    if (!side || !last) sink.lineTo(end.x, end.y);
    else sendPart(edges[side.edge]!, side.from / steps[side.edge]!, last.to / steps[side.edge]!, end, sink);
    here = end;
  }
  sink.closePath();
}

export type Operation = 'union' | 'difference' | 'intersection';
const OPERATIONS: Readonly<Record<Operation, ClipType>> = {
  union: ClipType.Union,
  difference: ClipType.Difference,
  intersection: ClipType.Intersection,
};

/**
 * Combines regions. Polygons as dense as the tolerance of 0.001 mm are combined (Vatti's sweep, Clipper2), and every
 * stretch of a curve that is left comes back as that curve, cut at its own parameters: what was not cut is what it was
 * before.
 *
 * @param rule by which the winding of both regions is read
 * @returns a region without overlaps, its outer contours clockwise on the sheet, its holes the other way round
 */
export function combine(
  operation: Operation,
  subject: Region,
  clip: Region,
  rule: keyof typeof RULES = 'nonzero',
): Region {
  const tagged: Tagged = { edges: [], steps: [], next: [], before: [] };
  const clipper = new Clipper64();
  // Points where boundaries cross belong to no edge.
  clipper.zCallback = (_a, _b, _c, _d, point) => {
    point.z = 0;
  };
  clipper.addSubject(polygons(subject, tagged));
  if (clip.length > 0) clipper.addClip(polygons(clip, tagged));
  const solution: Paths64 = [];
  clipper.execute(OPERATIONS[operation], RULES[rule], solution);
  const sink = new RegionSink();
  for (const path of solution)
    if (path.length > 2)
      sendContour(
        path.map(({ x, y, z }) => ({ x, y, z: z ?? 0 })),
        tagged,
        sink,
      );
  sink.finish();
  return sink.contours;
}

/** Sends a region to a sink, without painting it. */
export function traceRegion(region: Region, sink: OutlineSink): void {
  for (const contour of region) {
    const [first] = contour;
    if (!first) continue;
    const from = onEdge(first, 0);
    sink.moveTo(from.x, from.y);
    contour.forEach((edge, i) => {
      // The last line back is what closing draws.
      if (edge.kind === 'line' && i === contour.length - 1) return;
      sendPart(
        edge,
        0,
        1,
        edge.kind === 'round' || edge.kind === 'parallel' ? onEdge(edge, 1) : { x: edge.points[6], y: edge.points[7] },
        sink,
      );
    });
    sink.closePath();
  }
}
