import type { Drawing } from '../../drawing/drawPiece';
import type { DrawnInk, Paint, Sink } from '../../drawing/sink';
import { toolOutlines } from '../../drawing/strokeOutline';
import { COMMAND, flattenedContours, type Contour } from '../../geometry/outlines/outline';
import { arcsAlong, type ArcCorner } from '../../geometry/outlines/arcs';
import { linesOf } from '../../geometry/outlines/lines';
import type { Trace } from '../../geometry/outlines/outlineSink';
import { printMarks, type Marks } from '../marks/printMarks';

/** Collects outlines and hands each to a taker, as lines of points, when it is painted. */
class ContourSink implements Sink {
  private commands: number[] = [];
  private coords: number[] = [];

  constructor(
    private readonly toleranceMm: number,
    private readonly take: (contours: readonly Contour[], paint: Paint, id: string) => void,
  ) {}

  private add(command: number, ...values: number[]): void {
    this.commands.push(command);
    this.coords.push(...values);
  }
  moveTo(x: number, y: number): void {
    this.add(COMMAND.move, x, y);
  }
  lineTo(x: number, y: number): void {
    this.add(COMMAND.line, x, y);
  }
  quadTo(x1: number, y1: number, x: number, y: number): void {
    this.add(COMMAND.quad, x1, y1, x, y);
  }
  curveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    this.add(COMMAND.cubic, x1, y1, x2, y2, x, y);
  }
  closePath(): void {
    this.add(COMMAND.close);
  }
  paint(paint: Paint, id: string): void {
    this.take(
      flattenedContours(
        { commands: Uint8Array.from(this.commands), coords: Float64Array.from(this.coords) },
        this.toleranceMm,
      ),
      paint,
      id,
    );
    this.commands = [];
    this.coords = [];
  }
}

/** Places of a ten-thousandth of a mm: finer than any plotter steps. */
export const rounded = (value: number): number => Math.round(value * 1e4) / 1e4 || 0;

/** From what is cut to the weeding box, mm. */
const BOX_MM = 3;

/**
 * The area that a contour takes, without its sign: what lies inside another is smaller than that. It goes by the places
 * that are written, so that the order is the same on every machine.
 */
function areaOf({ points }: Contour): number {
  const at = (i: number): number => rounded(points[i % points.length]!);
  let sum = 0;
  for (let i = 0; i < points.length; i += 2) sum += at(i) * at(i + 3) - at(i + 2) * at(i + 1);
  return Math.abs(sum) / 2;
}

/** Registration marks as lines and rings. */
function markContours({ lines, circles }: Marks): Contour[] {
  const parts = 48;
  return [
    ...lines.map(([x0, y0, x1, y1]) => ({ points: Float64Array.of(x0, y0, x1, y1), closed: false })),
    ...circles.map(([x, y, r]) => ({
      points: Float64Array.from({ length: 2 * parts }, (_, i) => {
        const a = (Math.floor(i / 2) * 2 * Math.PI) / parts;
        return i % 2 === 0 ? x + r * Math.cos(a) : y + r * Math.sin(a);
      }),
      closed: true,
    })),
  ];
}

/** What a tool follows beside what is drawn. */
export interface ToolExtras {
  /** A box about all, to weed what is left over. */
  readonly weedingBox: boolean;
  /** Registration marks about the sheet. */
  readonly marks: boolean;
  /** Whether lines are given as arcs too; not where they are left out. */
  readonly arcs?: boolean;
}

/** A line that a tool follows, mm of the sheet. */
export interface ToolContour extends Contour {
  /** The ink it is of; null for what is of none. */
  readonly ink: DrawnInk | null;
  /** The item it is of. */
  readonly id: string;
  readonly kind: 'drawn' | 'box' | 'mark';
  /** The same as straight pieces and arcs, where that is asked for. */
  readonly arcs?: readonly ArcCorner[];
}

/** The weeding box about contours, by the places that are written. */
function boxAbout(contours: readonly Contour[], heightMm: number): Contour[] {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { points } of contours)
    for (let i = 0; i < points.length; i += 2) {
      const [x, y] = [rounded(points[i]!), rounded(heightMm - points[i + 1]!)];
      [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
    }
  if (x0 > x1) return [];
  const [l, t, r, b] = [x0 - BOX_MM, heightMm - y1 - BOX_MM, x1 + BOX_MM, heightMm - y0 + BOX_MM];
  return [{ points: Float64Array.of(l, t, r, t, r, b, l, b), closed: true }];
}

/** An outline that a tool follows, and its contours as lines of points. */
interface ToolOutline {
  readonly ink: DrawnInk | null;
  readonly id: string;
  readonly trace: Trace;
  readonly contours: readonly Contour[];
  /** Of its largest contour, square mm. */
  readonly area: number;
}

/** Sorts by area, the smallest first; what is as large stays in its order. */
const bySize = <T extends { readonly area: number }>(list: readonly T[]): T[] =>
  [...list].sort((a, b) => a.area - b.area);

/**
 * The outlines that a tool follows, ink by ink, from the inside out: what is cut out of a sheet first is held no longer
 * by it. Halos and wide strokes are given by their edges, narrow strokes by their middle, see `toolOutlines`; pictures
 * are left out.
 *
 * @param toleranceMm how far the lines may be from the curves
 */
export function outlinesInsideOut(drawing: Drawing, toleranceMm: number): ToolOutline[] {
  const byInk = new Map<string | null, { area: number; readonly outlines: ToolOutline[] }>();
  for (const path of drawing.paths) {
    if (path.picture) continue;
    for (const trace of toolOutlines(path)) {
      const sink = new ContourSink(toleranceMm, (contours, { fill, stroke }, id) => {
        const ink = fill ?? stroke?.ink ?? null,
          area = Math.max(0, ...contours.map(areaOf)),
          group = byInk.get(ink?.plate.id ?? null) ?? { area: 0, outlines: [] };
        group.outlines.push({ ink, id, trace, contours, area });
        group.area = Math.max(group.area, area);
        byInk.set(ink?.plate.id ?? null, group);
      });
      trace(sink);
      sink.paint(path.paint, path.id);
    }
  }
  return bySize([...byInk.values()]).flatMap(({ outlines }) => bySize(outlines));
}

/** The lines of an outline as straight pieces and arcs, by the contours that they are as points. */
function arcsOf({ trace, contours }: ToolOutline, toleranceMm: number): ReadonlyMap<Contour, readonly ArcCorner[]> {
  const lines = linesOf(trace);
  if (lines.length !== contours.length) return new Map();
  return new Map(contours.map((contour, i) => [contour, arcsAlong(lines[i]!, toleranceMm)]));
}

/** The lines of an outline from the inside out. */
export const contoursInsideOut = (contours: readonly Contour[]): Contour[] =>
  bySize(contours.map((contour) => ({ contour, area: areaOf(contour) }))).map(({ contour }) => contour);

/**
 * The lines that a tool follows, in their order: outlines and the contours of each from the inside out, see
 * `outlinesInsideOut`; then the weeding box and the marks.
 *
 * @param toleranceMm how far the lines may be from the curves
 */
export function toolContours(drawing: Drawing, toleranceMm: number, extras: ToolExtras): ToolContour[] {
  const drawn = outlinesInsideOut(drawing, toleranceMm).flatMap((outline) => {
    const { ink, id, contours } = outline;
    const arcs = extras.arcs ? arcsOf(outline, toleranceMm) : null;
    return contoursInsideOut(contours)
      .filter(({ points }) => points.length > 2)
      .map((contour): ToolContour => ({ ...contour, ink, id, kind: 'drawn', arcs: arcs?.get(contour) }));
  });
  const other = (kind: ToolContour['kind'], contours: readonly Contour[]): ToolContour[] =>
    contours.map((contour) => ({ ...contour, ink: null, id: kind, kind }));
  return [
    ...drawn,
    ...(extras.weedingBox ? other('box', boxAbout(drawn, drawing.sheet.heightMm)) : []),
    ...(extras.marks ? other('mark', markContours(printMarks(drawing.sheet))) : []),
  ];
}
