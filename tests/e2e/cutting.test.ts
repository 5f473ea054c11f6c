import { describe, expect, it } from 'vitest';
import { circle, curve, lettering, piece, seat } from '../support/pieces';
import { made } from './support';
import { useBench } from './useBench';

const foot = lettering('SEA', {
  id: 'foot',
  seat: seat('inward', 'outside', 0),
  anchor: { at: { kind: 'clock', deg: 180 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
});

describe('cutting, joining and arranging', () => {
  const on = useBench();
  const open = async (items: Parameters<typeof piece>[0]) => {
    await on.bench.open(await made(on.server, piece(items)));
  };
  const drawn = (id: string) => on.page.locator(`[data-item=${id}]`).getAttribute('d');
  const curves = async () => (await on.bench.piece()).items.filter((item: any) => item.type === 'curve');
  const button = (name: string) => on.page.getByRole('button', { name, exact: true });

  it('halves a ring in one action and joins it again, no letter moving', async () => {
    await open([curve(circle(30)), lettering('TIDE'), foot]);
    await on.page.locator('[data-item=words]').waitFor();
    const before = [await drawn('words'), await drawn('foot')];
    await on.page.getByRole('button', { name: /^ring/ }).first().click();
    await button('Top and bottom halves').click();
    await on.bench.kept();
    expect((await curves()).map((one: any) => [one.name, one.shape.kind, one.shape.sweepDeg])).toEqual([
      ['ring, top', 'arc', 180],
      ['ring, bottom', 'arc', 180],
    ]);
    expect([await drawn('words'), await drawn('foot')]).toEqual(before);
    await on.page.getByRole('combobox', { name: 'Join with another open curve' }).click({ force: true });
    await on.page.getByRole('option', { name: 'ring, bottom' }).click();
    await on.bench.kept();
    expect((await curves()).map((one: any) => one.shape)).toEqual([circle(30)]);
    expect([await drawn('words'), await drawn('foot')]).toEqual(before);
    for (let n = 0; n < 2; n++) await on.page.keyboard.press('Control+z');
    await on.bench.kept();
    expect((await curves()).map((one: any) => one.name)).toEqual(['ring']);
  });

  it('cuts where a click is, at a clock point when near, and tells of letters that had to move', async () => {
    await open([
      curve(circle(30)),
      lettering('OTTERMERE', {
        anchor: { at: { kind: 'clock', deg: 90 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
        bookends: { startU: 0.75, endU: 0.75 },
      }),
    ]);
    await on.page.getByRole('button', { name: /^ring/ }).first().click();
    await button('Cut at a click').click();
    await on.bench.click(12, 42.4);
    await on.bench.kept();
    expect((await curves())[0].shape).toMatchObject({ kind: 'drawn', closed: false });
    expect((await on.bench.lettering()).bookends).toEqual({ startU: 0, endU: 1 });
    await button('Cut at a click').click();
    await on.bench.click(72, 42.3);
    await on.page.getByText(/Some letters could not stay where they stood: “OTTERMERE” by up to/).waitFor();
    await on.bench.kept();
    expect(await curves()).toHaveLength(2);
  });

  it('cuts into equal parts', async () => {
    await open([curve(circle(30))]);
    await on.page.getByRole('button', { name: /^ring/ }).first().click();
    await on.bench.type('Number of parts', '5');
    await button('Cut').click();
    await on.bench.kept();
    expect((await curves()).map((one: any) => Math.round(one.shape.sweepDeg))).toEqual([72, 72, 72, 72, 72]);
  });

  it('aligns and spreads curves that are picked together', async () => {
    await open([curve(circle(5, 15, 20), 'one'), curve(circle(8, 30, 50), 'two'), curve(circle(4, 70, 30), 'three')]);
    for (const name of ['one', 'two', 'three'])
      await on.page
        .getByRole('button', { name: new RegExp(`^${name}`) })
        .first()
        .click({ modifiers: ['Shift'] });
    await on.page.getByText('3 curves').waitFor();
    await button('Align middles').click();
    await button('Equal gaps across').click();
    await on.bench.kept();
    const [one, two, three] = (await curves()).map((item: any) => item.shape);
    expect(new Set([one, two, three].map((shape: any) => shape.centre.y.toFixed(6))).size).toBe(1);
    expect(two.centre.x - 8 - (one.centre.x + 5)).toBeCloseTo(three.centre.x - 4 - (two.centre.x + 8), 6);
  });

  it('lets a spiral grow evenly or by the same share', async () => {
    await open([
      curve({
        kind: 'spiral',
        centre: { x: 42, y: 42 },
        startRadiusMm: 8,
        endRadiusMm: 36,
        startDeg: 0,
        turns: 3,
        growth: 'even',
      }),
    ]);
    await on.page.getByRole('button', { name: /^ring/ }).first().click();
    await on.page.getByRole('combobox', { name: 'Turns grow' }).click({ force: true });
    await on.page.getByRole('option', { name: 'by the same share' }).click();
    await on.bench.kept();
    expect((await curves())[0].shape.growth).toBe('proportional');
  });
});
