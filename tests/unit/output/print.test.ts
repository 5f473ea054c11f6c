import { PLAIN_INK } from '#core/piece/inks';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece, type Drawing } from '#core/drawing/drawPiece';
import { plateDrawing, platesOf } from '#core/output/plates';
import { makeStroke } from '#core/piece/make';
import { STANDARD_INKS, type Ink } from '#core/piece/inks';
import { parsePiece } from '#core/piece/read';
import type { Item, Piece } from '#core/piece/types';
import { circle, curve, faces, HOME, lettering, piece } from '../../support/pieces';
import { pdfOf, separated } from '../../support/plates';

const folder = mkdtempSync(join(tmpdir(), 'under-arc-print-'));
const run = (command: string, ...args: string[]): string =>
  execFileSync(command, args, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
const SPOT = 'Bråss (卍) "7"';
const INKS: readonly Ink[] = [
  ...STANDARD_INKS,
  { id: 'spot', name: SPOT, kind: 'spot', cmyk: [0, 30, 80, 10], overprint: false, ...PLAIN_INK },
  { id: 'varnish', name: 'Varnish', kind: 'spot', cmyk: [0, 0, 0, 20], overprint: true, ...PLAIN_INK },
];
const inked = (items: readonly Item[], changes: Partial<Piece> = {}): Piece => ({
  ...piece(items),
  inks: INKS,
  ...changes,
});
async function saved(name: string, drawing: Drawing, marks = false): Promise<string> {
  const file = join(folder, `${name}.pdf`);
  writeFileSync(file, await pdfOf(drawing, marks));
  return file;
}
async function demo(name: string): Promise<Drawing> {
  const read = parsePiece(readFileSync(`${HOME}/demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(read.problem.message);
  return drawPiece(read.value, await faces());
}

describe('a PDF for print', () => {
  it('is whole, has no fonts, and its boxes are right to 0.01 mm', async () => {
    for (const [name, width, height] of [
      ['1-roundel', 84, 84],
      ['2-marmalade-lid', 70, 70],
      ['3-cap-badge', 46, 40],
    ] as const) {
      const file = await saved(name, await demo(name));
      expect(run('qpdf', '--check', file)).toContain('No syntax or stream encoding errors found');
      expect(run('pdffonts', file).trim().split('\n')).toHaveLength(2);
      const text = run('pdfinfo', '-box', file);
      for (const box of ['MediaBox', 'TrimBox', 'BleedBox']) {
        const [x0, y0, x1, y1] = new RegExp(`${box}:\\s+([\\d.]+)\\s+([\\d.]+)\\s+([\\d.]+)\\s+([\\d.]+)`)
          .exec(text)!
          .slice(1)
          .map((points) => (Number(points) / 72) * 25.4) as [number, number, number, number];
        expect(Math.abs(x1 - x0 - width)).toBeLessThan(0.01);
        expect(Math.abs(y1 - y0 - height)).toBeLessThan(0.01);
      }
    }
  });
  it('has bleed and marks about the trim', async () => {
    const p = inked([{ ...curve(circle(60)), fill: 'enamel' }], { sheet: { widthMm: 84, heightMm: 50, bleedMm: 3 } });
    const file = await saved('marks', drawPiece(p, await faces()), true);
    const text = run('pdfinfo', '-box', file);
    const box = (name: string) =>
      new RegExp(`${name}:\\s+([\\d.]+)\\s+([\\d.]+)\\s+([\\d.]+)\\s+([\\d.]+)`)
        .exec(text)!
        .slice(1)
        .map((points) => (Number(points) / 72) * 25.4);
    const near = (a: readonly number[], b: readonly number[]) =>
      a.forEach((value, i) => expect(Math.abs(value - b[i]!)).toBeLessThan(0.01));
    near(box('MediaBox'), [0, 0, 110, 76]);
    near(box('BleedBox'), [10, 10, 100, 66]);
    near(box('TrimBox'), [13, 13, 97, 63]);
    const plates = separated(file);
    // The disc ends at the bleed, and marks stand on every plate.
    const cyan = plates.get('Cyan')!;
    expect(cyan.at(55, 38)).toBeCloseTo(0.93, 1);
    expect(cyan.at(55, 11.5)).toBeCloseTo(0.93, 1);
    expect(cyan.at(30, 8.5)).toBe(0);
    for (const name of ['Cyan', 'Magenta', 'Yellow', 'Black'])
      expect(Math.max(...[-1, 0, 1].map((dx) => plates.get(name)!.at(13 + dx * 0.2, 6)))).toBeGreaterThan(0.1);
  });
  it('puts each ink on its own plate and nothing else on it', async () => {
    const at = (x: number, y: number, id: string, fill: string): Item => ({
      ...curve({ kind: 'rectangle', centre: { x, y }, widthMm: 20, heightMm: 20, cornerMm: 0, turnDeg: 0 }, id),
      fill,
    });
    const p = inked(
      [
        at(20, 20, 'a', 'enamel'),
        at(50, 20, 'b', 'spot'),
        at(20, 50, 'c', 'black'),
        at(50, 50, 'd', 'rust'),
        at(60, 20, 'over', 'varnish'),
      ],
      { name: 'Plates' },
    );
    const drawing = drawPiece(p, await faces());
    const plates = separated(await saved('plates', drawing));
    const found = (x: number, y: number) =>
      Object.fromEntries([...plates].map(([name, grey]) => [name, Math.round(grey.at(x, y) * 100)]));
    const spotName = [...plates.keys()].find((name) => name.startsWith('Br'))!;
    expect([...plates.keys()].filter((name) => !['Cyan', 'Magenta', 'Yellow', 'Black'].includes(name)).sort()).toEqual(
      ['Varnish', spotName].sort(),
    );
    const near = (a: Record<string, number>, b: Record<string, number>) => {
      for (const name of plates.keys()) expect(Math.abs(a[name]! - (b[name] ?? 0)), `${name}`).toBeLessThanOrEqual(1);
    };
    near(found(20, 20), { Cyan: 93, Magenta: 42, Yellow: 57, Black: 12 });
    near(found(44, 20), { [spotName]: 100 });
    near(found(20, 50), { Black: 100 });
    near(found(50, 50), { Cyan: 18, Magenta: 82, Yellow: 88, Black: 17 });
    // The varnish overprints: the spot ink beneath it stays.
    near(found(56, 20), { [spotName]: 100, Varnish: 100 });
    near(found(66, 20), { Varnish: 100 });
    near(found(35, 35), {});
  });
  it('keeps names of any script, and says so in its metadata', async () => {
    const bytes = await pdfOf(
      drawPiece(
        inked([{ ...curve(circle(30)), fill: 'spot' }], { name: 'Öttermere (卍) \\ <Railway>' }),
        await faces(),
      ),
    );
    const file = join(folder, 'named.pdf');
    writeFileSync(file, bytes);
    expect(run('pdfinfo', file)).toContain('Title:           Öttermere (卍) \\ <Railway>');
    const meta = run('pdfinfo', '-meta', file);
    expect(meta).toContain('<rdf:li xml:lang="x-default">Öttermere (卍) \\ &lt;Railway&gt;</rdf:li>');
    expect(meta).toContain('<pdfxid:GTS_PDFXVersion>PDF/X-4</pdfxid:GTS_PDFXVersion>');
    const raw = run('qpdf', '--qdf', '--object-streams=disable', file, '-');
    const encoded = Buffer.from(SPOT, 'utf8');
    const [, name] = /\/Separation\s+(\/Br\S+)/.exec(raw)!;
    const decoded = Buffer.from(
      name!.slice(1).replace(/#([0-9a-fA-F]{2})/g, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16))),
      'latin1',
    );
    expect(decoded.equals(encoded)).toBe(true);
    for (const part of ['/GTS_PDFX', '/DestOutputProfile', '/Trapped /False', '/N 4']) expect(raw).toContain(part);
    expect(raw).toMatch(/^%PDF-1\.6/);
    expect(raw).not.toMatch(
      /\/(Font|XObject|JavaScript|AcroForm|Encrypt|Annots|SMask|EmbeddedFiles|Alternates|PS|TR2?|HT|OCProperties|Group|OpenAction)\b/,
    );
  });
  it('is the same bytes for the same piece, and others for another', async () => {
    const [a, b] = [await pdfOf(await demo('3-cap-badge')), await pdfOf(await demo('3-cap-badge'))];
    expect(Buffer.from(a).equals(Buffer.from(b))).toBe(true);
    expect(Buffer.from(a).equals(Buffer.from(await pdfOf(await demo('3-cap-badge'), true)))).toBe(false);
  });
  it('shows the same shapes as the screen', async () => {
    const drawing = await demo('1-roundel');
    const file = await saved('shapes', drawing);
    run('pdftoppm', '-r', '100', '-png', '-singlefile', file, join(folder, 'shapes'));
    expect(readFileSync(join(folder, 'shapes.png')).length).toBeGreaterThan(5000);
  });
});

describe('plates', () => {
  let drawing: Drawing;
  beforeAll(async () => {
    drawing = drawPiece(
      inked([
        { ...curve(circle(30)), fill: 'spot' },
        { ...curve(circle(20), 'in'), fill: 'black', stroke: makeStroke('varnish') },
        lettering('TIDE', { fill: 'rust' }),
      ]),
      await faces(),
    );
  });
  it('are the process inks in use and the spot inks by name', () => {
    expect(platesOf(drawing).map((plate) => plate.name)).toEqual([
      'Cyan',
      'Magenta',
      'Yellow',
      'Black',
      SPOT,
      'Varnish',
    ]);
    expect(
      platesOf({ paths: drawing.paths.filter((path) => path.itemId === 'in') }).map((plate) => plate.name),
    ).toEqual(['Black', 'Varnish']);
  });
  it('show what knocks out as white, and leave out what overprints', () => {
    const spot = plateDrawing(
      drawing,
      platesOf(drawing).find((plate) => plate.name === SPOT)!,
    );
    expect(spot.paths.map((path) => [path.itemId, path.paint.fill?.screen ?? null])).toEqual([
      ['ring', '#000000'],
      ['words', '#ffffff'],
    ]);
    const black = plateDrawing(
      drawing,
      platesOf(drawing).find((plate) => plate.name === 'Black')!,
    );
    expect(black.paths.map((path) => path.paint.fill?.screen)).toEqual(['#ffffff', '#000000', '#d4d4d4']);
  });
});
