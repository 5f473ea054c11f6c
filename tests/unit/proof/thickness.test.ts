import { describe, expect, it } from 'vitest';
import { thinnestOf, thinnestPlace } from '#core/proof/thickness';
import { shapeFor } from '#core/setting/line/measure';
import type { PlainGlyph } from '../../support/fonts';
import { spacing } from '../../support/pieces';
import { plainFace, setSlabs, slabs } from '../../support/plainFace';

type Contour = readonly (readonly [number, number])[];
/** Clockwise, as the fonts of these tests have what is filled. */
const box = (x: number, y: number, w: number, h: number): Contour => [
  [x, y],
  [x, y + h],
  [x + w, y + h],
  [x + w, y],
];
const hole = (x: number, y: number, w: number, h: number): Contour => [...box(x, y, w, h)].reverse();
const glyph = (...contours: Contour[]): PlainGlyph =>
  ({ character: 'H', advance: 800, contours: contours.map((one) => one.map(([x, y]) => [x, y])) }) as never;
function thinnest(contours: readonly Contour[], ratio = 1) {
  const face = plainFace([{ character: ' ', advance: 300, contours: [] }, glyph(...contours)]);
  return thinnestOf(face, shapeFor(face, 'H', spacing()).letters[0]!.glyphs[0]!.id, ratio);
}
/** A width with its middle; null where it is as thin all along. */
const at = (width: number, x: number | null, y: number | null) =>
  expect.objectContaining({
    width: expect.closeTo(width, 3) as number,
    ...(x !== null && { x: expect.closeTo(x, 3) as number }),
    ...(y !== null && { y: expect.closeTo(y, 3) as number }),
  }) as object;
/** Two stems with a bar between them, its middle at 350. */
const aitch = (stem: number, bar: number): Contour => [
  [0, 0],
  [0, 700],
  [stem, 700],
  [stem, 350 + bar / 2],
  [500, 350 + bar / 2],
  [500, 700],
  [500 + stem, 700],
  [500 + stem, 0],
  [500, 0],
  [500, 350 - bar / 2],
  [stem, 350 - bar / 2],
  [stem, 0],
];

describe('the thinnest stroke of a glyph', () => {
  it('is its bar or its stem, whichever is thinner, with its middle', () => {
    expect(thinnest([aitch(80, 50)]).stroke).toEqual(at(50, null, 350));
    expect(thinnest([aitch(40, 90)]).stroke).toEqual(at(40, null, null));
    expect([20, 520]).toContain(thinnest([aitch(40, 90)]).stroke!.x);
    expect(thinnest([aitch(200, 160)]).stroke).toBeNull();
  });
  it('is the same whichever way its outlines run, and wherever they begin', () => {
    for (let turn = 0; turn < 12; turn += 5) {
      const one = aitch(80, 50),
        turned = [...one.slice(turn), ...one.slice(0, turn)];
      expect(thinnest([turned]).stroke).toEqual(at(50, null, 350));
      expect(thinnest([[...turned].reverse()]).stroke).toEqual(at(50, null, 350));
    }
  });
  it('is as wide as the letter is set, where it runs upright', () => {
    for (const ratio of [0.5, 0.8, 1.5]) {
      expect(thinnest([aitch(60, 100)], ratio).stroke).toEqual(at(Math.min(60 * ratio, 100), null, null));
      expect(thinnest([aitch(100, 20)], ratio).stroke).toEqual(at(20, null, 350));
    }
  });
  it('is that of what is seen where outlines lie over each other', () => {
    // A cross of two bars: the stub of one within the other is no stroke.
    expect(thinnest([box(200, 0, 60, 700), box(0, 300, 460, 60)]).stroke!.width).toBeCloseTo(60, 1);
    expect(thinnest([box(0, 0, 60, 500), box(50, 0, 60, 500)]).stroke!.width).toBeCloseTo(110, 1);
    expect(thinnest([box(0, 0, 60, 500), box(70, 0, 60, 500)]).stroke!.width).toBeCloseTo(60, 1);
  });
  it('is that of the ring about a hole, however short its sides', () => {
    expect(thinnest([box(0, 0, 400, 600), hole(45, 100, 200, 400)]).stroke).toEqual(at(45, 22.5, null));
    expect(thinnest([box(0, 0, 400, 600), hole(45, 285, 200, 30)]).stroke).toEqual(at(45, 22.5, null));
    expect(thinnest([box(0, 0, 400, 600), hole(45, 293, 200, 14)]).stroke).toBeNull();
  });
  it('is no corner, no tip of a serif, and nothing that is short for its width', () => {
    const serif = (length: number): Contour => [
      [0, 0],
      [0, 700],
      [300, 700],
      [300, 400],
      [300 + length, 400],
      [300 + length, 370],
      [300, 370],
      [300, 0],
    ];
    expect(thinnest([serif(60)]).stroke).toBeNull();
    expect(thinnest([serif(200)]).stroke).toEqual(at(30, null, 385));
    expect(
      thinnest([
        [
          [0, 0],
          [300, 700],
          [600, 0],
        ],
      ]).stroke,
    ).toBeNull();
  });
});

describe('the thinnest white of a glyph', () => {
  it('is between its stems, in its hole, and between its parts', () => {
    expect(thinnest([aitch(80, 50)]).white).toBeNull();
    expect(thinnest([box(0, 0, 300, 600), box(330, 0, 300, 600)]).white).toEqual(at(30, 315, null));
    expect(thinnest([box(0, 0, 600, 600), hole(200, 100, 25, 400)]).white).toEqual(at(25, 212.5, null));
    expect(thinnest([box(0, 0, 300, 600), box(451, 0, 300, 600)]).white).toBeNull();
  });
  it('is the thinner of two, with the stroke beside it told apart', () => {
    const both = thinnest([box(0, 0, 70, 600), box(100, 0, 90, 600), box(210, 0, 80, 600)]);
    expect(both.white).toEqual(at(20, 200, null));
    expect(both.stroke).toEqual(at(70, 35, null));
  });
});

describe('the thinnest place of a lettering', () => {
  const face = plainFace();
  it('is measured at its size, and stands where it is set', () => {
    const set = setSlabs(face, slabs('HL'));
    // A unit of the font is a hundredth of a mm: the foot and the stem of L are 1 mm.
    const found = thinnestPlace(set, 'stroke')!;
    expect(found).toMatchObject({ mm: expect.closeTo(1, 3), letter: 'L' });
    const small = thinnestPlace(setSlabs(face, slabs('HL', { size: { by: 'cap', mm: 3.5 } })), 'stroke')!;
    expect(small.mm).toBeCloseTo(0.5, 3);
    // H and L are 7 mm wide together, in the middle of a line from 0 to 100 at 50: L begins at 50 + 3.5 - 4 + 0.5.
    expect(found.at.x).toBeGreaterThan(48);
    expect(found.at.x).toBeLessThan(53);
    expect(found.at.y).toBeGreaterThan(43);
    expect(found.at.y).toBeLessThan(50);
  });
  it('is none where there is no ink, and none of what is wider than any stroke', () => {
    expect(thinnestPlace(setSlabs(face, slabs('  ')), 'stroke')).toBeNull();
    expect(thinnestPlace(setSlabs(face, slabs('HH')), 'stroke')).toBeNull();
    expect(thinnestPlace(setSlabs(face, slabs('HL')), 'white')).toBeNull();
  });
});
