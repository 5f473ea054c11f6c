import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece, type Drawing } from '#core/drawing/drawPiece';
import type { Pictures } from '#core/drawing/pictures';
import { writePdf } from '#core/output/pdf/pdf';
import { trapped } from '#core/output/trap';
import { makePicture } from '#core/piece/make';
import type { Item, Piece } from '#core/piece/types';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, HOME, lettering, piece, inkOf } from '../../support/pieces';
import { imageIdOf, pngOf } from '../../support/pictures';
import { separated, type Grey } from '../../support/plates';
import { bare, DPI, WIDTH_MM } from '../../support/trapping';

const profile = readFileSync(`${HOME}/profiles/coated.icc.zlib`);
const folder = mkdtempSync(join(tmpdir(), 'under-arc-trap-pictures-'));
const INKS = [
  inkOf('Rust', 'spot', [10, 80, 90, 5]),
  inkOf('sea', 'process', [80, 0, 0, 0]),
  inkOf('white', 'process', [0, 0, 0, 0]),
  inkOf('soot', 'process', [0, 0, 0, 100], { overprint: true }),
];

/** A picture of one colour, 40 × 20 pixels. */
function pictureOf(opacity: number): { readonly id: string; readonly pictures: Pictures } {
  const pixel = [60, 150, 60, opacity] as const,
    bytes = pngOf(40, 20, () => pixel),
    id = imageIdOf(bytes);
  const rgba = Uint8Array.from({ length: 40 * 20 * 4 }, (_, i) => pixel[i % 4]!);
  return { id, pictures: new Map([[id, { format: 'png', bytes, widthPx: 40, heightPx: 20, rgba }]]) };
}

describe('trapping at pictures', () => {
  let all: Faces;
  beforeAll(async () => {
    all = await faces();
  });
  const drawingOf = (fill: string, opacity = 255, more: readonly Item[] = []): Drawing => {
    const { id, pictures } = pictureOf(opacity);
    const shown = {
      ...makePicture('photo', 'Photo', { imageId: id, widthPx: 40, heightPx: 20 }, piece([]).sheet),
      id: 'photo',
    };
    const p: Piece = {
      ...piece([
        ...more,
        { ...shown, imageId: id, widthPx: 40, heightPx: 20, widthMm: 40, centre: { x: 15, y: 10 }, turnDeg: 0 } as Item,
        curve(circle(12, 15, 20), 'arc'),
        lettering('SEDGE', { curveId: 'arc', fill, size: { by: 'cap', mm: 4 } }),
      ]),
      inks: INKS,
      sheet: { widthMm: 30, heightMm: 20, bleedMm: 0 },
    };
    return drawPiece(p, all, pictures);
  };
  let made = 0;
  async function platesOf(drawing: Drawing): Promise<Map<string, Grey>> {
    const file = join(folder, `${made++}.pdf`);
    writeFileSync(file, await writePdf(drawing, { marks: false, profile }));
    return separated(file, DPI);
  }
  it('leaves no paper about letters of a spot ink, whichever way a plate is off', async () => {
    const drawing = drawingOf('Rust');
    expect(bare(await platesOf(drawing), 'Rust')).toBeGreaterThan(40);
    expect(bare(await platesOf(trapped(drawing, WIDTH_MM)), 'Rust')).toBe(0);
  });
  it('adds nothing of an ink that has none, that overprints, or in a picture that shows the paper', () => {
    for (const drawing of [drawingOf('white'), drawingOf('soot'), drawingOf('Rust', 200)])
      expect(trapped(drawing, WIDTH_MM).paths).toEqual(drawing.paths);
  });
  it('goes by the picture where it covers what lies beneath', () => {
    const ground = {
      ...curve(
        { kind: 'rectangle', centre: { x: 15, y: 10 }, widthMm: 40, heightMm: 30, cornerMm: 0, turnDeg: 0 },
        'ground',
      ),
      fill: 'sea',
    } as Item;
    const [plain, over] = [drawingOf('Rust'), drawingOf('Rust', 255, [ground])].map((drawing) =>
      trapped(drawing, WIDTH_MM)
        .paths.slice(drawing.paths.length)
        .map(({ paint }) => paint.fill!.id),
    );
    // The ground shows beside the picture, and spreads into it there; beneath it the letters do not meet it.
    expect(plain).toEqual(['Rust-on-picture']);
    expect([...over!].sort()).toEqual(['Rust-on-picture', 'sea-on-picture']);
  });
});
