import { beforeAll, describe, expect, it } from 'vitest';
import type { CurveShape, Lettering } from '#core/piece/types';
import { evenOut } from '#core/setting/space/evenOut';
import { settle } from '#core/setting/space/settle';
import { setLettering } from '#core/setting/line/setLettering';
import { type SetLettering } from '#core/setting/line/set';
import { collisions as lookFor } from '#core/setting/space/collisions';
import { nearness } from '#core/setting/line/placedShape';
import { commonExcess, evennessOf, lackOf, meanWhite, trueGaps } from '#core/setting/space/trueGaps';
import type { Face } from '#core/type/face';
import { plainFace, setSlabs, slabs, line } from '../../support/plainFace';
import { circle, faces, lettering, seat, spacing, track } from '../../support/pieces';

const collisions = (...given: Parameters<typeof lookFor>) => lookFor(...given).found;

const plain = plainFace();
/** All alike, and nothing held apart. */
const even = spacing({ evenOut: 1, lean: 1, leastGapMm: 0 });
function evened(what: Lettering, shape: CurveShape, face: Face): SetLettering {
  const set = setLettering(what, track(shape), face, [], evenOut(what, track(shape), face));
  if (!set.ok) throw new Error(set.problem.message);
  return set.value;
}
const mm = (set: SetLettering): number[] => trueGaps(set).map((gap) => gap.mm);
const ellipse: CurveShape = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 38, radiusYMm: 24, turnDeg: 15 };

describe('evening out slabs on a line', () => {
  // Slabs with 1, 0.6 and 0.2 mm of white between them, as HH, HI and II.
  it('brings every gap to the mean, in closed form', () => {
    const what = slabs('HHIIH', { spacing: even });
    const before = mm(setSlabs(plain, { ...what, spacing: spacing() }));
    [1, 0.6, 0.2, 0.6].forEach((gap, i) => expect(before[i]).toBeCloseTo(gap, 9));
    for (const gap of mm(evened(what, line, plain))) expect(gap).toBeCloseTo(0.6, 4);
    // Thousandths of an em are hundredths of a mm here.
    const by = evenOut(what, track(line), plain)!;
    [-40, 0, 40, 0].forEach((em, i) => expect(by.get(i) ?? 0).toBeCloseTo(em, 1));
  });
  it('goes as far as its strength says', () => {
    const what = slabs('HHIIH', { spacing: spacing({ evenOut: 0.5, lean: 1, leastGapMm: 0 }) });
    mm(evened(what, line, plain)).forEach((gap, i) => expect(gap).toBeCloseTo([0.8, 0.6, 0.4, 0.6][i]!, 4));
    expect(evenOut(slabs('HHIIH', { spacing: spacing() }), track(line), plain)).toBeNull();
  });
  it('lets what was set by hand come on top', () => {
    const by = [{ at: 1, kern: 30, alongMm: 0, offMm: 0, turnDeg: 0 }];
    mm(evened(slabs('HHIIH', { spacing: even, adjustments: by }), line, plain)).forEach((gap, i) =>
      expect(gap).toBeCloseTo([0.6, 0.9, 0.6, 0.6][i]!, 4),
    );
  });
  it('evens the white between words apart from that between letters', () => {
    const gaps = trueGaps(evened(slabs('HH II H', { spacing: even }), line, plain));
    const { letter, word } = meanWhite(gaps);
    for (const gap of gaps) expect(gap.mm).toBeCloseTo((gap.word ? word : letter)!, 4);
    expect(word! - letter!).toBeGreaterThan(2);
  });
  it('keeps letters apart by the least gap', () => {
    const what = slabs('HHLLH', { spacing: spacing({ evenOut: 1, lean: 1, leastGapMm: 0.9, tracking: -40 }) });
    const set = evened(what, line, plain);
    for (const gap of trueGaps(set)) expect(gap.leastMm).toBeGreaterThan(0.9 - 2e-4);
    expect(collisions([set], () => 0.8998)).toEqual([]);
    expect(
      collisions([setSlabs(plain, { ...what, spacing: spacing({ tracking: -40 }) })], () => 0.899).length,
    ).toBeGreaterThan(0);
  });
  it('takes no heed of a least gap larger than the room, and says so', () => {
    const what = slabs('HHIIH', { spacing: spacing({ evenOut: 1, leastGapMm: 40 }) });
    const { result } = settle(what, track(line), plain);
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.overset.beforeMm + result.value.overset.afterMm).toBe(0);
    expect(result.value.notes).toMatchObject([{ code: 'least-gap-too-large', value: 40, limit: 25 }]);
    expect(result.value.notes[0]!.message).toContain('25.0 mm or less');
    expect(settle({ ...what, spacing: even }, track(line), plain).result).toMatchObject({
      ok: true,
      value: { notes: [] },
    });
  });
  it('has nothing to do for one letter, spaces, and two letters', () => {
    for (const wording of ['', 'H', '   ', 'HI'])
      expect(evenOut(slabs(wording, { spacing: even }), track(line), plain)).toBeNull();
  });
});

describe('evening out in real faces', () => {
  let all: ReadonlyMap<string, Face>;
  beforeAll(async () => {
    all = await faces();
  });
  const words = (wording: string, more: Partial<Lettering> = {}) => lettering(wording, { spacing: even, ...more });

  it('is idempotent: what is even stays, and what was evened before does not count', () => {
    for (const shape of [circle(30), ellipse]) {
      // Tracked so far that no pair is kept from its target by touching.
      const what = words('OTTERMERE LIGHT RAILWAY', {
        spacing: spacing({ evenOut: 1, lean: 1, leastGapMm: 0, tracking: 80 }),
      });
      const face = all.get('limelight')!;
      const first = evenOut(what, track(shape), face)!;
      expect([...evenOut({ ...what }, track(shape), face)!]).toEqual([...first]);
      // Every gap is at the target already: it leaves nothing to even.
      const set = evened(what, shape, face);
      const excess = commonExcess(trueGaps(set));
      for (const gap of trueGaps(set)) expect(Math.abs(gap.mm - gap.aimMm - excess)).toBeLessThan(6e-4);
    }
  });
  it('is the same mirrored: a palindrome on a symmetrical curve stays one', () => {
    for (const shape of [circle(20), { ...ellipse, turnDeg: 0 } as CurveShape]) {
      const set = evened(
        slabs('HHIxIIxIHH', {
          spacing: even,
          anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
          bookends: { startU: 0.5, endU: 0.5 },
        }),
        shape,
        plain,
      );
      const rows = Array.from({ length: 10 }, (_, i) => set.letterDistances[i]! - set.anchorDistance);
      rows.forEach((at, i) => expect(at).toBeCloseTo(-rows[9 - i]!, 3));
    }
  });
  it('does not depend on where the words begin on a ring, nor which way they are read', () => {
    const face = all.get('league-gothic')!;
    const at = (deg: number) => [
      ...evenOut(
        words('SEDGE AND TIDE', {
          anchor: { at: { kind: 'clock', deg }, startOffsetMm: 0, align: 'centre', by: 'ink' },
        }),
        track(circle(25)),
        face,
      )!.values(),
    ];
    at(0).forEach((em, i) => expect(em).toBeCloseTo(at(143)[i]!, 4));
  });
  it('leaves the joins of a connected script closed', () => {
    const set = evened(words('ottermere', { faceId: 'pacifico' }), circle(30), all.get('pacifico')!);
    const plainly = setLettering(
      words('ottermere', { faceId: 'pacifico', spacing: spacing() }),
      track(circle(30)),
      all.get('pacifico')!,
    );
    expect(plainly.ok && plainly.value.letterDistances).toEqual(set.letterDistances);
  });

  const TABLE_FACES = ['limelight', 'league-gothic', 'zilla-slab-bold', 'alfa-slab-one', 'playfair-display-bold'];
  const WORDS = [
    'OTTERMERE',
    'LIGHT RAILWAY',
    'STEAM SEDGE SEA',
    'AVOCET WATCH',
    'TIDAL FERRY',
    'MARMALADE',
    'LOYALTY AWARD',
    'FIFTY SEASONS',
    'KEEPER OF THE TIDE',
    'WAVE HALT',
  ];
  it.each(TABLE_FACES)(
    'on a tight ring makes up for half of what the face lacks, or grows as far as it may: %s',
    (faceId) => {
      const face = all.get(faceId)!;
      for (const wording of WORDS) {
        // The least gap is a tenth of a millimetre, as it stands in a new lettering.
        const what = lettering(wording, {
          faceId,
          size: { by: 'cap', mm: 8 },
          seat: seat('outward', 'outside'),
          spacing: spacing({ evenOut: 1 }),
        });
        const plainly = setSlabs(face, { ...what, spacing: spacing() }, circle(20)),
          set = evened(what, circle(20), face);
        const before = evennessOf(plainly)!,
          after = evennessOf(set)!;
        const growth = set.overset.inkMm / plainly.overset.inkMm - 1;
        if (growth < 0.0595)
          expect(after - before, `${wording}: ${before.toFixed(1)} to ${after.toFixed(1)}`).toBeGreaterThanOrEqual(
            (100 - before) / 2,
          );
        else expect(after, wording).toBeGreaterThan(before);
        // Nothing is nearer than it may be.
        for (const gap of trueGaps(set)) expect(lackOf(set, gap), wording).toBeLessThan(5e-4);
      }
    },
  );
  it.each(TABLE_FACES)('changes nothing on a line: %s', (faceId) => {
    const face = all.get(faceId)!;
    for (const [wording, tracking] of [...WORDS, 'Tolly-Whyte & Co. “1926”'].flatMap((one) =>
      [0, 60, -25].map((by) => [one, by] as const),
    )) {
      const what = lettering(wording, {
        faceId,
        spacing: spacing({ evenOut: 1, tracking }),
        anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
        bookends: { startU: 0, endU: 1 },
      });
      const shape: CurveShape = { kind: 'line', from: { x: 3, y: 90 }, to: { x: 160, y: 20 } };
      const [now, plainly] = [
        evened(what, shape, face),
        setSlabs(face, { ...what, spacing: spacing({ tracking }) }, shape),
      ];
      now.rows.forEach((value, i) => expect(Math.abs(value - plainly.rows[i]!)).toBeLessThan(1e-6));
    }
  });
  it('keeps the length of the line, and opens it no further than it may but for letters that would touch', () => {
    for (const [faceId, wording] of [
      ['lobster', 'MARMALADE'],
      ['lobster', 'LAVA'],
      ['unbounded-bold', 'Tyrol'],
      ['playfair-display-bold', 'AWARD'],
      ['cinzel-bold', 'LIGHT RAILWAY'],
    ] as const) {
      for (const lean of [0, 1])
        for (const radius of [20, 40, 80]) {
          const face = all.get(faceId)!;
          const what = lettering(wording, {
            faceId,
            size: { by: 'cap', mm: 8 },
            spacing: spacing({ evenOut: 1, lean }),
          });
          const plainly = setSlabs(face, { ...what, spacing: spacing() }, circle(radius)),
            set = evened(what, circle(radius), face);
          // What the pairs that come too close must be opened by, on the plain line.
          const forced = trueGaps(plainly).reduce((sum, gap) => sum + lackOf(plainly, gap), 0);
          const growth = set.overset.inkMm / plainly.overset.inkMm - 1;
          if (forced === 0) expect(growth, `${wording} ${radius}`).toBeLessThan(0.0605);
          expect(growth, `${wording} ${radius}`).toBeGreaterThan(-0.02);
          const refused = evened(
            { ...what, spacing: spacing({ evenOut: 1, lean, mayGrow: false }) },
            circle(radius),
            face,
          );
          expect(Math.abs(refused.overset.inkMm / plainly.overset.inkMm - 1), `${wording} ${radius}`).toBeLessThan(
            0.01,
          );
        }
    }
  });
  it('leaves letters that the face sets into each other as they are', () => {
    // On a line nothing of what overlaps is moved, even where all gaps are to be alike.
    const face = all.get('cinzel-decorative-bold')!;
    const shape: CurveShape = { kind: 'line', from: { x: 0, y: 50 }, to: { x: 300, y: 50 } };
    const what = lettering('RAKE', {
      faceId: face.id,
      spacing: spacing({ evenOut: 1, lean: 1 }),
      anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      bookends: { startU: 0, endU: 1 },
    });
    const plainly = setSlabs(face, { ...what, spacing: spacing() }, shape);
    const overlapping = trueGaps(plainly).filter((gap) => (nearness(plainly, gap.before, gap.after, 0.01) ?? 1) === 0);
    expect(overlapping.length).toBeGreaterThan(0);
    for (const gap of overlapping) expect(gap.aimMm).toBeCloseTo(gap.mm, 9);
    expect(collisions([plainly])).toEqual([]);
  });
  it('keeps a hyphen off its letters by its share of the gap between round ones', () => {
    const face = all.get('league-gothic')!;
    for (const lean of [0, 1]) {
      const set = evened(
        lettering('GO-ON OO', { faceId: face.id, size: { by: 'cap', mm: 8 }, spacing: spacing({ evenOut: 1, lean }) }),
        circle(40),
        face,
      );
      const gaps = trueGaps(set);
      const round = gaps.find((gap) => gap.before === 6)!.leastMm;
      for (const before of [1, 2])
        expect(gaps.find((gap) => gap.before === before)!.leastMm).toBeGreaterThan(0.6 * round - 0.01);
    }
    // Whatever the face itself does with a hyphen, where its spacing is not the aim.
    for (const id of TABLE_FACES)
      for (const lean of [0.3, 1])
        for (const tracking of [0, -20]) {
          const one = all.get(id)!;
          const set = evened(
            lettering('TV-WAY LT-OW', {
              faceId: id,
              size: { by: 'cap', mm: 8 },
              spacing: spacing({ evenOut: 1, lean, tracking }),
            }),
            circle(60),
            one,
          );
          if (!set.correction) continue;
          const round = setSlabs(
            one,
            lettering('OO', {
              faceId: id,
              size: { by: 'cap', mm: 8 },
              spacing: spacing({ tracking }),
              anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
              bookends: { startU: 0, endU: 1 },
            }),
            { kind: 'line', from: { x: 0, y: 0 }, to: { x: 90, y: 0 } },
          );
          const least = 0.6 * nearness(round, 0, 1, 20)!;
          for (const [before, after] of [
            [1, 2],
            [2, 3],
            [8, 9],
            [9, 10],
          ] as const)
            expect(nearness(set, before, after, least) ?? least, `${id} ${before}`).toBeGreaterThan(least - 2e-3);
        }
  });
});
