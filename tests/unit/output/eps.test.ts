import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece, type Drawing } from '#core/drawing/drawPiece';
import { decodePicture } from '#core/output/pictures';
import { writeEps } from '#core/output/pdf/eps';
import { writePdf } from '#core/output/pdf/pdf';
import { PLAIN_INK } from '#core/piece/inks';
import { parsePiece } from '#core/piece/read';
import type { Ink } from '#core/piece/types';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, HOME, lettering, piece } from '../../support/pieces';
import { fields, fileOf, imageIdOf, pictureOf, renderPixels } from '../../support/pictures';
import { separated, type Grey } from '../../support/plates';

const folder = mkdtempSync(join(tmpdir(), 'under-arc-eps-'));
const profile = readFileSync(`${HOME}/profiles/coated.icc.zlib`);
const DPI = 144;

let all: Faces;
beforeAll(async () => {
  all = await faces();
});

const plain = { marks: false, bleed: true } as const;
const textOf = (bytes: Uint8Array): string => Buffer.from(bytes).toString('latin1');
let made = 0;
function platesOfEps(drawing: Drawing, options: Parameters<typeof writeEps>[1] = plain): Map<string, Grey> {
  const file = join(folder, `${made++}.eps`);
  writeFileSync(file, writeEps({ drawing }, options));
  return separated(file, DPI);
}
async function platesOfPdf(drawing: Drawing, marks = false): Promise<Map<string, Grey>> {
  const file = join(folder, `${made++}.pdf`);
  writeFileSync(file, await writePdf(drawing, { marks, slug: marks, profile, standard: 'x1a' }));
  return separated(file, DPI);
}
/** The share of places at which two plates differ, their lower left corners on each other. */
function differing(a: Grey, b: Grey): number {
  const mm = (px: number): number => (px * 25.4) / DPI;
  let count = 0,
    off = 0;
  for (let x = 3; x < Math.min(a.width, b.width) - 3; x += 3)
    for (let y = 3; y < Math.min(a.height, b.height) - 3; y += 3) {
      count++;
      if (Math.abs(a.at(mm(x), mm(a.height - y)) - b.at(mm(x), mm(b.height - y))) > 0.02) off++;
    }
  return off / count;
}
function expectAlike(eps: Map<string, Grey>, pdf: Map<string, Grey>): void {
  expect([...eps.keys()].sort()).toEqual([...pdf.keys()].sort());
  for (const [name, plate] of eps) expect([name, differing(plate, pdf.get(name)!) < 0.004]).toEqual([name, true]);
}

describe('EPS', () => {
  it.each(readdirSync(`${HOME}/demo`).filter((name) => name.endsWith('.json')))(
    'has the plates of the print PDF as Ghostscript separates them: %s',
    async (name) => {
      const read = parsePiece(readFileSync(`${HOME}/demo/${name}`, 'utf8'));
      if (!read.ok) throw new Error(read.problem.message);
      const drawing = drawPiece(read.value, all);
      expectAlike(platesOfEps(drawing), await platesOfPdf(drawing));
    },
  );

  it('prints on top where an ink says so, spots by any name, marks and the bar of inks on every plate', async () => {
    const ink = (id: string, kind: Ink['kind'], cmyk: Ink['cmyk'], overprint: boolean): Ink => ({
      ...PLAIN_INK,
      id,
      name: `${id} (№ 1)`,
      kind,
      cmyk,
      overprint,
    });
    const inks = [
      ink('sea', 'process', [80, 20, 0, 0], false),
      ink('sun', 'process', [0, 0, 90, 10], true),
      ink('Rust', 'spot', [10, 80, 90, 5], true),
    ];
    const drawing = drawPiece(
      {
        ...piece([
          { ...curve(circle(30)), fill: 'sea' },
          { ...curve(circle(20, 62), 'other'), fill: 'sun' },
          lettering('SEDGE', { fill: 'Rust', size: { by: 'cap', mm: 12 } }),
        ]),
        inks,
      },
      all,
    );
    const eps = platesOfEps(drawing);
    expectAlike(eps, await platesOfPdf(drawing));
    // Where the second disc lies on the first, both are there.
    const at = (name: string): number => eps.get(name)!.at(60, 42);
    expect(['Cyan', 'Magenta', 'Yellow', 'Black'].map((name) => Math.round(at(name) * 10))).toEqual([8, 2, 9, 1]);
    expectAlike(platesOfEps(drawing, { marks: true, slug: true, bleed: true }), await platesOfPdf(drawing, true));
  });

  it('has pictures in process inks and in a spot ink, cut to a curve, on white where they are not opaque', async () => {
    const bytes = fields(64);
    const image = await decodePicture(fileOf(bytes, 64, 64), renderPixels);
    const spot: Ink = { ...PLAIN_INK, id: 'own', name: 'Own', kind: 'spot', cmyk: [0, 70, 60, 0], overprint: false };
    const whole = piece([
      { ...curve(circle(14)), fill: null },
      pictureOf(bytes, 64),
      pictureOf(bytes, 64, { id: 'in-spot', fill: 'own', within: 'ring', widthMm: 30 }),
    ]);
    const drawing = drawPiece({ ...whole, inks: [...whole.inks, spot] }, all, new Map([[imageIdOf(bytes), image!]]));
    expectAlike(platesOfEps(drawing), await platesOfPdf(drawing));
  });

  it('is as large as the trim, the bleed or the marks, says its inks, and is the same bytes each time', () => {
    const whole = piece([{ ...curve(circle(30)), fill: 'enamel' }]);
    const drawing = drawPiece({ ...whole, sheet: { widthMm: 84, heightMm: 42, bleedMm: 3 } }, all);
    const box = (options: Parameters<typeof writeEps>[1]): number[] =>
      /%%HiResBoundingBox: 0 0 ([\d.]+) ([\d.]+)/
        .exec(textOf(writeEps({ drawing }, options)))!
        .slice(1)
        .map((points) => Math.round(((Number(points) * 25.4) / 72) * 100) / 100);
    expect(box({ marks: false, bleed: false })).toEqual([84, 42]);
    expect(box({ marks: false, bleed: true })).toEqual([90, 48]);
    expect(box({ marks: true, bleed: false })).toEqual([84 + 26, 42 + 26]);
    const text = textOf(writeEps({ drawing }, plain));
    expect(text.startsWith('%!PS-Adobe-3.0 EPSF-3.0\n%%BoundingBox: 0 0 256 137\n')).toBe(true);
    expect(text).toContain('%%LanguageLevel: 3');
    expect(text).toBe(textOf(writeEps({ drawing }, plain)));
    const file = join(folder, 'one.eps');
    writeFileSync(file, text, 'latin1');
    expect(execFileSync('gs', ['-q', '-dNOPAUSE', '-dBATCH', '-sDEVICE=bbox', file], { encoding: 'utf8' })).toBe('');
  });
});
