import { DXF_TOLERANCE_MM } from './dxfTolerance';
import { DxfWriter, LWPolylineFlags, point2d, Units } from '@tarikjabiri/dxf';
import type { Drawing } from '../../drawing/drawPiece';
import { toolOutlines } from '../../drawing/strokeOutline';
import type { Paint, Sink } from '../../drawing/sink';
import { asR2000, colourNumber } from './dxfR2000';
import { printMarks, type Marks } from '../marks/printMarks';
import { COMMAND, flattenedContours, type Contour } from '../../geometry/outlines/outline';

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

/** A layer's name as every reader takes it: letters, digits, - and _. */
const layerName = (id: string): string => id.replace(/[^A-Za-z0-9_-]/g, '_').slice(0, 60) || 'item';

/** Places of a ten-thousandth of a mm: finer than any plotter steps. */
const rounded = (value: number): number => Math.round(value * 1e4) / 1e4 || 0;

export interface DxfOptions {
  /** What the layers are: an ink each, by its name, or an item each. */
  readonly layers: 'ink' | 'item';
  /** A box about all, to weed what is left over. */
  readonly weedingBox: boolean;
  /** Registration marks about the sheet. */
  readonly marks: boolean;
}

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

/** Polylines on layers, and how far they reach. */
class Plot {
  readonly dxf = new DxfWriter();
  private readonly reach = { x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity };

  constructor(private readonly heightMm: number) {
    this.dxf.setUnits(Units.Millimeters);
  }

  /** Contours on a layer, from the inside out: what is cut out of a sheet is still held by it. */
  add(contours: readonly Contour[], layer: string, colorNumber: number): void {
    this.dxf.addLayer(layer, 7, 'CONTINUOUS');
    this.dxf.setCurrentLayerName(layer);
    for (const { points, closed } of [...contours].sort((a, b) => areaOf(a) - areaOf(b))) {
      const places = Array.from({ length: points.length / 2 }, (_, i) => {
        const [x, y] = [rounded(points[2 * i]!), rounded(this.heightMm - points[2 * i + 1]!)];
        const { x0, y0, x1, y1 } = this.reach;
        Object.assign(this.reach, {
          x0: Math.min(x0, x),
          y0: Math.min(y0, y),
          x1: Math.max(x1, x),
          y1: Math.max(y1, y),
        });
        return { point: point2d(x, y) };
      });
      if (places.length > 1)
        this.dxf.addLWPolyline(places, { colorNumber, flags: closed ? LWPolylineFlags.Closed : LWPolylineFlags.None });
    }
  }

  box(): void {
    const { x0, y0, x1, y1 } = this.reach;
    if (x0 > x1) return;
    const [l, t, r, b] = [x0 - BOX_MM, this.heightMm - y1 - BOX_MM, x1 + BOX_MM, this.heightMm - y0 + BOX_MM];
    this.add([{ points: Float64Array.of(l, t, r, t, r, b, l, b), closed: true }], 'Weeding_box', 7);
  }

  text(): string {
    const { x0, y0, x1, y1 } = this.reach;
    const corner = (x: number, y: number) => ({
      10: Number.isFinite(x) ? x : 0,
      20: Number.isFinite(y) ? y : 0,
      30: 0,
    });
    this.dxf.setVariable('$EXTMIN', corner(x0, y0));
    this.dxf.setVariable('$EXTMAX', corner(x1, y1));
    this.dxf.setVariable('$MEASUREMENT', { 70: 1 });
    return asR2000(this.dxf.stringify());
  }
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

/**
 * Writes a drawing as DXF (R2000, millimetres, y upwards, its origin at the lower left corner of the sheet, its extents
 * in the header) for plotters and engravers: every contour a polyline, those of an outline from the inside out, on
 * layers by item or by ink, in the colour of the index that comes nearest to its screen colour. Halos and wide strokes
 * are given by their edges, narrow strokes by their middle, since a tool has a width of its own, see `toolOutlines`;
 * pictures are left out. The same drawing gives the same text.
 *
 * @param toleranceMm how far the polylines may be from the curves, 0.001 to 1 mm
 */
export function writeDxf(
  drawing: Drawing,
  toleranceMm = DXF_TOLERANCE_MM,
  { layers, weedingBox, marks }: DxfOptions = { layers: 'item', weedingBox: false, marks: false },
): string {
  const plot = new Plot(drawing.sheet.heightMm);
  const sink = new ContourSink(toleranceMm, (contours, { fill, stroke }, id) => {
    const ink = fill ?? stroke?.ink;
    plot.add(
      contours,
      layerName(layers === 'ink' && ink ? ink.plate.name : id),
      colourNumber(ink?.screen ?? '#000000'),
    );
  });
  for (const path of drawing.paths) {
    if (path.picture) continue;
    for (const trace of toolOutlines(path)) {
      trace(sink);
      sink.paint(path.paint, path.id);
    }
  }
  if (weedingBox) plot.box();
  if (marks) plot.add(markContours(printMarks(drawing.sheet)), 'Registration', 7);
  return plot.text();
}
