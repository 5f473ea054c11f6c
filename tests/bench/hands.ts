// `npm run hands FIRST LAST [two]`: hands that do anything that a person may do on the bench, on one page, or on two that
// work on one piece and are offline now and then. Afterwards undo must give the piece as it was and redo the piece as it
// became, a reload must change nothing, two pages and the server must agree, and no error may have been seen. Prints a
// line for each seed, and what was done before a fault. Not a test: a seed does not always come to the same.
import { readdirSync, readFileSync } from 'node:fs';
import { isDeepStrictEqual } from 'node:util';
import type { Page } from 'playwright-core';
import { Bench, made, openBrowser, openPage, Server } from '../e2e/support';
import { HOME } from '../support/pieces';
import { randomHand, randomOf } from './randomActions';

const [first = '1', last = first, how = 'one'] = process.argv.slice(2);
const ACTIONS = 100;
/** How long pages and server may take to agree, ms. */
const AGREE_MS = 60_000;
const server = await Server.start();
const browser = await openBrowser();
const demos = readdirSync(`${HOME}/demo`).filter((name) => name.endsWith('.json'));
let faults = 0;

/** What one hand works with. */
interface Seat {
  readonly page: Page;
  readonly bench: Bench;
  readonly act: () => Promise<string>;
  offline: boolean;
}

async function seated(id: string, random: () => number, errors: string[]): Promise<Seat> {
  const page = await openPage(browser, errors);
  page.on('console', (message) => {
    if (message.type() === 'error' && !message.text().startsWith('Failed to load')) errors.push(message.text());
  });
  page.on('response', (answer) => {
    // Lines that others have made meanwhile are no fault.
    if (answer.status() >= 400 && answer.status() !== 409) errors.push(`${answer.status()} ${answer.url()}`);
  });
  page.on('filechooser', () => undefined);
  const bench = new Bench(page, server);
  await bench.open(id);
  await bench.evened();
  return { page, bench, act: randomHand(page, random), offline: false };
}

async function setOffline(seat: Seat, offline: boolean): Promise<void> {
  seat.offline = offline;
  await seat.page.context().setOffline(offline);
}

/** Ends whatever a hand was about: dialogs, drafts, what is being typed. */
async function rest(seat: Seat): Promise<void> {
  await setOffline(seat, false);
  for (let i = 0; i < 4; i++) await seat.page.keyboard.press('Escape');
  await seat.page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
}

/** The piece as a page has it. */
const pieceOn = (page: Page): Promise<unknown> =>
  page.evaluate(() => {
    const root = document.querySelector('#__nuxt') as unknown as { __vue_app__: any };
    const stores = root.__vue_app__.config.globalProperties.$pinia._s as Map<string, { piece: unknown }>;
    return JSON.parse(JSON.stringify(stores.get('piece')!.piece)) as unknown;
  });

async function agreed(seats: readonly Seat[]): Promise<any> {
  for (const until = Date.now() + AGREE_MS; ; await new Promise((resolve) => setTimeout(resolve, 300))) {
    await Promise.all(seats.map(({ bench }) => bench.evened()));
    const stored: unknown = await seats[0]!.bench.piece();
    const shown = await Promise.all(seats.map(({ page }) => pieceOn(page)));
    if (shown.every((one) => isDeepStrictEqual(one, stored))) return stored;
    if (Date.now() > until) throw new Error('a page and the server never agree');
  }
}

/** Presses Undo or Redo as often as it can be, at most so many times; gives how often that was. */
async function repeated({ page }: Seat, name: string, most: number): Promise<number> {
  const button = page.getByRole('button', { name: new RegExp(`^${name}`) }).first();
  for (let count = 0; count < most; count++) {
    if (await button.isDisabled()) return count;
    await button.click();
  }
  return most;
}

/** Undo, redo and a reload of one who was alone. */
async function goneBack(seat: Seat, original: unknown): Promise<number> {
  const later: unknown = await agreed([seat]);
  const count = await repeated(seat, 'Undo', 400);
  if (!isDeepStrictEqual(await agreed([seat]), original)) throw new Error(`undo of ${count} does not give what was`);
  await repeated(seat, 'Redo', count);
  if (!isDeepStrictEqual(await agreed([seat]), later)) throw new Error(`redo of ${count} does not give what became`);
  await seat.page.reload();
  await seat.bench.evened();
  if (!isDeepStrictEqual(await agreed([seat]), later)) throw new Error('a reload changes the piece');
  return count;
}

async function worked(seats: readonly Seat[], id: string, random: () => number, done: string[]): Promise<void> {
  for (let n = 0; n < ACTIONS; n++) {
    const who = Math.floor(random() * seats.length),
      seat = seats[who]!;
    if (seats.length > 1 && random() < 0.08) await setOffline(seat, !seat.offline);
    done.push(`${who}${seat.offline ? ' offline' : ''}: ${await seat.act()}`);
    if (seat.page.url().endsWith(`/piece/${id}`)) continue;
    // A view over the bench, or another page.
    await setOffline(seat, false);
    await seat.bench.open(id);
  }
}

for (let seed = Number(first); seed <= Number(last); seed++) {
  const random = randomOf(seed),
    demo = demos[Math.floor(random() * demos.length)]!;
  const errors: string[] = [],
    done: string[] = [],
    seats: Seat[] = [];
  try {
    const id = await made(server, JSON.parse(readFileSync(`${HOME}/demo/${demo}`, 'utf8')));
    for (let i = 0; i < (how === 'two' ? 2 : 1); i++) seats.push(await seated(id, random, errors));
    const original: unknown = await seats[0]!.bench.piece();
    await worked(seats, id, random, done);
    for (const seat of seats) await rest(seat);
    const { items } = await agreed(seats);
    const undone = seats.length === 1 ? `, ${await goneBack(seats[0]!, original)} undone and redone` : '';
    if (errors.length > 0) throw new Error([...new Set(errors)].join('\n'));
    console.log(`seed ${seed}, ${demo}: ${items.length} items${undone}`);
  } catch (error) {
    faults++;
    console.log(`seed ${seed}, ${demo}: ${String(error)}\n  ${[...new Set(errors)].join('\n  ')}`);
    console.log(`  after\n  ${done.slice(-20).join('\n  ')}`);
  }
  for (const { page } of seats) await page.context().close();
}
console.log(`${faults} faults`);
await browser.close();
await server.end();
process.exit(faults === 0 ? 0 : 1);
