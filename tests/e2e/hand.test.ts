import { describe, expect, it } from 'vitest';
import { circle, curve, lettering, piece } from '../support/pieces';
import { made } from './support';
import { useHand } from './useHand';

const line = { kind: 'line', from: { x: 8, y: 70 }, to: { x: 76, y: 70 } } as const;

describe('the hand', () => {
  const { on, open, press, items, item, chosen, pick } = useHand();

  it('selects with a frame, moves all of it by drag and by keys, and deletes it, each as one entry', async () => {
    await open([
      curve(circle(9, 20, 20), 'a'),
      curve(circle(9, 60, 20), 'b'),
      curve(line, 'c'),
      lettering('TIDE', { curveId: 'c' }),
    ]);
    await on.bench.drag([4, 4], [80, 40]);
    await expect.poll(chosen).toBe(2);
    const [x, y] = [60, 11];
    await on.bench.drag([x, y], [x, y + 12]);
    expect([(await item('a')).shape.centre, (await item('b')).shape.centre].map((one) => one.y)).toEqual([32, 32]);
    await press('ArrowRight', 'Shift+ArrowRight');
    expect([(await item('a')).shape.centre.x, (await item('b')).shape.centre.x]).toEqual([21.1, 61.1]);
    await press('Delete');
    expect((await items()).map(({ id }) => id)).toEqual(['c', 'words']);
    await press('Control+z');
    expect((await items()).length).toBe(4);
    await press('Control+a');
    await expect.poll(chosen).toBe(4);
    await expect.poll(() => on.page.evaluate(() => getSelection()!.toString())).toBe('');
  });

  it('takes back any drag by Escape', async () => {
    await open([curve(circle(30)), lettering('TIDE')]);
    const before = await items();
    const from = await on.bench.point(42, 9.5);
    await on.page.mouse.move(from.x, from.y);
    await on.page.mouse.down();
    const to = await on.bench.point(70, 24);
    await on.page.mouse.move(to.x, to.y, { steps: 6 });
    await on.bench.settle();
    await press('Escape');
    await on.page.mouse.move(to.x + 20, to.y + 20, { steps: 3 });
    await on.page.mouse.up();
    expect(await items()).toEqual(before);
  });

  it('lets words follow the pointer along and across at once, and holds them on their curve when pulled over another', async () => {
    await open([curve(circle(24)), curve(circle(36), 'rim'), lettering('TIDE')]);
    // From the cap line at 12 to a place at about 2 o'clock, farther out.
    await on.bench.drag([42, 16], [42 + 30 * Math.sin(1), 42 - 30 * Math.cos(1)], 12);
    const moved = await item('words');
    expect(moved.curveId).toBe('ring');
    expect(moved.anchor.at.deg).toBeGreaterThan(50);
    expect(moved.anchor.at.deg).toBeLessThan(65);
    expect(moved.seat.baselineShiftMm).toBeGreaterThan(3);
    // Nothing was told to them, so the bookends are opposite still.
    expect(Math.abs(moved.bookends.startU - ((moved.anchor.at.deg + 180) % 360) / 360)).toBeLessThan(1e-6);
    expect(moved.bookends.startU).toBe(moved.bookends.endU);
  });

  it('goes to another curve when held over it', async () => {
    await open([curve(circle(24)), curve(circle(36), 'rim'), lettering('TIDE')]);
    const [from, to] = [await on.bench.point(42, 16), await on.bench.point(42, 6.2)];
    await on.page.mouse.move(from.x, from.y);
    await on.page.mouse.down();
    await on.page.mouse.move(to.x, to.y, { steps: 6 });
    await on.page.getByText('onto rim').waitFor();
    await on.page.mouse.up();
    expect((await item('words')).curveId).toBe('rim');
  });

  it('slides by the diamond of the anchor, which keeps the distance', async () => {
    await open([
      curve(circle(24)),
      lettering('TIDE', { seat: { tops: 'outward', side: 'outside', by: 'caps', hold: null, baselineShiftMm: 0.4 } }),
    ]);
    await pick(/^TIDE/);
    const box = (await on.page.locator('[data-anchor]').boundingBox())!;
    const to = await on.bench.point(75, 42);
    await on.page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await on.page.mouse.down();
    await on.page.mouse.move(to.x, to.y, { steps: 8 });
    await on.bench.settle();
    await on.page.mouse.up();
    expect(await item('words')).toMatchObject({
      anchor: { at: { kind: 'clock', deg: 90 } },
      seat: { baselineShiftMm: 0.4 },
    });
    expect((await item('ring')).shape).toEqual(circle(24));
  });

  it('copies, cuts and pastes curves with all that stands on them, words onto a curve, and outlines as SVG', async () => {
    await on.page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
    await open([curve(circle(20)), curve(circle(34), 'rim'), lettering('TIDE')]);
    await on.page.locator('[data-item=words]').waitFor();
    await pick(/^ring/);
    await press('Control+c');
    await expect.poll(() => on.page.evaluate(() => navigator.clipboard.readText())).toMatch(/<path[^>]+ d="M/);
    await press('Control+v');
    let all = await items();
    expect(all.length).toBe(5);
    const copy = all.find((one) => one.type === 'curve' && !['ring', 'rim'].includes(one.id));
    expect(copy.shape.centre).toEqual({ x: 45, y: 45 });
    expect(all.filter((one) => one.curveId === copy.id)).toMatchObject([{ wording: 'TIDE' }]);
    await press('Control+Shift+v');
    const inPlace = (await items()).filter((one) => one.type === 'curve' && one.shape.radiusMm === 20);
    expect(inPlace.map((one) => one.shape.centre.x).sort()).toEqual([42, 42, 45]);
    await press('Control+z');
    // Words alone go onto the curve that is selected.
    await pick(/^TIDE/);
    await press('Control+x');
    expect((await items()).filter((one) => one.type === 'lettering').length).toBe(1);
    await pick(/^rim/);
    await press('Control+v');
    all = await items();
    expect(all.filter((one) => one.curveId === 'rim')).toMatchObject([{ wording: 'TIDE' }]);
    // Into another piece, by another page.
    await open([curve(line, 'c')]);
    await pick(/^c /);
    await press('Control+v');
    expect((await items()).filter((one) => one.curveId === 'c')).toMatchObject([{ wording: 'TIDE' }]);
    // And any SVG as art.
    await on.page.evaluate(() =>
      navigator.clipboard.writeText(
        '<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="10mm" viewBox="0 0 20 10"><path d="M0 0H20V10Z"/></svg>',
      ),
    );
    await on.page.locator('.paper').click({ position: { x: 5, y: 5 } });
    await press('Control+v');
    expect((await items()).some((one) => one.type === 'art')).toBe(true);
  });

  it('duplicates words to the opposite side in one go', async () => {
    await open([curve(circle(24)), lettering('TIDE')]);
    await pick(/^TIDE/);
    await press('Control+Shift+d');
    const words = (await items()).filter((one) => one.type === 'lettering');
    expect(words.map((one) => one.anchor.at.deg)).toEqual([0, 180]);
  });

  it('gives the keys back to the sheet after Enter, so that a tool’s key lands in no number', async () => {
    await open([curve(circle(24)), lettering('TIDE')]);
    await pick(/^TIDE/);
    await on.bench.field('Cap height').fill('7');
    await press('Enter', '2');
    expect((await item('words')).size).toEqual({ by: 'cap', mm: 7 });
    await expect.poll(() => on.page.locator('.desk').getAttribute('class')).toContain('tool-letter');
    await press('1');
    // A tick and a choice leave them too.
    await on.page.getByRole('checkbox').first().focus();
    await press('2');
    await expect.poll(() => on.page.locator('.desk').getAttribute('class')).toContain('tool-letter');
  });

  it('moves what is selected by the arrows after Enter, after a frame and from the list', async () => {
    await open([curve(circle(9, 20, 20), 'a'), curve(circle(24)), lettering('TIDE')]);
    await pick(/^TIDE/);
    await on.bench.field('Wording').fill('GULL');
    await press('Enter', 'ArrowRight', 'Shift+ArrowUp');
    expect(await item('words')).toMatchObject({ anchor: { startOffsetMm: 0.1 }, seat: { baselineShiftMm: 1 } });
    await on.bench.drag([4, 4], [34, 34]);
    await press('ArrowDown');
    expect((await item('a')).shape.centre).toEqual({ x: 20, y: 20.1 });
    await pick(/^ring/);
    await press('Shift+ArrowLeft');
    expect((await item('ring')).shape.centre).toEqual({ x: 41, y: 42 });
  });

  it('says where letterings differ, and gives all of them one value', async () => {
    await open([curve(circle(24)), lettering('TIDE'), lettering('TERN', { id: 'b', size: { by: 'cap', mm: 3 } })]);
    await press('Control+a');
    const field = on.bench.field('Cap height of all');
    expect([await field.inputValue(), await field.getAttribute('placeholder')]).toEqual(['', 'mixed']);
    // Left empty it changes nothing.
    await field.focus();
    await press('Enter');
    expect((await item('b')).size.mm).toBe(3);
    await on.bench.type('Cap height of all', '4');
    await expect.poll(async () => [(await item('words')).size.mm, (await item('b')).size.mm]).toEqual([4, 4]);
    await expect.poll(() => on.bench.field('Width of all').inputValue()).toBe('100');
    await on.bench.type('Turn all by', '30');
    await expect.poll(async () => (await item('words')).anchor.at?.deg).not.toBe(0);
  });

  it('goes from part to part by F6, types by Enter, deletes from the list, and shows its keys', async () => {
    await open([curve(circle(24)), lettering('TIDE')]);
    await pick(/^TIDE/);
    const part = () =>
      on.page.evaluate(
        () => document.activeElement!.closest('.left, .desk, .strip, .inspector, .top')?.className.split(' ')[0],
      );
    const seen: unknown[] = [];
    for (let n = 0; n < 5; n++) {
      seen.push(await part());
      await press('F6');
    }
    expect([...seen].sort()).toEqual(['desk', 'inspector', 'left', 'strip', 'top']);
    await on.page.locator('[data-lettering]').focus();
    await press('Enter');
    await on.page.keyboard.type('GULL');
    await press('Enter');
    expect((await item('words')).wording).toBe('GULL');
    await press('?');
    await on.page.getByRole('dialog', { name: 'Keys' }).waitFor();
    await press('Escape');
    await on.page.getByRole('dialog', { name: 'Keys' }).waitFor({ state: 'hidden' });
    await on.page.locator('.left').getByRole('button', { name: /^GULL/ }).focus();
    await press('Delete');
    expect((await items()).map(({ id }) => id)).toEqual(['ring']);
  });

  it('takes hold of a filled shape inside it, and of what lies beneath with Alt', async () => {
    await open([
      { ...curve(circle(30)), fill: 'brass' },
      { ...curve(circle(14), 'disc'), fill: 'deep' },
    ]);
    await on.bench.click(44, 46);
    await expect.poll(() => on.page.locator('.left li.chosen .name').allTextContents()).toEqual(['disc']);
    const at = await on.bench.point(44, 46);
    await on.page.keyboard.down('Alt');
    await on.page.mouse.click(at.x, at.y);
    await on.page.keyboard.up('Alt');
    await expect.poll(() => on.page.locator('.left li.chosen .name').allTextContents()).toEqual(['ring']);
    await on.bench.drag([60, 52], [63, 52]);
    expect((await item('ring')).shape.centre.x).toBeCloseTo(45, 1);
    expect((await item('disc')).shape.centre.x).toBe(42);
  });

  it('turns and mirrors words with their ring', async () => {
    await open([
      curve(circle(24)),
      lettering('TIDE', { anchor: { at: { kind: 'clock', deg: 30 }, startOffsetMm: 0, align: 'centre', by: 'ink' } }),
    ]);
    await pick(/^ring/);
    await on.bench.type('Rotate by', '45');
    expect((await item('words')).anchor.at.deg).toBeCloseTo(75, 6);
    await on.page.getByRole('button', { name: 'Mirror', exact: true }).click();
    await expect.poll(async () => (await item('words')).anchor.at.deg).toBeCloseTo(285, 6);
  });

  it('begins words where an open curve is clicked, and sends them to the start, middle or end of their room', async () => {
    await open([curve(line, 'c')]);
    await press('2');
    await on.bench.click(30, 68);
    await on.page.keyboard.type('TIDE');
    await press('Enter');
    const words = async () => (await items()).find((one) => one.type === 'lettering');
    expect((await words()).anchor).toMatchObject({ align: 'start', at: { kind: 'fraction' } });
    expect((await words()).anchor.at.u).toBeCloseTo(22 / 68, 2);
    await on.page.getByText('end', { exact: true }).click();
    await expect.poll(async () => (await words()).anchor).toMatchObject({ align: 'end', at: { u: 1 } });
    await on.page.getByText('start', { exact: true }).click();
    await expect.poll(async () => (await words()).anchor).toMatchObject({ align: 'start', at: { u: 0 } });
  });

  it('leaves no controls of the bench alive under a view, keeps a long name in the bar, and one main button readable', async () => {
    await on.bench.open(await made(on.server, { ...piece([curve(circle(24))]), name: 'Ottermere '.repeat(13) }));
    for (const name of ['Undo', /^Proof/, 'Output']) {
      const box = (await on.page.getByRole('banner').getByRole('button', { name }).boundingBox())!;
      expect(box.x + box.width).toBeLessThanOrEqual(1280);
    }
    const main = on.page.getByRole('button', { name: 'Output', exact: true });
    await main.hover();
    await expect
      .poll(() => main.evaluate((one) => [getComputedStyle(one).color, getComputedStyle(one).backgroundColor]))
      .toEqual(['rgb(32, 48, 58)', 'rgb(245, 199, 106)']);
    await main.click();
    await press('Tab');
    await expect.poll(() => on.page.evaluate(() => document.activeElement!.closest('[data-view]') !== null)).toBe(true);
  });

  it('lets an input method end its composing with Enter, and writes Hebrew from the right', async () => {
    await open([curve(circle(24)), lettering('TIDE')]);
    await pick(/^TIDE/);
    const field = on.bench.field('Wording');
    await field.fill('שלום');
    await expect.poll(() => field.evaluate((one) => getComputedStyle(one).direction)).toBe('rtl');
    const kept = await field.evaluate((one) =>
      one.dispatchEvent(
        new KeyboardEvent('keydown', { key: 'Enter', isComposing: true, bubbles: true, cancelable: true }),
      ),
    );
    expect(kept).toBe(true);
    await expect.poll(() => field.evaluate((one) => document.activeElement === one)).toBe(true);
  });

  it('asks the height after the width of a new piece', async () => {
    await on.page.goto(on.server.base);
    await on.page.getByRole('button', { name: 'New piece' }).click();
    const dialog = on.page.getByRole('dialog', { name: 'New piece' });
    await dialog.getByRole('textbox', { name: 'Width' }).fill('120');
    await press('Enter');
    const height = dialog.getByRole('textbox', { name: 'Height' });
    await expect.poll(() => height.evaluate((one) => one === document.activeElement)).toBe(true);
    await on.page.keyboard.type('60');
    await press('Enter');
    await on.page.locator('.bench').waitFor();
    expect((await on.bench.piece()).sheet).toMatchObject({ widthMm: 120, heightMm: 60 });
  });
});
