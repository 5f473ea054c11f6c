import { describe, expect, it } from 'vitest';
import { circle, curve, lettering, piece, seat } from '../support/pieces';
import { fields } from '../support/pictures';
import { made, shelfPicture } from './support';
import { useBench } from './useBench';

const badge = () =>
  piece([
    { ...curve(circle(34), 'disc'), fill: 'enamel' },
    curve(circle(26), 'ring'),
    lettering('TIDE TABLE', {
      curveId: 'ring',
      faceId: 'league-gothic',
      fill: 'brass',
      bookends: { startU: 0.7, endU: 0.3 },
    }),
    lettering('SEDGE', {
      id: 'foot',
      curveId: 'ring',
      faceId: 'league-gothic',
      fill: 'brass',
      anchor: { at: { kind: 'clock', deg: 180 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      seat: seat('inward', 'outside'),
      bookends: { startU: 0.7, endU: 0.3 },
    }),
  ]);

describe('ink on the bench', () => {
  const on = useBench();
  const panel = () => on.page.getByRole('region', { name: 'Ink' });
  const choose = async (label: string, ink: string) => {
    await panel()
      .getByRole('button', { name: new RegExp(`^${label}:`) })
      .click();
    await on.page
      .locator('.inks:visible')
      .getByRole('option', { name: new RegExp(ink) })
      .click();
    await on.bench.kept();
  };
  const words = (name: RegExp) => on.page.getByRole('button', { name }).first().click();

  it('gives letters an outline, a halo, a block shade and an underline, each in an ink of the piece', async () => {
    await on.bench.open(await made(on.server, badge()));
    await words(/^TIDE/);
    await choose('Outline', 'Deep ink');
    await choose('Halo', 'Rust');
    await choose('Block shade', 'Black');
    await choose('Underline', 'Deep ink');
    await on.bench.type('Shade depth', '0,8');
    await on.bench.kept();
    expect(await on.bench.lettering(0)).toMatchObject({
      stroke: { ink: 'deep', join: 'mitre', under: false },
      halo: { ink: 'rust' },
      shade: { ink: 'black', deg: 135, depthMm: 0.8 },
      underline: { ink: 'deep' },
    });
    for (const part of ['words', 'words.halo', 'words.halo-shade', 'words.shade', 'words.underline'])
      await expect.poll(() => on.page.locator(`.art [data-item="${part}"]`).count(), { message: part }).toBe(1);
    // Beneath lies beneath: the halo before the shade before the letters.
    const order = await on.page
      .locator('.art path[data-item^="words"]')
      .evaluateAll((list) => list.map((one) => one.getAttribute('data-item')));
    expect(order.indexOf('words.halo')).toBeLessThan(order.indexOf('words.shade'));
    expect(order.at(-1)).toBe('words');
  });

  it('keeps a style with its picture and gives it to others in one step', async () => {
    const styles = on.page.getByRole('region', { name: 'Styles' });
    await styles.getByRole('button', { name: 'Save as style' }).click();
    await styles.locator('[data-style] svg path').first().waitFor({ state: 'attached' });
    await words(/^SEDGE/);
    await styles.locator('[data-style="Style 1"]').click();
    await on.bench.kept();
    const [top, foot] = [await on.bench.lettering(0), await on.bench.lettering(1)];
    expect(foot.shade).toEqual(top.shade);
    expect(foot.wording).toBe('SEDGE');
    await on.page.keyboard.press('Control+z');
    await on.bench.kept();
    expect((await on.bench.lettering(1)).shade).toBeNull();
  });

  it('makes inks: spot inks under a name in any script, refused where printing keeps the name for itself', async () => {
    await panel()
      .getByRole('button', { name: /^Fill:/ })
      .click();
    await on.page.locator('.inks:visible').getByText('Inks of the piece…').click();
    const dialog = on.page.getByRole('dialog', { name: 'Inks of the piece' });
    await dialog.getByRole('button', { name: '+ New ink' }).click();
    const name = dialog.getByLabel('Name of the ink');
    await dialog.getByRole('radio', { name: 'spot' }).click();
    await name.fill('Black');
    await name.press('Tab');
    await dialog
      .getByRole('alert')
      .getByText(/Another ink is called “Black”/)
      .waitFor();
    await name.fill('none');
    await name.press('Tab');
    await dialog
      .getByRole('alert')
      .getByText(/printing keeps that name/)
      .waitFor();
    await name.fill('Bråss (卍) "7"');
    await name.press('Tab');
    await on.bench.kept();
    expect((await on.bench.piece()).inks.at(-1)).toMatchObject({ name: 'Bråss (卍) "7"', kind: 'spot' });
    // Deleting an ink that is used puts another in its place.
    await dialog.getByRole('button', { name: 'Brass', exact: true }).click();
    await dialog.getByText(/Used \d+ times/).waitFor();
    await dialog.getByRole('combobox', { name: 'Ink to use instead' }).click({ force: true });
    await on.page.getByRole('option', { name: 'Bråss (卍) "7"' }).click();
    await dialog.getByRole('button', { name: 'Delete ink' }).click();
    await on.bench.kept();
    const after = await on.bench.piece();
    expect(after.inks.map((ink: any) => ink.name)).not.toContain('Brass');
    expect(after.items[2].fill).toBe(after.inks.at(-1).id);
    // Escape is for the dialog also where the list of a choice has the keys, and for the list while it is open.
    await dialog.getByRole('combobox', { name: 'What the ink is for' }).focus();
    await on.page.keyboard.press('ArrowDown');
    await on.page.getByRole('option', { name: 'white beneath' }).waitFor();
    await on.page.keyboard.press('Escape');
    await on.page.getByRole('option', { name: 'white beneath' }).waitFor({ state: 'detached' });
    expect(await dialog.isVisible()).toBe(true);
    await on.page.keyboard.press('Escape');
    await dialog.waitFor({ state: 'hidden' });
  });

  it('cuts lettering out of a disc with a margin, live', async () => {
    await words(/^TIDE/);
    await panel().getByRole('combobox', { name: 'Cut out of' }).click({ force: true });
    await on.page.getByRole('option', { name: 'disc' }).click();
    await on.bench.type('Margin of the cut in disc', '0.4');
    await on.bench.kept();
    expect((await on.bench.piece()).items[0].cuts).toEqual([{ itemId: 'words', marginMm: 0.4 }]);
    const hole = on.page.locator('#mask-disc path');
    const before = await hole.getAttribute('d');
    await on.bench.field('Wording').fill('TIDES');
    await on.bench.kept();
    await expect.poll(() => hole.getAttribute('d')).not.toBe(before);
  });

  it('changes the painting order by dragging and by keys', async () => {
    const rows = on.page.locator('.left ol li');
    const [from, to] = [(await rows.nth(0).boundingBox())!, (await rows.nth(3).boundingBox())!];
    await on.page.mouse.move(from.x + 60, from.y + 12);
    await on.page.mouse.down();
    await on.page.mouse.move(from.x + 60, from.y + 40, { steps: 4 });
    await on.bench.settle();
    await on.page.mouse.move(to.x + 60, to.y + to.height - 4, { steps: 8 });
    // Rows make room as the pointer passes: where it rests, the last one has.
    await expect
      .poll(async () => {
        await on.page.mouse.move(to.x + 61, to.y + to.height - 5, { steps: 2 });
        await on.page.mouse.move(to.x + 60, to.y + to.height - 4, { steps: 2 });
        return rows.evaluateAll((all) => all.findIndex((one) => one.classList.contains('lifted')));
      })
      .toBe(3);
    await on.page.mouse.up();
    await on.bench.kept();
    await expect.poll(async () => (await on.bench.piece()).items[0].id).toBe('foot');
    await rows.nth(3).locator('.main').focus();
    await on.page.keyboard.press('Alt+ArrowUp');
    await on.bench.kept();
    await expect.poll(async () => (await on.bench.piece()).items[1].id).toBe('foot');
  });

  it('copies letters as outlines with nodes, the lettering hidden beside them', async () => {
    await words(/^TIDES/);
    await on.page.getByRole('button', { name: 'Copy as outlines' }).click();
    await on.bench.kept();
    const after = await on.bench.piece();
    expect(after.items.find((one: any) => one.id === 'words').hidden).toBe(true);
    expect(
      after.items.filter((one: any) => one.shape?.kind === 'drawn' && one.fill).map((one: any) => one.name),
    ).toEqual(['Halo of TIDES', 'Shade of TIDES', 'T', 'I', 'D', 'E', 'S']);
    await expect.poll(() => on.page.locator('.art [data-item="words"]').count()).toBe(0);
    await on.page.getByText('hidden, does not print').waitFor();
  });

  it('brings in art in its colours: placed by dragging, scaled, cut to a curve', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="20mm" viewBox="0 0 20 20"><rect width="20" height="20" fill="#b4452a"/><circle cx="10" cy="10" r="6" fill="#123456"/><image width="4" height="4" href="data:image/png;base64,AA=="/></svg>';
    await on.page.locator('[data-tool="bring-in"]').click();
    await on.page
      .locator('[data-bring-in]')
      .setInputFiles({ name: 'lamp.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
    await on.page.getByText('A picture within it is left out: import it as a file of its own.').waitFor();
    await on.page.getByRole('button', { name: 'The whole file as art' }).click();
    await on.page.getByRole('dialog', { name: 'Import a file' }).waitFor({ state: 'hidden' });
    await on.bench.kept();
    const art = async () => (await on.bench.piece()).items.find((one: any) => one.type === 'art');
    expect(await art()).toMatchObject({
      name: 'lamp',
      centre: { x: 42, y: 42 },
      scale: 1,
      parts: [{ fill: 'rust' }, {}],
    });
    await on.bench.type('Width of the art', '30');
    await on.bench.drag([42, 42], [50, 42]);
    expect(await art()).toMatchObject({ scale: 1.5, centre: { x: expect.closeTo(50, 0), y: expect.closeTo(42, 0) } });
    await on.page.getByRole('combobox', { name: 'Cut to a curve' }).click({ force: true });
    await on.page.getByRole('option', { name: 'ring', exact: true }).click();
    await on.bench.kept();
    const { id } = await art();
    await on.page.locator(`#within-${id} path`).waitFor({ state: 'attached' });
    await on.page
      .getByRole('region', { name: 'Art' })
      .getByRole('button', { name: /^Ink 1:/ })
      .click();
    await on.page.locator('.inks:visible [data-ink="enamel"]').click();
    await on.bench.kept();
    expect((await art()).parts[0].fill).toBe('enamel');
    await on.page.getByRole('region', { name: 'Art' }).getByRole('button', { name: 'Delete' }).click();
    await on.bench.kept();
    expect(await art()).toBeUndefined();
  });

  it('brings in a picture to print: its resolution told, cut to a curve, in one ink, on its plate', async () => {
    const bytes = fields(300);
    await on.page.locator('[data-tool="bring-in"]').click();
    // By what a file holds, not by its ending: text that is called a picture is refused, a picture that is called text
    // is not.
    await on.page
      .locator('[data-bring-in]')
      .setInputFiles({ name: 'shore.png', mimeType: 'image/png', buffer: Buffer.from('no picture at all') });
    await on.page
      .getByRole('alert')
      .getByText(/neither an SVG nor a PNG or JPEG/)
      .waitFor();
    await on.page
      .locator('[data-bring-in]')
      .setInputFiles({ name: 'shore.txt', mimeType: 'text/plain', buffer: bytes });
    await on.page.getByText('300 × 300 pixels: 25 × 25 mm at 300 pixels an inch.').waitFor();
    await on.page.locator('[data-to-print]').click();
    await on.page.getByRole('dialog', { name: 'Import a file' }).waitFor({ state: 'hidden' });
    await on.bench.kept();
    const picture = async () => (await on.bench.piece()).items.find((one: any) => one.type === 'picture');
    // Words stay on top of it.
    expect((await on.bench.piece()).items.findIndex((one: any) => one.type === 'picture')).toBeLessThan(
      (await on.bench.piece()).items.findIndex((one: any) => one.type === 'lettering'),
    );
    expect(await picture()).toMatchObject({
      name: 'shore',
      widthPx: 300,
      widthMm: 25.4,
      fill: null,
      centre: { x: 42, y: 42 },
    });
    const panel = on.page.getByRole('region', { name: 'Picture' });
    await panel.getByText('300 pixels an inch at this size', { exact: true }).waitFor();
    // A corner is dragged twice as far from the middle; minus makes it a little smaller.
    await on.bench.drag([54.7, 54.7], [67.4, 67.4]);
    expect((await picture()).widthMm).toBeCloseTo(50.8, 0);
    const wide = (await picture()).widthMm;
    await on.page.getByRole('button', { name: /^Picture shore/ }).press('-');
    await on.bench.kept();
    expect((await picture()).widthMm).toBeCloseTo(wide / 1.02, 2);
    await on.bench.type('Width of the picture', '50');
    await panel.getByText('152 pixels an inch at this size; 250 are wanted').waitFor();
    await on.bench.drag([42, 42], [50, 42]);
    expect(await picture()).toMatchObject({
      widthMm: 50,
      centre: { x: expect.closeTo(50, 0), y: expect.closeTo(42, 0) },
    });
    await on.page.getByRole('combobox', { name: 'Cut to a curve' }).click({ force: true });
    await on.page.getByRole('option', { name: 'ring', exact: true }).click();
    await panel.getByRole('button', { name: /^Printed in/ }).click();
    await on.page.locator('.inks:visible [data-ink="rust"]').click();
    await on.bench.kept();
    const { id } = await picture();
    await on.page
      .locator(`.art [clip-path="url(#within-${id})"] image[filter="url(#ink-${id})"]`)
      .waitFor({ state: 'attached' });
    // The proof tells, and fixes.
    await on.page.getByRole('button', { name: /^Proof/ }).click();
    await on.page.getByText(/The picture “shore” has 152 pixels an inch/).waitFor();
    await on.page.getByRole('button', { name: 'Make it 30.48 mm wide' }).click();
    await on.bench.kept();
    expect((await picture()).widthMm).toBe(30.48);
    await on.page.getByRole('button', { name: 'Back to the bench' }).click();
    // On the shelf it is seen in its ink.
    const shelf = await shelfPicture(on.server, new URL(on.page.url()).pathname.split('/').at(-1)!);
    const coloured = (n: number): boolean => shelf.data[n * 4]! > shelf.data[n * 4 + 2]! + 40;
    expect(Array.from({ length: shelf.width * shelf.height }, (_, n) => n).filter(coloured).length).toBeGreaterThan(
      500,
    );
  });
});
