import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { drawPiece } from '#core/drawing/drawPiece';
import { writePdf } from '#core/output/pdf/pdf';
import { platesOf } from '#core/output/plates';
import { parsePiece } from '#core/piece/read';
import { slugOf } from '#core/output/marks/slug';
import { circle, curve, faces, HOME, piece } from '../../support/pieces';
import { separated } from '../../support/plates';
import { usualProcess } from '#core/piece/process';
import { profile as profileOf } from '../../../cli/tools';

const folder = mkdtempSync(join(tmpdir(), 'under-arc-standards-'));
const profile = readFileSync(`${HOME}/profiles/coated.icc.zlib`);
const run = (command: string, ...args: string[]): string => execFileSync(command, args, { encoding: 'utf8' });

it('keeps to PDF/X-1a where it is asked for: its version, no transparency, the same plates', async () => {
  const read = parsePiece(readFileSync(`${HOME}/demo/1-roundel.json`, 'utf8'));
  if (!read.ok) throw new Error(read.problem.message);
  const drawing = drawPiece(read.value, await faces());
  const [x1a, x4] = await Promise.all(
    (['x1a', 'x4'] as const).map(async (standard) => {
      const file = join(folder, `${standard}.pdf`);
      writeFileSync(file, await writePdf(drawing, { marks: false, profile, standard }));
      return file;
    }),
  );
  expect(run('qpdf', '--check', x1a!)).toContain('No syntax or stream encoding errors found');
  expect(run('pdfinfo', x1a!)).toMatch(/PDF version:\s+1\.4/);
  expect(run('pdfinfo', x1a!)).toContain('PDF/X-1a:2003');
  expect(run('pdfinfo', x4!)).toMatch(/PDF version:\s+1\.6/);
  const plain = run('qpdf', '--qdf', '--object-streams=disable', x1a!, '-');
  expect(plain).not.toMatch(/\/SMask|\/ca |\/CA |\/BM |\/Group|DeviceRGB|CalRGB/);
  const [a, b] = [separated(x1a!), separated(x4!)];
  expect([...a.keys()].sort()).toEqual([...b.keys()].sort());
  for (const [name, plate] of a)
    for (let n = 0; n < 400; n++) {
      const [x, y] = [2 + (n % 20) * 4, 2 + Math.floor(n / 20) * 4];
      expect(plate.at(x, y), name).toBe(b.get(name)!.at(x, y));
    }
});

it('puts a bar of the inks and a line about the work beside the sheet, each ink on its plate alone', async () => {
  const read = parsePiece(readFileSync(`${HOME}/demo/1-roundel.json`, 'utf8'));
  if (!read.ok) throw new Error(read.problem.message);
  const spot = { ...read.value.inks[0]!, id: 'own', name: 'Ottermere Red', kind: 'spot' as const };
  const piece = {
    ...read.value,
    inks: [...read.value.inks, spot],
    items: read.value.items.map((one) => (one.type === 'lettering' ? { ...one, fill: 'own' } : one)),
  };
  const drawing = drawPiece(piece, await faces());
  const file = join(folder, 'slug.pdf');
  const date = new Date('2026-05-04T10:20:30Z');
  writeFileSync(file, await writePdf(drawing, { marks: true, slug: true, date, profile }));
  expect(run('qpdf', '--check', file)).toContain('No syntax or stream encoding errors found');
  expect(run('pdfinfo', '-isodates', file)).toMatch(/CreationDate:\s+2026-05-04T10:20:30Z/);
  const plates = separated(file);
  const out = Math.max(drawing.sheet.bleedMm, 3) + 10;
  const names = platesOf(drawing).map(({ name }) => name);
  expect(names).toContain('Ottermere Red');
  // Patches are 4 mm wide; the line is looked for over all of its height.
  for (const [n, name] of names.entries())
    for (const [half, share] of [1, 0.5].entries())
      for (const [other, plate] of plates) {
        const seen = plate.at(out + (2 * n + half) * 4 + 2, 2.4);
        expect([name, other, Math.abs(seen - (other === name ? share : 0)) < 0.02]).toEqual([name, other, true]);
      }
  for (const plate of plates.values()) {
    const row = Array.from({ length: 200 }, (_, i) => i).flatMap((i) =>
      [0.2, 0.6, 1, 1.4, 1.8].map((y) => plate.at(out + i * 0.3, out + drawing.sheet.heightMm + out - 10 + 5.6 + y)),
    );
    expect(row.filter((ink) => ink > 0.2).length).toBeGreaterThan(40);
  }
  // Without a date the bytes are the same every time.
  const plain = { marks: true, slug: true, profile };
  expect(await writePdf(drawing, plain)).toEqual(await writePdf(drawing, plain));
});

it('fits the line to its medium: plates by number, then less, on narrow sheets', () => {
  const narrow = (widthMm: number, name: string) => {
    const p = {
      ...piece([{ ...curve(circle(8)), fill: 'brass' }]),
      name,
      sheet: { widthMm, heightMm: 20, bleedMm: 0 },
    };
    return slugOf(drawPiece(p, new Map()), '2026-05-04', 3).strokes.flat();
  };
  for (const [widthMm, name] of [
    [200, 'Ottermere'],
    [30, 'Ottermere'],
    [10, 'Ottermere Light Railway, a badge for the season of the late tide'],
  ] as const) {
    const xs = narrow(widthMm, name).map(({ x }) => x);
    expect(Math.min(...xs)).toBeGreaterThanOrEqual(-12.001);
    expect(Math.max(...xs)).toBeLessThanOrEqual(widthMm + 12.001);
    expect(xs.length).toBeGreaterThan(40);
  }
});

it.each(['coated', 'uncoated', 'newsprint'] as const)(
  'carries the profile of %s paper, and names it',
  async (stock) => {
    const plain = piece([{ ...curve(circle(20)), fill: 'brass' }]);
    const drawing = drawPiece({ ...plain, process: usualProcess('offset', stock) }, new Map());
    const file = join(folder, `${stock}.pdf`);
    writeFileSync(file, await writePdf(drawing, { marks: false, profile: await profileOf(stock) }));
    run('qpdf', '--qdf', '--object-streams=disable', file, join(folder, `${stock}.plain.pdf`));
    const bytes = readFileSync(join(folder, `${stock}.plain.pdf`));
    expect(bytes.includes(readFileSync(`${HOME}/profiles/${stock}.icc`))).toBe(true);
    expect(bytes.toString('latin1')).toContain(`/OutputConditionIdentifier (Under Arc ${stock})`);
    // The ink is mixed as it is: only how it looks differs.
    expect(bytes.toString('latin1')).toMatch(/\b0 0?\.270* 0?\.770* 0?\.070* k/);
  },
);
