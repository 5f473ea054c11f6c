import { mkdtempSync, writeFileSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece, type Drawing } from '#core/drawing/drawPiece';
import { trapped } from '#core/output/trap';
import { writePdf } from '#core/output/pdf/pdf';
import { makeStroke } from '#core/piece/make';
import type { Item, Piece } from '#core/piece/types';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, HOME, lettering, piece, inkOf } from '../../support/pieces';
import { separated, type Grey } from '../../support/plates';
import { bare, DPI, WIDTH_MM } from '../../support/trapping';

const profile = readFileSync(`${HOME}/profiles/coated.icc.zlib`);
const folder = mkdtempSync(join(tmpdir(), 'under-arc-trap-'));

const INKS = [
  inkOf('sea', 'process', [80, 0, 0, 0]),
  inkOf('sun', 'process', [0, 0, 90, 0]),
  inkOf('Rust', 'spot', [10, 80, 90, 5]),
  inkOf('Fog', 'spot', [15, 5, 10, 0]),
  inkOf('soot', 'process', [0, 0, 0, 100], { overprint: true }),
];

describe('trapping', () => {
  let all: Faces;
  beforeAll(async () => {
    all = await faces();
  });
  /** Letters on a ground that fills the sheet. */
  const on = (ground: string, letters: string, more: Partial<Item> = {}): Piece => ({
    ...piece([
      {
        ...curve({ kind: 'rectangle', centre: { x: 15, y: 10 }, widthMm: 40, heightMm: 30, cornerMm: 0, turnDeg: 0 }),
        fill: ground,
      },
      curve(circle(12, 15, 20), 'arc'),
      lettering('SEDGE', { curveId: 'arc', fill: letters, size: { by: 'cap', mm: 4 }, ...(more as object) }),
    ]),
    inks: INKS,
    sheet: { widthMm: 30, heightMm: 20, bleedMm: 0 },
  });
  let made = 0;
  async function platesOf(drawing: Drawing, isTrapped: boolean): Promise<Map<string, Grey>> {
    const file = join(folder, `${made++}.pdf`);
    writeFileSync(file, await writePdf(drawing, { marks: false, profile, trapped: isTrapped }));
    return separated(file, DPI);
  }
  it.each([
    ['a spot ink on a process ground', 'sun', 'Rust', 'Rust'],
    ['a lighter spot ink on a darker process ground', 'sea', 'Fog', 'Fog'],
    ['a process ink on a spot ground', 'Rust', 'sun', 'Yellow'],
    ['a spot ink on a spot ground', 'Fog', 'Rust', 'Fog'],
    ['two process inks', 'sea', 'sun', 'Yellow'],
  ])('leaves no paper between %s, whichever way a plate is off', async (_name, ground, letters, moved) => {
    const drawing = drawPiece(on(ground, letters), all);
    expect(bare(await platesOf(drawing, false), moved)).toBeGreaterThan(40);
    expect(bare(await platesOf(trapped(drawing, WIDTH_MM), true), moved)).toBe(0);
  });
  it('leaves no paper beside a stroke with ends, dashed or not', async () => {
    for (const dash of [null, { onMm: 3, offMm: 2 }]) {
      const ground = on('sea', 'Rust').items[0]!;
      const bow = {
        ...curve({ kind: 'line', from: { x: 7, y: 5 }, to: { x: 23, y: 14 } }, 'bow'),
        stroke: { ...makeStroke('Rust', 1.6), dash },
      };
      const drawing = drawPiece({ ...on('sea', 'Rust'), items: [ground, bow] }, all);
      expect(bare(await platesOf(drawing, false), 'Rust')).toBeGreaterThan(40);
      expect(bare(await platesOf(trapped(drawing, WIDTH_MM), true), 'Rust')).toBe(0);
    }
  });
  it('spreads by the width asked for, the lighter ink into the darker', async () => {
    const disc = { ...curve(circle(6, 15, 10), 'disc'), fill: 'sun' };
    const p = { ...on('Rust', 'sun', { hidden: true }), items: [on('Rust', 'sun').items[0]!, disc] };
    const reach = async (drawing: Drawing): Promise<number> => {
      const yellow = (await platesOf(drawing, false)).get('Yellow')!;
      let x = 15;
      while (yellow.at(x, 10) > 0.4) x += 0.005;
      return x - 15;
    };
    const drawing = drawPiece(p, all);
    expect(Math.abs((await reach(drawing)) - 6)).toBeLessThan(0.03);
    expect(Math.abs((await reach(trapped(drawing, WIDTH_MM))) - 6 - WIDTH_MM)).toBeLessThan(0.03);
    // The darker one is as it was.
    const before = (await platesOf(drawing, false)).get('Rust')!,
      after = (await platesOf(trapped(drawing, WIDTH_MM), true)).get('Rust')!;
    for (let x = 8; x < 22; x += 0.1) expect(after.at(x, 10)).toBe(before.at(x, 10));
  });
  it('leaves alone what overprints, and what lies on the same plates', () => {
    for (const [ground, letters] of [
      ['sun', 'soot'],
      ['Rust', 'Rust'],
    ] as const) {
      const drawing = drawPiece(on(ground, letters), all);
      expect(trapped(drawing, WIDTH_MM).paths).toEqual(drawing.paths);
    }
  });
});
