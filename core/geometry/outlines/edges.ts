import { hypot } from '../../hypot';
import { fitHermite } from '../hermite';
import { roundCubics } from './roundCubics';
import type { OutlineSink, Trace } from './outlineSink';

/** A cubic by its four points, x and y in turn; lines are those with kind `line`. */
export type CubicPoints = readonly [number, number, number, number, number, number, number, number];

/**
 * A piece of a region's boundary, travelled by t from 0 to 1: a line, a cubic, the parallel of one of both at a
 * distance to the right of travel, or part of a circle.
 */
export type Edge =
  | { readonly kind: 'line' | 'cubic'; readonly points: CubicPoints }
  | { readonly kind: 'parallel'; readonly points: CubicPoints; readonly distance: number }
  | {
      readonly kind: 'round';
      readonly x: number;
      readonly y: number;
      readonly radius: number;
      readonly startRad: number;
      readonly sweepRad: number;
    };

/** The boundary of a region: each contour closed, each edge beginning where the one before ends. */
export type Region = readonly (readonly Edge[])[];

/** How far boundaries may be from the true curves while regions are combined, mm. */
const REGION_TOLERANCE_MM = 0.001;
const MOST_STEPS = 2000;

export const lineEdge = (x0: number, y0: number, x1: number, y1: number): Edge => ({
  kind: 'line',
  points: [x0, y0, x0 + (x1 - x0) / 3, y0 + (y1 - y0) / 3, x0 + (2 * (x1 - x0)) / 3, y0 + (2 * (y1 - y0)) / 3, x1, y1],
});

/** Place and derivative of a cubic at t. */
export function onCubic(
  [x0, y0, x1, y1, x2, y2, x3, y3]: CubicPoints,
  t: number,
): { x: number; y: number; dx: number; dy: number } {
  const m = 1 - t,
    a = m * m * m,
    b = 3 * m * m * t,
    c = 3 * m * t * t,
    d = t * t * t;
  const e = 3 * m * m,
    f = 6 * m * t,
    g = 3 * t * t;
  return {
    x: a * x0 + b * x1 + c * x2 + d * x3,
    y: a * y0 + b * y1 + c * y2 + d * y3,
    dx: e * (x1 - x0) + f * (x2 - x1) + g * (x3 - x2),
    dy: e * (y1 - y0) + f * (y2 - y1) + g * (y3 - y2),
  };
}

/** Direction of a cubic at t; where a handle has no length, that of the next point that lies elsewhere. */
export function directionOn(points: CubicPoints, t: number): { x: number; y: number } {
  let { dx, dy } = onCubic(points, t);
  if (hypot(dx, dy) < 1e-9) {
    const step = t < 0.5 ? 1e-4 : -1e-4;
    const [a, b] = [onCubic(points, t), onCubic(points, t + step)];
    [dx, dy] = [(b.x - a.x) / step, (b.y - a.y) / step];
  }
  const speed = hypot(dx, dy) || 1;
  return { x: dx / speed, y: dy / speed };
}

/** The place at t on an edge. */
export function onEdge(edge: Edge, t: number): { x: number; y: number } {
  if (edge.kind === 'round') {
    const angle = edge.startRad + edge.sweepRad * t;
    return { x: edge.x + edge.radius * Math.cos(angle), y: edge.y + edge.radius * Math.sin(angle) };
  }
  const at = onCubic(edge.points, t);
  if (edge.kind !== 'parallel') return at;
  const way = directionOn(edge.points, t);
  return { x: at.x + way.y * edge.distance, y: at.y - way.x * edge.distance };
}

/** By how much the control polygon of a cubic turns, radians: no less than its own curve does. */
function turning([x0, y0, x1, y1, x2, y2, x3, y3]: CubicPoints): number {
  const legs = [
    [x1 - x0, y1 - y0],
    [x2 - x1, y2 - y1],
    [x3 - x2, y3 - y2],
  ].filter(([x, y]) => hypot(x!, y!) > 1e-9);
  let sum = 0;
  for (let i = 1; i < legs.length; i++) {
    const [[ax, ay], [bx, by]] = [legs[i - 1]!, legs[i]!] as [[number, number], [number, number]];
    sum += Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by));
  }
  return sum;
}

/** Into how many chords an edge is cut, so that none is farther from it than the tolerance. */
export function stepsOf(edge: Edge): number {
  if (edge.kind === 'line') return 1;
  const roundSteps = (radius: number, angle: number): number => angle * Math.sqrt(radius / (8 * REGION_TOLERANCE_MM));
  if (edge.kind === 'round')
    return Math.min(MOST_STEPS, Math.max(1, Math.ceil(roundSteps(edge.radius, Math.abs(edge.sweepRad)))));
  const [x0, y0, x1, y1, x2, y2, x3, y3] = edge.points;
  const bend = Math.max(hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2), hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3));
  if (bend < 1e-9) return 1;
  const own = Math.sqrt((0.75 * bend) / REGION_TOLERANCE_MM);
  const more = edge.kind === 'parallel' ? roundSteps(Math.abs(edge.distance), turning(edge.points)) : 0;
  return Math.min(MOST_STEPS, Math.max(1, Math.ceil(own + more)));
}

/** The part of a cubic between two of its parameters, by de Casteljau; from > to gives it backwards. */
export function partOf([x0, y0, x1, y1, x2, y2, x3, y3]: CubicPoints, from: number, to: number): CubicPoints {
  if (from === 0 && to === 1) return [x0, y0, x1, y1, x2, y2, x3, y3];
  // The blossom of the cubic at each mix of both parameters.
  const blossom = (p: number, q: number, r: number, a: number, b: number, c: number, d: number): number => {
    const mix = (u: number, v: number, t: number): number => u + (v - u) * t;
    const [ab, bc, cd] = [mix(a, b, p), mix(b, c, p), mix(c, d, p)];
    return mix(mix(ab, bc, q), mix(bc, cd, q), r);
  };
  const at = (p: number, q: number, r: number): [number, number] => [
    blossom(p, q, r, x0, x1, x2, x3),
    blossom(p, q, r, y0, y1, y2, y3),
  ];
  return [
    ...at(from, from, from),
    ...at(from, from, to),
    ...at(from, to, to),
    ...at(to, to, to),
  ] as unknown as CubicPoints;
}

/**
 * What part of an edge becomes in a drawing: lines and cubics. The end is where it is said to be, to the last digit.
 */
export function sendPart(edge: Edge, from: number, to: number, end: { x: number; y: number }, sink: OutlineSink): void {
  if (edge.kind === 'line') {
    sink.lineTo(end.x, end.y);
    return;
  }
  if (edge.kind === 'cubic') {
    const [, , x1, y1, x2, y2] = partOf(edge.points, from, to);
    sink.curveTo(x1, y1, x2, y2, end.x, end.y);
    return;
  }
  if (edge.kind === 'round') {
    const parts = roundCubics(
      edge.x,
      edge.y,
      edge.radius,
      edge.startRad + edge.sweepRad * from,
      edge.sweepRad * (to - from),
    );
    parts.forEach(([x1, y1, x2, y2, x, y], i) => {
      const last = i === parts.length - 1;
      sink.curveTo(x1, y1, x2, y2, last ? end.x : x, last ? end.y : y);
    });
    return;
  }
  const step = 1e-5;
  const parts = fitHermite(
    (u) => {
      const t = from + (to - from) * u;
      const [a, b] = [onEdge(edge, Math.max(t - step, -step)), onEdge(edge, t + step)];
      return {
        point: onEdge(edge, t),
        derivative: { x: ((b.x - a.x) / (2 * step)) * (to - from), y: ((b.y - a.y) / (2 * step)) * (to - from) },
      };
    },
    0,
    1,
    REGION_TOLERANCE_MM / 2,
    1,
  );
  parts.forEach(({ p1, p2, p3 }, i) => {
    const at = i === parts.length - 1 ? end : p3;
    sink.curveTo(p1.x, p1.y, p2.x, p2.y, at.x, at.y);
  });
}

/** Gathers what is sent to it as the boundary of a region: quadratics raised, open contours closed. */
export class RegionSink implements OutlineSink {
  readonly contours: Edge[][] = [];
  private edges: Edge[] = [];
  private x = 0;
  private y = 0;
  private startX = 0;
  private startY = 0;

  private end(): void {
    if (this.edges.length > 0) {
      if (hypot(this.x - this.startX, this.y - this.startY) > 1e-9)
        this.edges.push(lineEdge(this.x, this.y, this.startX, this.startY));
      this.contours.push(this.edges);
    }
    this.edges = [];
    [this.x, this.y] = [this.startX, this.startY];
  }

  moveTo(x: number, y: number): void {
    this.end();
    [this.x, this.y, this.startX, this.startY] = [x, y, x, y];
  }
  lineTo(x: number, y: number): void {
    if (hypot(x - this.x, y - this.y) > 1e-9) this.edges.push(lineEdge(this.x, this.y, x, y));
    [this.x, this.y] = [x, y];
  }
  quadTo(x1: number, y1: number, x: number, y: number): void {
    this.curveTo(
      this.x + (2 / 3) * (x1 - this.x),
      this.y + (2 / 3) * (y1 - this.y),
      x + (2 / 3) * (x1 - x),
      y + (2 / 3) * (y1 - y),
      x,
      y,
    );
  }
  curveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    this.edges.push({ kind: 'cubic', points: [this.x, this.y, x1, y1, x2, y2, x, y] });
    [this.x, this.y] = [x, y];
  }
  closePath(): void {
    this.end();
  }
  finish(): void {
    this.end();
  }
}

/** The region that an outline is the boundary of. */
export function regionOf(trace: Trace): Region {
  const sink = new RegionSink();
  trace(sink);
  sink.finish();
  return sink.contours;
}

/** Nodes and weights of Gauss and Legendre on 0 to 1, which are exact for the area under a cubic: degree 5. */
const NODES = [0.5 - Math.sqrt(0.15), 0.5, 0.5 + Math.sqrt(0.15)] as const,
  WEIGHTS = [5 / 18, 4 / 9, 5 / 18] as const;
const PARALLEL_PARTS = 64;

/** Twice the area between the origin and an edge. */
function wedge(edge: Edge): number {
  if (edge.kind === 'round') {
    const [a, b] = [onEdge(edge, 0), onEdge(edge, 1)];
    return edge.radius * edge.radius * edge.sweepRad + edge.x * (b.y - a.y) - edge.y * (b.x - a.x);
  }
  if (edge.kind === 'parallel') {
    let sum = 0;
    for (let i = 0; i < PARALLEL_PARTS; i++) {
      const [a, b] = [onEdge(edge, i / PARALLEL_PARTS), onEdge(edge, (i + 1) / PARALLEL_PARTS)];
      sum += a.x * b.y - a.y * b.x;
    }
    return sum;
  }
  return NODES.reduce((sum, t, i) => {
    const { x, y, dx, dy } = onCubic(edge.points, t);
    return sum + WEIGHTS[i]! * (x * dy - y * dx);
  }, 0);
}

/**
 * Signed area of a region, mm²: positive where its outer contours run from x to y (clockwise on the sheet). Exact but
 * for parallels.
 */
export const areaOf = (region: Region): number =>
  region.reduce((sum, contour) => sum + contour.reduce((part, edge) => part + wedge(edge), 0), 0) / 2;
