import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { pngOf } from '../support/pictures';
import { HOME } from '../support/pieces';
import { made } from './support';
import { useBench } from './useBench';

const badge = () => JSON.parse(readFileSync(`${HOME}/demo/8a-volunteer-badge.json`, 'utf8'));

describe('a series', () => {
  const on = useBench();
  const take = async (click: () => Promise<unknown>): Promise<Buffer> => {
    const [file] = await Promise.all([on.page.waitForEvent('download', { timeout: 60_000 }), click()]);
    return readFileSync(await file.path());
  };
  const tab = (name: string) => on.page.getByRole('tab', { name }).click();

  it('makes a series of a table: looks at every row, lists problems, makes sheets, and can be cancelled', async () => {
    await on.bench.open(await made(on.server, badge()));
    await on.page.getByRole('button', { name: 'Output' }).click();
    await tab('Series');
    await on.page
      .locator('[data-csv]')
      .setInputFiles({ name: 'wrong.csv', mimeType: 'text/csv', buffer: Buffer.from('Name,Post\n"Ada,Signals\n') });
    await on.page
      .getByRole('alert')
      .getByText(/quotation mark/)
      .waitFor();
    await on.page.locator('[data-csv]').setInputFiles(`${HOME}/demo/volunteers.csv`);
    await on.page.getByText('24 rows').waitFor();
    await on.page.locator('[data-series=check]').click();
    await on.page.getByText('All rows are fine.').waitFor();
    const sheets = await take(() => on.page.locator('[data-series=make]').click());
    expect(sheets.subarray(0, 5).toString()).toBe('%PDF-');
    await on.page.getByText(/24 of 24 rows on 1 sheet/).waitFor();
    // How many of each, and what the files are called, are columns too.
    const choose = async (name: string, column: string): Promise<void> => {
      const box = on.page.getByRole('combobox', { name });
      // By key: the panel moves while the preview is drawn.
      await box.press('Enter');
      const list = on.page.locator(`[id="${await box.getAttribute('aria-controls')}"]`);
      await list.getByRole('option', { name: column, exact: true }).click();
      await list.waitFor({ state: 'hidden' });
    };
    await on.page.getByRole('button', { name: 'Another table' }).click();
    await on.page.getByLabel('Table of names').fill('Name,Wanted,File\nAda Fenwick,6,first\nAda Marsh,0,second');
    await on.page.getByRole('button', { name: 'Use this table' }).click();
    const shown = on.page.locator('[data-preview] path');
    await expect.poll(() => shown.count()).toBeGreaterThan(20);
    const two = await shown.count();
    await choose('Copies', 'Wanted');
    // Four copies more, and no marks of their own; the number is not set in letters any more.
    await expect.poll(() => shown.count()).toBeGreaterThan(two + 40);
    await on.page.getByRole('radio', { name: 'a file each' }).click();
    await choose('Column for OLR', 'stays as it is');
    await choose('File names', 'File');
    const each = await take(() => on.page.locator('[data-series=make]').click());
    expect(Object.keys(unzipSync(each)).sort()).toEqual(['0001-first.pdf', '0002-second.pdf']);
    await on.page.getByRole('radio', { name: 'on sheets' }).click();
    await on.page.getByRole('button', { name: 'Another table' }).click();
    const names = Array.from({ length: 1500 }, (_, i) => (i === 416 ? 'Una 漢 Marsh' : `Ada ${i}`));
    await on.page.getByLabel('Table of names').fill(`Name\n${names.join('\n')}`);
    await on.page.getByRole('button', { name: 'Use this table' }).click();
    await on.page.locator('[data-series=make]').click();
    await on.page.getByRole('button', { name: 'Cancel' }).click();
    await on.page.getByRole('alert').getByText('Cancelled. No file was made.').waitFor();
    await on.page.locator('[data-series=check]').click();
    await on.page.getByText(/Row 418, left out: .*漢/).waitFor({ timeout: 60_000 });
    expect((await on.bench.piece()).items).toEqual(badge().items);
  });

  it('gives each row of a series the picture that it names, and says which file is missing', async () => {
    const shore = JSON.parse(readFileSync(`${HOME}/demo/8b-shore-badge.json`, 'utf8'));
    await on.bench.open(await made(on.server, shore));
    await on.page.getByRole('button', { name: 'Output' }).click();
    await tab('Series');
    await on.page
      .getByLabel('Table of names')
      .fill('Photo,Name\ngull,Gull Point\nTERN.png,Tern Weir\nheron,Heron Mere');
    await on.page.getByRole('button', { name: 'Use this table' }).click();
    const png = (name: string, shade: number) => ({
      name,
      mimeType: 'image/png',
      buffer: pngOf(300, 200, () => [shade, 90, 60, 255]),
    });
    await on.page.locator('[data-row-pictures]').setInputFiles([png('gull.png', 20), png('tern.png', 200)]);
    await on.page.getByText('2 chosen').waitFor();
    // Each copy shows its own.
    await expect
      .poll(() =>
        on.page
          .locator('[data-preview] image')
          .evaluateAll((list) => new Set(list.map((one) => one.getAttribute('href'))).size),
      )
      .toBe(2);
    await on.page.locator('[data-series=check]').click();
    await on.page.getByText(/Row 4, left out: The picture “heron” is not among the chosen files/).waitFor();
    await on.page.locator('[data-row-pictures]').setInputFiles([png('Heron.PNG', 110)]);
    await on.page.getByText('3 chosen').waitFor();
    await on.page.locator('[data-series=check]').click();
    await on.page.getByText('All rows are fine.').waitFor();
    await on.page.getByRole('radio', { name: 'a page each' }).click();
    const file = join(mkdtempSync(join(tmpdir(), 'under-arc-rows-')), 'rows.pdf');
    writeFileSync(file, await take(() => on.page.locator('[data-series=make]').click()));
    expect(execFileSync('pdfinfo', [file], { encoding: 'utf8' })).toMatch(/Pages:\s+3/);
    const listed = execFileSync('pdfimages', ['-list', file], { encoding: 'utf8' });
    expect(listed.match(/^ +[123] .* cmyk /gm)).toHaveLength(3);
  });

  it('offers to make a series again though how far it was is told after it was over', async () => {
    // Ports hand on what they are told seconds late; answers of the worker do not go by them.
    await on.page.addInitScript(() => {
      const listen = MessagePort.prototype.addEventListener,
        waiting = window as unknown as { waiting: number };
      waiting.waiting = 0;
      MessagePort.prototype.addEventListener = function (
        this: MessagePort,
        type: string,
        heard: never,
        ...rest: never[]
      ) {
        const slow = (event: Event): void => {
          waiting.waiting++;
          setTimeout(() => {
            (heard as unknown as EventListener).call(this, event);
            waiting.waiting--;
          }, 4000);
        };
        listen.call(this, type, slow as never, ...rest);
      };
    });
    const waiting = () => on.page.evaluate(() => (window as unknown as { waiting: number }).waiting);
    await on.bench.open(await made(on.server, badge()));
    await on.page.getByRole('button', { name: 'Output' }).click();
    await tab('Series');
    await on.page
      .getByLabel('Table of names')
      .fill(`Name\n${Array.from({ length: 400 }, (_, i) => `Ada ${i}`).join('\n')}`);
    await on.page.getByRole('button', { name: 'Use this table' }).click();
    await on.page.locator('[data-series=check]').click();
    await on.page.getByText('All rows are fine.').waitFor();
    expect(await waiting()).toBeGreaterThan(0);
    await expect.poll(waiting).toBe(0);
    expect(await on.page.locator('[data-series=make]').isEnabled()).toBe(true);
  });
});
