import { execFile, execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { HOME } from '../support/pieces';
import { Bench, disagreement, freshFolder, made, openBrowser, openPage, Server } from './support';

const run = promisify(execFile);

/** What is seen is what is printed: the screen, the SVG in Chromium and the PDF in poppler are one picture. */
describe.each(['1-roundel', '2-marmalade-lid', '3-cap-badge'])('%s', (name) => {
  let server: Server, browser: Browser, page: Page, bench: Bench;
  const folder = freshFolder();
  const source = JSON.parse(readFileSync(`${HOME}/demo/${name}.json`, 'utf8'));
  const { widthMm, heightMm } = source.sheet;
  beforeAll(async () => {
    server = await Server.start();
    browser = await openBrowser();
    page = await openPage(browser, [], { bypassCSP: true });
    bench = new Bench(page, server);
    await bench.open(await made(server, source));
    await Promise.all(
      ['svg', 'pdf', 'png', 'dxf'].map((format) =>
        run('npx', ['under-arc', 'render', `demo/${name}.json`, join(folder, `out.${format}`)], { cwd: HOME }),
      ),
    );
  });
  afterAll(async () => {
    await browser.close();
    await server.end();
  });

  it('looks the same on the screen and as SVG', async () => {
    const count = source.items.filter((item: any) => item.fill || item.stroke).length;
    await expect.poll(() => page.locator('.art path[data-item]:not([data-item*="."])').count()).toBe(count);
    await bench.evened();
    await page.addStyleTag({
      content:
        '.grips, .marks, .gaps, .rulers, .centre-lines, .zoom { display: none !important } .paper { stroke: none !important }',
    });
    const box = (await page.locator('.paper').boundingBox())!;
    const clip = {
      x: Math.ceil(box.x),
      y: Math.ceil(box.y),
      width: Math.floor(box.width) - 2,
      height: Math.floor(box.height) - 2,
    };
    const screen = await page.screenshot({ clip });
    const svg = readFileSync(join(folder, 'out.svg'), 'utf8')
      .replace(/^<\?xml.*\n/, '')
      .replace(
        '<svg ',
        `<svg style="position:absolute;left:${box.x}px;top:${box.y}px;width:${box.width}px;height:${box.height}px" `,
      );
    await page.setContent(`<body style="margin:0;background:#fff">${svg}</body>`);
    expect(disagreement(screen, await page.screenshot({ clip }))).toBe(0);
  });

  it('is the same file from the bench, made in a worker, as from the command line', async () => {
    await bench.open(await made(server, source));
    await page.getByRole('button', { name: 'Output' }).click();
    for (const format of ['svg', 'pdf', 'png', 'dxf']) {
      const waiting = page.waitForEvent('download');
      await page.locator(`[data-format=${format}]`).click();
      await page.locator('[data-make]').click();
      expect(
        readFileSync(await (await waiting).path()).equals(readFileSync(join(folder, `out.${format}`))),
        format,
      ).toBe(true);
      await page.getByText(/was exported/).waitFor();
    }
  });

  it('looks the same as SVG and as PDF', async () => {
    const [width, height] = [widthMm * 10, heightMm * 10];
    await page.setViewportSize({ width, height });
    const svg = readFileSync(join(folder, 'out.svg'), 'utf8')
      .replace(/^<\?xml.*\n/, '')
      .replace('<svg ', `<svg style="position:absolute;left:0;top:0;width:${width}px;height:${height}px" `);
    await page.setContent(`<body style="margin:0;background:#fff">${svg}</body>`);
    const one = await page.screenshot();
    execFileSync('pdftoppm', [
      '-r',
      '254',
      '-png',
      '-singlefile',
      '-scale-to-x',
      String(width),
      '-scale-to-y',
      String(height),
      join(folder, 'out.pdf'),
      join(folder, 'page'),
    ]);
    const two = readFileSync(join(folder, 'page.png'));
    writeFileSync(join(folder, 'svg.png'), one);
    expect(disagreement(one, two)).toBe(0);
  });
});
