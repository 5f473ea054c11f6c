import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { drawPiece } from '#core/drawing/drawPiece';
import { writePdf } from '#core/output/pdf/pdf';
import { parsePiece } from '#core/piece/read';
import { faces, HOME } from '../../support/pieces';
import { separated } from '../../support/plates';

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
