import { join } from 'node:path';
import { beforeEach, describe, expect, it } from 'vitest';
import { circle, curve, HOME, lettering, piece } from '../support/pieces';
import { made } from './support';
import { useBench } from './useBench';

describe('typefaces', () => {
  const on = useBench();
  const words = () => on.bench.lettering();
  const browse = async () => {
    await on.page.getByRole('button', { name: /^TIDE/ }).first().click();
    await on.page.getByRole('button', { name: 'Browse typefaces' }).click();
  };
  beforeEach(async () => {
    await on.bench.open(await made(on.server, piece([curve(circle(30)), lettering('TIDE')])));
    await on.page.locator('[data-item=words]').waitFor();
  });

  it('are browsed by character with the person’s own words; favourites and recents are remembered', async () => {
    await browse();
    await expect.poll(() => on.page.locator('[data-face]').count()).toBe(29);
    await on.page.getByRole('button', { name: 'blackletter', exact: true }).click();
    await expect.poll(() => on.page.locator('.specimen').allTextContents()).toEqual(['TIDE']);
    await on.page.getByRole('button', { name: 'UnifrakturMaguntia is a favourite' }).click();
    await on.page.locator('[data-face=unifraktur-maguntia]').click();
    await on.bench.kept();
    expect((await words()).faceId).toBe('unifraktur-maguntia');
    await on.page.reload();
    await on.page.locator('[data-item=words]').waitFor();
    await browse();
    for (const group of ['favourites', 'recent']) {
      await on.page.getByRole('button', { name: group, exact: true }).click();
      expect(
        await on.page.locator('[data-face]').evaluateAll((list) => list.map((one) => one.getAttribute('data-face'))),
      ).toEqual(['unifraktur-maguntia']);
    }
  });

  it('can be one’s own: checked, kept, drawn on the sheet, in files and on the shelf', async () => {
    await browse();
    await on.page
      .locator('[data-font]')
      .setInputFiles({ name: 'mine.ttf', mimeType: 'font/ttf', buffer: Buffer.from('not a font at all, but a text') });
    await on.page.getByText('This is not a font that can be used').waitFor();
    await on.page.locator('[data-font]').setInputFiles(join(HOME, 'fonts/files/bungee.ttf'));
    await on.page.getByText(/Bungee.* is stored\./).waitFor();
    await on.page.locator('[data-face^=own-bungee]').click();
    await on.bench.kept();
    const { faceId } = await words();
    expect(faceId).toMatch(/^own-bungee[a-z-]*-[0-9a-f]{8}$/);
    const id = new URL(on.page.url()).pathname.split('/').at(-1)!;
    // Drawn whole, with the new typeface, it has a name under which the browser keeps it.
    const shelf = await fetch(`${on.server.base}/api/pieces/${id}/picture.png`);
    expect([shelf.status, shelf.headers.get('etag')]).toEqual([200, expect.any(String)]);
    await on.page.reload();
    await on.page.locator('[data-item=words]').waitFor();
    await on.page.getByRole('button', { name: 'Output' }).click();
    await on.page.locator('[data-format=svg]').click();
    const [download] = await Promise.all([on.page.waitForEvent('download'), on.page.locator('[data-make]').click()]);
    expect(await download.failure()).toBeNull();
  });

  it('can be variable, brought as WOFF2, and varied by sliders', async () => {
    await browse();
    await on.page
      .locator('[data-font]')
      .setInputFiles(
        join(
          HOME,
          'node_modules/@fontsource-variable/instrument-sans/files/instrument-sans-latin-standard-normal.woff2',
        ),
      );
    await on.page.locator('[data-face^=own-instrument]').click();
    await on.bench.kept();
    const before = await on.page.locator('[data-item=words]').getAttribute('d');
    await on.bench.type('Weight', '690');
    await on.bench.kept();
    expect((await words()).axes).toEqual([{ tag: 'wght', value: 690 }]);
    await expect.poll(() => on.page.locator('[data-item=words]').getAttribute('d')).not.toBe(before);
    await on.bench.type('Weight', '400');
    await on.bench.kept();
    expect((await words()).axes).toEqual([]);
  });

  it('that are missing are named, another stands in, and nothing is printed with it', async () => {
    await on.bench.open(
      await made(on.server, piece([curve(circle(30)), lettering('TIDE', { faceId: 'own-river-slab-bold-0123abcd' })])),
    );
    await on.page.locator('[data-item=words]').waitFor();
    await on.page.getByRole('button', { name: /^TIDE/ }).first().click();
    await on.page.getByText('The typeface river slab bold is missing').first().waitFor();
    expect((await on.page.locator('[data-item=words]').getAttribute('d'))!.length).toBeGreaterThan(100);
    expect((await words()).faceId).toBe('own-river-slab-bold-0123abcd');
    await on.page.getByRole('button', { name: 'Output' }).click();
    await on.page.locator('[data-format=svg]').click();
    await on.page.locator('[data-make]').click();
    await on.page
      .getByRole('alert')
      .getByText(/is missing/)
      .waitFor();
  });
});
