import { PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import { circle, curve, lettering, piece, spacing } from '../support/pieces';
import { made } from './support';
import { useBench } from './useBench';

const tight = (wording: string, faceId: string, radiusMm = 20, more: Parameters<typeof spacing>[0] = {}) =>
  piece([
    curve(circle(radiusMm)),
    lettering(wording, { faceId, size: { by: 'cap', mm: 8 }, spacing: spacing({ evenOut: 1, ...more }) }),
  ]);

describe('evening out on the bench', () => {
  const on = useBench();
  const strip = () => on.page.getByRole('region', { name: 'Flat strip' });
  const space = () => on.page.getByRole('region', { name: 'Space' });
  const open = async (wording: string, faceId: string, radiusMm?: number, more = {}) => {
    await on.bench.open(await made(on.server, tight(wording, faceId, radiusMm, more)));
    await on.page
      .getByRole('button', { name: new RegExp(`^${wording.split(' ')[0]}`) })
      .first()
      .click();
    await on.bench.evened();
  };
  /** The letters as they are drawn on the sheet. */
  const drawn = async (): Promise<string> =>
    await on.page.locator('.desk svg path').evaluateAll((all) => all.map((path) => path.getAttribute('d')).join());
  const evenness = async () => Number((await on.page.locator('[data-evenness]').textContent())!.replace(/\D/g, ''));

  it('has two aims with pictures, a lean between them, and proposes one by how richly the typeface is kerned', async () => {
    await open('LOYALTY', 'limelight');
    const aims = space().getByRole('radiogroup', { name: 'Aim of evening out' });
    await aims.getByRole('radio', { name: 'as the typeface' }).waitFor();
    expect(
      await aims.getByRole('radio').evaluateAll((all) => all.map((one) => one.getAttribute('aria-checked'))),
    ).toEqual(['true', 'false']);
    // Both are of the words, and not alike.
    await expect
      .poll(() =>
        aims
          .locator('img')
          .evaluateAll(
            (all) => new Set(all.map((one) => one.getAttribute('src')).filter((src) => src!.includes('path'))).size,
          ),
      )
      .toBe(2);
    await space().getByText('kerns no pair of capitals').waitFor();
    const before = await drawn();
    await space().getByRole('button', { name: 'Set the lean to 100 %' }).click();
    await on.bench.kept();
    expect((await on.bench.lettering()).spacing.lean).toBe(1);
    await on.bench.evened();
    await expect.poll(drawn).not.toBe(before);
    await expect.poll(() => aims.getByRole('radio', { name: 'all alike' }).getAttribute('aria-checked')).toBe('true');
    await on.bench.type('Lean', '40');
    await on.bench.kept();
    expect((await on.bench.lettering()).spacing.lean).toBe(0.4);
    await open('LOYALTY', 'cinzel-bold');
    await space().getByText('kerns 364 pairs of capitals').waitFor();
    expect(
      await space()
        .getByRole('button', { name: /Set the lean/ })
        .count(),
    ).toBe(0);
    await expect.poll(evenness).toBeGreaterThan(95);
  });

  it('says by how much a line grew and for which pairs, and keeps its length where that is refused', async () => {
    await open('AWARD', 'alfa-slab-one');
    const growth = space().locator('[data-growth]');
    await growth.getByText(/The line is [\d.]+ % longer, because .*AW.* would touch/).waitFor();
    const used = async () => Number((await strip().locator('.summary').textContent())!.match(/[\d.]+/)![0]);
    const grown = await used();
    await growth.getByRole('button', { name: 'Keep its length' }).click();
    await on.bench.kept();
    await on.bench.evened();
    expect((await on.bench.lettering()).spacing.mayGrow).toBe(false);
    await growth.getByText(/keeps its length, so .*AW.* come too near/).waitFor();
    await expect.poll(used).toBeLessThan(grown * 0.97);
    // Marks of touching are small, stand beyond the letters and say their words when they are pointed at.
    const dot = on.page.locator('.gaps .touch .dot').first();
    expect((await dot.boundingBox())!.width).toBeLessThan(9);
    const text = on.page.locator('.gaps .touch text').first();
    await expect.poll(() => text.isVisible()).toBe(false);
    await on.page.locator('.gaps .touch').first().hover();
    await text.waitFor({ state: 'visible' });
    await expect.poll(() => text.textContent()).toMatch(/and .* touch|mm apart/);
    await on.page.keyboard.press('Control+z');
    await on.bench.evened();
    await expect.poll(used).toBe(grown);
  });

  it('is switched by a button at the strip', async () => {
    await open('LOYALTY', 'cinzel-bold');
    const key = strip().getByRole('button', { name: 'Even out' });
    await expect.poll(() => key.getAttribute('aria-pressed')).toBe('true');
    await key.click();
    await on.bench.kept();
    expect((await on.bench.lettering()).spacing.evenOut).toBe(0);
    await expect.poll(evenness).toBeLessThan(60);
    await key.click();
    await on.bench.evened();
    await expect.poll(evenness).toBeGreaterThan(95);
  });

  it('shows the words plain and all alike in their place, by buttons and by a held key, and changes nothing', async () => {
    await open('LOYALTY', 'cinzel-bold');
    const now = await drawn(),
      was = await on.bench.piece();
    await strip().getByRole('button', { name: 'plain', exact: true }).click();
    await expect.poll(drawn).not.toBe(now);
    const plain = await drawn();
    await strip().getByRole('button', { name: 'all alike', exact: true }).click();
    await expect.poll(async () => [now, plain].includes(await drawn())).toBe(false);
    const alike = await drawn();
    await strip().getByRole('button', { name: 'as they are' }).click();
    await expect.poll(drawn).toBe(now);
    await on.page.locator('.desk').hover();
    await on.page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await on.page.keyboard.down('b');
    await expect.poll(drawn).toBe(plain);
    await on.page.keyboard.up('b');
    await expect.poll(drawn).toBe(now);
    await on.page.keyboard.down('Shift');
    await on.page.keyboard.down('B');
    await expect.poll(drawn).toBe(alike);
    await on.page.keyboard.up('B');
    await on.page.keyboard.up('Shift');
    await expect.poll(drawn).toBe(now);
    expect(await on.bench.piece()).toEqual(was);
  });

  it('squints: the strip blurred, with its grey as a curve', async () => {
    await open('LIGHT RAILWAY', 'cinzel-bold', 40);
    const letters = strip().locator('.letters');
    const sharp = PNG.sync.read(await letters.screenshot());
    await strip().getByRole('button', { name: 'squint' }).click();
    await strip().getByRole('img', { name: 'Grey along the line' }).locator('path').first().waitFor();
    await on.bench.settle();
    const soft = PNG.sync.read(await letters.screenshot());
    // Fewer pixels are as dark as ink.
    const dark = ({ data }: PNG): number => {
      let count = 0;
      for (let i = 0; i < data.length; i += 4) if (data[i]! < 60) count++;
      return count;
    };
    expect(dark(soft)).toBeLessThan(dark(sharp) * 0.5);
    await strip().getByRole('button', { name: 'gaps', exact: true }).click();
  });

  it('types curly quotes and apostrophes, and straight ones where they are wanted', async () => {
    await open('TIDE', 'oswald-medium', 60);
    const words = on.page.getByRole('textbox', { name: 'Wording' });
    await words.fill('');
    await words.pressSequentially("\"The keeper's\" 'tide' of '26");
    await on.bench.kept();
    expect((await on.bench.lettering()).wording).toBe('“The keeper’s” ‘tide’ of ’26');
    await on.page.getByRole('checkbox', { name: 'Curly quotes while typing' }).uncheck();
    await words.fill('');
    await words.pressSequentially('5\' "on"');
    await on.bench.kept();
    expect((await on.bench.lettering()).wording).toBe('5\' "on"');
    await on.page.getByRole('checkbox', { name: 'Curly quotes while typing' }).check();
  });

  it('is on in new lettering, as the typeface spaces it', async () => {
    await on.bench.open(await made(on.server, piece([curve(circle(30))])));
    await on.page.getByRole('button', { name: 'Click a curve' }).click();
    await on.bench.click(42.5, 11);
    await on.page.keyboard.type('OTTERMERE');
    await on.bench.kept();
    expect((await on.bench.lettering()).spacing).toMatchObject({ evenOut: 1, lean: 0, mayGrow: true });
  });
});
