import type { Place } from './imposition';

const fits = (room: number, one: number, step: number): number =>
  room + 1e-9 < one ? 0 : Math.floor((room - one) / step + 1e-9) + 1;

/** What the margins leave of a sheet, mm, and what lies between neighbours. */
export interface Room {
  readonly across: number;
  readonly down: number;
  readonly gutterMm: number;
}

/** Copies from the upper left corner of a room on, how far they reach, and in how many columns and rows. */
export interface Block {
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
export function straightWays(room: Room, w: number, h: number, turned: boolean): Block {
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
export function nestedWays(room: Room, w: number): Block {
  const across: Room = { ...room, across: room.down, down: room.across };
  const columns = flipped(nestedRows(across, w));
  const upright = { ...columns, places: columns.places.map((one) => ({ ...one, turned: false })) };
  return [upright, grid(room, w, w, false)].reduce(more, nestedRows(room, w));
}
