// `npm run bench:typing`: words typed with even out and fit on, beside a blank page with a text field, in one run of
// Chromium.
import type { Page } from 'playwright-core';
import type { CurveShape, FitBy } from '#core/piece/types';
import { Bench, made, openBrowser, openPage, Server } from '../e2e/support';
import { circle, curve, lettering, piece, spacing } from '../support/pieces';

const WORDS = 'THE OTTERMERE LIGHT RAILWAY RUNS TO THE SEDGE SHORE';
const TYPED = 'ABCDEFGHIKLMNOPRSTUVW';
const [WARM_UP, KEYS] = [10, 120];
/** From key to key, ms: a quick hand. */
const PACE = 170;
/** From frame to frame, ms, and how much later than that one comes when another was missed. */
const FRAME_MS = 1000 / 60,
  LATE_MS = FRAME_MS / 2;
const ELLIPSE: CurveShape = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 34, radiusYMm: 26, turnDeg: 0 };
const LIMITS: Readonly<Record<FitBy, readonly [number, number]>> = {
  tracking: [-500, 900],
  width: [0.3, 3],
  size: [0.3, 3],
  radius: [0.3, 3],
};
const WAYS: readonly { what: string; by: FitBy; shape: CurveShape }[] = [
  ...(['tracking', 'width', 'size', 'radius'] as const).map((by) => ({
    what: `${by} on a ring`,
    by,
    shape: circle(30),
  })),
  { what: 'tracking on an ellipse', by: 'tracking', shape: ELLIPSE },
  { what: 'radius on an ellipse', by: 'radius', shape: ELLIPSE },
];

/**
 * What a page noted while it was typed into, ms by its own clock: when frames were due, from when to when it was about
 * a key, and how long after each its evened result was there.
 */
interface Seen {
  readonly frames: number[];
  readonly keys: (readonly [handled: number, painted: number])[];
  readonly evened: number[];
}

/** Run in the page. */
function watch(): void {
  const seen: Seen = { frames: [], keys: [], evened: [] };
  (window as unknown as { seen: Seen }).seen = seen;
  const channel = new MessageChannel();
  let waiting = 0;
  requestAnimationFrame(function tick(at) {
    seen.frames.push(at);
    requestAnimationFrame(tick);
  });
  // A message that is sent at the beginning of a frame comes behind its painting.
  channel.port1.onmessage = ({ data }) => {
    seen.keys.push([data as number, performance.now()]);
  };
  window.addEventListener(
    'keydown',
    () => {
      const at = (waiting = performance.now());
      requestAnimationFrame(() => {
        channel.port2.postMessage(at);
      });
    },
    true,
  );
  const desk = document.querySelector('.desk');
  if (desk)
    new MutationObserver(() => {
      if (waiting > 0 && desk.getAttribute('aria-busy') === 'false') {
        seen.evened.push(performance.now() - waiting);
        waiting = 0;
      }
    }).observe(desk, { attributeFilter: ['aria-busy'] });
}

async function type(page: Page, count: number): Promise<void> {
  for (let i = 0; i < count; i++) {
    await page.keyboard.press(i % 2 ? 'Backspace' : TYPED[(i >> 1) % TYPED.length]!);
    // Not in step with the frames.
    await page.waitForTimeout(PACE + ((i * 7) % 17));
  }
}

async function typed(page: Page): Promise<Seen> {
  await page.waitForTimeout(1500);
  await type(page, WARM_UP);
  // The compiler marks functions with their names, by a helper that the page has not.
  await page.evaluate(`(() => { const __name = (it) => it; (${watch.toString()})(); })()`);
  await page.waitForTimeout(300);
  await type(page, KEYS);
  return page.evaluate(() => (window as unknown as { seen: Seen }).seen);
}

/** Keys that a frame was missed for: one was due after the key came and before it was painted, and did not come. */
const missed = ({ frames, keys }: Seen): number =>
  keys.filter(([handled, painted]) =>
    frames.some((at, n) => {
      const before = frames[n - 1]!;
      if (n === 0 || at - before < FRAME_MS + LATE_MS) return false;
      const due = before + Math.max(1, Math.ceil((handled - before) / FRAME_MS)) * FRAME_MS;
      return due < painted && due < at - LATE_MS;
    }),
  ).length;

/** From key to painted. */
const took = ({ keys }: Seen): number[] => keys.map(([handled, painted]) => painted - handled);
const part = (list: readonly number[], share: number): number =>
  list.slice().sort((a, b) => a - b)[Math.min(Math.floor(list.length * share), list.length - 1)]!;
const told = (list: readonly number[]): string =>
  `${part(list, 0.5).toFixed(1)}, nine of ten within ${part(list, 0.9).toFixed(1)}, longest ${part(list, 1).toFixed(1)}`;

const server = await Server.start();
const browser = await openBrowser();
const errors: string[] = [];
const page = await openPage(browser, errors);
const bench = new Bench(page, server);

await page.setContent(`<textarea rows="3">${WORDS}</textarea>`);
await page.locator('textarea').click();
const blank = await typed(page);
console.log(
  `\n${WORDS.length} letters, ${KEYS} keys each, ms, the wait for the next frame within; Chromium, this machine, one run\n`,
);
console.log(
  `a blank page with a text field\n  from key to painted  ${told(took(blank))}; frames missed for ${missed(blank)} keys`,
);
for (const { what, by, shape } of WAYS) {
  const [least, most] = LIMITS[by];
  const words = lettering(WORDS, {
    size: { by: 'cap', mm: 3 },
    spacing: spacing({ evenOut: 1 }),
    bookends: { startU: 0.6, endU: 0.4 },
    fit: { kept: true, baseRadiusMm: null, rules: [{ by, least, most }] },
  });
  await bench.open(await made(server, piece([curve(shape), words])));
  await page
    .getByRole('button', { name: /^THE OTT/ })
    .first()
    .click();
  await bench.field('Wording').click();
  await page.keyboard.press('End');
  await bench.evened();
  const seen = await typed(page);
  console.log(
    `evened out and kept filled by ${what}\n  from key to painted  ${told(took(seen))}; frames missed for ${missed(seen)} keys\n  ratio to blank       ${(part(took(seen), 0.5) / part(took(blank), 0.5)).toFixed(1)} times\n  evened result        ${told(seen.evened)}; after 100 ms with ${seen.evened.filter((ms) => ms > 100).length} keys`,
  );
}
await browser.close();
await server.end();
if (errors.length > 0) throw new Error(errors.join('\n'));
