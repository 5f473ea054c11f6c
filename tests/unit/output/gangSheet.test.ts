import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { onEdge, regionOf } from '#core/geometry/outlines/edges';
import { STANDARD_OPTIONS, type FileOptions } from '#core/output/formats/index';
import { prepareFile, type PreparedFile } from '#core/output/makeFile';
import { writePdfPages } from '#core/output/pdf/pdf';
import { platesOf } from '#core/output/plates';
import { renewedImposition, type Imposition } from '#core/output/sheets/imposition';
import { PLAIN_INK } from '#core/piece/inks';
import type { Ink, Item, Piece } from '#core/piece/types';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, HOME, lettering, piece } from '../../support/pieces';
import { paper } from '../../support/sheets';
import { separated } from '../../support/plates';

const ink = (id: string, name: string, kind: Ink['kind'], cmyk: Ink['cmyk'], more: Partial<Ink> = {}): Ink => ({
  ...PLAIN_INK,
  id,
  name,
  kind,
  cmyk,
  overprint: false,
  ...more,
});
const sized = (name: string, items: readonly Item[], inks: readonly Ink[], more: Partial<Piece> = {}): Piece => ({
  ...piece(items as Item[]),
  name,
  inks,
  sheet: { widthMm: 60, heightMm: 30, bleedMm: 0 },
  ...more,
});
/** A dot of 3 mm in its upper left corner. */
const dotted = (name: string, id: string, cmyk: Ink['cmyk']): Piece =>
  sized(name, [{ ...curve(circle(2, 5, 6), `${id}-dot`), fill: id } as Item], [ink(id, id, 'process', cmyk)]);

describe('a sheet of several pieces', () => {
  let all: Faces;
  beforeAll(async () => {
    all = await faces();
  });
  const prepared = (of: Piece, imposition: Imposition, more: Partial<FileOptions> = {}): PreparedFile => {
    const made = prepareFile('pdf', of, all, { ...STANDARD_OPTIONS, ...more, imposition });
    if (!made.ok) throw new Error(made.problem.message);
    return made.value;
  };
  /** The middle of each path of an item. */
  const middles = ({ drawing }: PreparedFile, itemId: string): { x: number; y: number }[] =>
    drawing.paths
      .filter((path) => path.itemId.endsWith(itemId))
      .map(({ trace }) => {
        const points = regionOf(trace)
          .flat()
          .flatMap((edge) => [0, 0.25, 0.5, 0.75].map((t) => onEdge(edge, t)));
        const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
        return { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
      });

  it.each([
    ['upright', { widthMm: 150, heightMm: 60 }],
    ['turned', { widthMm: 90, heightMm: 90 }],
  ])('has every back behind its front, head to head, %s', (way, size) => {
    const front = dotted('Front', 'sea', [100, 0, 0, 0]),
      back = dotted('Back', 'sun', [0, 0, 100, 0]);
    const file = prepared(front, paper({ ...size, marginMm: 5, back }));
    const fronts = file.layout!.places.filter((one) => !one.back);
    expect(fronts.length).toBeGreaterThan(0);
    expect(fronts.every(({ turned }) => turned === (way === 'turned'))).toBe(true);
    expect(file.layout!.places).toHaveLength(2 * fronts.length);
    // Turned over from left to right: what is printed at x lies behind width − x.
    const behind = middles(file, 'sun-dot').map(({ x, y }) => ({ x: size.widthMm - x, y }));
    for (const [n, dot] of middles(file, 'sea-dot').entries()) {
      const { x, y, turned } = fronts[n]!;
      // The dot of the back lies in its upper left corner, which is behind the upper right one of the front.
      const [want, own] = turned
        ? [
            { x: x + 30 - 6, y: y + 60 - 5 },
            { x: x + 30 - 6, y: y + 5 },
          ]
        : [
            { x: x + 60 - 5, y: y + 6 },
            { x: x + 5, y: y + 6 },
          ];
      expect(Math.hypot(dot.x - own.x, dot.y - own.y)).toBeLessThan(0.01);
      expect(Math.min(...behind.map((one) => Math.hypot(one.x - want.x, one.y - want.y)))).toBeLessThan(0.01);
    }
  });
  it('leaves blank what has no back, and wants backs of the same size', () => {
    const front = dotted('Front', 'sea', [100, 0, 0, 0]),
      back = dotted('Back', 'sun', [0, 0, 100, 0]),
      other = dotted('Other', 'rose', [0, 100, 0, 0]);
    const file = prepared(front, paper({ quantity: 2, back, others: [{ piece: other, quantity: 3 }] }));
    expect(['sea-dot', 'sun-dot', 'rose-dot'].map((id) => middles(file, id).length)).toEqual([2, 2, 3]);
    for (const { x } of middles(file, 'rose-dot')) expect(x).toBeLessThan(160);
    const wide = { ...back, sheet: { widthMm: 61, heightMm: 30, bleedMm: 0 } };
    expect(prepareFile('pdf', front, all, { ...STANDARD_OPTIONS, imposition: paper({ back: wide }) })).toMatchObject({
      ok: false,
      problem: { code: 'unlike-back', message: expect.stringContaining('61 × 30 mm') },
    });
  });
  it('prints spot inks of one name on one plate, and keeps apart what is only called the same', async () => {
    const disc = (id: string, fill: string): Item => ({ ...curve(circle(8, 30, 15), id), fill }) as Item;
    const one = sized(
      'One',
      [disc('d', 'a'), { ...disc('e', 'b'), shape: circle(2, 50, 15) } as Item],
      [ink('a', 'Signal', 'spot', [0, 80, 90, 0]), ink('b', 'Deep', 'process', [60, 0, 0, 0])],
    );
    const two = sized(
      'Two',
      [disc('d', 'x'), { ...disc('e', 'b'), shape: circle(2, 50, 15) } as Item],
      [
        ink('s', 'SIGNAL', 'spot', [20, 60, 60, 0]),
        ink('x', 'Half signal', 'spot', [10, 30, 30, 0], { tint: { of: 's', share: 50 } }),
        ink('b', 'Deep', 'process', [0, 0, 70, 0]),
      ],
    );
    const file = prepared(
      one,
      paper({ widthMm: 160, heightMm: 60, quantity: 1, others: [{ piece: two, quantity: 1 }] }),
    );
    expect(platesOf(file.drawing).map(({ name }) => name)).toEqual(['Cyan', 'Yellow', 'Signal']);
    const folder = mkdtempSync(join(tmpdir(), 'under-arc-gang-'));
    const at = join(folder, 'gang.pdf');
    writeFileSync(
      at,
      await writePdfPages('Gang', [{ drawing: file.drawing, lines: file.lines }], {
        marks: false,
        profile: readFileSync(`${HOME}/profiles/coated.icc.zlib`),
      }),
    );
    execFileSync('qpdf', ['--check', at]);
    const plates = separated(at, 100);
    expect([...plates.keys()].sort()).toEqual(expect.arrayContaining(['Signal']));
    expect([...plates.keys()].filter((name) => /signal/i.test(name))).toHaveLength(1);
    const signal = plates.get('Signal')!;
    const inkAt = (piece: number, x: number, y: number): number => {
      const place = file.layout!.places.find(({ of = 0 }) => of === piece)!;
      return signal.at(place.x + x, place.y + y);
    };
    expect(inkAt(0, 30, 15)).toBe(1);
    expect(inkAt(1, 30, 15)).toBeCloseTo(0.5, 2);
  });
  it('is told of other paper, and sets the words of each piece', () => {
    const words = (name: string, text: string, stock: 'coated' | 'uncoated'): Piece => {
      const made = sized(
        name,
        [curve(circle(12, 30, 15), 'ring'), lettering(text, { curveId: 'ring', fill: 'k' })],
        [ink('k', 'Soot', 'process', [0, 0, 0, 100])],
      );
      return { ...made, process: { ...made.process, stock } };
    };
    const file = prepared(
      words('One', 'SEDGE', 'coated'),
      paper({ quantity: 2, others: [{ piece: words('Two', 'WARBLER', 'uncoated'), quantity: 1 }] }),
    );
    expect(file.notes).toEqual([expect.stringContaining('“Two” is made for uncoated paper')]);
    expect(file.drawing.stock).toBe('coated');
    expect(file.drawing.inks.every(({ stock }) => stock === 'coated')).toBe(true);
    expect(file.drawing.paths).toHaveLength(3);
  });
  it('is stored with its pieces, which are read anew, or refused', () => {
    const other = dotted('Other', 'rose', [0, 100, 0, 0]);
    const stored = JSON.parse(
      JSON.stringify(paper({ back: other, others: [{ piece: other, quantity: 3, back: null }] })),
    ) as Imposition;
    expect(renewedImposition(stored)).toEqual({ ok: true, value: stored });
    expect(renewedImposition(null)).toEqual({ ok: true, value: null });
    const broken = { ...stored, others: [{ piece: { name: 'x' }, quantity: 1 }] } as unknown as Imposition;
    expect(renewedImposition(broken).ok).toBe(false);
  });
});
