import { PLAIN_INK } from '#core/piece/inks';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Faces } from '#core/setting/settingOf';
import { makePicture, makeStroke } from '#core/piece/make';
import { usualProcess } from '#core/piece/process';
import { pieceProblems } from '#core/piece/check/index';
import { applySteps } from '#core/piece/steps/index';
import type { Curve, Item, Lettering, Picture, Piece } from '#core/piece/types';
import { proofPiece, type Finding } from '#core/proof/index';
import { thinnestOf } from '#core/proof/thickness';
import { shapeFor } from '#core/setting/line/measure';
import { circle, curve, faces, lettering, piece, seat, spacing } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const open = spacing({ tracking: 60 });
const words = (wording: string, changes: Partial<Lettering> = {}): Lettering =>
  lettering(wording, { faceId: 'league-gothic', spacing: open, ...changes });
const ring = (changes: Partial<Curve> = {}): Curve => ({ ...curve(circle(30)), ...changes });
const proof = (p: Piece, forbidden: string[] = []): Finding[] => proofPiece(p, all, undefined, new Set(forbidden));
const codes = (p: Piece, forbidden: string[] = []): string[] => proof(p, forbidden).map((one) => one.code);
const of = (...items: Item[]): Piece => piece(items);
/** What a fix makes of a piece: what it found is gone, and the piece is still one. */
function fixed(p: Piece, code: string): Piece {
  const finding = proof(p).find((one) => one.code === code)!;
  const made = applySteps(p, finding.fix!.steps);
  if (!made.ok) throw new Error(made.problem.message);
  expect(pieceProblems(made.value)).toEqual([]);
  expect(codes(made.value)).not.toContain(code);
  return made.value;
}
const clock = (deg: number, startOffsetMm = 0): Lettering['anchor'] => ({
  at: { kind: 'clock', deg },
  startOffsetMm,
  align: 'centre',
  by: 'ink',
});

describe('the proof', () => {
  it('finds nothing where nothing is wrong', () => {
    expect(
      proof(
        of(
          ring(),
          words('OTTERMERE'),
          words('SEDGE SEA', { id: 'foot', anchor: clock(180), seat: seat('inward', 'outside') }),
        ),
      ),
    ).toEqual([]);
  });

  it('finds letters that touch or come too near, within a lettering and between two', () => {
    const tight = of(ring(), words('OTTER', { spacing: spacing({ tracking: -90 }) }));
    expect(proof(tight)).toMatchObject([{ code: 'letters-touch', itemId: 'words', mm: 0 }]);
    expect(Math.hypot(proof(tight)[0]!.at!.x - 42, proof(tight)[0]!.at!.y - 42)).toBeGreaterThan(29);
    const near = of(ring(), words('OTTER', { spacing: spacing({ tracking: 0, leastGapMm: 0.9 }) }));
    expect(codes(near)).toEqual(['letters-near']);
    expect(codes(of(ring(), words('OTTER', { spacing: spacing({ tracking: 0, leastGapMm: 0.2 }) })))).toEqual([]);
    const two = of(ring(), words('OTTER'), words('MERE', { id: 'b', anchor: clock(10) }));
    expect(proof(two).find((one) => one.code === 'letters-touch')!.message).toContain('“OTTER” and “MERE” touch');
  });

  it('finds letters that read upside down, and turns them over in their band', () => {
    const p = of(ring(), words('OTTER', { anchor: clock(180) }));
    expect(codes(p)).toEqual(['upside-down']);
    expect((fixed(p, 'upside-down').items[1] as Lettering).seat.tops).toBe('inward');
    // A quarter of the way round is not upside down, nor is what runs round the whole ring.
    expect(codes(of(ring(), words('OTTER', { anchor: clock(90) })))).toEqual([]);
    // The tops point down by more than a third of a turn from straight up.
    for (const deg of [118, 242]) expect(codes(of(ring(), words('OTTER', { anchor: clock(deg) })))).toEqual([]);
    for (const deg of [122, 238])
      expect(codes(of(ring(), words('OTTER', { anchor: clock(deg) })))).toEqual(['upside-down']);
    expect(
      codes(
        of(ring(), words('OTTERMERE LIGHT RAILWAY SEDGE SHORE AND BACK AGAIN BY TEN O CLOCK', { anchor: clock(180) })),
      ),
    ).not.toContain('upside-down');
  });

  it('finds strokes thinner than the process prints, to 0.01 mm', () => {
    const p = (mm: number): Piece =>
      of(ring(), lettering('OE', { size: { by: 'cap', mm }, spacing: open, fill: 'black' }));
    const face = all.get('limelight')!;
    const glyph = shapeFor(face, 'O', open).letters[0]!.glyphs[0]!.id;
    const share = thinnestOf(face, glyph, 1).stroke!.width / face.metrics.capHeight;
    const [found] = proof(p(1.4));
    expect(found).toMatchObject({ code: 'thin-stroke', itemId: 'words' });
    expect(Math.abs(found!.mm! - share * 1.4)).toBeLessThan(0.01);
    expect(codes(p(1.7))).toEqual([]);
    const outlined = of(
      ring(),
      lettering('OE', { size: { by: 'cap', mm: 1.4 }, spacing: open, stroke: makeStroke('deep', 0.05) }),
    );
    expect(codes(outlined)).not.toContain('thin-stroke');
    // An outline thickens a stroke by half of its width at either side: by its whole width.
    const still = { ...outlined, process: { ...usualProcess('offset'), leastStrokeMm: 0.5 } };
    expect(proof(still).find((one) => one.code === 'thin-stroke')!.mm).toBeCloseTo(share * 1.4 + 0.05, 2);
    const other = {
      ...of(ring(), lettering('OE', { size: { by: 'cap', mm: 1.4 }, spacing: open, stroke: makeStroke('rust', 0.05) })),
      process: still.process,
    };
    expect(proof(other).find((one) => one.code === 'thin-stroke')!.mm).toBeCloseTo(share * 1.4, 2);
  });
  it('measures a slab of known thickness, not the tips of serifs', () => {
    const face = all.get('cinzel-bold')!;
    const of = (letter: string) => thinnestOf(face, shapeFor(face, letter, open).letters[0]!.glyphs[0]!.id, 1).stroke!;
    // The crossbar of the T of this face is 42 units thick, the ends of its serifs 10.
    expect(of('T').width).toBeCloseTo(42, 0);
    expect(of('E').width).toBeCloseTo(42, 0);
  });

  it('finds white within letters that fills up', () => {
    const p = (mm: number, changes: Partial<Lettering> = {}): Piece => ({
      ...of(ring(), words('HOH', { size: { by: 'cap', mm }, ...changes })),
      process: { ...usualProcess('offset'), leastGapMm: 0.3 },
    });
    expect(codes(p(2.6))).toContain('thin-gap');
    expect(codes(p(3.4))).toEqual([]);
    expect(codes(p(3.4, { stroke: makeStroke('rust', 0.1) }))).toContain('thin-gap');
    const white = (changes: Partial<Lettering>): number =>
      proof({ ...p(2.6, changes), process: { ...usualProcess('offset'), leastGapMm: 2 } }).find(
        (one) => one.code === 'thin-gap',
      )!.mm!;
    expect(white({}) - white({ stroke: makeStroke('rust', 0.1) })).toBeCloseTo(0.1, 6);
    expect(codes(p(3.4, { stroke: { ...makeStroke('rust', 0.1), under: true } }))).not.toContain('thin-gap');
  });

  it('finds lines that are too fine, and thickens them', () => {
    const p = of(
      ring(),
      { ...curve(circle(20), 'in'), stroke: makeStroke('rust', 0.05) },
      words('OTTER', { underline: { ink: 'rust', widthMm: 0.06, offMm: 1 } }),
    );
    expect(codes(p)).toEqual(['thin-line', 'thin-line']);
    expect((fixed(of(ring(), p.items[1]!), 'thin-line').items[1] as Curve).stroke!.widthMm).toBe(
      usualProcess('offset').leastStrokeMm,
    );
    expect(codes(of(ring(), { ...curve(circle(20), 'in'), stroke: makeStroke('rust', 0.08) }))).toEqual([]);
    const cut = (marginMm: number): Piece =>
      of(ring({ fill: 'enamel', cuts: [{ itemId: 'in', marginMm }] }), { ...curve(circle(20), 'in'), fill: 'rust' });
    expect(codes(cut(0.05))).toEqual(['thin-line']);
    expect(codes(cut(0.08))).toEqual([]);
    expect(codes(cut(0))).toEqual([]);
  });

  it('finds letters too low to read', () => {
    const p = of(ring(), words('OTTER', { size: { by: 'cap', mm: 1.1 } }));
    expect(codes(p)).toContain('small-letters');
    expect((fixed(p, 'small-letters').items[1] as Lettering).size).toEqual({ by: 'cap', mm: 1.2 });
    expect(codes(of(ring(), words('OTTER', { size: { by: 'cap', mm: 1.2 } })))).not.toContain('small-letters');
  });

  it('finds what is nearly centred', () => {
    const p = of(ring(), words('OTTER', { anchor: clock(0.8) }));
    expect(proof(p)).toMatchObject([
      { code: 'nearly-centred', message: expect.stringContaining("0.80° off 12 o'clock") },
    ]);
    expect((fixed(p, 'nearly-centred').items[1] as Lettering).anchor.at).toEqual({ kind: 'clock', deg: 0 });
    expect(codes(of(ring(), words('OTTER', { anchor: clock(5) })))).toEqual([]);
    expect(codes(of(ring(), words('OTTER', { anchor: clock(0, 0.3) })))).toEqual(['nearly-centred']);
    expect(codes(of(ring(), words('OTTER', { anchor: clock(0, 2) })))).toEqual([]);
    const line = curve({ kind: 'line', from: { x: 10, y: 40 }, to: { x: 74, y: 40 } });
    const on = (u: number): Piece =>
      of(
        line,
        words('OTTER', { anchor: { ...clock(0), at: { kind: 'fraction', u } }, bookends: { startU: 0, endU: 1 } }),
      );
    expect(codes(on(0.505))).toEqual(['nearly-centred']);
    expect(codes(on(0.53))).toEqual([]);
  });

  it('finds top and bottom that are nearly alike in size, band or density', () => {
    const foot = (changes: Partial<Lettering>): Piece =>
      of(
        ring(),
        words('OTTERMERE'),
        words('OTTERMERE', { id: 'foot', anchor: clock(180), seat: seat('inward', 'outside'), ...changes }),
      );
    expect(codes(foot({}))).toEqual([]);
    const size = foot({ size: { by: 'cap', mm: 5.1 } });
    expect(codes(size)).toEqual(['size-nearly-alike']);
    fixed(size, 'size-nearly-alike');
    expect(codes(foot({ size: { by: 'cap', mm: 4 } }))).toEqual([]);
    const band = foot({ seat: seat('inward', 'outside', 0.2) });
    expect(proof(band)).toMatchObject([{ code: 'band-nearly-alike', itemId: 'foot' }]);
    expect(proof(band)[0]!.mm).toBeCloseTo(0.2, 6);
    fixed(band, 'band-nearly-alike');
    expect(codes(foot({ seat: seat('inward', 'outside', 2) }))).toEqual([]);
    const density = foot({ spacing: spacing({ tracking: 64 }) });
    expect(codes(density)).toEqual(['density-nearly-alike']);
    fixed(density, 'density-nearly-alike');
    expect(codes(foot({ spacing: spacing({ tracking: 110 }) }))).toEqual([]);
  });

  it('finds ink that crosses the trim without bleed, and letters near it', () => {
    const wide = ring({ fill: 'enamel', shape: circle(43) });
    const p = of(wide);
    expect(proof(p)).toMatchObject([{ code: 'bleed-missing', mm: expect.closeTo(1, 3) }]);
    expect(fixed(p, 'bleed-missing').sheet.bleedMm).toBe(3);
    expect(codes(of(ring({ fill: 'enamel', shape: circle(41.9) })))).toEqual([]);
    const sheet = { widthMm: 84, heightMm: 84, bleedMm: 3 };
    expect(codes({ ...of(wide), sheet })).toEqual(['bleed-short']);
    expect(codes({ ...of(ring({ fill: 'enamel', shape: circle(45) })), sheet })).toEqual([]);
    expect(codes(of(ring({ shape: circle(36) }), words('OTTER')))).toEqual(['near-trim']);
    expect(codes(of(ring({ shape: circle(35) }), words('OTTER')))).toEqual([]);
  });

  it('finds a curve that was inked by oversight', () => {
    const p = of(ring({ stroke: makeStroke('rust') }), words('OTTER'));
    expect(codes(p)).toEqual(['inked-guide']);
    expect((fixed(p, 'inked-guide').items[0] as Curve).stroke).toBeNull();
    expect(
      codes(of(ring({ stroke: makeStroke('rust') }), words('OTTER', { seat: seat('outward', 'outside', 1) }))),
    ).toEqual([]);
    expect(codes(of(ring({ fill: 'enamel', stroke: makeStroke('rust') }), words('OTTER')))).toEqual([]);
    // Letters that hang from the line touch it as well, until they hang clear of it.
    const hanging = (shift: number): string[] =>
      codes(of(ring({ stroke: makeStroke('rust') }), words('OTTER', { seat: seat('outward', 'inside', shift) })));
    expect(hanging(0)).toEqual(['inked-guide']);
    expect(hanging(-0.17)).toEqual(['inked-guide']);
    expect(hanging(-0.18)).toEqual([]);
    expect(
      codes(of(ring({ stroke: makeStroke('rust') }), words('OTTER', { seat: seat('outward', 'outside', 0.17) }))),
    ).toEqual(['inked-guide']);
    expect(
      codes(of(ring({ stroke: makeStroke('rust') }), words('OTTER', { seat: seat('outward', 'outside', 0.18) }))),
    ).toEqual([]);
  });

  it('finds too much ink and white that overprints, in inks that are printed with', () => {
    const inks = (cmyk: readonly number[], overprint = false, kind: 'process' | 'spot' = 'process'): Piece => ({
      ...of(ring({ fill: 'x' })),
      inks: [
        {
          id: 'x',
          name: 'X',
          kind,
          cmyk: cmyk as unknown as [number, number, number, number],
          overprint,
          ...PLAIN_INK,
        },
      ],
    });
    const heavy = inks([90, 80, 80, 90]);
    expect(codes(heavy)).toEqual(['total-ink']);
    expect(fixed(heavy, 'total-ink').inks[0]!.cmyk.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(300);
    expect(codes(inks([70, 70, 70, 90]))).toEqual([]);
    expect(codes(inks([90, 80, 80, 90], false, 'spot'))).toEqual([]);
    const white = inks([0, 0, 0, 0], true);
    expect(codes(white)).toEqual(['white-overprint']);
    fixed(white, 'white-overprint');
    expect(codes(inks([0, 0, 0, 0]))).toEqual([]);
    expect(codes(inks([0, 0, 0, 1], true))).toEqual([]);
    expect(codes({ ...heavy, items: [ring()] })).toEqual([]);
  });

  it('tells of faces that must not leave with a piece', () => {
    expect(codes(of(ring(), words('OTTER')), ['league-gothic'])).toEqual(['face-stays']);
    expect(codes(of(ring(), words('OTTER')), ['lobster'])).toEqual([]);
  });

  it('takes no heed of lettering that is hidden', () => {
    expect(
      codes(of(ring(), words('OTTER', { hidden: true, anchor: clock(180), size: { by: 'cap', mm: 0.5 } }))),
    ).toEqual([]);
  });

  it('finds pictures with too few pixels for their size, and makes them smaller', () => {
    const picture = (widthMm: number, changes: Partial<Picture> = {}): Piece =>
      of({
        ...makePicture(
          'shore',
          'Shore',
          { imageId: 'a'.repeat(32), widthPx: 400, heightPx: 300 },
          { widthMm: 84, heightMm: 84, bleedMm: 0 },
        ),
        widthMm,
        ...changes,
      });
    // 400 pixels are 40.64 mm at 250 an inch.
    expect(codes(picture(40.6))).toEqual([]);
    expect(proof(picture(50))).toMatchObject([
      {
        code: 'picture-resolution',
        itemId: 'shore',
        message: expect.stringContaining('203 pixels an inch at 50.0 mm'),
      },
    ]);
    expect((fixed(picture(50), 'picture-resolution').items[0] as Picture).widthMm).toBe(40.64);
    expect(codes(picture(50, { hidden: true }))).toEqual([]);
    expect(codes({ ...picture(50), process: usualProcess('screen') })).toEqual([]);
  });

  it('finds pictures whose image is not at hand, and those that end short of the bleed', () => {
    const p = of(
      makePicture(
        'shore',
        'Shore',
        { imageId: 'a'.repeat(32), widthPx: 400, heightPx: 300 },
        { widthMm: 84, heightMm: 84, bleedMm: 0 },
      ),
    );
    const found = (absent: string) =>
      proofPiece(p, all, undefined, undefined, new Set([absent])).map((one) => one.code);
    expect(found('a'.repeat(32))).toEqual(['missing-picture']);
    expect(found('b'.repeat(32))).toEqual([]);
    const out = (changes: Partial<Picture>): Piece => ({
      ...p,
      items: [
        { ...ring(), shape: circle(20) },
        { ...(p.items[0] as Picture), centre: { x: 80, y: 42 }, widthMm: 30, ...changes },
      ],
    });
    expect(codes(out({}))).toEqual(['bleed-missing']);
    // Cut to a curve that ends within the trim it does not cross it.
    expect(codes(out({ within: 'ring', centre: { x: 66, y: 42 }, widthMm: 40 }))).toEqual([]);
  });
});
