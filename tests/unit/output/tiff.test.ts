import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzlibSync } from 'fflate';
import UTIF from 'utif2';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece, type Drawing } from '#core/drawing/drawPiece';
import { decodePicture } from '#core/output/pictures';
import { writePdf } from '#core/output/pdf/pdf';
import { writeTiff } from '#core/output/raster/tiff';
import { PLAIN_INK } from '#core/piece/inks';
import { parsePiece } from '#core/piece/read';
import type { Ink } from '#core/piece/types';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, HOME, lettering, piece } from '../../support/pieces';
import { fileOf, imageIdOf, pictureOf, pngOf, renderPixels } from '../../support/pictures';
import { separated } from '../../support/plates';

const folder = mkdtempSync(join(tmpdir(), 'under-arc-tiff-'));
const packed = readFileSync(`${HOME}/profiles/coated.icc.zlib`);
const profile = unzlibSync(packed);
const DPI = 144;

let all: Faces;
beforeAll(async () => {
  all = await faces();
});

/** A TIFF as another program reads it: its tags, and the share of each channel at a place. */
async function read(drawing: Drawing, dpi = DPI) {
  const file = await writeTiff(drawing, { dpi, profile }, renderPixels);
  if (!file.ok) throw new Error(file.problem.message);
  const bytes = file.value.slice().buffer;
  const [page] = UTIF.decode(bytes) as unknown as (Record<string, number[]> & {
    data: Uint8Array;
    width: number;
    height: number;
  })[];
  UTIF.decodeImage(bytes, page as never);
  const channels = page!['t277']![0]!;
  return {
    bytes: file.value,
    page: page!,
    channels,
    at: (channel: number, xMm: number, yMm: number): number =>
      page!.data[
        (Math.round((yMm / 25.4) * dpi) * page!.width + Math.round((xMm / 25.4) * dpi)) * channels + channel
      ]! / 255,
  };
}
const demo = (name: string): Drawing => {
  const found = parsePiece(readFileSync(`${HOME}/demo/${name}`, 'utf8'));
  if (!found.ok) throw new Error(found.problem.message);
  return drawPiece({ ...found.value, sheet: { ...found.value.sheet, bleedMm: 0 } }, all);
};
const spot: Ink = { ...PLAIN_INK, id: 'own', name: 'Own Red', kind: 'spot', cmyk: [0, 70, 60, 0], overprint: true };

describe('TIFF', () => {
  it.each(['1-roundel.json', '7-keepers-seal.json', '92-honey-lid.json'])(
    'has on each channel what Ghostscript finds on the plates of the print PDF: %s',
    async (name) => {
      const drawing = demo(name);
      const tiff = await read(drawing);
      const file = join(folder, `${name}.pdf`);
      writeFileSync(file, await writePdf(drawing, { marks: false, profile: packed, standard: 'x1a' }));
      const plates = separated(file, DPI);
      for (const [channel, plate] of ['Cyan', 'Magenta', 'Yellow', 'Black'].entries()) {
        const of = plates.get(plate);
        const px = 25.4 / DPI;
        let off = 0,
          count = 0;
        for (let x = 1; x < drawing.sheet.widthMm - 1; x += 0.7)
          for (let y = 1; y < drawing.sheet.heightMm - 1; y += 0.7) {
            const wanted = of?.at(x, y) ?? 0;
            // Edges are soft here and hard there: places are compared that are the same all about.
            const about = [-2, 0, 2].flatMap((i) => [-2, 0, 2].map((j) => of?.at(x + i * px, y + j * px) ?? 0));
            if (about.some((share) => share !== wanted)) continue;
            count++;
            if (Math.abs(tiff.at(channel, x, y) - wanted) > 0.01) off++;
          }
        expect(count).toBeGreaterThan(2000);
        // Lines thinner than the places are apart are left.
        expect.soft([plate, off / count < 0.003]).toEqual([plate, true]);
      }
    },
  );

  it('tells its size, resolution, inks and profile, and is put together of strips', async () => {
    const whole = piece([
      { ...curve(circle(30)), fill: 'own' },
      { ...curve(circle(12), 'inner'), fill: 'enamel' },
      lettering('TIDE', { fill: 'own' }),
    ]);
    const drawing = drawPiece(
      { ...whole, inks: [...whole.inks, spot], sheet: { widthMm: 254, heightMm: 127, bleedMm: 0 } },
      all,
    );
    const { page, channels, at, bytes } = await read(drawing, 600);
    expect([page.width, page.height, channels]).toEqual([6000, 3000, 5]);
    expect([page['t262'], page['t332'], page['t338'], page['t282'], page['t296']]).toEqual([
      [5],
      [1],
      [0],
      [[60_000, 100]],
      [2],
    ]);
    expect(page['t273']!.length).toBeGreaterThan(3);
    expect(String(page['t333'])).toContain('Own Red');
    expect(Buffer.from(bytes).includes(Buffer.from(profile))).toBe(true);
    // The spot ink is on its channel alone, and goes on beneath nothing that knocks it out.
    expect([at(4, 42, 20), at(0, 42, 20)]).toEqual([1, 0]);
    expect([at(4, 42, 42), at(0, 42, 42) > 0.5]).toEqual([0, true]);
    // Nothing is seen of where one strip ends and the next begins.
    for (let y = 13; y < 24; y += 0.05) expect(at(4, 42, y)).toBe(1);
  });

  it('has pictures at their own resolution', async () => {
    // Columns of one pixel, black and white: each has a pixel of its own at 1,200 an inch.
    const [width, height, mm] = [2800, 40, 25.4 / 1200];
    const bytes = pngOf(width, height, (x) => (x % 2 ? [255, 255, 255, 255] : [0, 0, 0, 255]));
    const image = await decodePicture(fileOf(bytes, width, height), renderPixels);
    const drawing = drawPiece(
      {
        ...piece([
          {
            ...pictureOf(bytes, width),
            heightPx: height,
            widthMm: width * mm,
            centre: { x: (width * mm) / 2, y: (height * mm) / 2 },
          },
        ]),
        sheet: { widthMm: width * mm, heightMm: height * mm, bleedMm: 0 },
      },
      all,
      new Map([[imageIdOf(bytes), image!]]),
    );
    const { at, page } = await read(drawing, 1200);
    expect([page.width, page.height]).toEqual([width, height]);
    const shares = Array.from({ length: 100 }, (_, i) => at(3, (1000 + i) * mm, 20 * mm));
    expect(shares.filter((share) => share > 0.9)).toHaveLength(50);
    expect(shares.filter((share) => share === 0)).toHaveLength(50);
  });

  it('is refused beyond what a machine can bear', async () => {
    const huge: Drawing = { ...demo('1-roundel.json'), sheet: { widthMm: 2000, heightMm: 2000, bleedMm: 0 } };
    expect(await writeTiff(huge, { dpi: 1200, profile }, renderPixels)).toMatchObject({
      ok: false,
      problem: { code: 'too-many-pixels' },
    });
  });

  it('comes from the command line, and keeps to little memory', () => {
    const out = join(folder, 'roundel.tif');
    execFileSync('node', [`${HOME}/cli/under-arc.mjs`, 'render', `${HOME}/demo/1-roundel.json`, out, '--dpi=600'], {
      stdio: 'pipe',
    });
    expect(readFileSync(out).subarray(0, 4)).toEqual(Buffer.from([73, 73, 42, 0]));
  });
});
