import type { Trace } from '../geometry/outlines/outlineSink';
import { combine, traceRegion } from '../drawing/booleans';
import { cleanPath } from '../drawing/clean';
import type { Drawing } from '../drawing/drawPiece';
import { MITRE_LIMIT } from '../drawing/sink';
import { strokeRegion } from '../drawing/strokeOutline';
import { lineEdge, onEdge, regionOf, type Region } from '../geometry/outlines/edges';
import { mappedPath, type PaintedPath } from '../drawing/painted';
import type { Sheet } from '../piece/types';
import { fail, ok, type Result } from '../result';
import { cutInk, cutLines } from './cutLines';

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
  /** Whether copies may be turned by a quarter where more of them fit then; not where it is left out. */
  readonly turned?: boolean;
  /** Whether a line is drawn where each copy is cut, round where they are nested; not where it is left out. */
  readonly cutLines?: boolean;
}

export const IMPOSITION_LIMITS = {
  sheetMm: { min: 20, max: 3000 },
  marginMm: { min: 0, max: 200 },
  gutterMm: { min: 0, max: 100 },
  copies: { min: 1, max: 5000 },
} as const;

/** Where one copy comes to lie: its upper left corner, mm, and whether it is turned by a quarter. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly turned?: boolean;
}

/** Where copies come to lie: their upper left trim corners, mm, and how much of the paper they leave. */
export interface Layout {
  readonly places: readonly Place[];
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
  { widthMm, heightMm, marginMm, gutterMm, nested, turned = false }: Imposition,
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
  const lies = (wide: number, high: number): boolean => across + 1e-9 >= wide && down + 1e-9 >= high;
  if (!lies(w, h) && !(turned && lies(h, w))) {
    return fail({
      code: 'no-room',
      value: Math.min(across, down),
      limit: Math.max(w, h),
      message: `Not one copy of ${w} × ${h} mm fits on what the margins leave, ${Math.max(across, 0).toFixed(1)} × ${Math.max(down, 0).toFixed(1)} mm. Take a larger sheet or smaller margins.`,
    });
  }
  const room = { across, down, gutterMm };
  const best = nested ? nestedWays(room, w) : straightWays(room, w, h, turned);
  const places = best.places.map((one) => ({
    ...one,
    x: one.x + marginMm + (across - best.wide) / 2,
    y: one.y + marginMm + (down - best.high) / 2,
  }));
  const covered = places.length * (nested ? (Math.PI * w * w) / 4 : w * h);
  return ok({ places, columns: best.columns, rows: best.rows, waste: 1 - covered / (widthMm * heightMm) });
}

interface Room {
  readonly across: number;
  readonly down: number;
  readonly gutterMm: number;
}

/** Copies from the upper left corner of a room on, how far they reach, and in how many columns and rows. */
interface Block {
  readonly places: readonly Place[];
  readonly wide: number;
  readonly high: number;
  readonly columns: number;
  readonly rows: number;
}

const NOTHING: Block = { places: [], wide: 0, high: 0, columns: 0, rows: 0 };

/** A grid of copies of a size, as many as fit, or as many rows or columns as are asked for. */
function grid({ across, down, gutterMm }: Room, w: number, h: number, turned: boolean, most = Infinity): Block {
  const columns = fits(across, w, w + gutterMm),
    rows = Math.min(fits(down, h, h + gutterMm), most);
  if (columns === 0 || rows === 0) return NOTHING;
  const places = Array.from({ length: rows * columns }, (_, n) => ({
    x: (n % columns) * (w + gutterMm),
    y: Math.floor(n / columns) * (h + gutterMm),
    turned,
  }));
  return { places, wide: columns * (w + gutterMm) - gutterMm, high: rows * (h + gutterMm) - gutterMm, columns, rows };
}

/** A block read from the other corner: what lay across lies down. */
const flipped = ({ places, wide, high, columns, rows }: Block): Block => ({
  places: places.map(({ x, y, turned }) => ({ x: y, y: x, turned: !turned })),
  wide: high,
  high: wide,
  columns: rows,
  rows: columns,
});

const more = (a: Block, b: Block): Block => (b.places.length > a.places.length ? b : a);

/** Rows of copies of one way with rows of the other way beneath them, in the number that takes most in all. */
function stacked(room: Room, w: number, h: number, turned: boolean): Block {
  let best = grid(room, w, h, turned);
  for (let rows = best.rows - 1; rows >= 0; rows--) {
    const above = rows === 0 ? NOTHING : grid(room, w, h, turned, rows);
    const from = rows === 0 ? 0 : above.high + room.gutterMm;
    const below = grid({ ...room, down: room.down - from }, h, w, !turned);
    if (above.places.length + below.places.length <= best.places.length) continue;
    best = {
      places: [...above.places, ...below.places.map((one) => ({ ...one, y: one.y + from }))],
      wide: Math.max(above.wide, below.wide),
      high: below.places.length > 0 ? from + below.high : above.high,
      columns: Math.max(above.columns, below.columns),
      rows: above.rows + below.rows,
    };
  }
  return best;
}

/** As many copies as fit: in one grid, or with a part of them turned by a quarter, beside or beneath the others. */
function straightWays(room: Room, w: number, h: number, turned: boolean): Block {
  const plain = grid(room, w, h, false);
  if (!turned || Math.abs(w - h) < 1e-9) return plain;
  const across: Room = { ...room, across: room.down, down: room.across };
  return [
    stacked(room, w, h, false),
    stacked(room, h, w, true),
    flipped(stacked(across, h, w, true)),
    flipped(stacked(across, w, h, false)),
  ].reduce(more, plain);
}

/** Discs in rows, every other one indented by half a step. */
function nestedRows({ across, down, gutterMm }: Room, w: number): Block {
  const stepX = w + gutterMm,
    stepY = (stepX * Math.sqrt(3)) / 2;
  const columns = fits(across, w, stepX),
    rows = fits(down, w, stepY),
    indented = fits(across - stepX / 2, w, stepX);
  const places = Array.from({ length: rows }, (_, row) =>
    Array.from({ length: row % 2 === 1 ? indented : columns }, (__, column) => ({
      x: column * stepX + (row % 2 === 1 ? stepX / 2 : 0),
      y: row * stepY,
      turned: false,
    })),
  ).flat();
  const wide = columns * stepX - gutterMm + (indented === columns && rows > 1 ? stepX / 2 : 0);
  return { places, wide, high: (rows - 1) * stepY + w, columns, rows };
}

/** Discs in the hollows of the row before, or of the column before, or in a plain grid: whatever takes most. */
function nestedWays(room: Room, w: number): Block {
  const across: Room = { ...room, across: room.down, down: room.across };
  const columns = flipped(nestedRows(across, w));
  const upright = { ...columns, places: columns.places.map((one) => ({ ...one, turned: false })) };
  return [upright, grid(room, w, w, false)].reduce(more, nestedRows(room, w));
}

/** A box by its upper left and its lower right corner, mm. */
type Box = readonly [x0: number, y0: number, x1: number, y1: number];

const trimmed = new WeakMap<PaintedPath, readonly PaintedPath[]>();

/** Where a region reaches beyond a box. */
const reaches = (region: Region, [x0, y0, x1, y1]: Box): boolean =>
  // Edges lie within the box of their own points, but for round ones, which are looked at in their middle.
  region.some((contour) =>
    contour.some((edge) =>
      [onEdge(edge, 0.25), onEdge(edge, 0.5), onEdge(edge, 0.75), onEdge(edge, 0)].some(
        ({ x, y }) => x < x0 || x > x1 || y < y0 || y > y1,
      ),
    ),
  );

/** Whether an outline lies within a box for certain: all the points by which it is drawn do. */
const liesWithin = (region: Region, [x0, y0, x1, y1]: Box): boolean =>
  region.every((contour) =>
    contour.every(
      (edge) =>
        edge.kind !== 'round' &&
        edge.points.every((value, i) => (i % 2 === 0 ? value >= x0 && value <= x1 : value >= y0 && value <= y1)),
    ),
  );

/**
 * A path that reaches beyond the bleed, cut off there, so that it does not print into a neighbour. A stroke that does
 * becomes its own outline, filled.
 */
function withinBleed(path: PaintedPath, { widthMm, heightMm, bleedMm }: Sheet): readonly PaintedPath[] {
  const known = trimmed.get(path);
  if (known) return known;
  const box: Box = [-bleedMm, -bleedMm, widthMm + bleedMm, heightMm + bleedMm];
  const [x0, y0, x1, y1] = box;
  const frame: Region = [
    [lineEdge(x0, y0, x1, y0), lineEdge(x1, y0, x1, y1), lineEdge(x1, y1, x0, y1), lineEdge(x0, y1, x0, y0)],
  ];
  const cutTo = (region: Region): Trace | null => {
    if (!reaches(region, box)) return null;
    const cut = combine('intersection', region, frame);
    return (sink) => traceRegion(cut, sink);
  };
  const clean = cleanPath(path);
  const { fill, stroke, under } = path.paint;
  const made = ((): readonly PaintedPath[] => {
    if (path.picture) {
      // A picture keeps its frame, and shows within what is left.
      const within = cutTo(regionOf(clean.trace));
      return [within ? { ...path, within } : path];
    }
    // What a stroke covers is worked out only where it may reach so far, at the tip of a corner.
    const reachMm = stroke ? (stroke.widthMm / 2) * MITRE_LIMIT : 0,
      room: Box = [x0 + reachMm, y0 + reachMm, x1 - reachMm, y1 - reachMm];
    // A line without width has no edge, and prints nothing.
    const hasEdge = stroke && stroke.widthMm > 0 && !liesWithin(regionOf(clean.trace), room);
    const edge = hasEdge ? cutTo(strokeRegion(clean.trace, stroke)) : null;
    const inner = fill && cutTo(regionOf(clean.trace));
    if (!stroke || !edge) return [inner ? { ...clean, trace: inner } : clean];
    const own: PaintedPath = { ...clean, trace: inner ?? clean.trace, paint: { fill, stroke: null, under: false } };
    const line: PaintedPath = {
      ...clean,
      id: `${clean.id}.edge`,
      trace: edge,
      paint: { fill: stroke.ink, stroke: null, under: false },
    };
    if (!fill) return [line];
    return under ? [line, own] : [own, line];
  })();
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
  { widthMm, heightMm, nested, cutLines: cut }: Imposition,
): Drawing {
  const [first] = drawings;
  const inks = new Map([...new Set(drawings)].flatMap((one) => one.inks.map((ink) => [ink.id, ink] as const)));
  const paths = drawings.slice(0, layout.places.length).flatMap((drawing, n) => {
    const { x, y, turned } = layout.places[n]!;
    // A quarter turn in the way of the clock puts the lower left corner of the piece at the upper left of its place.
    const map = turned ? ([0, 1, -1, 0, x + drawing.sheet.heightMm, y] as const) : ([1, 0, 0, 1, x, y] as const);
    return drawing.paths
      .flatMap((path) => withinBleed(path, drawing.sheet))
      .map((own): PaintedPath => ({ ...mappedPath(own, map), id: `${own.id}.${n + 1}` }));
  });
  if (cut && first) {
    const ink = cutInk(drawings),
      used = { ...layout, places: layout.places.slice(0, drawings.length) };
    inks.set(ink.id, ink);
    paths.push(...cutLines(first.sheet, used, nested, ink));
  }
  return {
    name,
    sheet: { widthMm, heightMm, bleedMm: 0 },
    paper: first?.paper ?? '#ffffff',
    stock: first?.stock ?? 'coated',
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
