import { beforeEach, describe, expect, it } from 'vitest';
import { circle, curve, lettering, piece } from '../support/pieces';
import { made } from './support';
import { useBench } from './useBench';

describe('the sheet, the strip and the inspector', () => {
  const on = useBench();
  beforeEach(async () => {
    await on.bench.open(await made(on.server, piece([curve(circle(30)), lettering('TIDE')])));
    await on.page.locator('[data-item=words]').waitFor();
  });
  const R = 32.5;
  const onClock = (deg: number, radius = R): [number, number] => [
    42 + radius * Math.sin((deg * Math.PI) / 180),
    42 - radius * Math.cos((deg * Math.PI) / 180),
  ];
  const tip = () => on.page.locator('.tip').textContent();

  it('slides lettering along its curve, snaps to clock points and says so', async () => {
    const [a, b, c] = [
      await on.bench.point(...onClock(0)),
      await on.bench.point(...onClock(30)),
      await on.bench.point(...onClock(89.2)),
    ];
    await on.page.mouse.move(a.x, a.y);
    await on.page.mouse.down();
    await on.page.mouse.move(b.x, b.y, { steps: 6 });
    await on.bench.settle();
    expect(await tip()).toBe('30.0°');
    await on.page.mouse.move(c.x, c.y, { steps: 6 });
    await on.bench.settle();
    expect(await tip()).toBe('3 o’clock');
    await on.page.mouse.up();
    await on.bench.kept();
    expect((await on.bench.lettering()).anchor.at).toEqual({ kind: 'clock', deg: 90 });
    await on.page.keyboard.press('Control+z');
    await on.bench.kept();
    expect((await on.bench.lettering()).anchor.at.deg).toBe(0);
  });

  it('shifts the baseline by a drag off the curve, with the mm beside it', async () => {
    await on.bench.drag(onClock(0), onClock(0, R + 4));
    expect((await on.bench.lettering()).seat.baselineShiftMm).toBeCloseTo(4, 0);
    await on.bench.drag(onClock(0, R + 4), onClock(0, R + 0.1));
    expect((await on.bench.lettering()).seat.baselineShiftMm).toBe(0);
  });

  it('changes the radius by a drag of the edge, the lettering following', async () => {
    const before = await on.page.locator('[data-item=words]').getAttribute('d');
    await on.bench.drag(onClock(120, 30), onClock(120, 25));
    expect((await on.bench.piece()).items[0].shape.radiusMm).toBe(25);
    await expect.poll(() => on.page.locator('[data-item=words]').getAttribute('d')).not.toBe(before);
    // A radius that the letters do not fit is not taken; the last good drawing stays.
    await on.page.getByRole('button', { name: 'Curve ring' }).focus();
    await on.bench.type('Radius', '10000');
    await on.page.getByText('Radius must lie between 0.1 and 5000 mm.').waitFor();
    expect((await on.bench.piece()).items[0].shape.radiusMm).toBe(25);
  });

  it('moves bookends on the sheet and on the strip, and marks what runs past them', async () => {
    await on.bench.click(...onClock(0));
    const end = (await on.page.locator('.marks [data-bookend=end] .tab').boundingBox())!;
    const to = await on.bench.point(...onClock(5, 36));
    await on.page.mouse.move(end.x + end.width / 2 + 4, end.y + end.height / 2);
    await on.page.mouse.down();
    await on.page.mouse.move(to.x, to.y, { steps: 8 });
    await on.bench.settle();
    await on.page.mouse.up();
    await on.bench.kept();
    expect((await on.bench.lettering()).bookends.endU * 360).toBeGreaterThan(1);
    expect((await on.bench.lettering()).bookends.endU * 360).toBeLessThan(9);
    await on.page
      .getByText(/mm overset/)
      .first()
      .waitFor();
    await expect.poll(() => on.page.locator('.marks .overset path').count()).toBe(1);
    await on.page.getByRole('button', { name: /Proof, 1 remarks/ }).waitFor();
    const strip = (await on.page.locator('[data-strip-bookend=end] path').boundingBox())!;
    await on.page.mouse.move(strip.x + 4, strip.y + 8);
    await on.page.mouse.down();
    await on.page.mouse.move(strip.x + 300, strip.y + 8, { steps: 8 });
    await on.bench.settle();
    await on.page.mouse.up();
    await on.bench.kept();
    expect((await on.bench.lettering()).bookends.endU * 360).toBeGreaterThan(20);
  });

  it('slides lettering on the strip', async () => {
    await on.bench.click(...onClock(0));
    const letters = (await on.page.locator('.strip .letters').boundingBox())!;
    await on.page.mouse.move(letters.x + letters.width / 2, letters.y + 20);
    await on.page.mouse.down();
    await on.page.mouse.move(letters.x + letters.width / 2 + 60, letters.y + 20, { steps: 6 });
    await on.bench.settle();
    await on.page.mouse.up();
    await on.bench.kept();
    expect((await on.bench.lettering()).anchor.at.deg).toBeGreaterThan(10);
  });

  it('turns lettering over in its band, and says when letters would not fit', async () => {
    await on.bench.click(...onClock(0));
    await on.page.locator('[data-seat="inward outside"]').click();
    await on.bench.kept();
    expect((await on.bench.lettering()).seat).toMatchObject({ tops: 'inward', side: 'outside' });
    await on.page.locator('[data-seat="inward inside"]').click();
    await on.bench.kept();
    await on.bench.type('Cap height', '31');
    await on.page.getByText(/Too tight: the letters reach/).waitFor();
    expect((await on.bench.lettering()).size.mm).toBe(5);
  });

  it('does everything by keyboard: reach, nudge, ten times with Shift, undo', async () => {
    await on.page.getByRole('button', { name: /^Lettering TIDE/ }).focus();
    for (const key of ['ArrowRight', 'Shift+ArrowRight', 'ArrowUp', 'Shift+ArrowUp']) await on.page.keyboard.press(key);
    await on.bench.kept();
    const moved = await on.bench.lettering();
    expect([moved.anchor.startOffsetMm, moved.seat.baselineShiftMm]).toEqual([1.1, 1.1]);
    await on.page.keyboard.press('Control+z');
    await on.bench.kept();
    expect((await on.bench.lettering()).seat.baselineShiftMm).toBe(0.1);
    await on.page.getByRole('button', { name: /^Curve ring/ }).focus();
    await on.page.keyboard.press('Shift+ArrowDown');
    await on.page.getByRole('button', { name: /^Edge at 3 o’clock/ }).focus();
    await on.page.keyboard.press('Shift+ArrowRight');
    await on.bench.kept();
    expect((await on.bench.piece()).items[0].shape.radiusMm).toBeCloseTo(31, 9);
    await on.page.getByRole('button', { name: /^Curve ring/ }).focus();
    await on.page.keyboard.press('Delete');
    await on.page.getByRole('button', { name: 'Delete both' }).click();
    await on.bench.kept();
    expect((await on.bench.piece()).items).toEqual([]);
    await on.page.keyboard.press('Control+z');
    await on.bench.kept();
    expect((await on.bench.piece()).items).toHaveLength(2);
    expect((await on.bench.piece()).items[0].shape.centre.y).toBe(43);
  });

  it('names what is wrong where it was typed, and keeps what was there', async () => {
    await on.bench.click(...onClock(0));
    await on.bench.type('Cap height', 'tall');
    await on.page.getByText('“tall” is not a number.').waitFor();
    await expect.poll(() => on.bench.field('Cap height').inputValue()).toBe('tall');
    await on.bench.field('Cap height').press('Escape');
    await expect.poll(() => on.bench.field('Cap height').inputValue()).toBe('5');
    await on.bench.field('Wording').fill('TIDE ☃');
    await on.page.getByRole('region', { name: 'Letters' }).getByText('Limelight has no “☃”').waitFor();
    await on.bench.field('Wording').fill('');
    await on.page.getByRole('button', { name: /Proof, 1 remarks/ }).waitFor();
  });

  it('zooms to the pointer', async () => {
    const { x, y } = await on.bench.point(...onClock(90, 30));
    await on.page.mouse.move(x, y);
    await on.page.mouse.wheel(0, -400);
    await on.bench.settle();
    const after = await on.bench.point(...onClock(90, 30));
    expect(Math.hypot(after.x - x, after.y - y)).toBeLessThan(1.5);
    await on.page.keyboard.press('0');
  });
});
