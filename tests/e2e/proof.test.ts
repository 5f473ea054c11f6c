import { describe, expect, it } from 'vitest';
import { circle, curve, lettering, piece } from '../support/pieces';
import { fields, pictureOf } from '../support/pictures';
import { made } from './support';
import { useBench } from './useBench';

const ill = () =>
  piece([
    { ...curve(circle(43), 'disc'), fill: 'enamel' },
    curve(circle(26), 'ring'),
    lettering('TIDE TABLE', {
      curveId: 'ring',
      faceId: 'league-gothic',
      fill: 'brass',
      anchor: { at: { kind: 'clock', deg: 0.7 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
    }),
  ]);

describe('the proof', () => {
  const on = useBench();
  const remarks = () =>
    on.page.locator('[data-finding]').evaluateAll((list) => list.map((one) => one.getAttribute('data-finding')));

  it('lists what would go wrong with its figure, shows the place, and fixes it with one action', async () => {
    await on.bench.open(await made(on.server, ill()));
    await on.page.getByRole('button', { name: 'Proof, 2 remarks' }).click();
    expect(await remarks()).toEqual(['bleed-missing', 'nearly-centred']);
    await on.page.getByText('1.00 mm', { exact: true }).waitFor();
    await on.page.locator('[data-finding="bleed-missing"] .what').click();
    await on.page.getByRole('img', { name: 'The place of the remark' }).waitFor();
    await on.page.getByRole('button', { name: 'Put it there' }).click();
    await on.page.getByRole('button', { name: 'Give 3 mm of bleed' }).click();
    await expect.poll(remarks).toEqual(['bleed-short']);
    const after = await on.bench.piece();
    expect([after.sheet.bleedMm, after.items[2].anchor.at.deg]).toEqual([3, 0]);
  });

  it('goes to the place on the bench', async () => {
    await on.page.getByRole('button', { name: 'Go there' }).click();
    await on.page.getByRole('region', { name: 'Proof' }).waitFor({ state: 'detached' });
    await on.bench.type('Radius', '46');
    await on.bench.kept();
    await on.page.getByRole('button', { name: 'Proof, 0 remarks' }).waitFor();
  });

  it('goes by the process that is chosen, each number of it editable', async () => {
    await on.page.getByRole('button', { name: /^Proof/ }).click();
    await on.page.getByText('No problems found.').waitFor();
    const limit = on.page.getByRole('textbox', { name: 'Total ink limit, %' });
    for (const [paper, most] of [
      ['Newsprint', '240'],
      ['Coated', '300'],
    ] as const) {
      await on.page.getByRole('combobox', { name: 'Paper of the press' }).click({ force: true });
      await on.page.getByRole('option', { name: paper, exact: true }).click();
      await expect.poll(() => limit.inputValue()).toBe(most);
    }
    await on.page.getByRole('combobox', { name: 'Process' }).click({ force: true });
    await on.page.getByRole('option', { name: 'Embroidery' }).click();
    await expect.poll(remarks).toEqual(expect.arrayContaining(['letters-near', 'thin-gap']));
    const least = on.page.getByRole('textbox', { name: 'Minimum gap, mm' });
    await least.fill('0.1');
    await least.press('Enter');
    await expect.poll(remarks).not.toContain('thin-gap');
    await on.page.getByRole('button', { name: 'Reset to the usual values' }).waitFor();
  });

  it('shows the piece at true size, small, in one ink, reversed, and as other eyes see it', async () => {
    const look = on.page.locator('[data-look]');
    const width = async () => (await look.boundingBox())!.width;
    await on.page.getByRole('radio', { name: '16 mm' }).click();
    await expect.poll(width).toBeCloseTo((16 * 96) / 25.4, 0);
    await on.page.getByRole('radio', { name: 'True size' }).click();
    await expect.poll(width).toBeCloseTo((84 * 96) / 25.4, 0);
    await on.page.getByRole('button', { name: 'Calibrate the screen' }).click();
    await on.page.getByRole('slider', { name: 'Width of the card on this screen' }).fill('428');
    await on.page.getByRole('button', { name: 'It fits' }).click();
    await expect.poll(width).toBeCloseTo(84 * 5, 0);
    await on.page.getByRole('radio', { name: 'Reversed' }).click();
    await expect.poll(() => look.locator('rect').first().getAttribute('fill')).toBe('#111111');
    await on.page.getByRole('radio', { name: 'One ink' }).click();
    await expect
      .poll(() =>
        look.locator('path').evaluateAll((list) => [...new Set(list.map((one) => one.getAttribute('fill')))].sort()),
      )
      .toEqual(['#111111', '#ffffff']);
    await on.page.getByRole('radio', { name: 'Green-blind' }).click();
    await expect.poll(() => on.page.locator('.art[style*="eye-deutan"]').count()).toBe(1);
  });
});

describe('the proof of the roundel', () => {
  const on = useBench();
  it('takes less than a fifth of a second in its worker, and slows no drag', async () => {
    await on.page.goto(on.server.base);
    await on.page.getByText('Ottermere roundel', { exact: true }).first().click();
    await on.page.getByRole('button', { name: 'Proof, 0 remarks' }).waitFor();
    const ms = await on.page.evaluate(async () => {
      const wait = (time: number) => new Promise((resolve) => setTimeout(resolve, time));
      const store = (document.querySelector('#__nuxt') as any).__vue_app__.config.globalProperties.$pinia._s.get(
        'piece',
      );
      const list: number[] = [];
      for (let n = 0; n < 5; n++) {
        store.set('Rename', null, ['name'], `Roundel ${n}`);
        // Until it is of the piece as it is now; what evening out finds later makes it be read anew.
        for (let i = 0; i < 300 && store.proofRead?.piece.name !== `Roundel ${n}`; i++) await wait(20);
        list.push(store.proofRead.ms);
      }
      return list;
    });
    console.log('proof of the roundel, ms', ms.map((one) => one.toFixed(0)).join(' '));
    expect([...ms].sort((a, b) => a - b)[2]).toBeLessThan(200);
  });

  it('finds a picture whose image the server does not have, and none that it has', async () => {
    const bytes = fields(300);
    await fetch(`${on.server.base}/api/images`, {
      method: 'POST',
      body: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/png' }),
    });
    const here = pictureOf(bytes, 300, { widthMm: 20 });
    await on.bench.open(
      await made(on.server, piece([here, { ...here, id: 'other', name: 'Elsewhere', imageId: 'f'.repeat(32) }])),
    );
    await on.page.getByRole('button', { name: 'Proof, 1 remark' }).click();
    await on.page.getByText('The picture “Elsewhere” is missing.').waitFor();
    expect(
      await on.page
        .locator('[data-finding]')
        .evaluateAll((list) => list.map((one) => one.getAttribute('data-finding'))),
    ).toEqual(['missing-picture']);
    // No file is made without it.
    await on.page.getByRole('button', { name: 'Output' }).click();
    await on.page.getByRole('button', { name: 'Export PDF for print' }).click();
    await on.page
      .getByText(/“Elsewhere” is missing/)
      .first()
      .waitFor();
  });
});

describe('work that takes long', () => {
  const on = useBench();

  it('is named after two seconds, with how long it has taken, and stopped; what follows it is done', async () => {
    // The typeface comes to the page at once; the worker waits for it, as it would for work that does not end.
    let asked = 0,
      held = true;
    await on.page.route('**/faces/rye.ttf', async (route) => {
      const isPage = route.request().resourceType() === 'font' || ++asked === 1;
      if (isPage || !held) await route.continue();
    });
    const from = performance.now();
    await on.bench.open(await made(on.server, piece([curve(circle(30)), lettering('TIDE', { faceId: 'rye' })])));
    const said = on.page.getByText(/^(Evening out the gaps|Reading the proof) has taken \d+ s so far\.$/);
    await said.waitFor();
    expect(performance.now() - from).toBeGreaterThan(2000);
    held = false;
    await on.page.getByRole('button', { name: 'Stop', exact: true }).click();
    await said.waitFor({ state: 'detached' });
    // A new worker has taken its place, and reads when it is asked to.
    await on.page.getByRole('button', { name: /^Proof/ }).click();
    await on.page.getByText('Reading was stopped').waitFor();
    await on.page.getByRole('button', { name: 'Read again' }).click();
    await on.page.getByText('No problems found.').waitFor();
    expect(asked).toBeGreaterThan(2);
  });
});
