import DxfParser from 'dxf-parser';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece, type Drawing } from '#core/drawing/drawPiece';
import { writeDxf } from '#core/output/cut/dxf';
import { arcsAlong } from '#core/geometry/outlines/arcs';
import { onCubic } from '#core/geometry/outlines/edges';
import { linesOf } from '#core/geometry/outlines/lines';
import type { Trace } from '#core/geometry/outlines/outlineSink';
import { tracePath } from '#core/geometry/outlines/tracePath';
import { makeStroke } from '#core/piece/make';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, lettering, piece, track } from '../../support/pieces';
import { between, seeded } from '../../support/random';
import { SHAPES } from '../../support/shapes';

/** How densely lines are looked at, mm: a place on one is no farther from those of another that lies on it than half of it. */
const STEP_MM = 0.02;

interface Corner {
  readonly x: number;
  readonly y: number;
  readonly bulge?: number;
}
interface Polyline {
  readonly layer: string;
  readonly shape: boolean;
  readonly vertices: readonly Corner[];
}

/** Places along the lines and arcs between corners, as the reference of DXF defines a bulge: the tangent of a quarter of the angle. */
function placesAlong(corners: readonly Corner[], closed: boolean): { x: number; y: number }[] {
  return corners.flatMap((a, i) => {
    const b = corners[(i + 1) % corners.length]!;
    if (i === corners.length - 1 && !closed) return [{ x: a.x, y: a.y }];
    const angle = 4 * Math.atan(a.bulge ?? 0);
    const chord = Math.hypot(b.x - a.x, b.y - a.y);
    const parts = Math.max(1, Math.ceil(chord / STEP_MM));
    return Array.from({ length: parts }, (_, n) => {
      const t = n / parts;
      if (Math.abs(angle) < 1e-9) return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
      // Turn the first radius about the centre.
      const radius = chord / 2 / Math.sin(angle / 2);
      const [ux, uy] = [(b.x - a.x) / chord, (b.y - a.y) / chord];
      const [cx, cy] = [
        (a.x + b.x) / 2 - uy * radius * Math.cos(angle / 2),
        (a.y + b.y) / 2 + ux * radius * Math.cos(angle / 2),
      ];
      const [c, s] = [Math.cos(angle * t), Math.sin(angle * t)];
      return { x: cx + (a.x - cx) * c - (a.y - cy) * s, y: cy + (a.x - cx) * s + (a.y - cy) * c };
    });
  });
}

/** How far each of some places is from the nearest of others at most, mm. */
function furthest(from: readonly { x: number; y: number }[], to: readonly { x: number; y: number }[]): number {
  const cell = 0.25,
    grid = new Map<string, { x: number; y: number }[]>();
  const cellOf = (mm: number): number => Math.floor(mm / cell);
  for (const one of to) {
    const key = `${cellOf(one.x)} ${cellOf(one.y)}`;
    const known = grid.get(key);
    if (known) known.push(one);
    else grid.set(key, [one]);
  }
  let worst = 0;
  for (const { x, y } of from) {
    let nearest = Infinity;
    for (const dx of [-1, 0, 1])
      for (const dy of [-1, 0, 1])
        for (const one of grid.get(`${cellOf(x) + dx} ${cellOf(y) + dy}`) ?? [])
          nearest = Math.min(nearest, Math.hypot(one.x - x, one.y - y));
    worst = Math.max(worst, nearest);
  }
  return worst;
}

/** The true lines of an outline, densely. */
const dense = (trace: Trace): { x: number; y: number }[] =>
  linesOf(trace).flatMap(({ edges }) =>
    edges.flatMap(({ points }) => {
      const [x0, y0, x1, y1, x2, y2, x3, y3] = points;
      const most = Math.hypot(x1 - x0, y1 - y0) + Math.hypot(x2 - x1, y2 - y1) + Math.hypot(x3 - x2, y3 - y2);
      const parts = Math.ceil(most / STEP_MM);
      return Array.from({ length: parts + 1 }, (_, i) => onCubic(points, i / parts));
    }),
  );

describe('lines of arcs', () => {
  let all: Faces;
  beforeAll(async () => {
    all = await faces();
  });
  const polylines = (drawing: Drawing, toleranceMm: number, arcs: boolean): Polyline[] =>
    new DxfParser().parseSync(
      writeDxf(drawing, toleranceMm, { layers: 'item', weedingBox: false, marks: false, arcs }),
    )!.entities as unknown as Polyline[];

  it('have a circle as two half turns, to a thousandth of a mm', () => {
    const [ring] = polylines(
      drawPiece(piece([{ ...curve(circle(30)), stroke: makeStroke('deep', 0.2) }]), all),
      0.01,
      true,
    );
    expect(ring!.vertices).toHaveLength(2);
    for (const { bulge } of ring!.vertices) expect(Math.abs(Math.abs(bulge!) - 1)).toBeLessThan(1e-4);
    for (const { x, y } of placesAlong(ring!.vertices, true))
      expect(Math.abs(Math.hypot(x - 42, y - 42) - 30)).toBeLessThan(0.001);
  });

  it('keep to every kind of curve and to lines drawn at random, within the tolerance', () => {
    const random = seeded(19);
    const any = (): number => between(random, 5, 80);
    const lines: [string, Trace][] = Object.entries(SHAPES).map(([name, shape]) => [
      name,
      (sink) => tracePath(track(shape).path.path, sink),
    ]);
    for (let n = 0; n < 12; n++) {
      const points = Array.from({ length: 8 }, any);
      lines.push([
        `random ${n}`,
        (sink) => {
          sink.moveTo(points[0]!, points[1]!);
          sink.curveTo(points[2]!, points[3]!, points[4]!, points[5]!, points[6]!, points[7]!);
        },
      ]);
    }
    for (const [name, trace] of lines)
      for (const toleranceMm of [0.1, 0.01]) {
        const [line] = linesOf(trace);
        const corners = arcsAlong(line!, toleranceMm);
        // Corners turn clockwise above 0 on the sheet, where y goes downwards: as a reader sees it with y upwards.
        const along = placesAlong(corners, line!.closed);
        const truth = dense(trace);
        expect(furthest(along, truth), `${name} ${toleranceMm}`).toBeLessThan(toleranceMm + STEP_MM / 2);
        expect(furthest(truth, along), `${name} ${toleranceMm}`).toBeLessThan(toleranceMm + STEP_MM / 2);
      }
  });

  it('take far fewer corners for letters than short lines do, and lie where they lie', () => {
    const words = piece([
      curve(circle(30)),
      lettering('Ottermere & Sedge', { size: { by: 'cap', mm: 6 }, faceId: 'lobster' }),
    ]);
    const drawing = drawPiece(words, all);
    const [bent, straight] = [polylines(drawing, 0.005, true), polylines(drawing, 0.001, false)];
    expect(bent).toHaveLength(straight.length);
    const count = (list: readonly Polyline[]): number => list.reduce((sum, { vertices }) => sum + vertices.length, 0);
    expect(count(bent) * 3).toBeLessThan(count(polylines(drawing, 0.005, false)) * 2);
    expect(bent.every(({ shape }) => shape)).toBe(true);
    const places = (list: readonly Polyline[]) => list.flatMap(({ vertices }) => placesAlong(vertices, true));
    const [a, b] = [places(bent), places(straight)];
    expect(Math.max(furthest(a, b), furthest(b, a))).toBeLessThan(0.006 + STEP_MM / 2);
  });
});
