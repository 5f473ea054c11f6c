import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { beforeEach, describe, expect, it } from 'vitest';
import { piece } from '../support/pieces';
import { freshFolder, made, shelfPicture } from './support';
import { useBench } from './useBench';

/** A dark ellipse on light ground, as a picture file. */
function picture(width: number, height: number, radiusX: number, radiusY: number): Buffer {
  const png = new PNG({ width, height });
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const inside = ((x - width / 2) / radiusX) ** 2 + ((y - height / 2) / radiusY) ** 2 < 1;
      png.data.set(inside ? [40, 60, 70, 255] : [230, 220, 200, 255], (y * width + x) * 4);
    }
  return PNG.sync.write(png);
}

describe('a picture to trace', () => {
  const on = useBench();
  const folder = freshFolder();
  const bring = async (name: string, bytes: Buffer | string) => {
    writeFileSync(join(folder, name), bytes);
    await on.page.locator('[data-picture]').setInputFiles(join(folder, name));
  };
  beforeEach(async () => {
    await on.bench.open(await made(on.server, piece([])));
  });

  it('lies under the sheet, dimmed and locked, and is never in a file', async () => {
    await bring('lid.png', picture(420, 420, 150, 150));
    await on.page.locator('[data-tracing]').waitFor();
    await on.bench.kept();
    const { items } = await on.bench.piece();
    expect(items).toMatchObject([
      {
        type: 'tracing',
        name: 'lid',
        widthPx: 420,
        heightPx: 420,
        widthMm: 75.6,
        centre: { x: 42, y: 42 },
        locked: true,
        strength: 0.45,
      },
    ]);
    // Locked, it lets a press through to the desk.
    await on.bench.drag([42, 42], [60, 42]).catch(() => {});
    expect((await on.bench.piece()).items[0].centre).toEqual({ x: 42, y: 42 });
    const id = new URL(on.page.url()).pathname.split('/').at(-1)!;
    const shelf = await shelfPicture(on.server, id);
    expect(new Set(shelf.data)).toEqual(new Set([0]));
    const bytes = await fetch(`${on.server.base}/api/images/${items[0].imageId}`);
    expect([bytes.status, bytes.headers.get('content-type')]).toEqual([200, 'image/png']);
    // It is still there after a reload, and its pixels are shown.
    await on.page.reload();
    await on.page.locator('[data-tracing]').waitFor();
    await on.page.waitForFunction(() => {
      const image = document.querySelector<SVGImageElement>('[data-tracing]')!;
      return image.getBBox().width > 0;
    });
    await on.page.getByRole('button', { name: /^lid/ }).click();
    await on.page.getByRole('button', { name: 'Unlock', exact: true }).click();
    await on.bench.drag([42, 42], [52, 42]);
    expect((await on.bench.piece()).items[0].centre.x).toBeCloseTo(52, 0);
  });

  it('gives the circle of its rim to four clicks, with the spread', async () => {
    await bring('lid.png', picture(420, 420, 150, 150));
    await on.page.getByRole('button', { name: 'Click points on a rim' }).click();
    for (const deg of [20, 110, 200, 300])
      await on.bench.click(42 + 27 * Math.cos((deg * Math.PI) / 180), 42 + 27 * Math.sin((deg * Math.PI) / 180));
    await on.page.getByText(/^Circle ⌀ 5[34]\.\d, spread 0\.\d+ mm/).waitFor();
    await on.page.locator('[data-fit=circle]').click();
    await on.bench.kept();
    const [, circle] = (await on.bench.piece()).items;
    expect(circle.shape).toMatchObject({ kind: 'circle', radiusMm: expect.closeTo(27, 0) });
    expect(Math.abs(circle.shape.radiusMm - 27)).toBeLessThan(0.2);
  });

  it('offers the ellipse first where it fits far closer, and the arc for a part of a rim', async () => {
    await on.page.locator('[data-tool=points]').click();
    const at = (deg: number, rx: number, ry: number) =>
      on.bench.click(42 + rx * Math.cos((deg * Math.PI) / 180), 42 + ry * Math.sin((deg * Math.PI) / 180));
    for (const deg of [10, 60, 115, 170, 230, 290, 335]) await at(deg, 34, 22);
    await on.page.locator('[data-fit=ellipse].main').click();
    await on.page.locator('[data-tool=points]').click();
    for (const deg of [210, 240, 265, 290, 325]) await at(deg, 30, 30);
    await on.page.locator('[data-fit=arc].main').click();
    await on.bench.kept();
    const [ellipse, arc] = (await on.bench.piece()).items;
    expect(
      [Math.abs(ellipse.shape.radiusXMm - 34), Math.abs(ellipse.shape.radiusYMm - 22)].every((off) => off < 0.3),
    ).toBe(true);
    expect(arc.shape).toMatchObject({ kind: 'arc', sweepDeg: expect.closeTo(115, -1) });
  });

  it('says of points in a line that they are one, and makes the line', async () => {
    await on.page.locator('[data-tool=points]').click();
    for (const x of [10, 30, 60]) await on.bench.click(x, 20);
    await on.page.getByText('These points lie in a line.').waitFor();
    await on.page.locator('[data-fit=line]').click();
    await on.bench.kept();
    expect((await on.bench.piece()).items[0].shape.kind).toBe('line');
  });

  it('is scaled down when it is too large, and refused when it is no picture or would unfold beyond all bounds', async () => {
    const huge = picture(40, 40, 10, 10);
    // Width and height in the head of the file, as a decompression bomb has them.
    huge.writeUInt32BE(60_000, 16);
    huge.writeUInt32BE(60_000, 20);
    await bring('bomb.png', huge);
    await on.page.getByText('60000 × 60000 pixels, more than 120 million').waitFor();
    await bring('words.png', 'no picture at all');
    await on.page.getByText('This is not a PNG, JPEG or WebP picture, or it is damaged.').waitFor();
    await bring('cut.png', picture(300, 200, 50, 50).subarray(0, 200));
    await on.page.getByText('The picture is damaged and cannot be shown.').waitFor();
    expect((await on.bench.piece()).items).toEqual([]);
    await bring('wide.png', picture(5000, 100, 50, 30));
    await on.page.getByText('from 5000 × 100 to 4096 × 82 pixels').waitFor();
    await on.bench.kept();
    expect((await on.bench.piece()).items[0]).toMatchObject({ widthPx: 4096, heightPx: 82 });
  });
});
