import { beforeAll, describe, expect, it } from 'vitest';
import { makeStroke } from '#core/piece/make';
import { applySteps } from '#core/piece/steps/index';
import type { Art, Curve, Item, Lettering, Piece } from '#core/piece/types';
import { proofPiece, type Finding } from '#core/proof/index';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, piece, seat, spacing, openWords as words } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const ring = (changes: Partial<Curve> = {}): Curve => ({ ...curve(circle(30)), name: 'Rim', ...changes });
const found = (p: Piece, code: string): Finding[] => proofPiece(p, all).filter((one) => one.code === code);
/** What one finding says, and what its mend makes of an item. */
function said(p: Piece, code: string, itemId: string): readonly [message: string, label: string, item: Item] {
  const [one, ...more] = found(p, code);
  expect(more).toEqual([]);
  const made = applySteps(p, one!.fix!.steps);
  if (!made.ok) throw new Error(made.problem.message);
  return [one!.message, one!.fix!.label, made.value.items.find(({ id }) => id === itemId)!];
}
const clock = (deg: number, startOffsetMm = 0): Lettering['anchor'] => ({
  at: { kind: 'clock', deg },
  startOffsetMm,
  align: 'centre',
  by: 'ink',
});

describe('letters too near each other', () => {
  const tight = (wording: string, tracking: number, more: Partial<Lettering['spacing']> = {}): Piece =>
    piece([ring(), words(wording, { spacing: spacing({ tracking, ...more }) })]);
  it('are named, with how many more pairs there are', () => {
    const one = found(tight('OT', -90), 'letters-touch');
    expect(one).toMatchObject([{ mm: 0, message: '“OT”: “O” and “T” touch.' }]);
    expect(found(tight('OTO', -90), 'letters-touch')[0]!.message).toMatch(
      /^“OTO”: “\w” and “\w” touch, and 1 more pair too near\.$/,
    );
    expect(found(tight('OTOT', -90), 'letters-touch')[0]!.message).toMatch(/ touch, and 2 more pairs too near\.$/);
    const [near] = found(tight('OT', 0, { leastGapMm: 3 }), 'letters-near');
    expect(near!.mm).toBeGreaterThan(0);
    expect(near!.message).toBe(`“OT”: “O” and “T” are ${near!.mm!.toFixed(2)} mm apart.`);
  });
  it('tell of the nearest pair', () => {
    const p = piece([ring(), words('HIIH', { spacing: spacing({ leastGapMm: 5 }) })]);
    const [one] = found(p, 'letters-near');
    const each = ['HI', 'II', 'IH'].map((pair) => found(tight(pair, 0, { leastGapMm: 5 }), 'letters-near')[0]!.mm!);
    expect(one!.mm).toBeLessThanOrEqual(Math.min(...each) + 1e-6);
  });
  it('are evened out by one edit, where that is not done already and the words are one', () => {
    const [, label, item] = said(tight('OTO', -90), 'letters-touch', 'words');
    expect([label, (item as Lettering).spacing.evenOut]).toEqual(['Even out', 1]);
    expect(found(tight('OTO', -300, { evenOut: 1 }), 'letters-touch')[0]?.fix).toBeUndefined();
    const two = piece([ring(), words('OTTER'), words('MERE', { id: 'b', anchor: clock(10) })]);
    expect(found(two, 'letters-touch')).toEqual([
      expect.objectContaining({ message: expect.stringMatching(/^“OTTER” and “MERE” touch/) }),
    ]);
    expect(found(two, 'letters-touch')[0]!.fix).toBeUndefined();
    const apart = piece([
      ring(),
      words('OTT', { anchor: clock(-9), spacing: spacing({ leastGapMm: 4 }) }),
      words('ERE', { id: 'b', anchor: clock(9) }),
    ]);
    const between = found(apart, 'letters-near').find(({ message }) => message.includes('and “ERE”'))!;
    expect(between.message).toMatch(
      new RegExp(`^“OTT” and “ERE” come within ${between.mm!.toFixed(2)} mm(, and \\d+ more pairs? too near)?\\.$`),
    );
  });
});

describe('lines that are too fine', () => {
  it('are told by what they are of, and made as wide as can be printed', () => {
    const outline = piece([ring(), words('OTTER', { stroke: makeStroke('rust', 0.05) })]);
    const [message, label, item] = said(outline, 'thin-line', 'words');
    expect([message, label]).toEqual(['“OTTER”: the outline is 0.05 mm; 0.08 mm can be printed.', 'Make it 0.08 mm']);
    expect((item as Lettering).stroke!.widthMm).toBe(0.08);
    // In the ink of the fill it only makes letters bolder.
    expect(found(piece([ring(), words('OTTER', { stroke: makeStroke('deep', 0.05) })]), 'thin-line')).toEqual([]);
    const line = piece([ring({ stroke: makeStroke('rust', 0.05) })]);
    expect(said(line, 'thin-line', 'ring')[0]).toBe('Rim: the stroke is 0.05 mm; 0.08 mm can be printed.');
    const under = piece([ring(), words('OTTER', { underline: { ink: 'rust', widthMm: 0.06, offMm: 1 } })]);
    const [told, , thick] = said(under, 'thin-line', 'words');
    expect(told).toBe('“OTTER”: the underline is 0.06 mm; 0.08 mm can be printed.');
    expect((thick as Lettering).underline).toEqual({ ink: 'rust', widthMm: 0.08, offMm: 1 });
  });
  it('of art are told by the finest, at its size', () => {
    const art = (scale: number, ...widths: number[]): Piece =>
      piece([
        {
          type: 'art',
          id: 'art',
          name: 'Gull',
          centre: { x: 42, y: 42 },
          scale,
          turnDeg: 0,
          mirrored: false,
          hidden: false,
          locked: false,
          group: null,
          parts: widths.map((widthMm, n) => ({
            outlines: [{ kind: 'line', from: { x: -15, y: 6 * n }, to: { x: 15, y: 6 * n } }],
            fill: null,
            rule: 'nonzero',
            stroke: makeStroke('rust', widthMm),
          })),
        } as unknown as Art,
      ]);
    expect(found(art(0.5, 0.3, 0.15), 'thin-line')).toMatchObject([
      {
        itemId: 'art',
        mm: expect.closeTo(0.075, 9),
        message: 'Gull: its finest stroke is 0.07 mm at this size; 0.08 mm can be printed.',
      },
    ]);
    expect(found(art(0.5, 0.16), 'thin-line')).toEqual([]);
    expect(found(art(1, 0.15), 'thin-line')).toEqual([]);
  });
  it('about what is cut out are told where it has ink, and opened one by one', () => {
    const inner = { ...curve(circle(10), 'in'), fill: 'rust' };
    const other = { ...curve(circle(4, 42, 66), 'other'), fill: 'rust' };
    const p = (inked: boolean): Piece =>
      piece([
        ring({
          fill: 'enamel',
          cuts: [
            { itemId: 'other', marginMm: 0.5 },
            { itemId: 'in', marginMm: 0.05 },
          ],
        }),
        { ...inner, fill: inked ? 'rust' : null },
        other,
      ]);
    const [message, label, item] = said(p(true), 'thin-line', 'ring');
    expect([message, label]).toEqual([
      'Rim: a margin of 0.05 mm about what is cut out of it fills up; the press holds 0.08 mm open.',
      'Make it 0.08 mm',
    ]);
    expect((item as Curve).cuts).toEqual([
      { itemId: 'other', marginMm: 0.5 },
      { itemId: 'in', marginMm: 0.08 },
    ]);
    expect(found(p(false), 'thin-line')).toEqual([]);
  });
});

describe('what is nearly in its place', () => {
  const at = (anchor: Lettering['anchor'], more: Partial<Lettering> = {}): Piece =>
    piece([ring(), words('OTTER', { anchor, ...more })]);
  it.each([
    [0.8, '0.80° off 12', 0],
    [-0.8, '0.80° off 12', 0],
    [91, '1.00° off 3', 90],
    [134, '1.00° off 4.5', 135],
    [-46.2, '1.20° off 10.5', -45],
    [271.49, '1.49° off 9', 270],
  ])('at %d° is told of, and put there', (deg, what, exact) => {
    const [message, label, item] = said(at(clock(deg)), 'nearly-centred', 'words');
    expect([message, label]).toEqual([`“OTTER” is ${what} o'clock.`, 'Put it there']);
    expect((item as Lettering).anchor).toEqual(clock(exact));
  });
  it('is let be where it is there, or farther away', () => {
    for (const deg of [0, 45, 1.5, 2, 43.5, 22.5]) expect(found(at(clock(deg)), 'nearly-centred')).toEqual([]);
  });
  it('on an open curve is told of by its length', () => {
    const line = curve({ kind: 'line', from: { x: 10, y: 40 }, to: { x: 74, y: 40 } });
    const on = (u: number): Piece =>
      piece([
        line,
        words('OTTER', { anchor: { ...clock(0), at: { kind: 'fraction', u } }, bookends: { startU: 0, endU: 1 } }),
      ]);
    const [message, , item] = said(on(0.495), 'nearly-centred', 'words');
    // 0.005 of 64 mm.
    expect(message).toBe('“OTTER” is 0.32 mm off the middle of its curve.');
    expect((item as Lettering).anchor.at).toEqual({ kind: 'fraction', u: 0.5 });
    for (const u of [0.5, 0.51, 0.49]) expect(found(on(u), 'nearly-centred')).toEqual([]);
    expect(found(on(0.509), 'nearly-centred')).toHaveLength(1);
    // On a closed curve half its length is no place of its own.
    expect(found(at({ ...clock(0), at: { kind: 'fraction', u: 0.495 } }), 'nearly-centred')).toEqual([]);
  });
  it('but for a start offset is told of', () => {
    const [message, , item] = said(at(clock(0, -0.35)), 'nearly-centred', 'words');
    expect(message).toBe('“OTTER” is centred but for a start offset of -0.35 mm.');
    expect((item as Lettering).anchor).toEqual(clock(0));
    expect(found(at(clock(0, 0.6)), 'nearly-centred')).toEqual([]);
    expect(found(at({ ...clock(0, 0.3), align: 'start' }), 'nearly-centred')).toEqual([]);
    expect(found(at(clock(0.8), { wording: '  ' }), 'nearly-centred')).toEqual([]);
  });
});

describe('top and bottom that are nearly alike', () => {
  const both = (changes: Partial<Lettering>, top: Partial<Lettering> = {}): Piece =>
    piece([
      ring(),
      words('OTTERMERE', top),
      words('SEDGE', { id: 'foot', anchor: clock(180), seat: seat('inward', 'outside'), ...changes }),
    ]);
  it('in size are told with both, and made alike', () => {
    const [message, label, item] = said(both({ size: { by: 'cap', mm: 5.2 } }), 'size-nearly-alike', 'foot');
    expect([message, label]).toEqual([
      '“SEDGE” has capitals of 5.20 mm, “OTTERMERE” of 5.00 mm: nearly, but not quite, the same.',
      'Make them alike',
    ]);
    expect((item as Lettering).size).toEqual({ by: 'cap', mm: expect.closeTo(5, 9) });
    expect(found(both({ size: { by: 'cap', mm: 5.2 } }), 'size-nearly-alike')[0]!.mm).toBeCloseTo(0.2, 6);
    for (const mm of [5, 5.31, 4.69, 5.002])
      expect(found(both({ size: { by: 'cap', mm } }), 'size-nearly-alike')).toEqual([]);
    expect(found(both({ size: { by: 'cap', mm: 5.29 } }), 'size-nearly-alike')).toHaveLength(1);
  });
  it('in their band are told, and made alike on either side', () => {
    for (const shift of [0.25, -0.25]) {
      const [message, , item] = said(both({ seat: seat('inward', 'outside', shift) }), 'band-nearly-alike', 'foot');
      expect(message).toBe('“SEDGE” stands 0.25 mm beside the band of “OTTERMERE”.');
      expect((item as Lettering).seat.baselineShiftMm).toBeCloseTo(0, 6);
    }
    expect(found(both({ seat: seat('inward', 'outside', 0.61) }), 'band-nearly-alike')).toEqual([]);
    expect(found(both({ seat: seat('inward', 'outside', 0.003) }), 'band-nearly-alike')).toEqual([]);
  });
  it('in density are told, and made alike, unless it is another size or evened out', () => {
    const dense = (tracking: number, more: Partial<Lettering> = {}): Piece =>
      both({ spacing: spacing({ tracking }), ...more });
    const [message, , item] = said(dense(64), 'density-nearly-alike', 'foot');
    expect(message).toBe('“SEDGE” is tracked by 64.0, “OTTERMERE” by 60.0: nearly, but not quite, the same density.');
    expect((item as Lettering).spacing.tracking).toBe(60);
    expect(found(dense(64), 'density-nearly-alike')[0]).not.toHaveProperty('mm');
    for (const tracking of [60, 72.1, 47.9]) expect(found(dense(tracking), 'density-nearly-alike')).toEqual([]);
    expect(found(dense(64, { size: { by: 'cap', mm: 4 } }), 'density-nearly-alike')).toEqual([]);
    expect(found(both({ spacing: spacing({ tracking: 64, evenOut: 1 }) }), 'density-nearly-alike')).toEqual([]);
    expect(
      found(
        both({ spacing: spacing({ tracking: 64 }) }, { spacing: spacing({ tracking: 60, evenOut: 1 }) }),
        'density-nearly-alike',
      ),
    ).toEqual([]);
  });
  it('are looked at on one curve, in one face, and turned over alone', () => {
    const size = { size: { by: 'cap', mm: 5.2 } } as const;
    expect(found(both({ ...size, faceId: 'limelight' }), 'size-nearly-alike')).toEqual([]);
    expect(found(both({ ...size, seat: seat('outward', 'outside') }), 'size-nearly-alike')).toEqual([]);
    const apart = both({ ...size, curveId: 'other' });
    expect(found({ ...apart, items: [...apart.items, curve(circle(20), 'other')] }, 'size-nearly-alike')).toEqual([]);
    expect(found(both({ ...size, wording: ' ' }), 'size-nearly-alike')).toEqual([]);
  });
});
