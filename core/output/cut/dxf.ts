import { DXF_TOLERANCE_MM } from './dxfTolerance';
import { DxfWriter, LWPolylineFlags, point2d, Units } from '@tarikjabiri/dxf';
import type { Drawing } from '../../drawing/drawPiece';
import { rounded, toolContours, type ToolContour, type ToolExtras } from './contours';
import { asR2000, colourNumber } from './dxfR2000';

/** A layer's name as every reader takes it: letters, digits, - and _. */
const layerName = (id: string): string => id.replace(/[^A-Za-z0-9_-]/g, '_').slice(0, 60) || 'item';

/** Layers of what is not drawn. */
const LAYERS = { box: 'Weeding_box', mark: 'Registration' } as const;

export interface DxfOptions extends ToolExtras {
  /** What the layers are: an ink each, by its name, or an item each. */
  readonly layers: 'ink' | 'item';
}

/** Polylines on layers, and how far they reach. */
class Plot {
  readonly dxf = new DxfWriter();
  private readonly reach = { x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity };

  constructor(private readonly heightMm: number) {
    this.dxf.setUnits(Units.Millimeters);
  }

  add({ points, closed, arcs }: ToolContour, layer: string, colorNumber: number): void {
    this.dxf.addLayer(layer, 7, 'CONTINUOUS');
    this.dxf.setCurrentLayerName(layer);
    const places = Array.from({ length: points.length / 2 }, (_, i) => {
      const [x, y] = [rounded(points[2 * i]!), rounded(this.heightMm - points[2 * i + 1]!)];
      const { x0, y0, x1, y1 } = this.reach;
      Object.assign(this.reach, { x0: Math.min(x0, x), y0: Math.min(y0, y), x1: Math.max(x1, x), y1: Math.max(y1, y) });
      return { point: point2d(x, y) };
    });
    // Angles turn the other way, since y goes upwards.
    const corners = arcs?.map(({ x, y, bulge }) => ({
      point: point2d(rounded(x), rounded(this.heightMm - y)),
      bulge: Math.round(-bulge * 1e8) / 1e8 || 0,
    }));
    this.dxf.addLWPolyline(corners ?? places, {
      colorNumber,
      flags: closed ? LWPolylineFlags.Closed : LWPolylineFlags.None,
    });
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

/**
 * Writes a drawing as DXF (R2000, millimetres, y upwards, its origin at the lower left corner of the sheet, its extents
 * in the header) for plotters and engravers: every contour a polyline, of arcs too where that is asked for, those of an
 * outline from the inside out, on layers by item or by ink, in the colour of the index that comes nearest to its screen
 * colour. Halos and wide strokes are given by their edges, narrow strokes by their middle, since a tool has a width of
 * its own, see `toolOutlines`; pictures are left out. The same drawing gives the same text.
 *
 * @param toleranceMm how far the polylines may be from the curves, 0.001 to 1 mm
 */
export function writeDxf(
  drawing: Drawing,
  toleranceMm = DXF_TOLERANCE_MM,
  { layers, ...extras }: DxfOptions = { layers: 'item', weedingBox: false, marks: false },
): string {
  const plot = new Plot(drawing.sheet.heightMm);
  for (const contour of toolContours(drawing, toleranceMm, extras)) {
    const { ink, id, kind } = contour;
    const name = kind === 'drawn' ? layerName(layers === 'ink' && ink ? ink.plate.name : id) : LAYERS[kind];
    plot.add(contour, name, kind === 'drawn' ? colourNumber(ink?.screen ?? '#000000') : 7);
  }
  return plot.text();
}
