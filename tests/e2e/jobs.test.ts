import { join } from 'node:path';
import type { Locator } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { curve, HOME, lettering, piece } from '../support/pieces';
import { made } from './support';
import { useBench } from './useBench';

type Place = readonly [number, number];

/** The jobs of the trade, each from the sheet it begins with, by pointer and keys alone: what they make, in how many actions. */
describe('jobs of the trade', () => {
  const on = useBench();
  let actions = 0;
  const open = async (items: Parameters<typeof piece>[0] = []) => {
    await on.bench.open(await made(on.server, piece(items)));
    await on.page.locator('.paper').waitFor();
    actions = 0;
  };
  const counted = async (what: Promise<unknown>): Promise<void> => {
    await what;
    actions++;
  };
  const click = (what: Locator) => counted(what.click({ force: true }));
  const at = (place: Place) => counted(on.bench.click(place[0], place[1]));
  const drag = (from: Place, to: Place) => counted(on.bench.drag(from, to));
  const type = (words: string) => counted(on.page.keyboard.type(words));
  const key = (name: string) => counted(on.page.keyboard.press(name));
  const tool = (name: string) => click(on.page.locator(`[data-tool=${name}]`));
  const option = (name: string) => on.page.getByRole('option', { name, exact: true }).filter({ visible: true });
  const choose = async (box: string, name: string) => {
    await click(on.page.getByRole('combobox', { name: box }).first());
    await click(option(name));
  };
  const double = async (...[x0, y0]: Place) => {
    const { x, y } = await on.bench.point(x0, y0);
    await counted(on.page.mouse.dblclick(x, y));
  };
  /** Words where the tool in hand is clicked; Enter gives the keys back. */
  const words = async (place: Place, text: string) => {
    await at(place);
    await type(text);
    await key('Enter');
  };
  const items = async (): Promise<any[]> => {
    await on.bench.kept();
    return (await on.bench.piece()).items;
  };
  const letterings = async () => (await items()).filter((one) => one.type === 'lettering');

  it('words on an oval, slid, pushed off the line, turned over', async () => {
    await open();
    await tool('ellipse');
    await drag([42, 42], [72, 62]);
    await words([42.4, 20.5], 'TIDE');
    await drag([42, 20], [66, 25]);
    await key('o');
    const [one] = await letterings();
    expect(one.seat.tops).toBe('inward');
    expect(one.anchor.at.deg).toBeGreaterThan(40);
    expect(Math.abs(one.seat.baselineShiftMm)).toBeGreaterThan(1);
    expect(actions).toBeLessThanOrEqual(14);
  });

  it('a ring with top and bottom in one band, one size', async () => {
    await open();
    await tool('circle');
    await drag([42, 42], [70, 42]);
    await words([42.4, 12.5], 'OTTERMERE');
    await key('2');
    await words([42.4, 71.5], 'LIGHT RAILWAY');
    const [top, bottom] = await letterings();
    expect([top.seat.side, bottom.seat]).toMatchObject(['outside', { side: 'outside', tops: 'inward' }]);
    expect(bottom.size).toEqual(top.size);
    expect(actions).toBeLessThanOrEqual(12);
  });

  it('a ring, a picture in the middle, words on a pen curve, to the file', async () => {
    await open();
    await tool('circle');
    await drag([42, 42], [72, 42]);
    await tool('bring-in');
    await counted(on.page.locator('[data-bring-in]').setInputFiles(join(HOME, 'demo/images/lid.jpg')));
    await click(on.page.locator('[data-to-print]'));
    await on.page.getByRole('dialog').first().waitFor({ state: 'hidden' });
    await tool('pen');
    for (const place of [
      [20, 62],
      [42, 70],
      [64, 62],
    ] as const)
      await at(place);
    await key('Enter');
    await words([30, 64], 'SEDGE');
    await key('f');
    const download = on.page.waitForEvent('download');
    await click(on.page.locator('[data-make]'));
    expect((await download).suggestedFilename()).toMatch(/\.pdf$/);
    await on.page.keyboard.press('Escape');
    expect((await items()).map(({ type: kind }) => kind)).toEqual(['curve', 'picture', 'curve', 'lettering']);
    expect(actions).toBeLessThanOrEqual(28);
  });

  it('words round a rim in a photograph', async () => {
    await open();
    await counted(on.page.locator('[data-picture]').setInputFiles(join(HOME, 'demo/images/lid.jpg')));
    await on.page.locator('.tracings image').waitFor();
    await tool('points');
    for (const place of [
      [42, 14],
      [70, 42],
      [42, 70],
    ] as const)
      await at(place);
    await key('Enter');
    await words([42.4, 12.5], 'STEAM');
    const ring = (await items()).find((one) => one.type === 'curve');
    expect(ring.shape).toMatchObject({ kind: 'circle', radiusMm: expect.closeTo(28, 0) });
    expect((await letterings())[0].wording).toBe('STEAM');
    expect(actions).toBeLessThanOrEqual(20);
  });

  it('existing words onto a hill and a wave, aligned by its ends', async () => {
    const line = { kind: 'line', from: { x: 8, y: 78 }, to: { x: 76, y: 78 } } as const;
    const hill = { kind: 'arc', centre: { x: 42, y: 50 }, radiusMm: 34, startDeg: 300, sweepDeg: 120 } as const;
    const wave = {
      kind: 'wave',
      from: { x: 8, y: 55 },
      lengthMm: 68,
      turnDeg: 0,
      amplitudeMm: 4,
      waves: 1,
      phaseDeg: 0,
    } as const;
    const free = { bookends: { startU: 0, endU: 1 }, curveId: 'line' };
    const put = (u: number) => ({
      at: { kind: 'fraction' as const, u },
      startOffsetMm: 0,
      align: 'centre' as const,
      by: 'ink' as const,
    });
    await open([
      curve(line, 'line'),
      curve(hill, 'hill'),
      curve(wave, 'wave'),
      lettering('TIDE', { ...free, id: 'a', anchor: put(0.2) }),
      lettering('SEDGE', { ...free, id: 'b', anchor: put(0.75) }),
    ]);
    await on.page.locator('[data-item=a]').waitFor();
    const onto = async (from: Place, to: Place, side: string) => {
      await on.page.keyboard.down('Control');
      await drag(from, to);
      await on.page.keyboard.up('Control');
      actions++;
      await click(on.page.getByText(side, { exact: true }));
    };
    await onto([21.6, 75.5], [42, 16.2], 'start');
    await onto([59, 75.5], [42, 55.2], 'end');
    expect(await letterings()).toMatchObject([
      { curveId: 'hill', anchor: { align: 'start', at: { u: 0 } } },
      { curveId: 'wave', anchor: { align: 'end', at: { u: 1 } } },
    ]);
    expect(actions).toBeLessThanOrEqual(16);
  });

  it('a bent line, then words outside and inside a ring', async () => {
    await open();
    await tool('line');
    await drag([8, 76], [76, 76]);
    await key('1');
    await drag([42, 76], [42, 68]);
    await tool('circle');
    await drag([42, 34], [62, 34]);
    await words([42.4, 12.5], 'HARBOUR');
    await key('2');
    await words([42.4, 15.5], 'LIGHTS');
    const [bent] = await items();
    expect(bent.shape.kind).toBe('arc');
    expect((await letterings()).map((one) => one.seat.side)).toEqual(['outside', 'inside']);
    expect(actions).toBeLessThanOrEqual(24);
  });

  it('a rectangle with words at its corners', async () => {
    await open();
    await tool('rectangle');
    await drag([16, 20], [68, 64]);
    await at([16.2, 19.5]);
    await type('NW');
    await double(68.2, 19.2);
    await type('NE');
    await double(68.3, 64.5);
    await type('SE');
    await double(15.7, 64.5);
    await type('SW');
    const all = await letterings();
    expect(all.map((one) => one.wording)).toEqual(['NW', 'NE', 'SE', 'SW']);
    expect(actions).toBeLessThanOrEqual(14);
  });

  it('a mark with two bent lines and a word cut out of a disc', async () => {
    await open();
    for (const y of [70, 76]) {
      await tool('line');
      await drag([10, y], [74, y]);
      await key('1');
      await drag([42, y], [42, y - 6]);
    }
    await tool('circle');
    await drag([42, 34], [64, 34]);
    await click(on.page.getByRole('button', { name: /^Fill:/ }));
    await click(on.page.locator('.inks:visible [data-ink="enamel"]'));
    await key('2');
    await words([42.4, 14], 'TIDE');
    await choose('Cut out of', 'Circle');
    const disc = (await items()).find((one) => one.shape?.kind === 'circle');
    expect([disc.fill, disc.cuts.length]).toEqual(['enamel', 1]);
    expect(actions).toBeLessThanOrEqual(28);
  });

  it('three rings with words exactly between two circles', async () => {
    await open();
    for (const r of [18, 26, 36]) {
      await tool('circle');
      await drag([42, 42], [42 + r, 42]);
    }
    await words([42.4, 5], 'BETWEEN');
    await choose('Distance from', 'midway between two');
    const [one] = await letterings();
    expect(one.seat.hold.kind).toBe('band');
    expect(actions).toBeLessThanOrEqual(18);
  });

  it('a ring in colour and a three-node curve with words', async () => {
    await open();
    await tool('circle');
    await drag([42, 38], [70, 38]);
    await click(on.page.getByRole('button', { name: /^Fill:/ }));
    await click(on.page.locator('.inks:visible [data-ink="brass"]'));
    await tool('pen');
    for (const place of [
      [12, 76],
      [42, 80],
      [72, 76],
    ] as const)
      await at(place);
    await key('Enter');
    await words([30, 76.5], 'SHORE');
    const all = await items();
    expect(all[0].fill).toBe('brass');
    expect(all[1].shape.nodes.length).toBe(3);
    expect((await letterings())[0].curveId).toBe(all[1].id);
    expect(actions).toBeLessThanOrEqual(20);
  });

  it('a roundel by the keyboard alone, from the shelf to the PDF, in 60 keys', async () => {
    await on.page.goto(on.server.base);
    await on.page.getByRole('button', { name: 'New piece' }).waitFor();
    actions = 0;
    const keys = async (...names: string[]) => {
      for (const name of names) await key(name);
    };
    const typed = (text: string) => keys(...text.split(''));
    await keys('n');
    await on.page.getByRole('dialog', { name: 'New piece' }).locator('input:focus').waitFor();
    await keys('Enter');
    await on.page.locator('.bench').waitFor();
    await keys('3', 'Enter');
    await expect.poll(() => on.page.evaluate(() => document.activeElement?.tagName)).toBe('INPUT');
    await typed('28');
    await keys('Enter', '2', 'Enter');
    await on.page.locator('textarea:focus').waitFor();
    await typed('OTTERMERE');
    await keys('Enter', '2', 'Enter');
    await on.page.locator('textarea:focus').waitFor();
    await typed('RAILWAY');
    await keys('Enter', 'f');
    await on.page.locator('[data-make]:enabled').waitFor();
    const download = on.page.waitForEvent('download');
    await keys('Enter');
    expect((await download).suggestedFilename()).toMatch(/\.pdf$/);
    const [top, bottom] = await letterings();
    expect([top.wording, bottom.wording, bottom.seat.tops]).toEqual(['OTTERMERE', 'RAILWAY', 'inward']);
    expect(actions).toBeLessThanOrEqual(60);
  });
});
