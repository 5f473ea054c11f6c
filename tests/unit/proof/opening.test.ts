import { beforeAll, describe, expect, it } from 'vitest';
import { thinnestOf } from '#core/proof/thickness';
import { shapeFor } from '#core/setting/line/measure';
import { PAIRS } from '#core/geometry/outlines/outline';
import type { Faces } from '#core/setting/settingOf';
import { thinnestByOpening } from '../../support/opening';
import { renderPixels } from '../../support/pictures';
import { faces, spacing } from '../../support/pieces';

const DPI = 2400,
  CAP_MM = 2,
  PX = (CAP_MM / 25.4) * DPI;
/** Within this the two measures agree, mm: two pixels. */
const AGREE_MM = 0.02;
const MARGIN_PX = 40;

let all: Faces;
beforeAll(async () => {
  all = await faces();
});

/** A letter at 2,400 dpi, capitals 2 mm high. */
async function picture(faceId: string, letter: string) {
  const face = all.get(faceId)!,
    glyph = shapeFor(face, letter, spacing()).letters[0]!.glyphs[0]!.id,
    scale = PX / face.metrics.capHeight;
  const { commands, coords } = face.outline(glyph);
  let at = 0;
  const path: string[] = [];
  for (const command of commands) {
    const count = PAIRS[command]! * 2;
    path.push('MLQCZ'[command]! + coords.slice(at, at + count).join(' '));
    at += count;
  }
  const { xMin, yMin, xMax, yMax } = face.bounds(glyph)!;
  const width = Math.ceil((xMax - xMin) * scale) + 2 * MARGIN_PX,
    height = Math.ceil((yMax - yMin) * scale) + 2 * MARGIN_PX;
  const rgba = await renderPixels(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><path transform="translate(${MARGIN_PX} ${height - MARGIN_PX}) scale(${scale} ${-scale}) translate(${-xMin} ${-yMin})" d="${path.join('')}"/></svg>`,
  );
  const ink = Uint8Array.from({ length: width * height }, (_, i) => Number(rgba[i * 4 + 3]! > 127));
  return { face, glyph, ink, width, height, mmOf: (units: number) => (units * CAP_MM) / face.metrics.capHeight };
}

const LETTERS: readonly (readonly [face: string, letters: string])[] = [
  ['oswald-medium', 'AHOeR'],
  ['zilla-slab-bold', 'AHeRa'],
  ['bodoni-moda-bold', 'AHOeR'],
  ['limelight', 'AHOER'],
  ['league-gothic', 'AHeRB'],
  ['playfair-display-bold', 'AHOea'],
];

/** Letters whose sides come near each other; in others a disc finds the white beside them, which is none within. */
const CLOSE = ['oswald-medium e', 'league-gothic H', 'league-gothic e'];

describe('the thinnest strokes and gaps of letters', () => {
  it.each(LETTERS)('of %s in %s are what opening a raster of 2,400 dpi finds, to 0.02 mm', async (faceId, letters) => {
    for (const letter of letters) {
      const { face, glyph, ink, width, height, mmOf } = await picture(faceId, letter);
      const found = thinnestOf(face, glyph, 1);
      const most = (0.15 * face.metrics.upem * PX) / face.metrics.capHeight;
      const paper = ink.map((one, i) => Number(!one && i % width > 0 && i % width < width - 1 && i > width));
      const by = (set: Uint8Array): number => (thinnestByOpening(set, width, height, most) * 25.4) / DPI;
      const mm = mmOf(found.stroke?.width ?? 0.15 * face.metrics.upem);
      expect.soft(Math.abs(mm - by(ink)), `${faceId} ${letter}`).toBeLessThan(AGREE_MM);
      if (!found.white || !CLOSE.includes(`${faceId} ${letter}`)) continue;
      expect.soft(Math.abs(mmOf(found.white.width) - by(paper)), `white of ${faceId} ${letter}`).toBeLessThan(AGREE_MM);
    }
  });
});
