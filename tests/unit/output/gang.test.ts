import { describe, expect, it } from 'vitest';
import { placeBox, type Imposition, type Layout } from '#core/output/sheets/imposition';
import { layOutParts, type SheetPart } from '#core/output/sheets/layOut';
import { copyMarks } from '#core/output/sheets/sheetMarks';
import { paper } from '../../support/sheets';
import { seeded } from '../../support/random';

const part = (
  widthMm: number,
  heightMm: number,
  quantity: number | null,
  more: Partial<SheetPart> = {},
): SheetPart => ({
  sheet: { widthMm, heightMm, bleedMm: 0 },
  name: `${widthMm} × ${heightMm}`,
  quantity,
  back: false,
  ...more,
});
const laid = (parts: readonly SheetPart[], on: Imposition): Layout => {
  const made = layOutParts(parts, on);
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
};
interface Box {
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly high: number;
}
const boxesOf = (parts: readonly SheetPart[], { places }: Layout): Box[] =>
  places.map((place) => placeBox(parts[place.of ?? 0]!.sheet, place));

/** Whether a guillotine parts the copies: by one straight cut through all, then each half again. */
function isCut(boxes: readonly Box[], gutterMm: number): boolean {
  if (boxes.length <= 1) return true;
  for (const [from, size] of [
    ['x', 'wide'],
    ['y', 'high'],
  ] as const)
    for (const box of boxes) {
      const at = box[from] + box[size];
      const before = boxes.filter((one) => one[from] + one[size] <= at + 1e-6),
        after = boxes.filter((one) => one[from] >= at + gutterMm - 1e-6);
      if (after.length > 0 && before.length + after.length === boxes.length)
        return isCut(before, gutterMm) && isCut(after, gutterMm);
    }
  return false;
}
/** Whether copies lie within the margins, and none nearer to another than the gutter. */
const isSound = (boxes: readonly Box[], { widthMm, heightMm, marginMm, gutterMm }: Imposition): boolean =>
  boxes.every(
    (a, i) =>
      a.x >= marginMm - 1e-6 &&
      a.y >= marginMm - 1e-6 &&
      a.x + a.wide <= widthMm - marginMm + 1e-6 &&
      a.y + a.high <= heightMm - marginMm + 1e-6 &&
      boxes
        .slice(i + 1)
        .every(
          (b) =>
            a.x >= b.x + b.wide + gutterMm - 1e-6 ||
            b.x >= a.x + a.wide + gutterMm - 1e-6 ||
            a.y >= b.y + b.high + gutterMm - 1e-6 ||
            b.y >= a.y + a.high + gutterMm - 1e-6,
        ),
  );
const counts = ({ places }: Layout): number[] => {
  const found: number[] = [];
  for (const { of = 0, back } of places) if (!back) found[of] = (found[of] ?? 0) + 1;
  return found;
};

describe('several pieces on a sheet', () => {
  it('all have their place, as many as asked for, parted by straight cuts', () => {
    const on = paper();
    const parts = [part(110, 70, 6), part(46, 40, 5), part(190, 72, 2), part(84, 84, 1)];
    const layout = laid(parts, on),
      boxes = boxesOf(parts, layout);
    expect(counts(layout)).toEqual([6, 5, 2, 1]);
    expect(isSound(boxes, on)).toBe(true);
    expect(isCut(boxes, on.gutterMm)).toBe(true);
    const area = 6 * 110 * 70 + 5 * 46 * 40 + 2 * 190 * 72 + 84 * 84;
    expect(layout.waste).toBeCloseTo(1 - area / (320 * 450), 12);
  });
  it('fill what the others leave with the first piece', () => {
    const on = paper();
    const parts = [part(50, 50, null), part(190, 72, 2)];
    const layout = laid(parts, on),
      boxes = boxesOf(parts, layout);
    const [first, second] = counts(layout);
    expect(second).toBe(2);
    // Four columns beside nothing, one beneath the two plates: no fewer than rows of five under a row of plates.
    expect(first).toBeGreaterThanOrEqual(25);
    expect(isSound(boxes, on)).toBe(true);
    expect(isCut(boxes, on.gutterMm)).toBe(true);
  });
  it('are sound for sizes and numbers of any kind', () => {
    const random = seeded(77);
    for (let n = 0; n < 25; n++) {
      const of = (from: number, to: number): number => Math.round(from + random() * (to - from));
      const on = paper({ gutterMm: of(0, 8), turned: random() < 0.7 });
      const parts = [
        part(of(30, 90), of(30, 90), random() < 0.5 ? null : of(1, 4)),
        ...Array.from({ length: of(1, 3) }, () => part(of(25, 100), of(25, 100), of(1, 3))),
      ];
      const layout = laid(parts, on),
        boxes = boxesOf(parts, layout);
      for (const [i, { quantity }] of parts.entries())
        if (quantity !== null) expect(counts(layout)[i], `case ${n}`).toBe(quantity);
      expect(isSound(boxes, on), `case ${n}`).toBe(true);
      expect(isCut(boxes, on.gutterMm), `case ${n}`).toBe(true);
    }
  });
  it('fill a sheet that they fill exactly', () => {
    const on = paper({ widthMm: 120, heightMm: 120, gutterMm: 0 });
    for (const parts of [
      [part(50, 100, 1), part(50, 50, 2)],
      [part(100, 20, 2), part(30, 60, 3), part(10, 60, 1)],
      [part(40, 60, 2), part(60, 40, 1), part(20, 40, 1), part(20, 80, 1), part(20, 20, 1)],
    ]) {
      const layout = laid(parts, on);
      expect(layout.places).toHaveLength(parts.reduce((sum, { quantity }) => sum + quantity!, 0));
      expect(isSound(boxesOf(parts, layout), on)).toBe(true);
    }
  });
  it('say which of them found no place, and how many', () => {
    expect(layOutParts([part(148, 200, 1), part(148, 200, 5, { name: 'Poster' })], paper())).toMatchObject({
      ok: false,
      problem: { code: 'too-many-copies', message: expect.stringContaining('2 of 5 “Poster” found no place') },
    });
    expect(layOutParts([part(20, 20, 700), part(20, 20, 400)], paper())).toMatchObject({
      ok: false,
      problem: { code: 'too-many-copies', limit: 1000 },
    });
    expect(layOutParts([part(200, 200, null, { name: 'Disc' }), part(300, 430, 1)], paper())).toMatchObject({
      ok: false,
      problem: { code: 'no-room', message: expect.stringContaining('no place for “Disc”') },
    });
    expect(layOutParts([part(20, 20, 1), part(400, 500, 1)], paper())).toMatchObject({
      ok: false,
      problem: { code: 'no-room', message: expect.stringContaining('400 × 500 mm') },
    });
  });
  it('keep the larger of their bleeds clear', () => {
    const bled = part(40, 40, 2, { sheet: { widthMm: 40, heightMm: 40, bleedMm: 3 } });
    expect(layOutParts([part(30, 30, 1), bled], paper({ gutterMm: 5.9 }))).toMatchObject({
      ok: false,
      problem: { code: 'gutter-too-small', limit: 6 },
    });
    const layout = laid([part(30, 30, 1), bled], paper({ gutterMm: 6 }));
    // Marks of each begin half a millimetre off its own bleed.
    const sheets = [part(30, 30, 1).sheet, bled.sheet];
    for (const place of layout.places) {
      const { x, y } = place,
        from = place.of === 1 ? 3.5 : 0.5;
      const marks = copyMarks(sheets, { ...layout, places: [place] });
      expect(marks.slice(0, 2)).toEqual([
        [x - from, y, x - from - 2.5, y],
        [x, y - from, x, y - from - 2.5],
      ]);
    }
  });
  it('of one piece are as many as asked for, in the middle', () => {
    const on = paper({ widthMm: 100, heightMm: 100 });
    const layout = laid([part(20, 20, 4)], on);
    expect([layout.columns, layout.rows]).toEqual([3, 2]);
    expect(layout.places.map(({ x, y }) => [x, y])).toEqual([
      [16, 28],
      [40, 28],
      [64, 28],
      [16, 52],
    ]);
    expect(layOutParts([part(20, 20, 10)], on)).toMatchObject({
      ok: false,
      problem: {
        code: 'too-many-copies',
        limit: 9,
        message: expect.stringContaining('Only 9 copies fit on the sheet, 10'),
      },
    });
  });
});
