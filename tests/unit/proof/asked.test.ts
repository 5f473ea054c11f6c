import { beforeAll, describe, expect, it } from 'vitest';
import { PLAIN_INK, type Ink } from '#core/piece/inks';
import { applySteps } from '#core/piece/steps/index';
import type { Curve, Lettering, Piece } from '#core/piece/types';
import { proofPiece, type Finding } from '#core/proof/index';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, piece, seat, openWords as words } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const ring = (changes: Partial<Curve> = {}): Curve => ({ ...curve(circle(30)), name: 'Rim', ...changes });
const found = (p: Piece, code: string): Finding[] => proofPiece(p, all).filter((one) => one.code === code);
const clock = (deg: number, startOffsetMm = 0): Lettering['anchor'] => ({
  at: { kind: 'clock', deg },
  startOffsetMm,
  align: 'centre',
  by: 'ink',
});

describe('what cannot be set as it was asked', () => {
  it('is told: a typeface that is away, characters it lacks, words that are not there', () => {
    expect(found(piece([ring(), words('OTTER', { faceId: 'own-gone' })]), 'unknown-face')).toEqual([
      expect.objectContaining({ itemId: 'words', message: expect.stringMatching(/\S.*\.$/) }),
    ]);
    expect(found(piece([ring(), words('OTTER \u4e2d')]), 'missing-character')).toEqual([
      expect.objectContaining({ itemId: 'words', message: expect.stringContaining('\u4e2d') }),
    ]);
    expect(found(piece([ring(), words(' \n')]), 'empty-wording')).toEqual([
      {
        code: 'empty-wording',
        itemId: 'words',
        message: 'There is a lettering without words on “Rim”. Type the words, or delete it.',
      },
    ]);
    expect(found(piece([ring(), words('OTTER')]), 'empty-wording')).toEqual([]);
  });
  it('is told: words that run past their bookends, by how much and where', () => {
    const line = curve({ kind: 'line', from: { x: 20, y: 40 }, to: { x: 40, y: 40 } });
    const on = (align: Lettering['anchor']['align'], u: number): Finding =>
      found(
        piece([
          line,
          words('OTTERMERE LIGHT', {
            anchor: { at: { kind: 'fraction', u }, startOffsetMm: 0, align, by: 'ink' },
            bookends: { startU: 0, endU: 1 },
          }),
        ]),
        'overset',
      )[0]!;
    for (const [align, u, where] of [
      ['centre', 0.5, 'both ends'],
      ['start', 0, 'the end'],
      ['end', 1, 'the start'],
    ] as const) {
      const one = on(align, u);
      expect(one.message).toBe(
        `“OTTERMERE LIGHT” runs ${one.mm!.toFixed(2)} mm past its bookends, at ${where}. Make it smaller or tighter, or move the bookends.`,
      );
      // As long as the words are, less the line.
      expect(one.mm).toBeCloseTo(on('centre', 0.5).mm!, 4);
      expect(one.mm).toBeGreaterThan(1);
    }
  });
});

describe('inks by name', () => {
  const ink = (id: string, name: string, more: Partial<Ink> = {}): Ink => ({
    ...PLAIN_INK,
    id,
    name,
    kind: 'spot',
    cmyk: [0, 50, 50, 0],
    overprint: false,
    ...more,
  });
  it('that are kept for plates of their own get another, which is free', () => {
    const p: Piece = {
      ...piece([{ ...curve(circle(20)), fill: 'all' }]),
      inks: [
        ink('all', ' All '),
        ink('b', 'All spot', { kind: 'process' }),
        ink('c', 'All spot 2', { kind: 'process' }),
      ],
    };
    const [one] = found(p, 'reserved-ink');
    expect(one!.message).toBe(
      'The spot ink “ All ” has a name that printing keeps for plates of its own: it would not come out on one plate alone.',
    );
    expect(one!.fix!.label).toBe('Call it “All spot 3”');
    const made = applySteps(p, one!.fix!.steps);
    expect(made.ok && made.value.inks.map(({ name }) => name)).toEqual(['All spot 3', 'All spot', 'All spot 2']);
  });
  it('of process inks are free, and those of technical ones are not', () => {
    const named = (more: Partial<Ink>): string[] =>
      found({ ...piece([{ ...curve(circle(20)), fill: 'k' }]), inks: [ink('k', 'Black', more)] }, 'reserved-ink').map(
        ({ fix }) => fix!.label,
      );
    expect(named({ kind: 'process' })).toEqual([]);
    expect(named({})).toEqual(['Call it “Black spot”']);
    expect(named({ kind: 'process', purpose: 'varnish' })).toEqual(['Call it “Black spot”']);
  });
});

describe('small letters made of dots', () => {
  const small = (cmyk: Ink['cmyk'], mm = 2.3, more: Partial<Ink> = {}): Piece => ({
    ...piece([ring(), words('OTTER', { size: { by: 'cap', mm }, fill: 'k' })]),
    inks: [{ ...PLAIN_INK, id: 'k', name: 'Moss', kind: 'process', cmyk, overprint: false, ...more }],
  });
  it.each([
    [
      [60, 8, 30, 0],
      'small-in-mix',
      '“OTTER” has capitals of 2.30 mm in “Moss”, a mix of 3 inks: where these miss each other it is not sharp. Below 2.4 mm take one solid ink.',
    ],
    [
      [99, 40, 30, 9],
      'small-in-mix',
      '“OTTER” has capitals of 2.30 mm in “Moss”, a mix of 4 inks: where these miss each other it is not sharp. Below 2.4 mm take one solid ink.',
    ],
    [
      [60, 7, 30, 0],
      'small-in-tint',
      '“OTTER” has capitals of 2.30 mm in “Moss”, a tint of 60 %: its edges are made of dots. Below 2.4 mm take a solid ink.',
    ],
    [
      [0, 0, 0, 84],
      'small-in-tint',
      '“OTTER” has capitals of 2.30 mm in “Moss”, a tint of 84 %: its edges are made of dots. Below 2.4 mm take a solid ink.',
    ],
  ] as const)('are told of: %j', (cmyk, code, message) => {
    expect(found(small(cmyk), code)).toEqual([{ code, itemId: 'words', mm: expect.closeTo(2.3, 9), message }]);
  });
  it('are let be where one ink is solid, they are larger, or hardly there', () => {
    const codes = (p: Piece): string[] =>
      proofPiece(p, all)
        .map(({ code }) => code)
        .filter((code) => code.startsWith('small-in'));
    for (const cmyk of [
      [100, 40, 30, 9],
      [0, 0, 0, 85],
      [30, 0, 0, 90],
      [0, 0, 0, 0],
      [7, 7, 7, 7],
    ] as const)
      expect(codes(small(cmyk)), String(cmyk)).toEqual([]);
    expect(codes(small([0, 0, 0, 50], 2.4))).toEqual([]);
    expect(codes(small([0, 0, 0, 50], 2.39))).toEqual(['small-in-tint']);
    expect(codes(small([0, 0, 0, 50], 2.3, { kind: 'spot' }))).toEqual([]);
  });
});

describe('words upside down', () => {
  it('are told of at their middle, and turned over in their band', () => {
    const p = piece([ring(), words('SEDGE SEA', { anchor: clock(180), seat: seat('outward', 'outside', 1) })]);
    const [one] = found(p, 'upside-down');
    expect(one!.message).toBe('“SEDGE SEA” reads upside down.');
    expect(one!.fix!.label).toBe('Turn it over, in its band');
    // Near the bottom of the ring, a little off its axis.
    expect(Math.abs(one!.at!.x - 42)).toBeLessThan(3);
    expect(one!.at!.y).toBeGreaterThan(71);
    const made = applySteps(p, one!.fix!.steps);
    if (!made.ok) throw new Error(made.problem.message);
    expect((made.value.items[1] as Lettering).seat.tops).toBe('inward');
    expect(found(made.value, 'upside-down')).toEqual([]);
    // At the top with their heads inward they are so too.
    const top = piece([ring(), words('SEDGE SEA', { seat: seat('inward', 'outside') })]);
    const back = applySteps(top, found(top, 'upside-down')[0]!.fix!.steps);
    expect(back.ok && (back.value.items[1] as Lettering).seat.tops).toBe('outward');
  });
  it('are not told of where they go round most of a ring, or have no ink', () => {
    const round = words('OTTERMERE LIGHT RAILWAY OTTERMERE LIGHT RAILWAY', {
      anchor: clock(180),
      size: { by: 'cap', mm: 6 },
      bookends: { startU: 0, endU: 0 },
    });
    expect(found(piece([ring(), round]), 'upside-down')).toEqual([]);
    expect(found(piece([ring(), words('   ', { anchor: clock(180) })]), 'upside-down')).toEqual([]);
  });
});
