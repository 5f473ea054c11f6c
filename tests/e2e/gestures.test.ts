import { describe, expect, it } from 'vitest';
import { circle, curve, lettering } from '../support/pieces';
import { useHand } from './useHand';

const line = { kind: 'line', from: { x: 8, y: 70 }, to: { x: 76, y: 70 } } as const;

describe('gestures on the sheet', () => {
  const { on, open, press, items, item, chosen, pick } = useHand();

  it('bends a line by pulling it, and a stretch of a drawn curve; words keep their side', async () => {
    await open([curve(line, 'c'), lettering('TIDE', { curveId: 'c', bookends: { startU: 0, endU: 1 } })]);
    await on.bench.drag([20, 70], [20, 60]);
    const arc = (await item('c')).shape;
    expect(arc.kind).toBe('arc');
    expect((await item('words')).seat.tops).toBe('outward');
    await press('Control+z');
    expect((await item('c')).shape).toEqual(line);
  });

  it('lets no key take away what is in the hand, and saves what a slider says without a press', async () => {
    await open([curve(line, 'c'), lettering('TIDE', { curveId: 'c', bookends: { startU: 0, endU: 1 } })]);
    await pick(/TIDE/);
    await on.page.getByRole('slider', { name: 'Tracking' }).fill('40');
    const before = await items();
    expect(before[1].spacing.tracking).toBe(40);
    const [from, to] = [await on.bench.point(20, 70), await on.bench.point(20, 60)];
    await on.page.mouse.move(from.x, from.y);
    await on.page.mouse.down();
    await on.page.mouse.move(to.x, to.y, { steps: 4 });
    await press('Delete', 'Control+z', 'Control+a');
    await on.page.mouse.move(to.x, to.y + 6, { steps: 4 });
    await on.bench.settle();
    await on.page.mouse.up();
    expect((await item('c')).shape.kind).toBe('arc');
    await press('Control+z');
    expect(await items()).toEqual(before);
  });

  it('lets go of what someone else removes, and of what was released where it could not hear', async () => {
    await open([curve(circle(24)), curve(circle(12), 'disc')]);
    const [id, press, to] = [
      on.page.url().split('/').at(-1),
      await on.bench.point(42, 18),
      await on.bench.point(42, 22),
    ];
    await on.page.mouse.move(press.x, press.y);
    await on.page.mouse.down();
    await on.page.mouse.move(to.x, to.y, { steps: 4 });
    await on.bench.settle();
    await on.bench.kept();
    const { revision, piece } = (await on.server.call('GET', `/pieces/${id}`)).body;
    expect(piece.items[0].shape).not.toEqual(circle(24));
    const change = {
      ...{ entryId: 'theirs', kind: 'do', label: 'Delete', selectionBefore: [], selectionAfter: [] },
      steps: [{ kind: 'remove', item: piece.items[0], index: 0 }],
    };
    const body = { clientId: 'other', baseRevision: revision, changes: [{ changeId: 'theirs', change }] };
    expect(await on.server.call('POST', `/pieces/${id}/changes`, body)).toMatchObject({ status: 200 });
    await expect.poll(() => on.page.locator('.left li .name').allTextContents()).toEqual(['disc']);
    await on.page.mouse.move(to.x, to.y + 9, { steps: 4 });
    await on.page.mouse.up();
    expect((await items()).map((one) => one.id)).toEqual(['disc']);

    const rim = await on.bench.point(42, 30);
    await on.page.mouse.move(rim.x, rim.y);
    await on.page.mouse.down();
    await on.page.mouse.move(rim.x, rim.y + 6, { steps: 4 });
    await on.bench.settle();
    const dragged = await item('disc');
    expect(dragged.shape).not.toEqual(circle(12));
    await on.page.evaluate(
      ([x, y]) => {
        window.dispatchEvent(
          new PointerEvent('pointermove', { pointerId: 1, pointerType: 'mouse', buttons: 0, clientX: x, clientY: y }),
        );
      },
      [rim.x, rim.y + 6],
    );
    await on.page.mouse.move(rim.x, rim.y + 30, { steps: 4 });
    await on.page.mouse.up();
    expect(await item('disc')).toEqual(dragged);
  });

  it('says why words that fill the room between their bookends do not slide', async () => {
    const fit = { kept: true, baseRadiusMm: null, rules: [{ by: 'size', least: 0.3, most: 2 }] } as const;
    await open([curve(circle(24)), lettering('TIDE', { bookends: { startU: 0.6, endU: 0.4 }, fit })]);
    const before = await items();
    const [from, to] = [await on.bench.point(42, 15), await on.bench.point(46, 15)];
    await on.page.mouse.move(from.x, from.y);
    await on.page.mouse.down();
    await on.page.mouse.move(to.x, to.y, { steps: 6 });
    await on.page.getByText('kept filled between its bookends: move these').waitFor();
    await on.page.mouse.up();
    expect(await items()).toEqual(before);
    await expect.poll(() => on.page.getByRole('button', { name: 'Undo' }).isDisabled()).toBe(true);
  });

  it('turns words inside by pulling them across, and over with Shift', async () => {
    await open([curve(circle(24)), lettering('TIDE')]);
    await on.bench.drag([42, 16], [42, 22.5], 12);
    expect((await item('words')).seat.side).toBe('inside');
    await press('Control+z');
    const [from, to] = [await on.bench.point(42, 16), await on.bench.point(42, 14)];
    await on.page.mouse.move(from.x, from.y);
    await on.page.mouse.down();
    await on.page.keyboard.down('Shift');
    await on.page.mouse.move(to.x, to.y, { steps: 6 });
    await on.page.getByText('turned over').waitFor();
    await on.page.mouse.up();
    await on.page.keyboard.up('Shift');
    expect((await item('words')).seat.tops).toBe('inward');
  });

  it('leaves no trace of lettering without words', async () => {
    await open([curve(circle(24))]);
    await press('2');
    await on.bench.click(42.4, 17);
    await on.page.locator('textarea:focus').waitFor();
    await press('Escape');
    expect((await items()).map(({ id }) => id)).toEqual(['ring']);
    await expect.poll(() => on.page.getByRole('button', { name: 'Redo' }).isDisabled()).toBe(true);
    await expect.poll(() => on.page.getByRole('button', { name: 'Undo' }).isDisabled()).toBe(true);
  });

  it('lists what lies under the pointer in a menu, and groups, locks and gives a look from it', async () => {
    await open([
      { ...curve(circle(30)), fill: 'brass' },
      { ...curve(circle(14), 'disc'), fill: 'deep' },
      lettering('TIDE', { fill: 'rust' }),
    ]);
    const at = await on.bench.point(44, 46);
    await on.page.mouse.click(at.x, at.y, { button: 'right' });
    const menu = on.page.getByRole('menu');
    await menu.getByRole('menuitemradio', { name: /^ring/ }).click();
    await expect.poll(() => on.page.locator('.left li.chosen .name').allTextContents()).toEqual(['ring']);
    await press('l');
    await on.bench.click(44, 46);
    await press('Shift+l');
    expect((await item('disc')).fill).toBe('brass');
    await press('Control+a', 'g');
    const group = (await items()).map((one) => one.group);
    expect(new Set(group).size).toBe(1);
    expect(group[0]).not.toBeNull();
    await on.page.locator('.paper').click({ position: { x: 4, y: 4 } });
    await on.bench.click(44, 46);
    await expect.poll(chosen).toBe(3);
    await on.page.locator('.paper').click({ position: { x: 4, y: 4 } });
    await on.page.getByRole('button', { name: 'Select the group of disc' }).click();
    await expect.poll(chosen).toBe(3);
    await press('Shift+g');
    await expect.poll(() => on.page.getByRole('button', { name: /^Select the group/ }).count()).toBe(0);
    expect((await items()).map((one) => one.group)).toEqual([null, null, null]);
    await pick(/^TIDE/);
    await press('k', 'ArrowRight');
    expect(await item('words')).toMatchObject({ locked: true, anchor: { startOffsetMm: 0 } });
  });

  it('shows letters that were moved with their curves where they are when the page is opened anew', async () => {
    await open([curve(circle(24)), lettering('TIDE', { fill: 'rust' }), curve(circle(8), 'disc')]);
    const letters = on.page.locator('[data-item=words]');
    const drawn = async (): Promise<number[]> => {
      const numbers = (text: string | null): number[] => (text?.match(/-?\d+/g) ?? []).map(Number);
      // The data begin with a place, all else is differences; what was moved is moved as a whole.
      const [x = 0, y = 0] = numbers(await letters.getAttribute('transform'));
      return numbers(await letters.getAttribute('d')).map((value, n) => value + (n === 0 ? x : n === 1 ? y : 0));
    };
    await expect.poll(drawn).not.toEqual([]);
    const before = await drawn();
    await press('Control+a');
    await on.bench.drag([42, 18], [47.3, 24.1]);
    const ring = (await item('ring')).shape.centre;
    expect(Math.hypot(ring.x - 42, ring.y - 42)).toBeGreaterThan(5);
    const moved = await drawn();
    expect(moved.slice(2)).toEqual(before.slice(2));
    expect(moved.slice(0, 2)).not.toEqual(before.slice(0, 2));
    await on.page.reload();
    await expect.poll(drawn).toHaveLength(moved.length);
    const anew = await drawn();
    for (const [n, value] of moved.entries()) expect(Math.abs(value - anew[n]!)).toBeLessThanOrEqual(2);
  });

  it('spaces and sizes words by keys while the caret is in them', async () => {
    await open([curve(circle(24)), lettering('TIDE')]);
    await pick(/^TIDE/);
    const field = on.bench.field('Wording');
    await field.focus();
    await press('Home', 'ArrowRight', 'Alt+ArrowRight', 'Alt+ArrowUp', 'Alt+Shift+ArrowRight');
    await on.bench.kept();
    expect(await item('words')).toMatchObject({
      adjustments: [{ at: 0, kern: 5 }],
      seat: { baselineShiftMm: 0.1 },
      spacing: { tracking: 5 },
    });
  });

  it('turns copies round a ring, upright where they would hang', async () => {
    await open([curve(circle(24)), lettering('TIDE')]);
    await pick(/^TIDE/);
    await press('d');
    const dialog = on.page.getByRole('dialog', { name: 'Turn a copy' });
    await dialog.getByRole('textbox', { name: 'Turned by' }).fill('120');
    await dialog.getByRole('textbox', { name: 'Copies' }).fill('2');
    await dialog.getByRole('textbox', { name: 'Copies' }).press('Tab');
    await dialog.getByRole('button', { name: 'Make 2 copies' }).click();
    await dialog.waitFor({ state: 'hidden' });
    const words = (await items()).filter((one) => one.type === 'lettering');
    expect(words.map((one) => [Math.round(one.anchor.at.deg), one.seat.tops])).toEqual([
      [0, 'outward'],
      [120, 'inward'],
      [240, 'inward'],
    ]);
  });

  it('puts words clear of what their card says when they do not fit, and moves them into their room', async () => {
    await open([
      curve(line, 'c'),
      lettering('TIDE', {
        curveId: 'c',
        bookends: { startU: 0, endU: 1 },
        anchor: { at: { kind: 'fraction', u: 0.98 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      }),
    ]);
    await pick(/^TIDE/);
    await on.page.locator('[data-fit-by=place]').click();
    await on.page.getByRole('group', { name: 'Ways to make it fit' }).waitFor({ state: 'hidden' });
    expect((await item('words')).anchor.startOffsetMm).toBeLessThan(-3);
  });

  it('zooms and pans with two fingers, and takes back what the first one had begun', async () => {
    await open([curve(circle(24))]);
    const before = await items();
    const session = await on.page.context().newCDPSession(on.page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...points: [number, number][]) =>
      session.send('Input.dispatchTouchEvent', { type, touchPoints: points.map(([x, y], id) => ({ x, y, id })) });
    const paper = async () => (await on.page.locator('.paper').boundingBox())!;
    const was = await paper();
    const [x, y] = [was.x + was.width / 2, was.y + was.height / 2];
    await touch('touchStart', [x - 40, y]);
    await touch('touchStart', [x - 40, y], [x + 40, y]);
    for (let n = 1; n <= 5; n++) await touch('touchMove', [x - 40 - 8 * n, y + 4 * n], [x + 40 + 8 * n, y + 4 * n]);
    await touch('touchEnd');
    await on.bench.settle();
    const now = await paper();
    expect(now.width / was.width).toBeCloseTo(2, 1);
    expect(Math.abs(now.y + now.height / 2 - (y + 20))).toBeLessThan(3);
    expect(await items()).toEqual(before);
  });

  it('keeps bookends and anchor off all letters, on rings of any size and beside each other', async () => {
    const at = (deg: number) => ({ at: { kind: 'clock', deg }, startOffsetMm: 0, align: 'centre', by: 'ink' }) as const;
    const rings = [
      [curve(circle(30)), lettering('OTTERMERE LIGHT RAILWAY COMPANY AND STEAM')],
      [curve(circle(7)), lettering('TIDE TABLE', { size: { by: 'cap', mm: 2 } })],
      [
        curve(circle(24)),
        curve(circle(30.5), 'outer'),
        lettering('OTTERMERE LIGHT RAILWAY'),
        lettering('STEAM AND SEDGE AND TIDE AND WEIR', { id: 'over', curveId: 'outer', anchor: at(180) }),
      ],
    ];
    for (const items of rings) {
      await open(items);
      await pick(/^(OTTERMERE|TIDE)/);
      await on.page.locator('[data-bookend] .tab').first().waitFor();
      const hits = await on.page.evaluate(() => {
        const letters = [...document.querySelectorAll<SVGPathElement>('.art path[data-item], .art [data-item] path')];
        const marks = [...document.querySelectorAll<SVGPathElement>('[data-bookend] .tab, [data-anchor] path')];
        return marks.flatMap((mark) =>
          Array.from({ length: 24 }, (_, n) => {
            const seen = mark.getPointAtLength((n / 24) * mark.getTotalLength()).matrixTransform(mark.getScreenCTM()!);
            return letters.some((one) =>
              one.isPointInFill(new DOMPoint(seen.x, seen.y).matrixTransform(one.getScreenCTM()!.inverse())),
            );
          }).filter(Boolean),
        ).length;
      });
      expect(hits).toBe(0);
    }
  });
});
