import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { circle, curve, HOME, piece } from '../support/pieces';
import { made } from './support';
import { useBench } from './useBench';

const badge = () => JSON.parse(readFileSync(`${HOME}/demo/8a-volunteer-badge.json`, 'utf8'));

describe('output', () => {
  const on = useBench();
  const take = async (click: () => Promise<unknown>): Promise<Buffer> => {
    const [file] = await Promise.all([on.page.waitForEvent('download', { timeout: 60_000 }), click()]);
    return readFileSync(await file.path());
  };
  const make = () => take(() => on.page.locator('[data-make]').click());
  const tab = (name: string) => on.page.getByRole('tab', { name }).click();

  it('shows what comes out with its plates, and makes it', async () => {
    await on.bench.open(await made(on.server, badge()));
    await on.page.getByRole('button', { name: 'Output' }).click();
    const plates = on.page.getByRole('radiogroup', { name: 'Plates' });
    await plates.getByText('Ottermere teal').waitFor();
    expect((await plates.getByRole('radio').allTextContents()).map((one) => one.trim())).toEqual([
      'All inks',
      'Cyan',
      'Magenta',
      'Yellow',
      'Black',
      'Ottermere brass',
      'Ottermere teal',
      'Off register',
    ]);
    await plates.getByText('Ottermere brass').click();
    await expect
      .poll(() =>
        on.page
          .locator('[data-preview] path')
          .evaluateAll((list) => [...new Set(list.map((one) => one.getAttribute('fill')))].sort()),
      )
      .toEqual(['#000000', '#ffffff']);
    await on.page.getByText('Crop and registration marks').click();
    const file = await make();
    expect(file.subarray(0, 8).toString()).toBe('%PDF-1.6');
  });

  it('lays the plates over each other off register, with trapping and a slug where they are asked for', async () => {
    const plates = on.page.getByRole('radiogroup', { name: 'Plates' });
    const type = async (name: string, text: string): Promise<void> => {
      await on.page.getByRole('textbox', { name }).fill(text);
      await on.page.getByRole('textbox', { name }).press('Enter');
    };
    await plates.getByText('Off register').click();
    const sheets = on.page.locator('[data-press] .plate');
    await expect.poll(() => sheets.count()).toBe(6);
    // Each is a picture that the browser can read, and all but the first are moved.
    const read = await sheets.locator('.grey').evaluateAll((list) =>
      Promise.all(
        list.map(async (one) => {
          const image = new Image();
          image.src = /^url\("(.*)"\)$/.exec(getComputedStyle(one).backgroundImage)![1]!;
          await image.decode();
          return image.naturalWidth > 0;
        }),
      ),
    );
    expect(read).toEqual(read.map(() => true));
    const moves = (): Promise<string[]> =>
      sheets.evaluateAll((list) => list.map((one) => (one as HTMLElement).style.transform));
    const before = await moves();
    expect(new Set(before).size).toBe(6);
    await type('Plates off by', '0.3');
    await expect.poll(moves).not.toEqual(before);
    await on.page.getByText('Name, size, inks and a colour bar').click();
    await type('Trapping', '0.12');
    await plates.getByText('All inks').click();
    await on.page.locator('[data-preview] path').first().waitFor();
    const file = join(mkdtempSync(join(tmpdir(), 'under-arc-output-')), 'trapped.pdf');
    writeFileSync(file, await make());
    expect(execFileSync('pdfinfo', [file], { encoding: 'utf8' })).toContain('Title:');
    expect(execFileSync('qpdf', ['--qdf', '--object-streams=disable', file, '-'], { encoding: 'latin1' })).toContain(
      '/Trapped /True',
    );
    await on.page.getByText('Name, size, inks and a colour bar').click();
    await type('Trapping', '0');
  });

  it('finds earlier files again, byte for byte, whatever has been changed since', async () => {
    const before = await make();
    await on.page.getByRole('button', { name: 'Back to the bench' }).click();
    await on.page
      .getByRole('button', { name: /^VOLUNTEER/ })
      .first()
      .click();
    await on.bench.field('Wording').fill('GUARD');
    await on.bench.kept();
    await on.page.getByRole('button', { name: 'Output' }).click();
    await on.page.getByText('Volunteer-badge.pdf').first().waitFor();
    const again = await take(() =>
      on.page
        .getByRole('button', { name: /^Export Volunteer-badge.pdf/ })
        .first()
        .click(),
    );
    expect(again.equals(before)).toBe(true);
    await on.page.getByText(/is here again, as it was/).waitFor();
    await on.page.keyboard.press('Escape');
    await on.page.keyboard.press('Control+z');
    await on.bench.kept();
    await on.page.getByRole('button', { name: 'Output' }).click();
  });

  it('keeps words as words in a live SVG and says what it cannot carry; the piece leaves with its typefaces and comes back', async () => {
    await on.page.locator('[data-format="live-svg"]').click();
    await on.page
      .getByText(/Whoever opens it needs the typefaces/)
      .first()
      .waitFor();
    const words = /<textPath href="#name-line-1"><tspan x="[-\d. ]+">VOLUNTEER<\/tspan><\/textPath>/;
    const plain = (await make()).toString();
    expect(plain).toMatch(words);
    expect(plain).not.toContain('@font-face');
    await on.page.getByText('Embed the typefaces').click();
    const whole = (await make()).toString();
    expect(whole).toMatch(words);
    // The letters in the middle are cut out of the disc: no words, and no typeface for them.
    expect(whole.match(/@font-face\{font-family:'[^']+'/g)).toEqual(["@font-face{font-family:'League Gothic'"]);
    await on.page.locator('[data-format="piece"]').click();
    const zip = await make();
    expect(Object.keys(unzipSync(zip)).sort()).toEqual([
      'faces/league-gothic-licence.txt',
      'faces/league-gothic.ttf',
      'faces/limelight-licence.txt',
      'faces/limelight.ttf',
      'piece.json',
    ]);
    await on.page.goto(on.server.base);
    await on.page
      .locator('input[type=file]')
      .first()
      .setInputFiles({ name: 'badge.underarc.zip', mimeType: 'application/zip', buffer: zip });
    await on.page.locator('.bench').waitFor();
    expect((await on.bench.piece()).items).toEqual(badge().items);
    await on.page.goto(on.server.base);
    await on.page
      .locator('input[type=file]')
      .first()
      .setInputFiles({ name: 'broken.zip', mimeType: 'application/zip', buffer: zip.subarray(0, 900) });
    await on.page.getByText(/broken.zip: .*(damaged|piece.json)/).waitFor();
  });

  it('plays the way of a cutter, stops at what would be cut twice, and goes on', async () => {
    const twice = piece([
      { ...curve(circle(20), 'one'), fill: 'deep' },
      { ...curve(circle(12), 'inner'), fill: 'deep' },
      { ...curve(circle(20), 'two'), fill: 'deep' },
    ]);
    await on.bench.open(await made(on.server, twice));
    await on.page.getByRole('button', { name: 'Output' }).click();
    await on.page.locator('[data-format="dxf"]').click();
    await on.page.getByRole('radio', { name: 'Play the cut' }).click();
    await on.page.getByRole('img', { name: 'The way of the tool' }).waitFor();
    // Two rings of 20 mm and one of 12: 327 mm.
    await on.page.getByText('327 mm', { exact: true }).waitFor();
    await on.page.getByText('at one place', { exact: true }).waitFor();
    // 327 mm take 33 s at 10 mm a second, 5 s at 60.
    const takes = async (): Promise<number> =>
      Number(/Takes about\s*(\d+) s/.exec(await on.page.locator('.plotter dl').innerText())![1]);
    const speed = on.page.getByRole('textbox', { name: 'Cutting speed' });
    await speed.fill('10');
    await speed.press('Enter');
    const slowly = await takes();
    await speed.fill('60');
    await speed.press('Enter');
    expect(slowly - (await takes())).toBeGreaterThan(25);
    await on.page.getByRole('button', { name: 'Play', exact: true }).click();
    await on.page.getByText(/^Stopped: 125\.\d mm from here on were cut before/).waitFor();
    const far = async (): Promise<number> =>
      Number(await on.page.getByRole('slider', { name: 'How far the tool is' }).inputValue());
    const at = await far();
    expect(Math.round(at)).toBe(201);
    await on.page.getByRole('button', { name: 'Go on' }).click();
    await expect.poll(far).toBeGreaterThan(at + 5);
    await on.page.getByRole('button', { name: 'Pause' }).click();
    // What is seen has the line once.
    await on.page.getByText('What is seen as one outline an ink', { exact: true }).click();
    await on.page.getByText('nothing', { exact: true }).waitFor();
    await on.page.getByRole('button', { name: 'Back to the bench' }).click();
  });

  it('lays copies on a sheet, nested, with the count and what is left over', async () => {
    await on.bench.open(await made(on.server, badge()));
    await on.page.getByRole('button', { name: 'Output' }).click();
    await tab('Copies');
    await on.page.getByText(/^40 copies$/).waitFor();
    await on.page.getByText('Nest round pieces').click();
    await on.page.getByText(/^45 copies$/).waitFor();
    await on.page.getByText(/% waste/).waitFor();
    await on.page.getByRole('textbox', { name: 'Gutter between copies, mm' }).fill('0');
    await on.page.getByRole('textbox', { name: 'Gutter between copies, mm' }).press('Enter');
    await expect.poll(() => on.page.locator('[data-preview] path').count()).toBeGreaterThan(300);
    expect((await make()).length).toBeGreaterThan(20_000);
  });

  it('prints by the profile of a printer, proposes its ink limit, and refuses what is none', async () => {
    await on.bench.open(await made(on.server, badge()));
    await on.page.getByRole('button', { name: 'Output' }).click();
    const bring = (path: string) => on.page.getByLabel('Profile to add').setInputFiles(path);
    await bring(`${HOME}/demo/images/lid.jpg`);
    await on.page
      .getByRole('alert')
      .getByText(/it is no ICC profile/)
      .waitFor();
    await bring(`${HOME}/profiles/newsprint.icc`);
    await on.page.getByText(/prints with up to 246 % of ink; the limit of the piece is \d+ %/).waitFor();
    const file = await make();
    expect(file.includes('Custom')).toBe(true);
    await on.page.getByRole('button', { name: 'Set it to 246 %' }).click();
    await on.page.getByText(/prints with up to/).waitFor({ state: 'detached' });
    const again = await take(() =>
      on.page
        .getByRole('button', { name: /^Export .*\.pdf of/ })
        .first()
        .click(),
    );
    expect(again.equals(file)).toBe(true);
  });

  it('lays several pieces on one sheet, with backs, and exports it again as it was', async () => {
    const other = { ...piece([{ ...curve(circle(12, 20, 15), 'disc'), fill: 'rust' }]), name: 'Shore token' };
    const token = { ...other, sheet: { widthMm: 40, heightMm: 30, bleedMm: 0 } };
    const tokenId = await made(on.server, token);
    await made(on.server, { ...token, name: 'Token back' });
    await on.bench.open(await made(on.server, badge()));
    await on.page.getByRole('button', { name: 'Output' }).click();
    await tab('Copies');
    await on.page.getByText(/^40 copies$/).waitFor();
    const choose = async (field: string, option: RegExp): Promise<void> => {
      await on.page.getByRole('combobox', { name: field }).press('Enter');
      await on.page.getByRole('option', { name: option }).locator('visible=true').click();
    };
    await choose('Add another piece to the sheet', /^Shore token, 40 × 30 mm$/);
    const count = on.page.getByRole('textbox', { name: 'Copies of Shore token' });
    await count.fill('6');
    await count.press('Enter');
    await expect
      .poll(async () => Number(/^(\d+) copies$/.exec((await on.page.locator('.count b').textContent()) ?? '')?.[1]))
      .toBeGreaterThan(36);
    await on.page.getByText('As many as fit').click();
    await on.page.getByText(/^7 copies$/).waitFor();
    await on.page.getByText('Backs, by work and turn').click();
    await choose('Back of Shore token', /^Token back$/);
    await on.page.getByText(/^7 copies and 6 backs$/).waitFor();
    // What was chosen is there when one comes back to it.
    await tab('Series');
    await tab('Copies');
    await on.page.getByText(/^7 copies and 6 backs$/).waitFor();
    await on.page.getByText('Token back').locator('visible=true').waitFor();
    const file = await make();
    // The piece that lay beside it is gone; the file is as it was.
    await fetch(`${on.server.base}/api/pieces/${tokenId}`, { method: 'DELETE' });
    const again = await take(() =>
      on.page
        .getByRole('button', { name: /^Export .*-copies\.pdf of/ })
        .first()
        .click(),
    );
    expect(again.equals(file)).toBe(true);
    await count.fill('900');
    await count.press('Enter');
    await on.page
      .getByRole('alert')
      .getByText(/of 900 “Shore token” found no place/)
      .waitFor();
    await on.page.getByRole('button', { name: 'Remove Shore token from the sheet' }).click();
    await on.page.getByText(/^One copy$/).waitFor();
  });
});
