import type { Sheet } from '../../piece/types';
import type { Imposition, Layout, Place } from '../impose';

type Line = readonly [x0: number, y0: number, x1: number, y1: number];

/** How far the middle of a registration mark lies from the edge of the paper, how far its cross reaches, its ring, mm. */
const REGISTER = { in: 4, reach: 2.5, ring: 1, parts: 24 } as const;

/** A cross in a ring, by which the plates are laid over each other. */
function registerMark(x: number, y: number): Line[] {
  const { reach, ring, parts } = REGISTER;
  const at = (n: number): readonly [number, number] => {
    const a = (2 * Math.PI * n) / parts;
    return [x + ring * Math.cos(a), y + ring * Math.sin(a)];
  };
  return [
    [x - reach, y, x + reach, y],
    [x, y - reach, x, y + reach],
    ...Array.from({ length: parts }, (_, n): Line => [...at(n), ...at(n + 1)]),
  ];
}

/** Crop marks of every copy: short lines outside the trim corners, where no copy lies. */
export function copyMarks(sheet: Sheet, layout: Layout): readonly Line[] {
  const { widthMm: w, heightMm: h, bleedMm } = sheet;
  const from = bleedMm + 0.5,
    to = from + 2.5;
  const wide = ({ turned }: Place): number => (turned ? h : w),
    high = ({ turned }: Place): number => (turned ? w : h);
  const inside = (x: number, y: number): boolean =>
    layout.places.some(
      (at) =>
        x > at.x - bleedMm - 1e-6 &&
        x < at.x + wide(at) + bleedMm + 1e-6 &&
        y > at.y - bleedMm - 1e-6 &&
        y < at.y + high(at) + bleedMm + 1e-6,
    );
  const lines = layout.places.flatMap((place) =>
    [0, 1].flatMap((i) =>
      [0, 1].flatMap((k) => {
        const [cx, cy, sx, sy] = [place.x + i * wide(place), place.y + k * high(place), i ? 1 : -1, k ? 1 : -1];
        return [
          [cx + sx * from, cy, cx + sx * to, cy],
          [cx, cy + sy * from, cx, cy + sy * to],
        ] as const;
      }),
    ),
  );
  return lines.filter(([x0, y0, x1, y1]) => !inside(x0, y0) && !inside(x1, y1));
}

/**
 * The marks of a sheet of copies: crop marks of each, and registration marks at the middles of the sides of the paper,
 * each where there is room for it.
 */
export function sheetMarks(
  sheet: Sheet,
  layout: Layout,
  paper: Pick<Imposition, 'widthMm' | 'heightMm'>,
): readonly Line[] {
  const { widthMm: w, heightMm: h, bleedMm } = sheet;
  const { in: away, reach } = REGISTER;
  const middles = [
    [paper.widthMm / 2, away],
    [paper.widthMm / 2, paper.heightMm - away],
    [away, paper.heightMm / 2],
    [paper.widthMm - away, paper.heightMm / 2],
  ] as const;
  const free = middles.filter(([x, y]) =>
    layout.places.every(
      (at) =>
        x + reach < at.x - bleedMm ||
        x - reach > at.x + (at.turned ? h : w) + bleedMm ||
        y + reach < at.y - bleedMm ||
        y - reach > at.y + (at.turned ? w : h) + bleedMm,
    ),
  );
  return [...copyMarks(sheet, layout), ...free.flatMap(([x, y]) => registerMark(x, y))];
}
