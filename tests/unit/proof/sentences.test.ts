import { beforeAll, describe, expect, it } from 'vitest';
import { type Ink } from '#core/piece/inks';
import { makeStroke } from '#core/piece/make';
import { applySteps } from '#core/piece/steps/index';
import type { Curve, Item, Lettering, Piece } from '#core/piece/types';
import { proofPiece, type Finding } from '#core/proof/index';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, lettering, piece, inkOf, openWords as words } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const ring = (changes: Partial<Curve> = {}): Curve => ({ ...curve(circle(30)), name: 'Rim', ...changes });
const found = (p: Piece, code: string): Finding[] => proofPiece(p, all).filter((one) => one.code === code);
const inked = (inks: readonly Ink[], ...items: Item[]): Piece => ({ ...piece(items), inks });
const disc = (id: string, radiusMm: number, fill: string, more: Partial<Curve> = {}): Curve => ({
  ...curve(circle(radiusMm), id),
  name: id,
  fill,
  ...more,
});
/** The piece after a finding is mended. */
function mended(p: Piece, { fix }: Finding): Piece {
  const made = applySteps(p, fix!.steps);
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
}

describe('ink in all', () => {
  it('of one mix is told, and reduced in its colours, the others as they were', () => {
    const p = inked(
      [inkOf('a', 'process', [10, 0, 0, 0]), inkOf('b', 'process', [100, 90, 80, 60])],
      disc('plate', 20, 'b'),
    );
    const [one] = found(p, 'total-ink');
    expect(one).toMatchObject({
      itemId: 'plate',
      message: 'The ink “b” is 330 % in all; 300 % is the most, beyond it sheets may set off.',
      fix: { label: 'Reduce it to 300 %' },
    });
    // 240 % of 270 % are left to the three colours.
    expect(mended(p, one!).inks.map(({ cmyk }) => cmyk)).toEqual([
      [10, 0, 0, 0],
      [88, 80, 71, 60],
    ]);
    const sum = (cmyk: Ink['cmyk'], more: Partial<Ink> = {}): number =>
      found(inked([inkOf('b', 'process', cmyk, more)], disc('plate', 20, 'b')), 'total-ink').length;
    expect([sum([100, 100, 100, 0]), sum([100, 100, 100, 1])]).toEqual([0, 1]);
    expect(sum([100, 100, 100, 100], { kind: 'spot' })).toBe(0);
    expect(sum([100, 100, 100, 100], { purpose: 'varnish' })).toBe(0);
  });
  it('by overprint is told where the inks lie on each other', () => {
    const over = (cmyk: Ink['cmyk'], more: Partial<Ink> = {}): Piece =>
      inked(
        [inkOf('ground', 'process', [90, 90, 60, 0]), inkOf('top', 'process', cmyk, { overprint: true, ...more })],
        disc('under', 25, 'ground'),
        disc('over', 10, 'top'),
      );
    const [one] = found(over([0, 0, 0, 80]), 'overprint-ink');
    expect(one).toMatchObject({
      itemId: 'over',
      message:
        '“top” is printed on top of other inks here: 320 % in all, 300 % is the most. Let it knock out, or use less beneath it.',
    });
    expect(Math.hypot(one!.at!.x - 42, one!.at!.y - 42)).toBeLessThan(10);
    expect(found(over([0, 0, 0, 60]), 'overprint-ink')).toEqual([]);
    // A share of an ink that lies there already takes its place.
    expect(found(over([20, 0, 0, 80]), 'overprint-ink')).toEqual([]);
    expect(found(over([0, 0, 0, 80], { overprint: false }), 'overprint-ink')).toEqual([]);
    // A spot ink is one ink more, whatever stands in for it.
    expect(found(over([0, 0, 0, 10], { kind: 'spot' }), 'overprint-ink')[0]!.message).toContain('340 % in all');
    // What knocks out between them takes away what is beneath, and what comes later counts for nothing here.
    const between = over([0, 0, 0, 80]);
    const [under, top] = between.items;
    expect(
      found(
        {
          ...between,
          items: [under!, disc('paper', 15, 'ground', { fill: 'pale' }), top!],
          inks: [...between.inks, inkOf('pale', 'process', [5, 0, 0, 0])],
        },
        'overprint-ink',
      ),
    ).toEqual([]);
    expect(found({ ...between, items: [top!, under!] }, 'overprint-ink')).toEqual([]);
  });
});

describe('words that cannot be seen', () => {
  const base = [inkOf('deep', 'process', [50, 20, 10, 80]), inkOf('pale', 'process', [5, 5, 10, 0])];
  const lettered = words('OTTER', { fill: 'deep' });
  it('are told: without ink, covered, or in the ink of their ground', () => {
    expect(found(inked(base, ring(), { ...lettered, fill: null }), 'no-ink')).toEqual([
      {
        code: 'no-ink',
        itemId: 'words',
        message: '“OTTER” has no ink and does not print. Give it a fill or an outline.',
      },
    ]);
    expect(found(inked(base, ring(), lettered, disc('lid', 40, 'pale')), 'covered')).toMatchObject([
      {
        itemId: 'words',
        message: '“OTTER” is covered by what is painted over it and cannot be seen. Bring it to the front.',
      },
    ]);
    expect(found(inked(base, disc('plate', 40, 'deep'), ring(), lettered), 'same-ink')).toMatchObject([
      {
        itemId: 'words',
        message: '“OTTER” has the ink of what it stands on, “deep”, and cannot be seen. Give it another.',
      },
    ]);
    expect(found(inked(base, disc('plate', 40, 'pale'), ring(), lettered), 'same-ink')).toEqual([]);
  });
  it('but by what is cut out of a shape, by an outline or by what overprints are seen', () => {
    const out = disc('plate', 40, 'deep', { cuts: [{ itemId: 'words', marginMm: 0 }] });
    expect(found(inked(base, ring(), { ...lettered, fill: null }, out), 'no-ink')).toEqual([]);
    const other = disc('plate', 40, 'deep', { cuts: [{ itemId: 'else', marginMm: 0 }] });
    expect(found(inked(base, ring(), { ...lettered, fill: null }, other), 'no-ink')).toHaveLength(1);
    const edged = { ...lettered, stroke: makeStroke('pale', 0.4) };
    expect(found(inked(base, disc('plate', 40, 'deep'), ring(), edged), 'same-ink')).toEqual([]);
    const clear = [...base, inkOf('glaze', 'process', [0, 0, 5, 0], { overprint: true })];
    expect(found(inked(clear, ring(), lettered, disc('lid', 40, 'glaze')), 'covered')).toEqual([]);
  });
});

describe('lines under words', () => {
  it('are told where they stand on them, and lose their ink by one edit', () => {
    const p = piece([ring({ stroke: makeStroke('rust', 0.5) }), words('OTTER')]);
    const [one] = found(p, 'inked-guide');
    expect(one).toMatchObject({
      itemId: 'ring',
      mm: 0.5,
      message:
        'Rim has a stroke, and “OTTER” stands on it: it prints along the letters. Take its ink away, or move the letters off it.',
      fix: { label: 'Take its ink away' },
    });
    expect((mended(p, one!).items[0] as Curve).stroke).toBeNull();
    const at = (mm: number): number =>
      found(
        piece([
          ring({ stroke: makeStroke('rust', 0.5) }),
          words('OTTER', { seat: { tops: 'outward', side: 'outside', by: 'caps', hold: null, baselineShiftMm: mm } }),
        ]),
        'inked-guide',
      ).length;
    // Feet on its edge, or a little above; the letters 5 mm high below it, or lower.
    expect([at(0.2), at(0.3), at(-5.2), at(-5.3)]).toEqual([1, 0, 1, 0]);
    expect(found(piece([ring({ stroke: makeStroke('rust', 0.5) }), words('  ')]), 'inked-guide')).toEqual([]);
  });
  it('of another curve that run through them are told', () => {
    const line = (more: Partial<Curve> = {}): Curve => ({
      ...curve({ kind: 'line', from: { x: 5, y: 9.5 }, to: { x: 80, y: 9.5 } }, 'rule'),
      name: 'Rule',
      stroke: makeStroke('rust', 0.3),
      ...more,
    });
    const through = (...items: Item[]): Finding[] => found(piece([ring(), ...items]), 'line-through');
    const [one, ...more] = through(line(), words('OTTER'));
    expect(more).toEqual([]);
    expect(one).toMatchObject({
      itemId: 'words',
      message:
        'The line of Rule runs through “OTTER”. Move one of them, or give the words a halo in the ink of their ground.',
    });
    expect(one!.at!.y).toBeCloseTo(9.5, 6);
    expect(Math.abs(one!.at!.x - 42)).toBeLessThan(12);
    // As wide as a band it is what they stand on; filled it is a ground; beside them it is nothing to them.
    expect(through(line({ stroke: makeStroke('rust', 2.6) }), words('OTTER'))).toEqual([]);
    expect(
      through(line({ shape: { kind: 'line', from: { x: 5, y: 3 }, to: { x: 80, y: 3 } } }), words('OTTER')),
    ).toEqual([]);
    expect(
      through(line({ shape: { kind: 'line', from: { x: 62, y: 9.5 }, to: { x: 80, y: 9.5 } } }), words('OTTER')),
    ).toEqual([]);
    const filled = disc('plate', 32.5, 'brass', { stroke: makeStroke('rust', 0.3) });
    expect(through(filled, words('OTTER'))).toEqual([]);
    const bare = disc('hoop', 32.5, 'brass', { stroke: makeStroke('rust', 0.3), fill: null });
    expect(through(bare, words('OTTER'))).toHaveLength(1);
    // A halo keeps it away, where it is painted over the line.
    const set = words('OTTER', { halo: { ink: 'brass', marginMm: 0.5 } });
    expect(through(bare, set)).toEqual([]);
    expect(through(set, bare)).toHaveLength(1);
  });
});

describe('letters too small or too fine', () => {
  it('are told with the figure, and made as high as can be read', () => {
    const p = piece([ring(), words('OTTER', { size: { by: 'cap', mm: 1.1 } })]);
    const [one] = found(p, 'small-letters');
    expect(one).toMatchObject({
      mm: expect.closeTo(1.1, 9),
      message: '“OTTER” has capitals of 1.10 mm; below 1.2 mm they can hardly be read.',
      fix: { label: 'Make them 1.2 mm' },
    });
    expect((mended(p, one!).items[1] as Lettering).size).toEqual({ by: 'cap', mm: expect.closeTo(1.2, 9) });
    expect(found(piece([ring(), words(' ', { size: { by: 'cap', mm: 1.1 } })]), 'small-letters')).toEqual([]);
  });
  it('in their strokes or their white are told by the letter, with what to do', () => {
    const thin = piece([ring(), lettering('OTTER', { faceId: 'limelight', size: { by: 'cap', mm: 1.5 } })]);
    const [stroke] = found(thin, 'thin-stroke');
    expect(stroke!.message).toMatch(
      new RegExp(
        `^“OTTER”: the thinnest stroke, in “[OTER]”, is ${stroke!.mm!.toFixed(2)} mm; 0.08 mm can be printed. Make it larger, outline it in its own ink, or choose a sturdier face.$`,
      ),
    );
    expect(found(piece([ring(), { ...thin.items[1]!, fill: null } as Item]), 'thin-stroke')).toEqual([]);
  });
});

describe('what was asked and cannot be had', () => {
  it('is told: letters on a bend that is too tight', () => {
    const p = piece([
      {
        ...curve({ kind: 'rectangle', centre: { x: 42, y: 42 }, widthMm: 40, heightMm: 40, cornerMm: 0.5, turnDeg: 0 }),
        name: 'Box',
      },
      words('OTTERMERE LIGHT RAILWAY SEDGE', {
        seat: { tops: 'inward', side: 'inside', by: 'caps', hold: null, baselineShiftMm: 3 },
      }),
    ]);
    for (const one of found(p, 'fold'))
      expect(one).toMatchObject({ itemId: 'words', message: expect.stringMatching(/\S.*\.$/) });
    expect(found(piece([ring(), words('OTTER')]), 'fold')).toEqual([]);
  });
});

describe('stars', () => {
  it('whose points come out blunt are told with how much is lost', () => {
    const star = (radiusMm: number, innerRadiusMm: number, more: Partial<Curve> = {}): Piece =>
      piece([
        {
          ...curve(
            {
              kind: 'star',
              centre: { x: 42, y: 42 },
              points: 8,
              radiusMm,
              innerRadiusMm,
              cornerMm: 0,
              turnDeg: 0,
            } as never,
            'star',
          ),
          name: 'Spark',
          fill: 'brass',
          ...more,
        } as Curve,
      ]);
    const blunt = (p: Piece): Finding[] =>
      found(p, 'thin-stroke').filter(({ message }) => message.includes('points are finer'));
    const [one] = blunt(star(20, 1));
    // Half of 0.08 mm by the slope of a point: (20 − cos 22.5°) / sin 22.5°.
    const lost = 0.04 * ((20 - Math.cos(Math.PI / 8)) / Math.sin(Math.PI / 8));
    expect(one!.mm).toBeCloseTo(lost, 9);
    expect(one!.message).toBe(
      `Spark: its points are finer than 0.08 mm over their last ${lost.toFixed(2)} mm and come out blunt. Make its hollows less deep, or round its corners.`,
    );
    expect(blunt(star(20, 10))).toEqual([]);
    expect(blunt(star(20, 1, { fill: null, stroke: makeStroke('rust', 0.3) }))).toEqual([]);
  });
});
