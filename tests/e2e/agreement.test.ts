import { readFileSync } from 'node:fs';
import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { LETTER } from '#core/stances/index';
import type { Face } from '#core/type/face';
import { circle, faces, HOME, lettering, spacing } from '../support/pieces';
import { setOn } from '../support/setting';
import { openBrowser } from './support';

/** A browser rounds advances to 1/64 px and its curves to a few tenths of a pixel; these are pixels at 10 px a mm. */
const ROUNDING_PX = 1.2;
const TURN_DEG = 0.35;
const PX = 10;

describe('placement beside the browser’s own text on a path', () => {
  let browser: Browser, all: ReadonlyMap<string, Face>;
  beforeAll(async () => {
    [browser, all] = [await openBrowser(), await faces()];
  });
  afterAll(() => browser.close());

  it.each([
    ['Latin', 'playfair-display-bold', 'Avocet Tidal Water'],
    ['Greek', 'comfortaa-bold', 'Θάλασσα'],
    ['Cyrillic', 'unbounded-bold', 'Поезд к морю'],
    ['Hebrew', 'suez-one', 'תחנה'],
    ['Arabic', 'marhey-bold', 'دار'],
  ])('agrees for %s, kerning on, turned, measured at the baseline', async (script, faceId, wording) => {
    const face = all.get(faceId)!;
    const emPx = 60;
    const set = setOn(
      all,
      lettering(wording, {
        faceId,
        size: { by: 'em', pt: (emPx / PX / 25.4) * 72 },
        anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: 0, align: 'start', by: 'advance' },
        spacing: spacing({ measuredAt: 0 }),
        // Of no strength, so that joined letters are only turned, as a browser does.
        stance: { kind: 'upright', strength: 0, centre: null },
      }),
      circle(40, 0, 0),
    );
    const page = await browser.newPage();
    const font = readFileSync(`${HOME}fonts/files/${faceId}.ttf`).toString('base64');
    const seen = await page.evaluate(
      async ({ font, wording, emPx, R }) => {
        document.fonts.add(await new FontFace('own', `url(data:font/ttf;base64,${font})`).load());
        document.body.innerHTML = `<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="1000" viewBox="-500 -500 1000 1000"><path id="p" fill="none" d="M0 ${-R}A${R} ${R} 0 1 1 -0.001 ${-R}"/><text font-family="own" font-size="${emPx}"><textPath href="#p">${wording}</textPath></text></svg>`;
        const text = document.querySelector('textPath')!;
        return Array.from({ length: text.getNumberOfChars() }, (_, i) => {
          const start = text.getStartPositionOfChar(i),
            end = text.getEndPositionOfChar(i);
          return {
            x: (start.x + end.x) / 2,
            y: (start.y + end.y) / 2,
            turn: text.getRotationOfChar(i),
            empty: start.x === end.x && start.y === end.y,
          };
        });
      },
      { font, wording, emPx, R: 40 * PX },
    );
    await page.close();
    const ours = Array.from(set.letterDistances, (_, i) => {
      const [x, y, cos, sin] = set.rows.subarray(i * LETTER.length, (i + 1) * LETTER.length);
      // A browser counts the kerning behind a letter into it, and takes the middle of both.
      const kern = (set.measured.run.letters[i]!.after / 2) * set.scaleX;
      return {
        x: (x! + cos! * kern) * PX,
        y: (y! + sin! * kern) * PX,
        turn: (Math.atan2(sin!, cos!) * 180) / Math.PI,
        at: set.measured.origins[i]!,
      };
    });
    expect(set.measured.run.face).toBe(face);
    let compared = 0;
    for (const one of ours) {
      const theirs = seen[one.at]!;
      if (theirs.empty || wording[one.at] === ' ') continue;
      compared++;
      expect(Math.hypot(one.x - theirs.x, one.y - theirs.y), `${script} ${wording[one.at]}`).toBeLessThan(ROUNDING_PX);
      expect(Math.abs(one.turn - theirs.turn), `${script} ${wording[one.at]}`).toBeLessThan(TURN_DEG);
    }
    expect(compared).toBeGreaterThanOrEqual(3);
  });
});
