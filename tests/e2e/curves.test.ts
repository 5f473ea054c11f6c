import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeEach, describe, expect, it } from 'vitest';
import { circle, curve, lettering, piece } from '../support/pieces';
import { freshFolder, made } from './support';
import { useBench } from './useBench';

describe('curves on the sheet', () => {
  const on = useBench();
  const fresh = (items: Parameters<typeof piece>[0] = []) =>
    made(on.server, piece(items)).then((id) => on.bench.open(id));
  beforeEach(() => fresh());

  const items = async () => (await on.bench.piece()).items;
  const tool = (name: string) => on.page.locator(`[data-tool=${name}]`).click();
  const words = async (at: [number, number], text: string) => {
    await on.bench.click(...at);
    await on.page.keyboard.type(text);
    await on.page.keyboard.press('Enter');
    await on.bench.kept();
  };

  it.each<[string, [number, number], [number, number], [number, number], object]>([
    ['circle', [42, 42], [72, 42], [42, 11], { kind: 'circle', radiusMm: 30 }],
    ['arc', [42, 60], [42, 20], [42, 19], { kind: 'arc', radiusMm: 40, sweepDeg: 120 }],
    ['ellipse', [42, 42], [72, 62], [42, 21], { kind: 'ellipse', radiusXMm: 30, radiusYMm: 20 }],
    ['spiral', [42, 42], [74, 42], [42, 14], { kind: 'spiral', endRadiusMm: 32, turns: 3 }],
    ['wave', [6, 42], [78, 42], [25, 33], { kind: 'wave', lengthMm: 72, turnDeg: 0 }],
    ['line', [10, 50], [74, 50], [42, 49], { kind: 'line' }],
    ['rectangle', [12, 22], [72, 62], [42, 21], { kind: 'rectangle', widthMm: 60, heightMm: 40 }],
    ['polygon', [42, 42], [42, 12], [28, 18.5], { kind: 'polygon', sides: 6, radiusMm: 30 }],
    ['star', [42, 42], [42, 12], [35.5, 19.5], { kind: 'star', points: 5, radiusMm: 30 }],
  ])('draws a %s with one drag, and sets lettering on it', async (kind, from, to, at, shape) => {
    await tool(kind);
    await on.bench.drag(from, to);
    await words(at, 'TIDE');
    const [drawn, set] = await items();
    expect(drawn.shape).toMatchObject(shape);
    expect(set).toMatchObject({
      type: 'lettering',
      curveId: drawn.id,
      wording: 'TIDE',
      seat: { side: 'outside', tops: 'outward' },
    });
    expect((await on.page.locator(`[data-item="${set.id}"]`).getAttribute('d'))!.length).toBeGreaterThan(100);
  });

  it('makes a circle by its diameter, through three points, and best fit to more', async () => {
    await tool('points');
    await on.bench.click(12, 30);
    await on.bench.click(72, 30);
    await on.page.getByRole('button', { name: 'Make the circle' }).click();
    await on.bench.kept();
    const first = (await items())[0].shape;
    expect([first.centre.x, first.centre.y, first.radiusMm]).toEqual([
      expect.closeTo(42, 0),
      expect.closeTo(30, 0),
      expect.closeTo(30, 0),
    ]);
    await tool('points');
    for (const [x, y] of [
      [60, 55],
      [42, 73],
      [24, 55],
      [42, 37.6],
    ] as const)
      await on.bench.click(x, y);
    await on.page.getByText(/spread \d\.\d+ mm, worst/).waitFor();
    await on.page.getByRole('button', { name: 'Make the circle' }).click();
    await on.bench.kept();
    expect((await items())[1].shape.radiusMm).toBeCloseTo(17.8, 0);
    await tool('points');
    for (const [x, y] of [
      [10, 10],
      [30, 10],
      [50, 10.05],
    ] as const)
      await on.bench.click(x, y);
    await on.page.keyboard.press('Escape');
    expect(await items()).toHaveLength(2);
  });

  it('draws with the pen: corners, smooth nodes, closed by its first node; edits its nodes', async () => {
    await tool('pen');
    await on.bench.click(20, 60);
    const [a, b] = [await on.bench.point(42, 20), await on.bench.point(54, 20)];
    await on.page.mouse.move(a.x, a.y);
    await on.page.mouse.down();
    await on.page.mouse.move(b.x, b.y, { steps: 4 });
    await on.bench.settle();
    await on.page.mouse.up();
    await on.bench.click(64, 60);
    await on.bench.click(20, 60);
    await on.bench.kept();
    const { shape } = (await items())[0];
    expect([shape.closed, shape.nodes.map((node: any) => node.kind)]).toEqual([
      true,
      ['corner', 'symmetrical', 'corner'],
    ]);
    await on.page.keyboard.press('1');
    await on.page.locator('[data-handle="node-0"]').click();
    await on.page.getByText('smooth', { exact: true }).click();
    await on.bench.type('Node across', '18');
    await on.page.getByRole('button', { name: 'Add a node after it' }).click();
    await on.page.getByRole('button', { name: 'Open it' }).click();
    await on.bench.kept();
    const edited = (await items())[0].shape;
    expect([edited.closed, edited.nodes.length, edited.nodes[0].at.x, edited.nodes[0].kind]).toEqual([
      false,
      4,
      18,
      'smooth',
    ]);
  });

  it('sketches by hand, with the smoothness chosen afterwards', async () => {
    await tool('sketch');
    const from = await on.bench.point(8, 50);
    await on.page.mouse.move(from.x, from.y);
    await on.page.mouse.down();
    for (let i = 1; i <= 40; i++) {
      const p = await on.bench.point(8 + i * 1.7, 50 + 10 * Math.sin(i / 6));
      await on.page.mouse.move(p.x, p.y);
      if (i % 4 === 0) await on.bench.settle();
    }
    await on.page.mouse.up();
    await on.page.getByRole('slider', { name: 'Smoothness' }).fill('0.8');
    await on.page.getByRole('button', { name: 'Add the curve' }).click();
    await on.bench.kept();
    const { shape } = (await items())[0];
    expect(shape.kind).toBe('drawn');
    expect(shape.nodes.length).toBeLessThan(14);
  });

  it('brings in an outline of an SVG file, and says what is wrong with one that has none', async () => {
    const folder = freshFolder();
    const choose = async (name: string, text: string) => {
      writeFileSync(join(folder, name), text);
      await on.page.locator('[data-bring-in]').setInputFiles(join(folder, name));
    };
    await tool('bring-in');
    await choose('none.svg', '<svg xmlns="http://www.w3.org/2000/svg"><text>OLR</text></svg>');
    await on.page.getByText('The file has no outlines').waitFor();
    await choose(
      'two.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="40mm" viewBox="0 0 80 40"><path id="hill" d="M0 30Q40 -10 80 30"/><circle id="pond" cx="40" cy="20" r="12"/></svg>',
    );
    await on.page.getByText('2 outlines').waitFor();
    await on.page.getByRole('button', { name: /^pond/ }).click();
    await on.page.getByRole('button', { name: /^hill/ }).click();
    await on.page.getByRole('button', { name: 'Import one' }).click();
    await on.bench.kept();
    expect((await items()).map((item: any) => [item.name, item.shape.closed])).toEqual([['pond', true]]);
  });

  it('keeps a parallel and a curve midway in step with their parents', async () => {
    await fresh([curve(circle(30)), curve(circle(18), 'inner')]);
    await on.page.getByRole('button', { name: /^ring/ }).click();
    await on.page.getByRole('button', { name: 'Parallel', exact: true }).click();
    await on.bench.type('Distance', '-2');
    await on.page.getByRole('button', { name: /^ring ⌀/ }).click();
    await on.page
      .locator('.el-select', { has: on.page.getByRole('combobox', { name: 'A curve midway to another' }) })
      .click();
    await on.page.getByRole('option', { name: 'inner' }).click();
    await on.page.getByRole('button', { name: 'Set lettering on it' }).click();
    await words([42, 17.5], 'BAND');
    await on.page.getByRole('button', { name: /^ring ⌀/ }).click();
    const before = await on.page.locator('.art path').last().getAttribute('d');
    await on.bench.type('Radius', '32');
    await on.bench.kept();
    await expect.poll(() => on.page.locator('.art path').last().getAttribute('d')).not.toBe(before);
    expect((await items()).filter((item: any) => item.type === 'curve').map((item: any) => item.shape.kind)).toEqual([
      'circle',
      'circle',
      'parallel',
      'midway',
    ]);
    // A distance at which nothing is left is refused where it is typed.
    await on.page.getByRole('button', { name: /^ring, parallel/ }).click();
    await on.bench.type('Distance', '-40');
    await on.page.getByText(/Nothing is left of the curve at a distance of 40.00 mm/).waitFor();
  });

  it('resizes by two handles: the curve only, or curve and letters', async () => {
    await fresh([curve(circle(20)), lettering('TIDE')]);
    await on.page.getByRole('button', { name: /^ring/ }).click();
    for (const [name, size] of [
      ['curve', 5],
      ['both', 6],
    ] as const) {
      const handle = (await on.page.locator(`[data-resize=${name}] rect`).boundingBox())!;
      const centre = await on.bench.point(42, 42);
      const [x, y] = [handle.x + handle.width / 2, handle.y + handle.height / 2];
      await on.page.mouse.move(x, y);
      await on.page.mouse.down();
      await on.page.mouse.move(centre.x + (x - centre.x) * 1.2, centre.y + (y - centre.y) * 1.2, { steps: 5 });
      await on.bench.settle();
      await on.page.mouse.up();
      await on.bench.kept();
      expect((await on.bench.lettering()).size.mm).toBeCloseTo(size, 6);
    }
    expect((await items())[0].shape.radiusMm).toBeCloseTo(28.8, 6);
  });

  it('cuts, turns into nodes, reverses, locks and hides, and undoes all of it', async () => {
    await fresh([curve(circle(30)), lettering('TIDE')]);
    const start = await items();
    const button = (name: string) => on.page.getByRole('button', { name, exact: true }).click();
    await on.page.getByRole('button', { name: /^ring/ }).click();
    await button('Top and bottom halves');
    await button('Convert to nodes');
    await button('Reverse');
    await button('Lock');
    await button('Hide');
    await on.bench.kept();
    const [top, bottom, words] = await items();
    expect([top.shape.kind, top.locked, top.hidden, bottom.shape.kind, words.curveId]).toEqual([
      'drawn',
      true,
      true,
      'arc',
      'ring',
    ]);
    for (let n = 0; n < 5; n++) {
      await on.page.keyboard.press('Control+z');
      await on.bench.settle();
    }
    await on.bench.kept();
    expect(await items()).toEqual(start);
  });

  it('asks what becomes of the lettering of a deleted curve', async () => {
    await fresh([curve(circle(30)), lettering('TIDE'), curve(circle(20), 'inner')]);
    const start = await items();
    for (const [way, check] of [
      [/Move the lettering to/, (list: any[]) => list.find((one) => one.id === 'words').curveId === 'inner'],
      [/Set it straight/, (list: any[]) => list.some((one) => one.shape?.kind === 'line')],
      [/Delete both/, (list: any[]) => list.length === 1],
    ] as const) {
      await on.page.getByRole('button', { name: /^ring/ }).click();
      await on.page
        .getByRole('region', { name: 'Actions on the curve' })
        .getByRole('button', { name: 'Delete' })
        .click();
      await on.page.getByRole('button', { name: way }).click();
      await on.bench.settle();
      await on.bench.kept();
      await expect.poll(async () => check(await items())).toBe(true);
      await on.page.keyboard.press('Control+z');
      await on.bench.settle();
      await on.bench.kept();
      await expect.poll(items).toEqual(start);
    }
  });

  it('snaps to centres and says why; Alt suspends it', async () => {
    await fresh([curve(circle(10, 60, 30)), curve(circle(8, 20, 60), 'other')]);
    await on.page.getByRole('button', { name: /^ring/ }).click();
    const drop = async (to: [number, number], alt: boolean) => {
      const centre = (await items())[0].shape.centre;
      const [a, b] = [await on.bench.point(centre.x, centre.y), await on.bench.point(...to)];
      if (alt) await on.page.keyboard.down('Alt');
      await on.page.mouse.move(a.x, a.y);
      await on.page.mouse.down();
      await on.page.mouse.move(b.x, b.y, { steps: 6 });
      await on.bench.settle();
      const said = await on.page.locator('.tip').textContent();
      await on.page.mouse.up();
      if (alt) await on.page.keyboard.up('Alt');
      await on.bench.kept();
      return [said, (await items())[0].shape.centre];
    };
    expect(await drop([20.6, 59.5], false)).toEqual(['centre of other', { x: 20, y: 60 }]);
    const [said, centre] = await drop([42.4, 41.7], true);
    expect([said, (centre as any).x]).toEqual(['⌀ 20.0', expect.closeTo(42.4, 0)]);
  });

  it('draws guides out of the rulers, snaps to them, and sets a grid', async () => {
    const ruler = (await on.page.locator('[data-ruler=across]').boundingBox())!;
    const drag = async (to: { x: number; y: number }) => {
      await on.page.mouse.move(to.x, ruler.y + 8);
      await on.page.mouse.down();
      await on.page.mouse.move(to.x, to.y, { steps: 6 });
      await on.bench.settle();
      await on.page.mouse.up();
      await on.bench.kept();
    };
    await drag(await on.bench.point(70, 30.02));
    expect((await on.bench.piece()).guides).toEqual([{ runs: 'across', mm: 30 }]);
    await tool('circle');
    await on.bench.drag([42.2, 30.6], [60, 30.6]);
    expect((await items())[0].shape.centre).toEqual({ x: 42, y: 30 });
    await on.page.keyboard.press('Escape');
    await on.page.getByRole('button', { name: 'Set the grid' }).click();
    await on.bench.kept();
    expect((await on.bench.piece()).guides).toHaveLength(4);
    await on.page.keyboard.press('Control+z');
    await on.bench.kept();
    expect((await on.bench.piece()).guides).toHaveLength(1);
  });
});
