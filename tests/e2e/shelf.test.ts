import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { circle, curve, HOME, lettering, piece } from '../support/pieces';
import { freshFolder, openBrowser, openPage, Server } from './support';

describe('the shelf', () => {
  let server: Server, browser: Browser, page: Page;
  const errors: string[] = [];
  /** In the order of their files, which is the order on a new shelf. */
  const demos = readdirSync(`${HOME}/demo`)
    .filter((name) => name.endsWith('.json'))
    .sort()
    .map((name) => JSON.parse(readFileSync(`${HOME}/demo/${name}`, 'utf8')).name as string);
  const names = () => page.locator('.card .name').allTextContents();
  beforeAll(async () => {
    server = await Server.start();
    browser = await openBrowser();
    page = await openPage(browser, errors);
    await page.goto(server.base);
    await page.getByText('Ottermere roundel').waitFor();
  });
  afterAll(async () => {
    await browser.close();
    await server.end();
  });

  it('shows the demo pieces with pictures that are drawn', async () => {
    expect(await names()).toEqual(demos);
    for (const image of await page.locator('.card img').all()) {
      await expect
        .poll(() => image.evaluate((one: HTMLImageElement) => one.complete && one.naturalWidth))
        .toBeGreaterThan(0);
    }
  });

  it('renames, duplicates, deletes and brings back', async () => {
    await page.getByRole('button', { name: 'Rename Cap badge' }).click();
    await page.getByLabel('Name of the piece').fill('Guard’s cap badge');
    await page.keyboard.press('Enter');
    await page.getByText('Guard’s cap badge').waitFor();
    await page.getByRole('button', { name: 'Duplicate Marmalade jar lid' }).click();
    await page.getByText('Marmalade jar lid copy').waitFor();
    await page.getByRole('button', { name: 'Delete Marmalade jar lid copy' }).click();
    await page.getByText('was deleted').waitFor();
    await expect.poll(names).not.toContain('Marmalade jar lid copy');
    await page.getByRole('button', { name: 'Undo delete' }).click();
    await page.locator('.card .name', { hasText: 'Marmalade jar lid copy' }).waitFor();
    await expect.poll(names).toHaveLength(demos.length + 1);
  });

  it('opens a piece file, and says what is wrong with one that is not', async () => {
    const folder = freshFolder();
    const choose = async (name: string, text: string): Promise<void> => {
      writeFileSync(join(folder, name), text);
      await page.locator('input[type=file]').setInputFiles(join(folder, name));
    };
    await choose('letter.txt', 'Dear printer');
    await page.getByText('letter.txt: This file is not JSON').waitFor();
    await choose('other.json', '{"a":1}');
    await page.getByText('it should be JSON with "format"').waitFor();
    await choose('wrong.json', JSON.stringify({ ...piece([curve({ ...circle(-3) }), lettering('A')]) }));
    await page.getByText('items[0].shape.radiusMm').waitFor();
    expect(await names()).toHaveLength(demos.length + 1);
    await page.locator('input[type=file]').setInputFiles(join(HOME, 'demo/3-cap-badge.json'));
    await page.locator('.bench').waitFor();
    await page.getByText('GUARD', { exact: true }).waitFor();
  });

  it('says so when a piece is not there', async () => {
    await page.goto(`${server.base}/piece/not-there`);
    await page.getByText('There is no piece with this address').waitFor();
    await page.getByRole('link', { name: 'To the shelf' }).click();
    await page.getByRole('heading', { name: 'Shelf' }).waitFor();
    expect(errors).toEqual([]);
  });
});
