import { beforeAll, describe, expect, it } from 'vitest';
import { bringArtSteps } from '#core/editing/edits/bringArt';
import { readSvg } from '#core/import/svg';
import { applySteps } from '#core/piece/steps/index';
import type { Piece } from '#core/piece/types';
import { proofPiece, type Finding } from '#core/proof/index';
import type { Faces } from '#core/setting/settingOf';
import { thinnestByOpening } from '../../support/opening';
import { renderPixels } from '../../support/pictures';
import { curve, faces, piece } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});

/** Art of some paths, each `d` or `[d, colour]`, in mm as they are given. */
function artOf(...paths: readonly (string | readonly [d: string, colour: string])[]): Piece {
  const body = paths.map((one) => (typeof one === 'string' ? ([one, '#1f3f5b'] as const) : one));
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40">${body
    .map(([d, colour]) => `<path fill="${colour}" d="${d}"/>`)
    .join('')}</svg>`;
  const read = readSvg(svg);
  if (!read.ok) throw new Error(read.problem.message);
  let n = 0;
  const made = bringArtSteps(piece([]), read.value, 'Engine', () => `new${n++}`);
  if (!made.ok) throw new Error(made.problem.message);
  const after = applySteps(piece([]), made.value.steps);
  if (!after.ok) throw new Error(after.problem.message);
  return after.value;
}
const found = (p: Piece, leastStrokeMm = 0.2, leastGapMm = 0.2): Finding[] =>
  proofPiece({ ...p, process: { ...p.process, leastStrokeMm, leastGapMm } }, all).filter(({ code }) =>
    ['thin-stroke', 'thin-gap'].includes(code),
  );
const box = (x: number, y: number, w: number, h: number): string => `M${x} ${y}h${w}v${h}h${-w}z`;
/** Two blocks, 6 mm apart, with a bar of a height between them. */
const bar = (mm: number): string =>
  `M5 5h10v${5 - mm / 2}h6v${-5 + mm / 2}h10v10h-10v${-5 + mm / 2}h-6v${5 - mm / 2}h-10z`;

describe('the proof of art and drawn shapes', () => {
  it('finds the finest part of a filled form, with its place and width, at either side of the limit', () => {
    expect(found(artOf(bar(0.21)))).toEqual([]);
    const [one, ...more] = found(artOf(bar(0.19)));
    expect(more).toEqual([]);
    expect(one).toMatchObject({ code: 'thin-stroke', mm: expect.closeTo(0.19, 2) });
    // The middle of the bar lies in the middle of the art, which lies in the middle of the sheet.
    expect(one!.at).toEqual({ x: expect.closeTo(42, 1), y: expect.closeTo(42, 1) });
    expect(found(artOf(box(5, 5, 10, 10), box(20, 5, 0.19, 0.3)))[0]).toMatchObject({ mm: expect.closeTo(0.19, 2) });
  });
  it('counts parts of one ink that lie side by side as one, and those of two inks each by itself', () => {
    const halves = [box(5, 5, 10, 0.15), box(5, 5.1, 10, 0.15)] as const;
    expect(found(artOf(...halves))).toEqual([]);
    expect(found(artOf([halves[0], '#1f3f5b'], [halves[1], '#a8442a']))).toHaveLength(1);
  });
  it('finds the finest of many, however short, and in whichever ink', () => {
    // Fourteen long bars that are wide enough, and a short one that is not.
    const bars = Array.from({ length: 14 }, (_, i) => box(2, 2 + 2 * i, 30, 0.22));
    expect(found(artOf(...bars))).toEqual([]);
    const [one] = found(artOf(...bars, box(36, 2, 0.4, 0.12)));
    expect(one).toMatchObject({ code: 'thin-stroke', mm: expect.closeTo(0.12, 2) });
    const [two] = found(artOf([box(5, 5, 10, 0.18), '#1f3f5b'], [box(5, 9, 10, 0.12), '#a8442a']));
    expect(two!.mm).toBeCloseTo(0.12, 2);
  });
  it('is not led astray by neighbours, nor by thin rings', () => {
    // A bar that is wide enough, blocks at its sides that come near it, at any distance.
    for (let gap = 0.22; gap < 1; gap += 0.07)
      expect(found(artOf(bar(0.22), box(15.5, 10.11 + gap, 5, 4), 'M15.5 9.5l5-.3v-2h-5z')), String(gap)).toEqual([]);
    const ring = (mm: number): string => {
      const circleOf = (r: number, way: 0 | 1): string =>
        `M${20 - r} 20A${r} ${r} 0 1 ${way} ${20 + r} 20A${r} ${r} 0 1 ${way} ${20 - r} 20Z`;
      return circleOf(8, 1) + circleOf(8 - mm, 0);
    };
    expect(found(artOf(ring(0.22)))).toEqual([]);
    const [thin, ...more] = found(artOf(ring(0.17)));
    expect(more).toEqual([]);
    // Round lines are looked at as chords, no farther than 0.01 mm from them.
    expect(Math.abs(thin!.mm! - 0.17)).toBeLessThan(0.01);
  });
  it('finds gaps that fill up, and tips that come out blunt, but not corners', () => {
    expect(found(artOf(box(5, 5, 10, 10), box(15.21, 5, 10, 10)))).toEqual([]);
    expect(found(artOf(box(5, 5, 10, 10), box(15.19, 5, 10, 10)))).toEqual([
      expect.objectContaining({ code: 'thin-gap', mm: expect.closeTo(0.19, 2) }),
    ]);
    // A wedge of 20 mm: finer than 0.2 mm over its last 2 mm, and over its last 0.8.
    expect(found(artOf('M5 5h20l-20 2z'))).toEqual([
      expect.objectContaining({
        code: 'thin-stroke',
        message: expect.stringMatching(/tip of it is finer .* 1\.\d\d|2\.\d\d/),
      }),
    ]);
    expect(found(artOf('M5 5h20l-20 5z'))).toEqual([]);
    expect(found(artOf('M20 5L30 35L3 14H37L10 35Z'))).toEqual([]);
  });
  it('looks at drawn curves, and not at exact shapes, which have no fine parts', () => {
    const nodes = [
      [5, 5],
      [35, 5],
      [35, 5.15],
      [5, 5.15],
    ].map(([x, y]) => ({ kind: 'corner' as const, at: { x: x!, y: y! }, back: null, ahead: null }));
    const drawn = { ...curve({ kind: 'drawn', nodes, closed: true }, 'bar'), fill: 'deep' };
    expect(found(piece([drawn]))).toEqual([expect.objectContaining({ mm: expect.closeTo(0.15, 2), itemId: 'bar' })]);
    expect(found(piece([{ ...drawn, fill: null }]))).toEqual([]);
  });

  it('leaves to the eye what would take too long, and says so', () => {
    const comb = artOf(
      `M0 0${Array.from({ length: 900 }, (_, i) => `L${i * 0.04} 30L${i * 0.04 + 0.02} 0`).join('')}Z`,
    );
    const codes = (leastMm: number): string[] =>
      proofPiece({ ...comb, process: { ...comb.process, leastStrokeMm: leastMm, leastGapMm: leastMm } }, all).flatMap(
        ({ code }) => (['thin-stroke', 'thin-gap', 'too-intricate'].includes(code) ? [code] : []),
      );
    expect(codes(0.2)).toContain('thin-stroke');
    expect(codes(5)).toEqual(['too-intricate']);
  });

  /** Forms in fifths of a mm. */
  const FORMS: readonly (readonly [name: string, d: string])[] = [
    ['an hourglass', 'M10 5h10c0 6-4.6 6-4.6 9s4.6 3 4.6 9h-10c0-6 4.6-6 4.6-9s-4.6-3-4.6-9z'],
    ['a pipe', 'M5 20C5 5 25 5 25 20V30H24.1V20C24.1 6.1 5.9 6.1 5.9 20V30H5Z M5 29H25V33H5Z'],
    ['a spoked hub', 'M15 15h4v-8h1v8h5v5h8v1.1h-8v5h-10z'],
  ];
  const FIFTH = 0.2,
    MOST_MM = 0.3;
  it.each(FORMS)('agrees with an opening of a raster at 2,400 dpi within 0.02 mm: %s', async (_, d) => {
    const px = 2400 / 25.4,
      size = Math.ceil(32 * FIFTH * px);
    const rgba = await renderPixels(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}"><path transform="scale(${px * FIFTH}) translate(-3 -3)" d="${d}"/></svg>`,
    );
    const ink = Uint8Array.from({ length: size * size }, (_one, i) => Number(rgba[i * 4 + 3]! > 127));
    const byRaster = thinnestByOpening(ink, size, size, MOST_MM * px) / px;
    const p = artOf(d);
    const small = { ...p, items: p.items.map((item) => ({ ...item, scale: FIFTH })) } as Piece;
    const [one] = found(small, MOST_MM, 0.01);
    expect(one?.message).toMatch(/finest part/);
    expect(Math.abs(one!.mm! - byRaster)).toBeLessThan(0.02);
  });
});
