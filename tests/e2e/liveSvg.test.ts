import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Browser, Page } from 'playwright-core';
import { PNG } from 'pngjs';
import { tracksOf } from '#core/curves/index';
import { drawPiece } from '#core/drawing/drawPiece';
import { settledPiece } from '#core/editing/transact';
import { writeLiveSvg } from '#core/output/liveSvg';
import { writeSvg } from '#core/output/svg';
import { isLettering, type Lettering, type Piece } from '#core/piece/types';
import { linesOf, type SetLettering } from '#core/setting/line/set';
import { settingOf, type Faces } from '#core/setting/settingOf';
import { LETTER } from '#core/stances/index';
import { faces, HOME, lettering, piece, curve, spacing } from '../support/pieces';
import { SHAPES } from '../support/shapes';
import { openBrowser } from './support';

const folder = mkdtempSync(join(tmpdir(), 'under-arc-live-'));
const demo = (name: string): Piece => JSON.parse(readFileSync(`${HOME}/demo/${name}.json`, 'utf8'));

describe('an SVG whose words stay words', () => {
  let all: Faces, browser: Browser, page: Page;
  beforeAll(async () => {
    all = await faces();
    browser = await openBrowser();
    page = await browser.newPage();
  });
  afterAll(() => browser.close());

  /** Where the browser stands each character of the words of a file, by the id of the path they are on. */
  async function shown(own: Piece): Promise<ReadonlyMap<string, readonly (readonly [number, number, number])[]>> {
    const ids = new Set(own.items.filter(isLettering).map(({ faceId }) => faceId));
    const carried = new Map([...ids].map((id) => [id, readFileSync(`${HOME}/fonts/files/${id}.ttf`)] as const));
    const file = join(folder, 'live.svg');
    writeFileSync(file, writeLiveSvg(own, drawPiece(own, all), all, carried).text);
    await page.goto(`file://${file}`);
    await page.evaluate(() => document.fonts.ready);
    const faulty = await page.evaluate(() => [...document.fonts].filter(({ status }) => status !== 'loaded').length);
    expect(faulty).toBe(0);
    const found = await page.evaluate(() =>
      [...document.querySelectorAll('svg > text > textPath')].map((one) => {
        const text = one as SVGTextPathElement;
        const places = Array.from({ length: text.getNumberOfChars() }, (_, i) => {
          const { x, y } = text.getStartPositionOfChar(i);
          return [x, y, text.getRotationOfChar(i)] as const;
        });
        return [one.getAttribute('href')!.slice(1), places] as const;
      }),
    );
    return new Map(found);
  }

  /** Where each letter begins and how it is turned, as it is set: the place of its first character, mm and degrees. */
  const wanted = ({ measured: { run }, rows, scaleX }: SetLettering) =>
    run.letters.map(({ advance, index }, i) => {
      const at = i * LETTER.length,
        half = (advance * scaleX) / 2;
      const [ax, ay] = [rows[at + LETTER.ax]!, rows[at + LETTER.ay]!];
      return {
        index,
        x: rows[at + LETTER.x]! - ax * half,
        y: rows[at + LETTER.y]! - ay * half,
        deg: (Math.atan2(ay, ax) * 180) / Math.PI,
      };
    });

  /** Holds every letter of a piece against the browser. @returns how many there are */
  async function held(given: Piece): Promise<number> {
    const own = settledPiece(given, { faces: all }),
      places = await shown(own);
    let letters = 0;
    for (const item of own.items.filter(isLettering)) {
      const set = settingOf(item, tracksOf(own), all);
      if (!set.ok) throw new Error(set.problem.message);
      linesOf(set.value).forEach((line, n) => {
        const found = places.get(`${item.id}-line-${n + 1}`);
        if (!found) return;
        for (const { index, x, y, deg } of wanted(line)) {
          const [px, py, turn] = found[index]!;
          const said = `${item.wording} ${item.stance.kind} ${index}`;
          expect(Math.hypot(px - x, py - y), said).toBeLessThan(0.1);
          expect(Math.abs(((turn - deg + 540) % 360) - 180), said).toBeLessThan(1.5);
          letters++;
        }
      });
    }
    return letters;
  }

  it('stands in the browser as its outlines do: the demo pieces', async () => {
    for (const [name, count] of [
      ['1-roundel', 54],
      ['5-fifty-seasons', 119],
      ['6-timetable-header', 44],
      ['8-luggage-label', 71],
      // 23 more are bent, and outlines.
      ['91-ticket', 54],
    ] as const)
      expect(await held(demo(name)), name).toBe(count);
  }, 60_000);

  it('stands so on every kind of curve, evened out, kerned, moved and turned by hand', async () => {
    for (const [name, shape] of Object.entries(SHAPES)) {
      const words = lettering('AVOCET Tern', {
        size: { by: 'cap', mm: 4 },
        spacing: spacing({ evenOut: 1, tracking: 20 }),
        adjustments: [
          { at: 2, kern: 80, alongMm: 0, offMm: 0.8, turnDeg: 0 },
          { at: 5, kern: 0, alongMm: 0.4, offMm: 0, turnDeg: 14 },
        ],
      });
      expect(await held(piece([curve(shape), words])), name).toBe(11);
    }
  }, 60_000);

  it('stands so upright, pointing to a place, on several lines, and with ligatures', async () => {
    const on = (changes: Partial<Lettering>, wording = 'SEDGE'): Piece =>
      piece([curve(SHAPES['circle']!), lettering(wording, { size: { by: 'cap', mm: 4 }, ...changes })]);
    for (const stance of [
      { kind: 'upright', strength: 1, centre: null },
      { kind: 'upright', strength: 0.5, centre: null },
      { kind: 'pointed', strength: 1, centre: { x: 42, y: 90 } },
    ] as const)
      expect(await held(on({ stance })), stance.kind).toBe(5);
    expect(await held(on({}, 'ABOVE\nBELOW'))).toBe(10);
    // Four letters in the face's own: the three of one ligature stand as one.
    const joined = on({ faceId: 'playfair-display-bold', spacing: spacing({ ligatures: true }) }, 'office');
    expect(await held(joined)).toBeLessThan(6);
  }, 60_000);

  /** Pixels a mm. */
  const PX = 16;
  /** What the browser paints of a drawing, as ink or none a pixel. */
  async function painted(svg: string, name: string): Promise<PNG> {
    const file = join(folder, `${name}.svg`);
    writeFileSync(file, svg.replace(/width="[^"]*mm" height="[^"]*mm"/, `width="${84 * PX}" height="${84 * PX}"`));
    await page.setViewportSize({ width: 84 * PX, height: 84 * PX });
    await page.goto(`file://${file}`);
    await page.evaluate(() => document.fonts.ready);
    return PNG.sync.read(await page.screenshot());
  }
  /** How many pixels of one have ink where the other has none within 0.1 mm. */
  function beyond(one: PNG, other: PNG): number {
    const reach = Math.floor(0.1 * PX);
    const inked = ({ data, width }: PNG, x: number, y: number): boolean => data[4 * (y * width + x)]! < 128;
    let count = 0;
    for (let y = reach; y < one.height - reach; y++)
      for (let x = reach; x < one.width - reach; x++) {
        if (!inked(one, x, y)) continue;
        let near = false;
        for (let dy = -reach; dy <= reach && !near; dy++)
          for (let dx = -reach; dx <= reach && !near; dx++) near = inked(other, x + dx, y + dy);
        if (!near) count++;
      }
    return count;
  }

  it.each([
    ['sheared', { stance: { kind: 'sheared', strength: 1, centre: null } }, 'Sedge OAK'],
    ['swayed', { stance: { kind: 'swayed', strength: 0.6, centre: null } }, 'Sedge OAK'],
    ['stacked', { stance: { kind: 'stacked', strength: 1, centre: null } }, 'OAK'],
    ['widened', { width: 1.3 }, 'Sedge OAK'],
    ['in small capitals', { letterCase: 'small-capitals' }, 'Sedge Oak'],
    ['read from the right', { faceId: 'frank-ruhl-libre-black' }, 'שלום (על) 12'],
    ['bent', { stance: { kind: 'bent', strength: 1, centre: null } }, 'Sedge OAK'],
    ['joined', { faceId: 'marhey-bold' }, 'سلام'],
  ] as const)(
    'stands so, each letter a text of its own or all of them outlines: %s',
    async (name, changes, wording) => {
      const own = settledPiece(
        piece([
          { ...curve(SHAPES['circle']!), stroke: null },
          lettering(wording, { size: { by: 'cap', mm: 6 }, ...(changes as Partial<Lettering>) }),
        ]),
        { faces: all },
      );
      const drawing = drawPiece(own, all);
      const [{ faceId }] = own.items.filter(isLettering) as [Lettering];
      const live = writeLiveSvg(
        own,
        drawing,
        all,
        new Map([[faceId, readFileSync(`${HOME}/fonts/files/${faceId}.ttf`)]]),
      );
      const outlined = name === 'bent' || name === 'joined';
      expect(live.notes, name).toEqual([
        outlined
          ? `“${wording}”: the letters are outlines, since text cannot be bent; the words lie hidden beside them, on their curve.`
          : `“${wording}”: each letter is a text of its own.`,
      ]);
      // The words can still be read and changed in the file.
      if (outlined) expect(live.text).toContain(`>${wording}</textPath>`);
      const [words, outlines] = [await painted(live.text, 'live'), await painted(writeSvg(drawing), 'outlines')];
      const blank = new PNG({ width: words.width, height: words.height });
      blank.data.fill(255);
      expect(beyond(outlines, blank)).toBeGreaterThan(2000);
      expect(beyond(words, outlines)).toBe(0);
      expect(beyond(outlines, words)).toBe(0);
      await page.setViewportSize({ width: 1280, height: 800 });
    },
    60_000,
  );
});
