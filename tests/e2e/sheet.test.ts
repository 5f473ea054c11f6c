import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { circle, curve, lettering, piece } from '../support/pieces';
import { Bench, made, openBrowser, openPage, Server } from './support';

describe('the sheet, the strip and the inspector', () => {
  let server: Server, browser: Browser, page: Page, bench: Bench;
  const errors: string[] = [];
  beforeAll(async () => {
    server = await Server.start();
    browser = await openBrowser();
    page = await openPage(browser, errors);
    bench = new Bench(page, server);
  });
  afterAll(async () => { await browser.close(); await server.end(); expect(errors).toEqual([]); });
  beforeEach(async () => {
    await bench.open(await made(server, piece([curve(circle(30)), lettering('TIDE')])));
    await page.locator('[data-item=words]').waitFor();
  });
  const R = 32.5;
  const onClock = (deg: number, radius = R): [number, number] =>
    [42 + radius * Math.sin((deg * Math.PI) / 180), 42 - radius * Math.cos((deg * Math.PI) / 180)];
  const tip = () => page.locator('.tip').textContent();

  it('slides lettering along its curve, snaps to clock points and says so', async () => {
    const [a, b, c] = [await bench.point(...onClock(0)), await bench.point(...onClock(30)), await bench.point(...onClock(89.2))];
    await page.mouse.move(a.x, a.y);
    await page.mouse.down();
    await page.mouse.move(b.x, b.y, { steps: 6 });
    await bench.settle();
    expect(await tip()).toBe('30.0°');
    await page.mouse.move(c.x, c.y, { steps: 6 });
    await bench.settle();
    expect(await tip()).toBe('3 o’clock');
    await page.mouse.up();
    await bench.kept();
    expect((await bench.lettering()).anchor.at).toEqual({ kind: 'clock', deg: 90 });
    await page.keyboard.press('Control+z');
    await bench.kept();
    expect((await bench.lettering()).anchor.at.deg).toBe(0);
  });

  it('shifts the baseline by a drag off the curve, with the mm beside it', async () => {
    await bench.drag(onClock(0), onClock(0, R + 4));
    expect((await bench.lettering()).seat.baselineShiftMm).toBeCloseTo(4, 0);
    await bench.drag(onClock(0, R + 4), onClock(0, R + 0.1));
    expect((await bench.lettering()).seat.baselineShiftMm).toBe(0);
  });

  it('changes the radius by a drag of the edge, the lettering following', async () => {
    const before = await page.locator('[data-item=words]').getAttribute('d');
    await bench.drag(onClock(120, 30), onClock(120, 25));
    expect((await bench.piece()).items[0].shape.radiusMm).toBe(25);
    expect(await page.locator('[data-item=words]').getAttribute('d')).not.toBe(before);
    // A radius that the letters do not fit is not taken; the last good drawing stays.
    await page.getByRole('button', { name: 'Curve ring' }).focus();
    await bench.type('Radius', '10000');
    await page.getByText('Radius must lie between 0.1 and 5000 mm.').waitFor();
    expect((await bench.piece()).items[0].shape.radiusMm).toBe(25);
  });

  it('moves bookends on the sheet and on the strip, and marks what runs past them', async () => {
    await bench.click(...onClock(0));
    const end = (await page.locator('.marks [data-bookend=end] .tab').boundingBox())!;
    const to = await bench.point(...onClock(5, 36));
    await page.mouse.move(end.x + end.width / 2 + 4, end.y + end.height / 2);
    await page.mouse.down();
    await page.mouse.move(to.x, to.y, { steps: 8 });
    await bench.settle();
    await page.mouse.up();
    await bench.kept();
    expect((await bench.lettering()).bookends.endU * 360).toBeGreaterThan(1);
    expect((await bench.lettering()).bookends.endU * 360).toBeLessThan(9);
    await page.getByText(/mm overset/).first().waitFor();
    expect(await page.locator('.marks .overset path').count()).toBe(1);
    expect(await page.getByRole('button', { name: /Proof, 1 remarks/ }).count()).toBe(1);
    const strip = (await page.locator('[data-strip-bookend=end] path').boundingBox())!;
    await page.mouse.move(strip.x + 4, strip.y + 8);
    await page.mouse.down();
    await page.mouse.move(strip.x + 300, strip.y + 8, { steps: 8 });
    await bench.settle();
    await page.mouse.up();
    await bench.kept();
    expect((await bench.lettering()).bookends.endU * 360).toBeGreaterThan(20);
  });

  it('slides lettering on the strip', async () => {
    await bench.click(...onClock(0));
    const letters = (await page.locator('.strip .letters').boundingBox())!;
    await page.mouse.move(letters.x + letters.width / 2, letters.y + 20);
    await page.mouse.down();
    await page.mouse.move(letters.x + letters.width / 2 + 60, letters.y + 20, { steps: 6 });
    await bench.settle();
    await page.mouse.up();
    await bench.kept();
    expect((await bench.lettering()).anchor.at.deg).toBeGreaterThan(10);
  });

  it('turns lettering over in its band, and says when letters would not fit', async () => {
    await bench.click(...onClock(0));
    await page.locator('[data-seat="inward outside"]').click();
    await bench.kept();
    expect((await bench.lettering()).seat).toMatchObject({ tops: 'inward', side: 'outside' });
    await page.locator('[data-seat="inward inside"]').click();
    await bench.kept();
    await bench.type('Cap height', '31');
    await page.getByText(/Too tight: the letters reach/).waitFor();
    expect((await bench.lettering()).size.mm).toBe(5);
  });

  it('does everything by keyboard: reach, nudge, ten times with Shift, undo', async () => {
    await page.getByRole('button', { name: /^Lettering TIDE/ }).focus();
    for (const key of ['ArrowRight', 'Shift+ArrowRight', 'ArrowUp', 'Shift+ArrowUp']) await page.keyboard.press(key);
    await bench.kept();
    const moved = await bench.lettering();
    expect([moved.anchor.startOffsetMm, moved.seat.baselineShiftMm]).toEqual([1.1, 1.1]);
    await page.keyboard.press('Control+z');
    await bench.kept();
    expect((await bench.lettering()).seat.baselineShiftMm).toBe(0.1);
    await page.getByRole('button', { name: /^Curve ring/ }).focus();
    await page.keyboard.press('Shift+ArrowDown');
    await page.getByRole('button', { name: /^Edge at 3 o’clock/ }).focus();
    await page.keyboard.press('Shift+ArrowRight');
    await bench.kept();
    expect((await bench.piece()).items[0].shape.radiusMm).toBeCloseTo(31, 9);
    await page.getByRole('button', { name: /^Curve ring/ }).focus();
    await page.keyboard.press('Delete');
    await page.getByRole('button', { name: 'Delete both' }).click();
    await bench.kept();
    expect((await bench.piece()).items).toEqual([]);
    await page.keyboard.press('Control+z');
    await bench.kept();
    expect((await bench.piece()).items).toHaveLength(2);
    expect((await bench.piece()).items[0].shape.centre.y).toBe(43);
  });

  it('names what is wrong where it was typed, and keeps what was there', async () => {
    await bench.click(...onClock(0));
    await bench.type('Cap height', 'tall');
    await page.getByText('“tall” is not a number.').waitFor();
    expect(await bench.field('Cap height').inputValue()).toBe('tall');
    await bench.field('Cap height').press('Escape');
    expect(await bench.field('Cap height').inputValue()).toBe('5');
    await bench.field('Wording').fill('TIDE ☃');
    await page.getByRole('region', { name: 'Letters' }).getByText('Limelight has no “☃”').waitFor();
    await bench.field('Wording').fill('');
    await page.getByRole('button', { name: /Proof, 1 remarks/ }).waitFor();
  });

  it('zooms to the pointer', async () => {
    const { x, y } = await bench.point(...onClock(90, 30));
    await page.mouse.move(x, y);
    await page.mouse.wheel(0, -400);
    await bench.settle();
    const after = await bench.point(...onClock(90, 30));
    expect(Math.hypot(after.x - x, after.y - y)).toBeLessThan(1.5);
    await page.keyboard.press('0');
  });
});
