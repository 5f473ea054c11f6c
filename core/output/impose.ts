import type { OutlineSink, Trace } from '../geometry/outlines/outlineSink';
import { combine, traceRegion } from '../drawing/booleans';
import { cleanPath } from '../drawing/clean';
import type { Drawing } from '../drawing/drawPiece';
import { lineEdge, onEdge, regionOf, type Region } from '../geometry/outlines/edges';
import type { PaintedPath } from '../drawing/painted';
import type { Sheet } from '../piece/types';
import { fail, ok, type Result } from '../result';

/** How copies are laid on a sheet of paper. */
export interface Imposition {
  readonly widthMm: number;
  readonly heightMm: number;
  /** Kept free all round, mm. */
  readonly marginMm: number;
  /** Between trim and trim of neighbours, mm. */
  readonly gutterMm: number;
  /** Round pieces in rows that lie in the hollows of the row before. */
  readonly nested: boolean;
}

export const IMPOSITION_LIMITS = {
  sheetMm: { min: 20, max: 3000 },
  marginMm: { min: 0, max: 200 },
  gutterMm: { min: 0, max: 100 },
  copies: { min: 1, max: 5000 },
} as const;

/** Where copies come to lie: their upper left trim corners, mm, and how much of the paper they leave. */
export interface Layout {
  readonly places: readonly { readonly x: number; readonly y: number }[];
  readonly columns: number;
  readonly rows: number;
  /** Share of the paper that no copy covers, 0 to 1; of nested ones the discs count. */
  readonly waste: number;
}

const fits = (room: number, one: number, step: number): number =>
  room + 1e-9 < one ? 0 : Math.floor((room - one) / step + 1e-9) + 1;

/**
 * Lays as many copies on a sheet as it takes.
 *
 * @returns `no-room` when not one fits, `gutter-too-small` when bleeds would run into each other, `not-round` where
 *   nesting is asked for a piece that is not as wide as high
 */
export function layOut(
  { widthMm: w, heightMm: h, bleedMm }: Sheet,
  { widthMm, heightMm, marginMm, gutterMm, nested }: Imposition,
): Result<Layout> {
  if (gutterMm < 2 * bleedMm - 1e-9)
    return fail({
      code: 'gutter-too-small',
      value: gutterMm,
      limit: 2 * bleedMm,
      message: `With a bleed of ${bleedMm} mm the gutter must be ${2 * bleedMm} mm or more, or neighbours print into each other.`,
    });
  if (nested && Math.abs(w - h) > 1e-6)
    return fail({
      code: 'not-round',
      message: 'Only pieces as wide as high can be nested as discs. Lay them in straight rows.',
    });
  const across = widthMm - 2 * marginMm,
    down = heightMm - 2 * marginMm;
  const columns = fits(across, w, w + gutterMm);
  if (columns === 0 || down + 1e-9 < h) {
    return fail({
      code: 'no-room',
      value: Math.min(across, down),
      limit: Math.max(w, h),
      message: `Not one copy of ${w} × ${h} mm fits on what the margins leave, ${Math.max(across, 0).toFixed(1)} × ${Math.max(down, 0).toFixed(1)} mm. Take a larger sheet or smaller margins.`,
    });
  }
  const places: { x: number; y: number }[] = [];
  const stepX = w + gutterMm,
    stepY = nested ? (stepX * Math.sqrt(3)) / 2 : h + gutterMm;
  const rows = fits(down, h, stepY);
  const indented = fits(across - stepX / 2, w, stepX);
  const usedW = nested && indented === columns ? columns * stepX - gutterMm + stepX / 2 : columns * stepX - gutterMm;
  const [left, top] = [marginMm + (across - usedW) / 2, marginMm + (down - ((rows - 1) * stepY + h)) / 2];
  for (let row = 0; row < rows; row++) {
    const odd = nested && row % 2 === 1;
    for (let column = 0; column < (odd ? indented : columns); column++)
      places.push({ x: left + column * stepX + (odd ? stepX / 2 : 0), y: top + row * stepY });
  }
  const covered = places.length * (nested ? (Math.PI * w * w) / 4 : w * h);
  return ok({ places, columns, rows, waste: 1 - covered / (widthMm * heightMm) });
}

/** A sink that hands everything on, moved. */
const moved = (sink: OutlineSink, dx: number, dy: number): OutlineSink => ({
  moveTo: (x, y) => sink.moveTo(x + dx, y + dy),
  lineTo: (x, y) => sink.lineTo(x + dx, y + dy),
  quadTo: (x1, y1, x, y) => sink.quadTo(x1 + dx, y1 + dy, x + dx, y + dy),
  curveTo: (x1, y1, x2, y2, x, y) => sink.curveTo(x1 + dx, y1 + dy, x2 + dx, y2 + dy, x + dx, y + dy),
  closePath: () => sink.closePath(),
});

const trimmed = new WeakMap<PaintedPath, PaintedPath>();

/**
 * A path that reaches beyond the bleed, cut off there, so that it does not print into a neighbour; strokes as they are.
 */
function withinBleed(path: PaintedPath, { widthMm, heightMm, bleedMm }: Sheet): PaintedPath {
  const known = trimmed.get(path);
  if (known) return known;
  const clean = cleanPath(path);
  let made = path.picture ? path : clean;
  if (path.paint.fill || path.picture) {
    const region = regionOf(clean.trace);
    const [x0, y0, x1, y1] = [-bleedMm, -bleedMm, widthMm + bleedMm, heightMm + bleedMm];
    // Edges lie within the box of their own points, but for round ones, which do not come out of a trace.
    const beyond = region.some((contour) =>
      contour.some((edge) => {
        const { x, y } = onEdge(edge, 0.5),
          a = onEdge(edge, 0);
        return [x, a.x].some((at) => at < x0 || at > x1) || [y, a.y].some((at) => at < y0 || at > y1);
      }),
    );
    if (beyond) {
      const box: Region = [
        [lineEdge(x0, y0, x1, y0), lineEdge(x1, y0, x1, y1), lineEdge(x1, y1, x0, y1), lineEdge(x0, y1, x0, y0)],
      ];
      const cut = combine('intersection', region, box);
      const trace: Trace = (sink) => traceRegion(cut, sink);
      // A picture keeps its frame, and shows within what is left.
      made = path.picture ? { ...path, within: trace } : { ...clean, trace };
    }
  }
  trimmed.set(path, made);
  return made;
}

/**
 * A sheet of paper with drawings laid on it, one a place, as one drawing.
 *
 * @param drawings as many as there are places, or fewer: what is left over stays white
 */
export function imposed(
  name: string,
  drawings: readonly Drawing[],
  layout: Layout,
  { widthMm, heightMm }: Imposition,
): Drawing {
  const [first] = drawings;
  const inks = new Map([...new Set(drawings)].flatMap((one) => one.inks.map((ink) => [ink.id, ink] as const)));
  const paths = drawings.slice(0, layout.places.length).flatMap((drawing, n) => {
    const { x, y } = layout.places[n]!;
    return drawing.paths.map((path): PaintedPath => {
      const own = withinBleed(path, drawing.sheet);
      const { within } = own;
      return {
        ...own,
        id: `${path.id}.${n + 1}`,
        trace: (sink) => own.trace(moved(sink, x, y)),
        within: within && ((sink) => within(moved(sink, x, y))),
      };
    });
  });
  return {
    name,
    sheet: { widthMm, heightMm, bleedMm: 0 },
    paper: first?.paper ?? '#ffffff',
    inks: [...inks.values()],
    paths,
    pictures: new Map(drawings.flatMap((one) => [...one.pictures])),
    problems: [...new Set(drawings)].flatMap((one) => one.problems),
  };
}

/** A sheet of copies of one drawing. */
export const repeated = (drawing: Drawing, layout: Layout, imposition: Imposition): Drawing =>
  imposed(
    drawing.name,
    layout.places.map(() => drawing),
    layout,
    imposition,
  );

/** Crop marks of every copy: short lines outside the trim corners, where no copy lies. */
export function copyMarks(sheet: Sheet, layout: Layout): readonly (readonly [number, number, number, number])[] {
  const { widthMm: w, heightMm: h, bleedMm } = sheet;
  const from = bleedMm + 0.5,
    to = from + 2.5;
  const inside = (x: number, y: number): boolean =>
    layout.places.some(
      (at) =>
        x > at.x - bleedMm - 1e-6 &&
        x < at.x + w + bleedMm + 1e-6 &&
        y > at.y - bleedMm - 1e-6 &&
        y < at.y + h + bleedMm + 1e-6,
    );
  const lines = layout.places.flatMap(({ x, y }) =>
    [0, 1].flatMap((i) =>
      [0, 1].flatMap((k) => {
        const [cx, cy, sx, sy] = [x + i * w, y + k * h, i ? 1 : -1, k ? 1 : -1];
        return [
          [cx + sx * from, cy, cx + sx * to, cy],
          [cx, cy + sy * from, cx, cy + sy * to],
        ] as const;
      }),
    ),
  );
  return lines.filter(([x0, y0, x1, y1]) => !inside(x0, y0) && !inside(x1, y1));
}
