import { describe, expect, it } from 'vitest';
import { arc, circle, curve, lettering } from '../support/pieces';
import { useHand } from './useHand';

describe('the list', () => {
  const { on, open, press, items, item, pick } = useHand();
  const list = () => on.page.locator('.left ol').first();
  const rows = (): Promise<string[]> => list().locator('.name').allTextContents();
  const row = (id: string) => on.page.locator(`.left [data-row="${id}"]`);
  const sheet = [
    { ...curve(circle(34), 'disc'), fill: 'brass' },
    curve(circle(24)),
    lettering('TIDE'),
    lettering('SEDGE', {
      id: 'foot',
      faceId: 'league-gothic',
      anchor: { at: { kind: 'clock', deg: 180 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
    }),
  ] as const;

  it('shows what lies in front first, finds by name, ink and face, and says when nothing is called so', async () => {
    await open(sheet);
    expect(await rows()).toEqual(['SEDGE', 'TIDE', 'ring', 'disc']);
    await expect.poll(() => list().locator('.nested').count()).toBe(2);
    const seek = on.page.getByRole('searchbox', { name: 'Find in the list' });
    for (const [sought, found] of [
      ['dis', ['disc']],
      ['brass', ['disc']],
      ['league', ['SEDGE']],
      ['LETTERING', ['SEDGE', 'TIDE']],
      ['nowhere', []],
    ] as const) {
      await seek.fill(sought);
      await expect.poll(rows, { message: sought }).toEqual(found);
    }
    await on.page.getByText('Nothing is called so.').waitFor();
    await seek.press('Escape');
    await expect.poll(rows).toHaveLength(4);
  });

  it('renames in place by double click and by F2, and asks for the words of letterings', async () => {
    await open(sheet);
    await row('disc').locator('.main').dblclick();
    const name = on.page.getByRole('textbox', { name: 'Name of disc' });
    await name.fill('Plate');
    await name.press('Enter');
    expect((await item('disc')).name).toBe('Plate');
    // The keys go on from the row.
    await press('F2');
    await on.page.keyboard.type('Lid');
    await press('Escape');
    expect((await item('disc')).name).toBe('Plate');
    await press('F2');
    await on.page.keyboard.type('Lid');
    await press('Enter');
    expect((await item('disc')).name).toBe('Lid');
    await row('words').locator('.main').dblclick();
    await expect.poll(() => on.page.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe('Wording');
  });

  it('hides and locks from its rows, each as one entry', async () => {
    await open(sheet);
    await row('words').hover();
    await row('words').getByRole('button', { name: 'Hide TIDE' }).click();
    expect((await item('words')).hidden).toBe(true);
    await row('words').getByRole('button', { name: 'Show TIDE' }).click();
    await row('disc').hover();
    await row('disc').getByRole('button', { name: 'Lock disc' }).click();
    expect([(await item('words')).hidden, (await item('disc')).locked]).toEqual([false, true]);
    await press('Control+z');
    expect((await item('disc')).locked).toBe(false);
  });

  it('lights what the pointer rests on, in the list and on the sheet', async () => {
    await open(sheet);
    await row('foot').hover();
    await on.page.locator('[data-lettering="foot"].lit').waitFor({ state: 'attached' });
    const at = await on.bench.point(42, 42 - 24 - 2.5);
    await on.page.mouse.move(at.x, at.y);
    await on.page.locator('.left [data-row="words"][data-lit]').waitFor();
    await expect.poll(() => on.page.locator('.left [data-lit]').count()).toBe(1);
  });

  it('brings the row of what is picked on the sheet into view, and moves a curve with its words', async () => {
    const many = Array.from({ length: 24 }, (_, n) =>
      curve(circle(1.5, 6 + (n % 12) * 6.5, n < 12 ? 6 : 78), `dot-${n}`),
    );
    await open([...many, ...sheet]);
    const seen = (id: string) =>
      row(id).evaluate((one) => {
        const [own, all] = [one.getBoundingClientRect(), one.closest('.list')!.getBoundingClientRect()];
        return own.top >= all.top - 1 && own.bottom <= all.bottom + 1;
      });
    expect(await seen('dot-0')).toBe(false);
    await on.bench.click(6 - 1.5, 6);
    await expect.poll(() => seen('dot-0')).toBe(true);
    await row('ring').locator('.main').focus();
    await press('Alt+ArrowDown');
    expect((await items()).slice(-4).map(({ id }) => id)).toEqual(['ring', 'words', 'foot', 'disc']);
  });

  it('turns what is selected by its handle and by keys, and a twin on the arc opposite by one key', async () => {
    await open(sheet);
    await pick(/^ring/);
    const handle = on.page.locator('[data-turn]');
    const box = (await handle.locator('rect').boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const centre = await on.bench.point(42, 42);
    await on.page.mouse.move(x, y);
    await on.page.mouse.down();
    // A quarter of a turn with the clock: from the upper left to the upper right.
    await on.page.mouse.move(centre.x - (y - centre.y), centre.y + (x - centre.x), { steps: 8 });
    await on.page.getByText('turned 90.0°').waitFor();
    await on.page.mouse.up();
    expect((await item('words')).anchor.at.deg).toBeCloseTo(90, 0);
    await handle.focus();
    await press('Shift+ArrowLeft');
    expect((await item('words')).anchor.at.deg).toBeCloseTo(75, 0);
    await open([curve(arc(30, 300, 120), 'upper'), lettering('TIDE', { curveId: 'upper' })]);
    await pick(/^TIDE/);
    await press('t');
    await on.page.keyboard.type('SEDGE');
    await press('Enter');
    const twin = (await items()).find((one) => one.wording === 'SEDGE');
    const opposite = (await items()).find((one) => one.id === twin.curveId);
    expect(opposite).toMatchObject({ name: 'upper opposite', shape: { startDeg: 120, sweepDeg: 120 } });
  });

  it('puts words on another curve when their row is dropped among its rows, as one entry', async () => {
    await open([...sheet, lettering('GULL', { id: 'gull', curveId: 'disc' })]);
    await expect.poll(rows).toEqual(['GULL', 'SEDGE', 'TIDE', 'ring', 'disc']);
    const middle = async (id: string) => {
      const box = (await row(id).boundingBox())!;
      return { x: box.x + 40, y: box.y + box.height / 2 };
    };
    const [from, over] = [await middle('gull'), await middle('foot')];
    await on.page.mouse.move(from.x, from.y);
    await on.page.mouse.down();
    for (let n = 1; n <= 8; n++)
      await on.page.mouse.move(from.x, from.y + ((over.y + 4 - from.y) * n) / 8, { steps: 2 });
    await on.page.mouse.up();
    await expect.poll(rows).toEqual(['SEDGE', 'GULL', 'TIDE', 'ring', 'disc']);
    expect((await item('gull')).curveId).toBe('ring');
    await press('Control+z');
    expect((await item('gull')).curveId).toBe('disc');
    await expect.poll(rows).toEqual(['GULL', 'SEDGE', 'TIDE', 'ring', 'disc']);
  });

  it('copies and pastes from the menu, and skips from the bar to the sheet', async () => {
    await open(sheet);
    const menu = on.page.getByRole('menu');
    const at = await on.bench.point(42 + 20, 42 - 26);
    await on.page.mouse.click(at.x, at.y, { button: 'right' });
    await menu.getByRole('menuitem', { name: /^Copy Ctrl C/ }).click();
    await on.page.mouse.click(at.x, at.y, { button: 'right' });
    await menu.getByRole('menuitem', { name: /^Paste in place/ }).click();
    await expect.poll(async () => (await items()).filter((one) => one.type === 'curve')).toHaveLength(3);
    expect((await items()).at(-1)).toMatchObject({ name: 'disc 2', shape: { centre: { x: 42, y: 42 } } });
    await on.page.getByRole('button', { name: 'To the sheet' }).focus();
    await press('Enter');
    await expect.poll(() => on.page.evaluate(() => document.activeElement!.closest('.desk') !== null)).toBe(true);
  });
});
