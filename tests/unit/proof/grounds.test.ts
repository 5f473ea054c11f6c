import { PLAIN_INK } from '#core/piece/inks';
import { beforeAll, describe, expect, it } from 'vitest';
import { makeStroke } from '#core/piece/make';
import type { Curve, Ink, Item, Lettering, Piece } from '#core/piece/types';
import { proofPiece, type Finding } from '#core/proof/index';
import { thinnestOf } from '#core/proof/thickness';
import { shapeFor } from '#core/setting/line/measure';
import type { Faces } from '#core/setting/settingOf';
import { arc, circle, curve, faces, lettering, piece, seat, spacing } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const words = (wording: string, changes: Partial<Lettering> = {}): Lettering =>
  lettering(wording, { faceId: 'league-gothic', spacing: spacing({ tracking: 60 }), fill: 'enamel', ...changes });
const disc = (radiusMm: number, changes: Partial<Curve> = {}): Curve => ({
  ...curve(circle(radiusMm), `disc${radiusMm}`),
  fill: 'brass',
  ...changes,
});
const ring = curve(circle(26));
const proof = (p: Piece): Finding[] => proofPiece(p, all);
const codes = (...items: Item[]): string[] => proof(piece(items)).map((one) => one.code);

describe('the proof of words and their ground', () => {
  it('finds words that have no ink, unless they are cut out of something', () => {
    const none = words('OTTER', { fill: null });
    expect(codes(ring, none)).toEqual(['no-ink']);
    expect(codes(ring, words('OTTER', { fill: null, stroke: makeStroke('enamel', 0.3) }))).not.toContain('no-ink');
    expect(codes(disc(36, { cuts: [{ itemId: 'words', marginMm: 0 }] }), ring, none)).not.toContain('no-ink');
    expect(codes(ring, words(' ', { fill: null }))).not.toContain('no-ink');
  });

  it('finds words that are covered by what is painted later, not those that look out or lie on top', () => {
    expect(codes(ring, words('OTTER'), disc(36))).toEqual(['covered']);
    expect(codes(disc(36), ring, words('OTTER'))).toEqual([]);
    // Half of the words look out; a disc inside the ring covers none.
    expect(codes(ring, words('OTTER'), { ...disc(36), shape: circle(14, 60, 20) })).toEqual([]);
    expect(codes(ring, words('OTTER'), disc(25))).toEqual([]);
    // What overprints covers nothing, and so does what they are cut out of.
    expect(codes(ring, words('OTTER'), disc(36, { fill: 'black' }))).not.toContain('covered');
    expect(codes(ring, words('OTTER'), disc(36, { cuts: [{ itemId: 'words', marginMm: 0 }] }))).toEqual([]);
  });

  it('finds thin strokes and thin ink within words that are cut out of a shape, at both sides of the limit', () => {
    const face = all.get('league-gothic')!;
    const thin = (which: 'stroke' | 'white', text: string): number =>
      thinnestOf(face, shapeFor(face, text, spacing()).letters[0]!.glyphs[0]!.id, 1)[which]!.width /
      face.metrics.capHeight;
    const found = (capMm: number, marginMm: number, least: Partial<Piece['process']>): Finding[] => {
      const cut = piece([
        disc(40, { cuts: [{ itemId: 'words', marginMm }] }),
        ring,
        words('e', { fill: null, size: { by: 'cap', mm: capMm } }),
      ]);
      return proof({ ...cut, process: { ...cut.process, leastStrokeMm: 0.01, leastGapMm: 0.01, ...least } });
    };
    const [stroke, white] = [thin('stroke', 'e'), thin('white', 'e')];
    // The stroke is a gap in the ink, wider by the margin at either side.
    for (const marginMm of [0, 0.15]) {
      const capMm = (0.5 - 2 * marginMm) / stroke;
      const code = (mm: number): string[] => found(mm, marginMm, { leastGapMm: 0.5 }).map((one) => one.code);
      expect(code(capMm * 1.02)).not.toContain('thin-gap');
      expect(code(capMm * 0.98)).toContain('thin-gap');
      const [one] = found(capMm * 0.98, marginMm, { leastGapMm: 0.5 }).filter(({ code: name }) => name === 'thin-gap');
      expect(one!.mm).toBeCloseTo(capMm * 0.98 * stroke + 2 * marginMm, 3);
      expect(one).toMatchObject({ itemId: 'words', message: expect.stringMatching(/cut out of .*disc40/) });
    }
    // The white within is ink, narrower by the margin.
    for (const marginMm of [0, 0.05]) {
      const capMm = (0.4 + 2 * marginMm) / white;
      const code = (mm: number): string[] => found(mm, marginMm, { leastStrokeMm: 0.4 }).map((one) => one.code);
      expect(code(capMm * 1.02)).not.toContain('thin-stroke');
      expect(code(capMm * 0.98)).toContain('thin-stroke');
    }
    // Filled, or cut out of what is not printed, they are judged as any other words.
    const limits = { leastGapMm: 0.5, leastStrokeMm: 0.01 };
    for (const [shape, lettered] of [
      [disc(40, { cuts: [{ itemId: 'words', marginMm: 1 }] }), words('e', { size: { by: 'cap', mm: 2 } })],
      [disc(40, { fill: null, cuts: [{ itemId: 'words', marginMm: 0 }] }), words('e', { fill: null })],
    ] as const) {
      const whole = piece([shape, ring, lettered]);
      const messages = proof({ ...whole, process: { ...whole.process, ...limits } }).map((one) => one.message);
      expect(messages.filter((text) => /cut out of .*disc/.test(text))).toEqual([]);
    }
  });

  it('finds words in the ink of their ground, whatever lies beneath that', () => {
    expect(codes(disc(36), ring, words('OTTER', { fill: 'brass' }))).toEqual(['same-ink']);
    expect(codes(disc(36), disc(35, { fill: 'rust' }), ring, words('OTTER', { fill: 'brass' }))).toEqual([]);
    expect(codes(disc(36), ring, words('OTTER', { fill: 'brass', halo: { ink: 'rust', marginMm: 0.4 } }))).toEqual([]);
    expect(codes(disc(25), ring, words('OTTER', { fill: 'brass' }))).toEqual([]);
  });

  it('finds a ruled line of another curve through letters, not beside them, nor where they are cut out of it', () => {
    const line = (radiusMm: number, changes: Partial<Curve> = {}): Curve => ({
      ...curve(circle(radiusMm), 'rule'),
      stroke: makeStroke('rust', 0.4),
      ...changes,
    });
    const capMm = 5;
    expect(codes(ring, line(28), words('OTTER', { size: { by: 'cap', mm: capMm } }))).toEqual(['line-through']);
    const at = proof(piece([ring, line(28), words('OTTER')]))[0]!.at!;
    expect(Math.hypot(at.x - 42, at.y - 42)).toBeCloseTo(28, 1);
    expect(codes(ring, line(25.6), words('OTTER'))).toEqual([]);
    expect(codes(ring, line(26 + capMm + 0.6), words('OTTER'))).toEqual([]);
    // The chord of an arc is no line: nothing is drawn there.
    const arcRule = (startDeg: number) => ({ ...line(28), shape: arc(28, startDeg, 180) });
    expect(codes(ring, arcRule(270), words('OTTER'))).toEqual(['line-through']);
    const low = { ...line(28), shape: { ...arc(60, 150, 60), centre: { x: 42, y: -42 } } } as Curve;
    expect(codes(ring, low, words('OTTER'))).toEqual([]);
    // A band that they stand on is no line.
    expect(codes(line(28.5, { stroke: makeStroke('rust', 9) }), ring, words('OTTER'))).toEqual([]);
  });

  it('finds small words in mixes and tints, above the limit none', () => {
    const of = (mm: number, fill: string) => words('OTTER', { size: { by: 'cap', mm }, fill });
    expect(codes(ring, of(2.3, 'enamel'))).toEqual(['small-in-mix']);
    expect(codes(ring, of(2.4, 'enamel'))).toEqual([]);
    expect(codes(ring, of(2.3, 'black'))).toEqual([]);
    const tint: Ink = {
      id: 'tint',
      name: 'Pale',
      kind: 'process',
      cmyk: [0, 0, 0, 40],
      overprint: false,
      ...PLAIN_INK,
    };
    const inTint = (mm: number, kind: Piece['process']['kind'] = 'offset'): string[] => {
      const made = piece([ring, of(mm, 'tint')]);
      return proof({ ...made, inks: [...made.inks, tint], process: { ...made.process, kind } }).map((one) => one.code);
    };
    expect([inTint(2.3), inTint(2.4), inTint(2.3, 'screen')]).toEqual([['small-in-tint'], [], []]);
  });

  it('finds spot inks whose names stand for other plates, and proposes another', () => {
    for (const [name, kind, found] of [
      ['All', 'spot', ['reserved-ink']],
      ['BLACK', 'spot', ['reserved-ink']],
      ['Blackish', 'spot', []],
      ['Cyan', 'process', []],
    ] as const) {
      const made = piece([ring, words('OTTER', { fill: 'own' })]);
      const own: Ink = { id: 'own', name, kind, cmyk: [0, 90, 90, 0], overprint: false, ...PLAIN_INK };
      const other: Ink = { ...own, id: 'other', name: 'All spot', kind: 'spot' };
      const findings = proof({ ...made, inks: [...made.inks, own, other] });
      expect(findings.map((one) => one.code)).toEqual(found);
      if (name === 'All') expect(findings[0]!.fix!.label).toBe('Call it “All spot 2”');
    }
  });

  it('finds too much ink where one is printed on top of another', () => {
    const over = (mostInk: number): string[] => {
      const made = piece([disc(36, { fill: 'mud' }), ring, words('OTTER', { fill: 'black' })]);
      const mud: Ink = {
        id: 'mud',
        name: 'Mud',
        kind: 'process',
        cmyk: [90, 90, 90, 0],
        overprint: false,
        ...PLAIN_INK,
      };
      return proof({ ...made, inks: [...made.inks, mud], process: { ...made.process, mostInk } }).map(
        (one) => one.code,
      );
    };
    // Black overprints: 270 and 100 %.
    expect([over(369), over(370)]).toEqual([['overprint-ink'], []]);
  });

  it('finds words that the trim cuts off or that lie off the sheet, with bleed too, and grounds flush with the trim', () => {
    const bled = (p: Piece): Piece => ({ ...p, sheet: { ...p.sheet, bleedMm: 3 } });
    const cut = bled(piece([curve(circle(38), 'ring'), words('OTTER', { seat: seat('outward', 'outside') })]));
    expect(proof(cut)).toMatchObject([{ code: 'cut-off', at: { y: 0 } }]);
    expect(proof(bled(piece([curve(circle(34), 'ring'), words('OTTER')])))).toEqual([]);
    expect(proof(bled(piece([curve(circle(20, 42, 200), 'ring'), words('OTTER')]))).map((one) => one.code)).toEqual([
      'off-sheet',
    ]);
    const box = (mm: number): Curve => ({
      ...curve(
        { kind: 'rectangle', centre: { x: 42, y: 42 }, widthMm: mm, heightMm: mm, cornerMm: 0, turnDeg: 0 },
        'box',
      ),
      fill: 'brass',
    });
    for (const p of [piece([box(84)]), bled(piece([box(84)]))])
      expect(proof(p).map((one) => one.code)).toEqual(['flush-with-trim']);
    expect(proof(bled(piece([box(90)])))).toEqual([]);
    expect(proof(piece([box(83.9)]))).toEqual([]);
  });
});
