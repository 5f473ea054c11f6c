import { execFileSync } from 'node:child_process';
import { chromium } from 'playwright-core';
import { Bench, BROWSER_ARGS, type Server } from './support';

/**
 * Types while the server is out of reach, kills the browser, starts it again on the same profile, and looks how much is
 * there.
 *
 * @param afterMs when the browser is killed, from the first key on
 * @returns how old the oldest edit was that is not there, ms; 0 where all are
 */
export async function killedWhileTyping(
  server: Server,
  id: string,
  profile: string,
  afterMs: number,
): Promise<{ readonly typed: number; readonly found: number; readonly lostMs: number }> {
  const launch = () =>
    chromium.launchPersistentContext(profile, {
      executablePath: '/usr/bin/chromium',
      args: BROWSER_ARGS,
      viewport: { width: 1280, height: 800 },
    });
  const context = await launch();
  const bench = new Bench(context.pages()[0]!, server);
  await bench.open(id);
  await bench.page.getByRole('button', { name: /^T \d/ }).click();
  await context.setOffline(true);
  const field = bench.field('Wording');
  await field.focus();
  // Keys are given in the page itself, so that it is known when each edit was made.
  await field.evaluate((one: HTMLTextAreaElement) => {
    const times: number[] = [];
    (window as unknown as { times: number[] }).times = times;
    setInterval(() => {
      one.value = `T${'x'.repeat(times.length + 1)}`;
      one.dispatchEvent(new Event('input', { bubbles: true }));
      times.push(Date.now());
    }, 23);
  });
  let times: number[] = [];
  const until = Date.now() + afterMs;
  while (Date.now() < until)
    times = await bench.page.evaluate(() => [...(window as unknown as { times: number[] }).times]);
  const killedAt = Date.now();
  execFileSync('pkill', ['-9', '-f', profile]);
  await context.close().catch(() => undefined);
  const again = await launch();
  const after = new Bench(again.pages()[0]!, server);
  await after.open(id);
  await after.kept();
  const found = (await after.lettering(0)).wording.length - 1;
  await again.close();
  const lost = times[found];
  return { typed: times.length, found, lostMs: lost === undefined ? 0 : killedAt - lost };
}
