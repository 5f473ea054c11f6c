// `npm run bench:drag`: how long the page works for each frame of a drag, and for the first selection of a lettering, on the
// roundel and on a piece of 40 letterings. Prints a table; not a test.
import type { CDPSession, Page } from 'playwright-core';
import { readFileSync } from 'node:fs';
import { Bench, made, openBrowser, openPage, Server } from '../e2e/support';
import { circle, curve, HOME, lettering, piece } from '../support/pieces';

const MOVES = 120;
/** From move to move, ms: as a screen of 60 frames a second has them. */
const PACE = 1000 / 60;

/** Notes from when the page learnt of each move, or press, to when what follows from it was painted, ms. */
function watch(): void {
  const took: number[] = [];
  (window as unknown as { took: number[] }).took = took;
  const channel = new MessageChannel();
  channel.port1.onmessage = ({ data }) => {
    took.push(performance.now() - (data as number));
  };
  for (const type of ['pointermove', 'pointerdown'])
    window.addEventListener(
      type,
      () => {
        const at = performance.now();
        // A message sent at the beginning of a frame comes behind its painting; waiting for the frame is no work.
        requestAnimationFrame(() => {
          const begun = performance.now();
          channel.port2.postMessage(begun - ((window as unknown as { worked?: number }).worked ?? 0));
        });
        // What handles the event runs before this.
        queueMicrotask(() => {
          (window as unknown as { worked?: number }).worked = performance.now() - at;
        });
      },
      true,
    );
}

const part = (list: readonly number[], share: number): number =>
  list.slice().sort((a, b) => a - b)[Math.min(Math.floor(list.length * share), list.length - 1)] ?? Number.NaN;

/** Work of the page's own thread so far, ms. */
async function worked(cdp: CDPSession): Promise<number> {
  const { metrics } = await cdp.send('Performance.getMetrics');
  return metrics.find(({ name }) => name === 'TaskDuration')!.value * 1000;
}

async function dragged(
  page: Page,
  cdp: CDPSession,
  title: string,
  from: { x: number; y: number },
  way: (share: number) => { x: number; y: number },
): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  for (let i = 1; i <= 20; i++) await page.mouse.move(from.x + i / 8, from.y);
  await page.evaluate(watch);
  const before = await worked(cdp);
  const began = performance.now();
  for (let i = 1; i <= MOVES; i++) {
    const to = way(i / MOVES);
    await page.mouse.move(from.x + to.x, from.y + to.y);
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, began + i * PACE - performance.now())));
  }
  const work = (await worked(cdp)) - before;
  const took = await page.evaluate(() => (window as unknown as { took: number[] }).took.slice());
  await page.keyboard.press('Escape');
  await page.mouse.up();
  const over = took.filter((ms) => ms > PACE).length;
  console.log(
    `${title.padEnd(52)} half within ${part(took, 0.5).toFixed(1)}, nine of ten ${part(took, 0.9).toFixed(1)}, longest ${part(took, 1).toFixed(1)} ms; ${over} of ${took.length} over a frame; ${(work / MOVES).toFixed(1)} ms of work a move`,
  );
}

/** A place on the screen that belongs to the letters of the n-th lettering. */
async function onLetters(page: Page, n: number): Promise<{ x: number; y: number }> {
  return page.evaluate((index) => {
    const group = document.querySelectorAll('[data-lettering]')[index]!;
    const id = group.getAttribute('data-lettering');
    const { x, y, width, height } = group.getBoundingClientRect();
    for (let i = 0; i < 2500; i++) {
      const at = { x: x + (width * (i % 50)) / 50, y: y + (height * Math.floor(i / 50)) / 50 };
      if (document.elementFromPoint(at.x, at.y)?.closest('[data-lettering]')?.getAttribute('data-lettering') === id)
        return at;
    }
    throw new Error(`no place on lettering ${index}`);
  }, n);
}

/** From the press to the painted selection, of a page that has just been opened. */
async function firstSelection(page: Page, bench: Bench, id: string, title: string): Promise<void> {
  const times: number[] = [],
    stalls: number[] = [];
  for (let i = 0; i < 5; i++) {
    await bench.open(id);
    await bench.evened();
    await page.waitForTimeout(2500);
    const at = await onLetters(page, 0);
    await page.evaluate(() => {
      const seen = window as unknown as { first: Promise<number>; stalls: number[] };
      seen.stalls = [0];
      new PerformanceObserver((list) => {
        for (const one of list.getEntries()) seen.stalls.push(one.duration);
      }).observe({ type: 'longtask' });
      seen.first = new Promise((resolve) => {
        window.addEventListener(
          'pointerdown',
          () => {
            const from = performance.now();
            const check = (): void => {
              if (document.querySelector('.marks .baseline')) {
                const channel = new MessageChannel();
                channel.port1.onmessage = () => resolve(performance.now() - from);
                channel.port2.postMessage(0);
              } else requestAnimationFrame(check);
            };
            requestAnimationFrame(check);
          },
          { capture: true, once: true },
        );
      });
    });
    await page.mouse.click(at.x, at.y);
    times.push(await page.evaluate(() => (window as unknown as { first: Promise<number> }).first));
    await page.waitForTimeout(1500);
    stalls.push(await page.evaluate(() => Math.max(...(window as unknown as { stalls: number[] }).stalls)));
  }
  console.log(
    `${title.padEnd(52)} ${times.map((ms) => ms.toFixed(0)).join(', ')} ms from the press to the painted selection; nothing after it takes longer at a time than ${stalls.map((ms) => ms.toFixed(0)).join(', ')} ms`,
  );
}

const server = await Server.start();
const browser = await openBrowser();
const page = await openPage(browser, []);
const bench = new Bench(page, server);
// The compiler marks functions with their names, by a helper that the page has not.
await page.addInitScript('globalThis.__name = (it) => it');
const cdp = await page.context().newCDPSession(page);
await cdp.send('Performance.enable');

const roundel = JSON.parse(readFileSync(`${HOME}/demo/1-roundel.json`, 'utf8')) as ReturnType<typeof piece>;
const forty = piece(
  Array.from({ length: 20 }, (_, i) => [
    curve(circle(6 + 1.7 * i), `ring${i}`),
    ...['top', 'bottom'].map((side) =>
      lettering(side === 'top' ? 'OTTERMERE LIGHT RAILWAY' : 'SEDGE SHORE AT TIDES', {
        id: `${side}${i}`,
        curveId: `ring${i}`,
        size: { by: 'cap', mm: 1.1 },
        anchor: { at: { kind: 'clock', deg: side === 'top' ? 0 : 180 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      }),
    ),
  ]).flat(),
);

for (const [name, what] of [
  ['roundel', roundel],
  ['40 letterings', forty],
] as const) {
  const id = await made(server, what);
  await firstSelection(page, bench, id, `${name}: first selection`);
  await bench.open(id);
  await bench.evened();
  await page.waitForTimeout(2500);
  const letters = await onLetters(page, 0);
  await dragged(page, cdp, `${name}: words along and across`, letters, (share) => ({
    x: 60 * Math.sin(share * 6),
    y: 14 * Math.sin(share * 17),
  }));
  await page.locator('.left').getByRole('button').nth(0).focus();
  await page.locator('.left li:not(.nested) .main').last().click();
  const handle = (await page.locator('[data-handle^=edge]').first().boundingBox())!;
  const grip = { x: handle.x + handle.width / 2, y: handle.y + handle.height / 2 };
  await dragged(page, cdp, `${name}: radius of a ring by its handle`, grip, (share) => ({
    x: 0,
    y: 20 * Math.sin(share * 9),
  }));
  await page.keyboard.press('Control+a');
  await dragged(page, cdp, `${name}: everything moved`, letters, (share) => ({
    x: 40 * Math.sin(share * 7),
    y: 20 * share,
  }));
}
await browser.close();
await server.end();
process.exit(0);
