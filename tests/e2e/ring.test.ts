import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Bench, openBrowser, openPage, Server } from './support';

/** The job of a newcomer, from the shelf to the printer, counted in actions. */
describe('a ring with lettering at the top and at the bottom', () => {
  let server: Server, browser: Browser, page: Page, bench: Bench;
  const errors: string[] = [];
  let actions = 0;
  beforeAll(async () => {
    server = await Server.start();
    browser = await openBrowser();
    page = await openPage(browser, errors);
    bench = new Bench(page, server);
  });
  afterAll(async () => {
    await browser.close();
    await server.end();
  });

  it('is made from the shelf', async () => {
    await page.goto(server.base);
    await page.getByRole('button', { name: 'New piece' }).click();
    actions++;
    await page.getByRole('textbox', { name: 'Name' }).fill('Tide ring');
    actions++;
    await page.getByRole('button', { name: 'Create' }).click();
    actions++;
    await page.locator('.bench').waitFor();
    await page.getByRole('button', { name: 'Circle', exact: true }).click();
    actions++;
    await bench.drag([42.2, 41.9], [72, 42]);
    actions++;
    const circle = (await bench.piece()).items[0];
    expect(circle.shape).toEqual({ kind: 'circle', centre: { x: 42, y: 42 }, radiusMm: 30 });
  });

  it('gets its words by clicking outside the top and outside the bottom', async () => {
    // The lettering tool is in hand since the circle was drawn; pressing its button does not take it away.
    await page.getByRole('button', { name: 'Click a curve' }).click();
    actions++;
    await bench.click(42.5, 11);
    actions++;
    await page.keyboard.type('OTTERMERE TIDE');
    actions++;
    await page.keyboard.press('Enter');
    await page.keyboard.press('2');
    actions++;
    await bench.click(41.5, 73);
    actions++;
    await page.keyboard.type('STEAM SEDGE SEA');
    actions++;
    await page.keyboard.press('Enter');
    // The bar may still show that what was typed before is saved.
    await expect.poll(async () => (await bench.lettering(1))?.wording).toBe('STEAM SEDGE SEA');
    await bench.kept();
    const [top, bottom] = [await bench.lettering(0), await bench.lettering(1)];
    expect(top).toMatchObject({
      wording: 'OTTERMERE TIDE',
      seat: { tops: 'outward', side: 'outside' },
      anchor: { at: { kind: 'clock', deg: 0 }, align: 'centre', by: 'ink' },
    });
    expect(bottom).toMatchObject({
      wording: 'STEAM SEDGE SEA',
      seat: { tops: 'inward', side: 'outside' },
      anchor: { at: { kind: 'clock', deg: 180 } },
    });
    expect(bottom.size).toEqual(top.size);
  });

  it('is tuned by fields that take units and sums', async () => {
    await bench.type('Cap height', '0.2in');
    actions += 2;
    await bench.type('Tracking', '40 + 2');
    actions += 2;
    await bench.kept();
    expect(await bench.lettering(1)).toMatchObject({ size: { by: 'cap', mm: 5.08 }, spacing: { tracking: 42 } });
  });

  it('comes back after closing the browser, with its undo list', async () => {
    const context = page.context();
    await page.close();
    page = await context.newPage();
    page.on('pageerror', (error) => errors.push(error.message));
    bench = new Bench(page, server);
    await page.goto(server.base);
    await page.getByRole('link', { name: 'Tide ring' }).first().click();
    actions++;
    await page.locator('.bench').waitFor();
    await page.getByRole('button', { name: 'Undo' }).click();
    await bench.kept();
    expect((await bench.lettering(1)).spacing.tracking).toBe(0);
    await page.getByRole('button', { name: 'Redo' }).click();
    await bench.kept();
    expect((await bench.lettering(1)).spacing.tracking).toBe(42);
    await page.reload();
    await page.locator('.bench').waitFor();
    // Setting the ring, two letterings, two wordings, two values: seven entries, the drag of the circle is one.
    for (let n = 0; n < 7; n++) {
      await page.keyboard.press('Control+z');
      await bench.settle();
    }
    await bench.kept();
    expect((await bench.piece()).items).toEqual([]);
    await expect.poll(() => page.getByRole('button', { name: 'Undo' }).isDisabled()).toBe(true);
    for (let n = 0; n < 7; n++) {
      await page.keyboard.press('Control+y');
      await bench.settle();
    }
    await bench.kept();
    expect((await bench.lettering(1)).spacing.tracking).toBe(42);
  });

  it('leaves as PDF and as SVG', async () => {
    await page.getByRole('button', { name: 'Output' }).click();
    actions++;
    for (const [format, name] of [
      ['pdf', 'Tide-ring.pdf'],
      ['svg', 'Tide-ring.svg'],
    ] as const) {
      const download = page.waitForEvent('download');
      await page.locator(`[data-format=${format}]`).click();
      await page.locator('[data-make]').click();
      const file = await download;
      expect(file.suggestedFilename()).toBe(name);
      const path = (await file.path())!;
      if (format === 'pdf')
        expect(execFileSync('pdffonts', [path], { encoding: 'utf8' }).trim().split('\n')).toHaveLength(2);
      else expect(readFileSync(path, 'utf8').match(/<path/g)).toHaveLength(2);
    }
    // The PDF is what is offered first: making it is one action.
    actions++;
  });

  it('took at most 25 actions and no errors', () => {
    expect(actions).toBeLessThanOrEqual(25);
    expect(errors).toEqual([]);
  });
});
