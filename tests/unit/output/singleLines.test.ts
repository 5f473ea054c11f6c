import DxfParser from 'dxf-parser';
import { beforeAll, describe, expect, it } from 'vitest';
import { formatOf, STANDARD_OPTIONS, type FileOptions, type FormatName } from '#core/output/formats/index';
import { prepareFile } from '#core/output/makeFile';
import { makeStroke } from '#core/piece/make';
import type { Item, Lettering } from '#core/piece/types';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, lettering, piece } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const ring = { ...curve(circle(30)), fill: 'enamel' };
const words = lettering('TILL', { faceId: 'league-gothic', fill: 'brass', halo: { ink: 'rust', marginMm: 0.4 } });
async function made(
  format: FormatName,
  changes: Partial<FileOptions>,
  items: readonly Item[] = [ring, words],
): Promise<string> {
  const options = { ...STANDARD_OPTIONS, layers: 'item' as const, ...changes };
  const prepared = prepareFile(format, piece(items), all, options);
  if (!prepared.ok) throw new Error(prepared.problem.message);
  const file = await formatOf(format).write(prepared.value, options, {} as never);
  if (!file.ok) throw new Error(file.problem.message);
  return new TextDecoder().decode(file.value);
}
interface Line {
  readonly layer: string;
  readonly shape?: boolean;
  readonly vertices: readonly { readonly x: number; readonly y: number }[];
}
const linesOf = async (changes: Partial<FileOptions>, items?: readonly Item[]): Promise<readonly Line[]> =>
  new DxfParser().parseSync(await made('dxf', changes, items))!.entities as unknown as Line[];

describe('letters as single lines', () => {
  it('are open lines in a DXF: T has two, I one, L one, and no halo', async () => {
    const outlines = (await linesOf({})).filter(({ layer }) => layer.startsWith('words'));
    expect(outlines.every(({ shape }) => shape)).toBe(true);
    for (const seen of [false, true]) {
      const lines = await linesOf({ singleLines: true, seen });
      const open = lines.filter(({ shape }) => !shape);
      expect(open).toHaveLength(5);
      expect(lines.filter(({ shape }) => shape)).toHaveLength(1);
      // In the band of the words, capitals of 5 mm on a ring of 30, and shorter than twice their outline.
      for (const { x, y } of open.flatMap(({ vertices }) => vertices)) {
        const r = Math.hypot(x - 42, 84 - y - 42);
        expect(r).toBeGreaterThan(25.9);
        expect(r).toBeLessThan(36);
      }
    }
  });
  it('are hairlines in an SVG for cutters, and of their own ink', async () => {
    const [plain, single] = [await made('cut-svg', {}), await made('cut-svg', { singleLines: true })];
    const paths = (svg: string, ink: string): string[] =>
      [...new RegExp(`<g id="${ink}"[^>]*>(.*?)</g>`, 's').exec(svg)![1]!.matchAll(/ d="([^"]*)"/g)].map(([, d]) => d!);
    expect(paths(plain, 'Brass').every((d) => d.endsWith('Z'))).toBe(true);
    expect(paths(single, 'Brass')).toHaveLength(5);
    expect(paths(single, 'Brass').every((d) => !d.includes('Z'))).toBe(true);
    expect(single).not.toContain('id="Rust"');
  });
  it('are the same beside a line that is nearly as thin, and on every copy of a sheet', async () => {
    const thin = { ...curve(circle(20), 'thin'), stroke: makeStroke('rust', 0.01) };
    const imposition = { widthMm: 200, heightMm: 100, marginMm: 5, gutterMm: 4, nested: false };
    const open = (lines: readonly Line[]): number => lines.filter(({ shape }) => !shape).length;
    expect(open(await linesOf({ singleLines: true, seen: true }, [ring, thin, words]))).toBe(5);
    expect(open(await linesOf({ singleLines: true, imposition }))).toBe(10);
  });
  it('are lines of letters that are joined, stroked or cut out, too', async () => {
    const changed = [
      { faceId: 'great-vibes', wording: 'Tide' },
      { stroke: { ...makeStroke('rust', 0.4), under: true } },
      { united: true },
    ];
    for (const one of changed) {
      const lines = await linesOf({ singleLines: true }, [ring, { ...words, ...one } as Lettering]);
      expect(lines.filter(({ shape }) => !shape).length, JSON.stringify(one)).toBeGreaterThan(3);
      expect(lines.filter(({ shape }) => shape).length, JSON.stringify(one)).toBeLessThan(6);
    }
  });
  it('come of a thin face where their own is thick, which is said, and a sheet of copies too', async () => {
    const thick = lettering('TILL', { faceId: 'abril-fatface', fill: 'brass' }),
      options = { ...STANDARD_OPTIONS, singleLines: true, lineFace: true };
    const imposition = { widthMm: 200, heightMm: 100, marginMm: 5, gutterMm: 4, nested: false };
    const own = await linesOf({ singleLines: true }, [ring, thick]);
    for (const sheet of [null, imposition]) {
      const prepared = prepareFile('dxf', piece([ring, thick]), all, { ...options, imposition: sheet });
      expect(prepared.ok && prepared.value.notes).toEqual([
        'Words with thick strokes are set in Montserrat Thin, in the room that they had: “TILL”.',
      ]);
      const lines = await linesOf({ singleLines: true, lineFace: true, imposition: sheet }, [ring, thick]);
      // T has two strokes, I one, L one; the skeleton of serifs has more.
      const strokes = lines.filter(({ shape }) => !shape);
      expect(strokes).toHaveLength(sheet ? 10 : 5);
      expect(own.filter(({ shape }) => !shape).length).toBeGreaterThan(8);
    }
    const plain = prepareFile('dxf', piece([ring, thick]), all, { ...options, singleLines: false });
    expect(plain.ok && plain.value.notes).toEqual([]);
  });
  it('are no matter of files that are printed', async () => {
    expect(await made('svg', { singleLines: true })).toBe(await made('svg', {}));
  });
});
