import { smoothLength } from '../gaussLegendre';
import { lineEdge, partOf, type CubicPoints, type Edge } from './edges';
import type { OutlineSink, Trace } from './outlineSink';
import { hypot } from '../../hypot';

type PlainEdge = Extract<Edge, { kind: 'line' | 'cubic' }>;

/** A line as it is drawn, from where it begins: each edge begins where the one before ends. */
export interface DrawnLine {
  readonly edges: readonly PlainEdge[];
  /** Whether it was closed, so that its last corner is where it begins. */
  readonly closed: boolean;
}

/** Gathers what is sent to it as lines: quadratics raised, what has no length left out. */
class LineSink implements OutlineSink {
  readonly lines: DrawnLine[] = [];
  private edges: PlainEdge[] = [];
  private at: readonly [number, number] = [0, 0];
  private start: readonly [number, number] = [0, 0];

  private end(closed: boolean): void {
    if (this.edges.length > 0) this.lines.push({ edges: this.edges, closed });
    this.edges = [];
  }
  moveTo(x: number, y: number): void {
    this.end(false);
    this.at = this.start = [x, y];
  }
  lineTo(x: number, y: number): void {
    const [x0, y0] = this.at;
    if (hypot(x - x0, y - y0) > 1e-9) this.edges.push(lineEdge(x0, y0, x, y) as PlainEdge);
    this.at = [x, y];
  }
  quadTo(x1: number, y1: number, x: number, y: number): void {
    const [x0, y0] = this.at;
    const toward = (from: number, to: number): number => from + (2 / 3) * (to - from);
    this.curveTo(toward(x0, x1), toward(y0, y1), toward(x, x1), toward(y, y1), x, y);
  }
  curveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    const points: CubicPoints = [...this.at, x1, y1, x2, y2, x, y];
    if (lengthOf({ kind: 'cubic', points }) > 1e-9) this.edges.push({ kind: 'cubic', points });
    this.at = [x, y];
  }
  closePath(): void {
    this.lineTo(...this.start);
    this.end(true);
    this.at = this.start;
  }
  finish(): void {
    this.end(false);
  }
}

/** The lines of an outline, each as it was drawn. */
export function linesOf(trace: Trace): readonly DrawnLine[] {
  const sink = new LineSink();
  trace(sink);
  sink.finish();
  return sink.lines;
}

const PARTS = 4;
/** Length in mm of an edge up to one of its parameters. */
function lengthOf({ kind, points }: PlainEdge, to = 1): number {
  const [x0, y0, x1, y1, x2, y2, x3, y3] = points;
  if (kind === 'line') return to * hypot(x3 - x0, y3 - y0);
  const segment = { kind, p0: { x: x0, y: y0 }, p1: { x: x1, y: y1 }, p2: { x: x2, y: y2 }, p3: { x: x3, y: y3 } };
  let sum = 0;
  for (let i = 0; i < PARTS; i++) sum += smoothLength(segment, (to * i) / PARTS, (to * (i + 1)) / PARTS);
  return sum;
}

/** Length of lines together, mm. */
export const lineLength = (lines: readonly DrawnLine[]): number =>
  lines.reduce((sum, { edges }) => edges.reduce((part, edge) => part + lengthOf(edge), sum), 0);

/** The parameter of an edge at a length from its start, by halving. */
function parameterAt(edge: PlainEdge, mm: number, whole: number): number {
  if (edge.kind === 'line') return mm / whole;
  let [low, high] = [0, 1];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (lengthOf(edge, middle) < mm) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * The dashes of lines: each a line of its own, beginning with a dash where the line begins.
 *
 * @param onMm length of a dash, above 0
 * @param offMm length of a gap
 */
export function dashesOf(lines: readonly DrawnLine[], [onMm, offMm]: readonly [number, number]): DrawnLine[] {
  return lines.flatMap(({ edges }) => {
    const dashes: PlainEdge[][] = [];
    let before = 0;
    for (const edge of edges) {
      const length = lengthOf(edge);
      const first = Math.max(0, Math.floor(before / (onMm + offMm)));
      for (let n = first; n * (onMm + offMm) < before + length; n++) {
        const from = Math.max(n * (onMm + offMm), before),
          to = Math.min(n * (onMm + offMm) + onMm, before + length);
        if (to - from < 1e-9) continue;
        const points = partOf(
          edge.points,
          parameterAt(edge, from - before, length),
          parameterAt(edge, to - before, length),
        );
        (dashes[n] ??= []).push({ ...edge, points });
      }
      before += length;
    }
    return dashes.filter((dash) => dash.length > 0).map((dash): DrawnLine => ({ edges: dash, closed: false }));
  });
}

/** Sends lines to a sink, without painting them. */
export function traceLines(lines: readonly DrawnLine[], sink: OutlineSink): void {
  for (const { edges, closed } of lines) {
    sink.moveTo(edges[0]!.points[0], edges[0]!.points[1]);
    for (const { kind, points } of edges)
      if (kind === 'line') sink.lineTo(points[6], points[7]);
      else sink.curveTo(points[2], points[3], points[4], points[5], points[6], points[7]);
    if (closed) sink.closePath();
  }
}
