import type { Sheet } from '../../piece/types';
import { placeBox, type Imposition, type Layout, type Place } from './imposition';

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

/** The trim of every copy, and the bleed about it. */
const boxesOf = (sheets: readonly Sheet[], places: readonly Place[]) =>
  places.map((place) => {
    const sheet = sheets[place.of ?? 0]!;
    return { ...placeBox(sheet, place), bleedMm: sheet.bleedMm };
  });

/**
 * Crop marks of every copy: short lines outside the trim corners, where no copy lies.
 *
 * @param sheets those of the pieces that lie there, see `Place.of`
 */
export function copyMarks(sheets: readonly Sheet[], { places }: Layout): readonly Line[] {
  const boxes = boxesOf(sheets, places);
  const inside = (x: number, y: number): boolean =>
    boxes.some(
      (at) =>
        x > at.x - at.bleedMm - 1e-6 &&
        x < at.x + at.wide + at.bleedMm + 1e-6 &&
        y > at.y - at.bleedMm - 1e-6 &&
        y < at.y + at.high + at.bleedMm + 1e-6,
    );
  const lines = boxes.flatMap(({ x, y, wide, high, bleedMm }) => {
    const from = bleedMm + 0.5,
      to = from + 2.5;
    return [0, 1].flatMap((i) =>
      [0, 1].flatMap((k) => {
        const [cx, cy, sx, sy] = [x + i * wide, y + k * high, i ? 1 : -1, k ? 1 : -1];
        return [
          [cx + sx * from, cy, cx + sx * to, cy],
          [cx, cy + sy * from, cx, cy + sy * to],
        ] as const;
      }),
    );
  });
  return lines.filter(([x0, y0, x1, y1]) => !inside(x0, y0) && !inside(x1, y1));
}

/**
 * The marks of a sheet of copies: crop marks of each, and registration marks at the middles of the sides of the paper,
 * each where there is room for it.
 *
 * @param sheets those of the pieces that lie there, see `Place.of`
 */
export function sheetMarks(
  sheets: readonly Sheet[],
  layout: Layout,
  paper: Pick<Imposition, 'widthMm' | 'heightMm'>,
): readonly Line[] {
  const boxes = boxesOf(sheets, layout.places);
  const { in: away, reach } = REGISTER;
  const middles = [
    [paper.widthMm / 2, away],
    [paper.widthMm / 2, paper.heightMm - away],
    [away, paper.heightMm / 2],
    [paper.widthMm - away, paper.heightMm / 2],
  ] as const;
  const free = middles.filter(([x, y]) =>
    boxes.every(
      (at) =>
        x + reach < at.x - at.bleedMm ||
        x - reach > at.x + at.wide + at.bleedMm ||
        y + reach < at.y - at.bleedMm ||
        y - reach > at.y + at.high + at.bleedMm,
    ),
  );
  return [...copyMarks(sheets, layout), ...free.flatMap(([x, y]) => registerMark(x, y))];
}
