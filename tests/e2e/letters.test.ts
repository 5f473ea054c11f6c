import { describe, expect, it } from 'vitest';
import { circle, curve, lettering, piece } from '../support/pieces';
import { made } from './support';
import { useBench } from './useBench';

describe('letters, seat and stance', () => {
  const on = useBench();
  const open = async (items: Parameters<typeof piece>[0], name = 'TIDE') => {
    await on.bench.open(await made(on.server, piece(items)));
    await on.page.locator('[data-item=words]').waitFor();
    await on.page
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .first()
      .click();
  };
  const drawn = () => on.page.locator('[data-item=words]').getAttribute('d');
  const choose = async (field: string, option: string) => {
    await on.page.getByRole('combobox', { name: field, exact: true }).click({ force: true });
    await on.page.getByRole('option', { name: option, exact: true }).click();
  };
  const button = (name: string) => on.page.getByRole('button', { name, exact: true });
  const words = () => on.bench.lettering();

  it('makes the twin of a word on a ring: opposite, upright, in the same band, in step', async () => {
    await open([
      curve(circle(30)),
      lettering('TIDE', { seat: { tops: 'outward', side: 'outside', by: 'caps', hold: null, baselineShiftMm: 0.6 } }),
    ]);
    await button('Make a twin').click();
    await on.bench.kept();
    expect(await on.bench.lettering(1)).toMatchObject({
      wording: 'TIDE',
      twin: { of: 'words' },
      seat: { tops: 'inward', side: 'outside', baselineShiftMm: -0.6 },
      anchor: { at: { kind: 'clock', deg: 180 } },
    });
    await on.bench.type('Wording', 'SEA');
    await on.bench.type('Cap height', '4');
    await on.bench.kept();
    expect([(await words()).size, (await on.bench.lettering(1)).size]).toEqual([
      { by: 'cap', mm: 4 },
      { by: 'cap', mm: 4 },
    ]);
    expect([(await words()).wording, (await on.bench.lettering(1)).wording]).toEqual(['TIDE', 'SEA']);
    await on.page.locator('[data-share=size]').uncheck();
    await on.bench.type('Cap height', '3.5');
    await on.bench.type('Tracking', '25');
    await on.bench.kept();
    expect([(await words()).size.mm, (await on.bench.lettering(1)).size.mm]).toEqual([4, 3.5]);
    expect([(await words()).spacing.tracking, (await on.bench.lettering(1)).spacing.tracking]).toEqual([25, 25]);
    await button('Detach from twin').click();
    await on.bench.type('Tracking', '40');
    await on.bench.kept();
    expect((await words()).spacing.tracking).toBe(25);
  });

  it('lets the caps touch a rim at a gap, and follows the rim', async () => {
    await open([curve(circle(30)), curve(circle(39), 'rim'), lettering('TIDE')]);
    await choose('Distance from', 'touching another');
    await on.bench.type('Gap', '1');
    await on.bench.kept();
    expect((await words()).seat.hold).toEqual({ kind: 'touching', curveId: 'rim', gapMm: 1 });
    const before = await drawn();
    await on.page.getByRole('button', { name: /^rim/ }).first().click();
    await on.bench.type('Radius', '41');
    await on.bench.kept();
    expect(await drawn()).not.toBe(before);
    // The rim goes, the letters stay.
    const there = await drawn();
    await button('Delete').click();
    await on.bench.kept();
    expect((await words()).seat).toMatchObject({ hold: null, side: 'inside', baselineShiftMm: 10 });
    expect(await drawn()).toBe(there);
  });

  it('says beside the field where the curves make a distance impossible', async () => {
    await open([
      curve({ kind: 'line', from: { x: 5, y: 40 }, to: { x: 80, y: 40 } }),
      curve({ kind: 'line', from: { x: 42, y: 5 }, to: { x: 42.2, y: 80 } }, 'across'),
      lettering('TIDE', {
        anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
        bookends: { startU: 0, endU: 1 },
      }),
    ]);
    await expect.poll(() => on.page.locator('[data-unmet]').count()).toBe(0);
    await choose('Distance from', 'touching another');
    await expect
      .poll(() => on.page.locator('[data-unmet]').innerText())
      .toContain('cannot be held by the curves chosen');
    await choose('Distance from', 'its own curve');
    await on.page.locator('[data-unmet]').waitFor({ state: 'detached' });
  });

  it('centres in the band between two rings', async () => {
    await open([curve(circle(26)), curve(circle(38), 'rim'), lettering('TIDE')]);
    await choose('Distance from', 'midway between two');
    await on.bench.kept();
    expect((await words()).seat.hold).toEqual({ kind: 'band', curveId: 'rim', otherId: 'ring' });
    await on.page.getByText('caps 5.00 mm').waitFor();
    await choose('Distance from', 'its own curve');
    await on.bench.kept();
    expect((await words()).seat).toMatchObject({ hold: null, side: 'on', baselineShiftMm: 6 });
  });

  it('takes each stance from its picture, and weakens it', async () => {
    await open([curve(circle(30)), lettering('TIDE')]);
    const seen = new Set([await drawn()]);
    for (const kind of ['upright', 'sheared', 'swayed', 'bent', 'pointed', 'stacked']) {
      await on.page.locator(`[data-stance=${kind}]`).click();
      await on.bench.kept();
      expect((await words()).stance.kind).toBe(kind);
      if (kind !== 'pointed') expect(seen.has(await drawn()), kind).toBe(false);
      seen.add(await drawn());
      const [, letters] = decodeURIComponent(
        (await on.page.locator(`[data-stance=${kind}] img`).getAttribute('src'))!,
      ).match(/<path d="[^"]*"/g)!;
      expect(letters!.length).toBeGreaterThan(60);
    }
    await on.page.locator('[data-stance=upright]').click();
    await on.bench.type('Strength', '50');
    await on.bench.kept();
    expect((await words()).stance).toEqual({ kind: 'upright', strength: 0.5, centre: null });
    await on.page.locator('[data-stance=pointed]').click();
    await on.bench.type('Centre down', '90');
    await on.bench.kept();
    expect((await words()).stance.centre).toEqual({ x: 42, y: 90 });
  });

  it('sets a right-to-left word, joined and bent, and says why', async () => {
    await open([curve(circle(30)), lettering('محطة', { faceId: 'marhey-bold' })], 'محطة');
    await on.page.getByText('joined to each other, so they are bent').waitFor();
    expect((await drawn())!.length).toBeGreaterThan(200);
    await on.page.getByText('Joined letters are not tracked').waitFor();
    await on.bench.type('Wording', 'تذكرة');
    await on.bench.kept();
    expect((await words()).wording).toBe('تذكرة');
  });

  it('sets two lines, capitals, width and size by ink', async () => {
    await open([curve(circle(34)), lettering('Tide')], 'Tide');
    await on.bench.field('Wording').fill('Tide\nSedge');
    await on.bench.type('Line distance', '7');
    await on.page.getByText('All caps', { exact: true }).click();
    await on.bench.type('Width of the letters', '90');
    await on.bench.type('Ink height', '6');
    await on.bench.kept();
    expect(await words()).toMatchObject({
      wording: 'Tide\nSedge',
      lineDistanceMm: 7,
      letterCase: 'capitals',
      width: 0.9,
      size: { by: 'ink', mm: 6 },
    });
    await on.bench.field('Wording').focus();
    await on.page.keyboard.press('End');
    await on.page.keyboard.press('Shift+Enter');
    await on.page.keyboard.type('Sea');
    await on.page.keyboard.press('Enter');
    await on.bench.kept();
    expect((await words()).wording.split('\n')).toHaveLength(3);
  });

  it('offers the ways to make an overset word fit, with the values, and takes one', async () => {
    await open(
      [curve(circle(30)), lettering('OTTERMERE LIGHT', { bookends: { startU: 0.85, endU: 0.15 } })],
      'OTTERMERE',
    );
    await on.page.getByRole('group', { name: 'Ways to make it fit' }).waitFor();
    const label = (await on.page.locator('[data-fit-by=size]').textContent())!;
    await on.page.locator('[data-fit-by=size]').click();
    await on.bench.kept();
    expect(label).toContain((await words()).size.mm.toFixed(2));
    await on.page.getByRole('group', { name: 'Ways to make it fit' }).waitFor({ state: 'detached' });
  });

  it('fills from bookend to bookend, by ink or advance, and centres between them', async () => {
    await open([curve(circle(30)), lettering('TIDE', { bookends: { startU: 0.9, endU: 0.3 } })]);
    await on.page.getByText('filled', { exact: true }).click();
    await on.bench.kept();
    await on.page.getByRole('region', { name: 'Space' }).getByText('full', { exact: true }).waitFor();
    await on.page.getByText('tracking has no effect here').waitFor();
    await expect.poll(() => on.bench.field('Anchor angle').count()).toBe(0);
    await choose('Ends measured by', 'advance');
    await on.bench.kept();
    await button('Centre between the bookends').click();
    await on.bench.kept();
    expect((await words()).anchor).toMatchObject({
      at: { kind: 'clock', deg: expect.closeTo(36, 6) },
      align: 'centre',
      by: 'advance',
    });
    await on.bench.type('Anchor fraction', '25');
    await on.bench.kept();
    expect((await words()).anchor.at).toEqual({ kind: 'fraction', u: 0.25 });
    await on.page.getByRole('slider', { name: 'Rotate along the curve' }).focus();
    await on.page.keyboard.press('Shift+ArrowRight');
    await on.bench.kept();
    expect((await words()).anchor.at).toEqual({ kind: 'clock', deg: 100 });
  });

  it('changes several letterings at once, and gives one the seat of another', async () => {
    await open([
      curve(circle(30)),
      curve(circle(20), 'inner'),
      lettering('TIDE', { seat: { tops: 'inward', side: 'inside', by: 'caps', hold: null, baselineShiftMm: 1 } }),
      lettering('SEA', { id: 'sea', curveId: 'inner' }),
    ]);
    await button('Copy seat').click();
    await on.page.getByRole('button', { name: /^SEA/ }).first().click();
    await button('Paste seat').click();
    await on.bench.kept();
    expect((await on.bench.lettering(1)).seat).toMatchObject({ tops: 'inward', side: 'inside', baselineShiftMm: 1 });
    await choose('On the curve', 'ring');
    await on.bench.kept();
    expect((await on.bench.lettering(1)).curveId).toBe('ring');
    await on.page
      .getByRole('button', { name: /^TIDE/ })
      .first()
      .click({ modifiers: ['Shift'] });
    await on.bench.type('Cap height of all', '3.5');
    await on.bench.kept();
    expect([(await words()).size.mm, (await on.bench.lettering(1)).size.mm]).toEqual([3.5, 3.5]);
    await on.page.keyboard.press('Control+z');
    await on.bench.kept();
    expect([(await words()).size.mm, (await on.bench.lettering(1)).size.mm]).toEqual([5, 5]);
  });

  it('goes to another curve by a drag with Ctrl onto it, in one entry of the undo list', async () => {
    await open([curve(circle(34)), curve(circle(16), 'inner'), lettering('TIDE')]);
    await on.page.keyboard.down('Control');
    await on.bench.drag([42, 6], [42, 25.8], 12);
    await on.page.keyboard.up('Control');
    await on.bench.kept();
    expect(await words()).toMatchObject({
      curveId: 'inner',
      anchor: { at: { kind: 'clock', deg: 0 } },
      seat: { baselineShiftMm: 0 },
    });
    await on.page.keyboard.press('Control+z');
    await on.bench.kept();
    expect(await words()).toMatchObject({ curveId: 'ring', seat: { baselineShiftMm: 0 } });
  });

  it('switches a feature that the face has, shown with the person’s words', async () => {
    await open([curve(circle(30)), lettering('1889', { faceId: 'playfair-display-bold' })], '1889');
    await on.page.getByText('OpenType features').click();
    const before = await drawn();
    await on.page.locator('[data-feature=lnum] input').check();
    await on.bench.kept();
    expect((await words()).features).toEqual([{ tag: 'lnum', value: 1 }]);
    expect(await drawn()).not.toBe(before);
    expect((await on.page.locator('[data-feature=onum] path').getAttribute('d'))!.length).toBeGreaterThan(50);
  });
});
