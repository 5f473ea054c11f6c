import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece, printedOnly } from '#core/drawing/drawPiece';
import { STANDARD_OPTIONS } from '#core/output/formats/index';
import { prepareFile, writeFile } from '#core/output/makeFile';
import { writeReview, type Remark } from '#core/output/pdf/review';
import { decodePicture } from '#core/output/pictures';
import { writeSvg } from '#core/output/svg';
import { parsePiece } from '#core/piece/read';
import type { Piece } from '#core/piece/types';
import type { Faces } from '#core/setting/settingOf';
import { proofOf, toolsFor } from '../../../cli/tools';
import { circle, curve, faces, HOME, lettering, piece } from '../../support/pieces';
import { fields, fileOf, imageIdOf, pictureOf, renderPixels } from '../../support/pictures';

const folder = mkdtempSync(join(tmpdir(), 'under-arc-review-'));
const run = (command: string, ...args: string[]): string =>
  execFileSync(command, args, { encoding: 'utf8', maxBuffer: 1 << 26 });
let all: Faces;
beforeAll(async () => {
  all = await faces();
});

/** The file as the command line makes it. */
async function reviewed(p: Piece, name: string, pictures = new Map()): Promise<string> {
  const prepared = prepareFile('review-pdf', p, all, STANDARD_OPTIONS, pictures);
  if (!prepared.ok) throw new Error(prepared.problem.message);
  const tools = toolsFor({ piece: p, faces: all as never, images: [], pictures });
  const made = await writeFile('review-pdf', prepared.value, STANDARD_OPTIONS, tools);
  if (!made.ok) throw new Error(made.problem.message);
  const file = join(folder, `${name}.pdf`);
  writeFileSync(file, made.value);
  return file;
}
/** The pixels of a page as poppler draws it. */
function seen(file: string, page: number, dpi: number) {
  run('pdftoppm', '-r', `${dpi}`, '-f', `${page}`, '-l', `${page}`, '-singlefile', file, file);
  const bytes = readFileSync(`${file}.ppm`),
    [head, width, height] = /^P6\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.toString('latin1'))!;
  const rgb = bytes.subarray(head.length);
  return { width: Number(width), height: Number(height), rgb };
}
const demo = (name: string): Piece => {
  const read = parsePiece(readFileSync(`${HOME}demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
};

describe('a PDF for review', () => {
  it('looks as the picture of the piece does, in screen colours alone, and is small', async () => {
    const p = demo('1-roundel'),
      file = await reviewed(p, 'roundel');
    expect(run('qpdf', '--check', file)).toContain('No syntax or stream encoding errors found');
    const plain = run('qpdf', '--qdf', '--object-streams=disable', file, '-');
    expect(plain).not.toMatch(/OutputIntent|DeviceCMYK|Separation|GTS_PDFX/);
    expect(readFileSync(file).length).toBeLessThan(60_000);
    const { width, height, rgb } = seen(file, 1, 127);
    expect([width, height]).toEqual([420, 420]);
    const svg = writeSvg(printedOnly(drawPiece(p, all))).replace(
      /width="[^"]+" height="[^"]+"/,
      'width="420" height="420"',
    );
    const rgba = await renderPixels(svg);
    let off = 0;
    for (let n = 0; n < width * height; n++)
      for (let k = 0; k < 3; k++) {
        const a = rgba[4 * n + 3]! / 255;
        off += Math.abs(rgb[3 * n + k]! - (rgba[4 * n + k]! + (1 - a) * 255));
      }
    expect(off / (width * height * 3)).toBeLessThan(2);
  });
  it('says what the piece is and what the proof has found, with a number at each place', async () => {
    const clean = run('pdftotext', '-layout', await reviewed(demo('1-roundel'), 'clean'), '-');
    expect(clean).toContain('Ottermere roundel');
    expect(clean).toContain('84 × 84 mm');
    expect(clean).toContain('The proof has found no problems.');
    const p = piece([
      curve(circle(24)),
      lettering('OTTERMERE', { size: { by: 'cap', mm: 0.9 }, fill: 'brass' }),
      { ...curve(circle(30), 'plate'), fill: 'brass' },
    ]);
    const found = proofOf({ piece: p, faces: all as never, pictures: new Map() });
    expect(found.length).toBeGreaterThan(1);
    const file = await reviewed(p, 'found');
    const text = run('pdftotext', file, '-').replace(/\s+/g, ' ');
    for (const { message } of found) expect(text).toContain(message.replace(/[^ -~×–—“”’°]/g, '?'));
    // A number stands where each remark has its place, on a drawing that is scaled to the page.
    const k = Math.min(174 / p.sheet.widthMm, 120 / p.sheet.heightMm, 1.5),
      page = seen(file, 2, 144);
    for (const { at } of found.filter((one) => one.at)) {
      const [x, y] = [(210 - k * p.sheet.widthMm) / 2 + k * at!.x, 18 + k * at!.y].map((mm) => (mm / 25.4) * 144);
      const reds = Array.from({ length: 25 * 25 }, (_, i) => {
        const n = 3 * ((Math.round(y!) + Math.floor(i / 25) - 12) * page.width + Math.round(x!) + (i % 25) - 12);
        return page.rgb[n]! > 150 && page.rgb[n + 1]! < 90 && page.rgb[n + 2]! < 90;
      }).filter(Boolean).length;
      expect(reds).toBeGreaterThan(20);
    }
  });
  it('has pages for as many remarks as there are, up to two hundred, and letters of any script in the name', async () => {
    const remarks = Array.from({ length: 230 }, (_, n): Remark => ({
      message: `Remark ${n} that is long. `.repeat(6),
    }));
    const drawing = { ...drawPiece(piece([curve(circle(24))]), all), name: 'Παλίρροια tide' };
    const bytes = await writeReview(drawing, { remarks, date: new Date('2026-05-04T00:00:00Z') });
    const file = join(folder, 'many.pdf');
    writeFileSync(file, bytes);
    const text = run('pdftotext', file, '-').replace(/\s+/g, ' ');
    expect(text).toContain('Remark 0 that');
    expect(text).toContain('Remark 199 that');
    expect(text).not.toContain('Remark 200 that');
    expect(text).toContain('And 30 more');
    expect(text).toContain('tide');
    expect(text).toContain('Made on 2026-05-04.');
    expect(run('pdfinfo', file)).toContain('Παλίρροια tide');
    expect(Number(/Pages:\s+(\d+)/.exec(run('pdfinfo', file))![1])).toBeGreaterThan(8);
    // Nothing runs off a page.
    const boxes = [...run('pdftotext', '-bbox', file, '-').matchAll(/xMax="([\d.]+)" yMax="([\d.]+)"/g)];
    for (const [, x, y] of boxes) expect(Number(x) < 595.3 - 48 && Number(y) < 841.9 - 40).toBe(true);
    expect(await writeReview(drawing, { remarks, date: null })).toEqual(
      await writeReview(drawing, { remarks, date: null }),
    );
  });
  it('shows pictures, clear ones and those in one ink, no finer than a screen needs', async () => {
    const image = fields(2400),
      pictures = new Map([[imageIdOf(image), (await decodePicture(fileOf(image, 2400, 2400), renderPixels))!]]);
    const p = piece([pictureOf(image, 2400, { widthMm: 60 })]);
    const file = await reviewed(p, 'picture', pictures);
    const [, , ...images] = run('pdfimages', '-list', file).trim().split('\n');
    expect(images.length).toBeGreaterThan(0);
    for (const one of images) expect(Number(one.trim().split(/\s+/)[3])).toBeLessThanOrEqual(1200);
    // Red, white, black and half clear blue, as they look in print.
    const { rgb, width } = seen(file, 1, 127);
    const at = (x: number, y: number): number[] => {
      const n = 3 * (Math.round((y / 25.4) * 127) * width + Math.round((x / 25.4) * 127));
      return [...rgb.subarray(n, n + 3)];
    };
    const [red, white, black, blue] = [at(27, 27), at(57, 27), at(27, 57), at(57, 57)] as const;
    expect(red[0]! > 180 && red[1]! < 90).toBe(true);
    expect(Math.min(...white)).toBeGreaterThan(252);
    expect(Math.max(...black)).toBeLessThan(60);
    expect(blue[2]! > blue[0]! && blue[0]! > 90).toBe(true);
    const inked = await reviewed(piece([pictureOf(image, 2400, { widthMm: 60, fill: 'rust' })]), 'inked', pictures);
    expect(run('pdfimages', '-list', inked)).toContain('rgb');
  });
});
