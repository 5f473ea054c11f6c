import { DXF_TOLERANCE_MM } from './dxfTolerance';
import { DxfWriter, LWPolylineFlags, point2d, Units } from '@tarikjabiri/dxf';
import type { Drawing } from '../drawing/drawPiece';
import { toolOutlines } from '../drawing/strokeOutline';
import type { Paint, Sink } from '../drawing/sink';
import { asR2000, colourNumber } from './dxfR2000';
import { COMMAND, flattenedContours, type Contour } from '../geometry/outlines/outline';

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

/**
 * Writes a drawing as DXF (R2000, millimetres, y upwards, its origin at the lower left corner of the sheet) for
 * plotters and engravers: every contour a polyline, every item of the piece a layer of its own, in the colour of the
 * index that comes nearest to its screen colour. Halos and wide strokes are given by their edges, narrow strokes by
 * their middle, since a tool has a width of its own, see `toolOutlines`; pictures are left out. The same drawing gives
 * the same text.
 *
 * @param toleranceMm how far the polylines may be from the curves, 0.001 to 1 mm
 */
export function writeDxf(drawing: Drawing, toleranceMm = DXF_TOLERANCE_MM): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  const { heightMm } = drawing.sheet;
  const sink = new ContourSink(toleranceMm, (contours, { fill, stroke }, id) => {
    const layer = layerName(id);
    dxf.addLayer(layer, 7, 'CONTINUOUS');
    dxf.setCurrentLayerName(layer);
    const number = colourNumber((fill ?? stroke?.ink)?.screen ?? '#000000');
    for (const { points, closed } of contours) {
      const places = Array.from({ length: points.length / 2 }, (_, i) => ({
        point: point2d(rounded(points[2 * i]!), rounded(heightMm - points[2 * i + 1]!)),
      }));
      if (places.length > 1)
        dxf.addLWPolyline(places, {
          colorNumber: number,
          flags: closed ? LWPolylineFlags.Closed : LWPolylineFlags.None,
        });
    }
  });
  for (const path of drawing.paths) {
    if (path.picture) continue;
    for (const trace of toolOutlines(path)) {
      trace(sink);
      sink.paint(path.paint, path.id);
    }
  }
  return asR2000(dxf.stringify());
}
