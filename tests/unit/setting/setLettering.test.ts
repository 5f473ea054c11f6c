import { beforeAll, describe, expect, it } from 'vitest';
import { normaliseDeg } from '#core/geometry/vec';
import type { CurveShape, Lettering, Side, Tops } from '#core/piece/types';
import { reseatLettering } from '#core/setting/line/seat';
import { setLettering } from '#core/setting/line/setLettering';
import { type SetLettering } from '#core/setting/line/set';
import { LETTER } from '#core/stances/index';
import type { Face } from '#core/type/face';
import { traceLetters } from '#core/drawing/traceLetters';
import { arc, circle, faces, lettering, spacing, track, seat } from '../../support/pieces';
import { between, seeded } from '../../support/random';
import { pointsOf, setOn } from '../../support/setting';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});

const set = (what: Lettering, shape: CurveShape): SetLettering => setOn(all, what, shape);
const CENTRE = { x: 42, y: 42 };
/** Clock angles of the letters' middles, in the order of the letters. */
const angles = (s: SetLettering): number[] =>
  Array.from(s.letterDistances, (_, i) =>
    normaliseDeg(
      (Math.atan2(s.rows[i * LETTER.length + 1]! - CENTRE.y, s.rows[i * LETTER.length]! - CENTRE.x) * 180) / Math.PI +
        90,
    ),
  );
const radii = (s: SetLettering): number[] =>
  Array.from(s.letterDistances, (_, i) =>
    Math.hypot(s.rows[i * LETTER.length]! - CENTRE.x, s.rows[i * LETTER.length + 1]! - CENTRE.y),
  );

/** Every point of the placed outlines, curves cut finely, as the printed ink has it. */
const inkPoints = (s: SetLettering, only?: number[]) => pointsOf((sink) => traceLetters(s, sink, only), 200);

const TOPS: Tops[] = ['outward', 'inward'];
const SIDES: Side[] = ['outside', 'on', 'inside'];

describe('the arithmetic on a circle', () => {
  it('gives an advance a the angle a / (R + d + h), tops inward a / (R + d − h), d counted outward', () => {
    const random = seeded(21);
    for (let n = 0; n < 60; n++) {
      const R = between(random, 18, 90);
      const cap = between(random, 2, 6);
      const shift = between(random, -1, 1);
      const measuredAt = random();
      for (const tops of TOPS)
        for (const side of SIDES) {
          const what = lettering('OTTERMERE', {
            size: { by: 'cap', mm: cap },
            seat: seat(tops, side, shift),
            spacing: spacing({ tracking: 40, measuredAt }),
            anchor: { at: { kind: 'clock', deg: 180 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
          });
          const s = set(what, circle(R));
          // The rules of the six seats, written down once more: where the baseline lies, counted outward.
          const inner = { outside: 0, on: -cap / 2, inside: -cap }[side];
          const outwardBaseline = tops === 'outward' ? inner + shift : inner + cap - shift;
          const h = measuredAt * cap;
          const per = tops === 'outward' ? R + outwardBaseline + h : R + outwardBaseline - h;
          const seen = angles(s);
          for (let i = 1; i < seen.length; i++) {
            const advance = s.measured.middles[i]! - s.measured.middles[i - 1]!;
            const step = normaliseDeg((seen[i]! - seen[i - 1]!) * (tops === 'outward' ? 1 : -1));
            expect(step).toBeCloseTo((advance / per) * (180 / Math.PI), 8);
          }
          for (const r of radii(s)) expect(r).toBeCloseTo(R + outwardBaseline, 9);
        }
    }
  });

  it('turns each letter to the tangent, about the middle of its own advance', () => {
    const s = set(lettering('STEAM SEDGE SEA'), circle(30));
    angles(s).forEach((deg, i) => {
      expect(s.rows[i * LETTER.length + LETTER.ax]).toBeCloseTo(Math.cos((deg * Math.PI) / 180), 10);
      expect(s.rows[i * LETTER.length + LETTER.ay]).toBeCloseTo(Math.sin((deg * Math.PI) / 180), 10);
    });
  });

  it('never makes a letter lean by tracking', () => {
    const one = set(lettering('I'), circle(30));
    const tracked = set(lettering('I', { spacing: spacing({ tracking: 900 }) }), circle(30));
    expect(Array.from(tracked.rows)).toEqual(Array.from(one.rows));
  });

  it('has the same density at the top and at the bottom of one band', () => {
    const top = set(lettering('OTTERMERE LIGHT RAILWAY'), circle(30));
    const bottom = set(
      lettering('OTTERMERE LIGHT RAILWAY', {
        seat: seat('inward', 'outside', 0),
        anchor: { at: { kind: 'clock', deg: 180 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      }),
      circle(30),
    );
    const steps = (s: SetLettering): number[] =>
      angles(s)
        .slice(1)
        .map((a, i) => Math.min(normaliseDeg(a - angles(s)[i]!), normaliseDeg(angles(s)[i]! - a)));
    const b = steps(bottom);
    steps(top).forEach((step, i) => expect(b[i]).toBeCloseTo(step, 9));
  });
});

describe('centring', () => {
  it('goes by ink, to 0.001°, in every face', () => {
    for (const [faceId] of all)
      for (const [tops, deg] of [
        ['outward', 0],
        ['inward', 180],
        ['outward', 37.5],
      ] as const) {
        const what = lettering('Ottermere LT', {
          faceId,
          seat: seat(tops),
          anchor: { at: { kind: 'clock', deg }, startOffsetMm: 0, align: 'centre', by: 'ink' },
          spacing: spacing({ tracking: 55 }),
        });
        const s = set(what, circle(30));
        const last = s.measured.run.letters.length - 1;
        const off = inkPoints(s, [0, last]).map((p) => {
          const a = normaliseDeg((Math.atan2(p.y - CENTRE.y, p.x - CENTRE.x) * 180) / Math.PI + 90 - deg);
          return a > 180 ? a - 360 : a;
        });
        expect(Math.abs(Math.min(...off) + Math.max(...off))).toBeLessThan(0.001);
      }
  });

  it('leaves out spaces and trailing tracking', () => {
    const plain = set(lettering('SEDGE'), circle(30));
    const spaced = set(lettering('SEDGE   '), circle(30));
    expect(spaced.rows[0]).toBeCloseTo(plain.rows[0]!, 9);
  });

  it('puts the ink’s start or end at the anchor when asked', () => {
    for (const align of ['start', 'end'] as const) {
      const s = set(
        lettering('SEDGE', { anchor: { at: { kind: 'clock', deg: 90 }, startOffsetMm: 2, align, by: 'ink' } }),
        circle(30),
      );
      const { inkStart, inkEnd } = s.overset;
      expect(align === 'start' ? inkStart : inkEnd).toBeCloseTo((30 * Math.PI) / 2 + 2, 8);
    }
  });

  it('is the same after a full turn of the anchor', () => {
    const at = (deg: number) =>
      set(
        lettering('TIDE', { anchor: { at: { kind: 'clock', deg }, startOffsetMm: 0, align: 'centre', by: 'ink' } }),
        circle(30),
      ).rows;
    at(400).forEach((value, i) => expect(value).toBeCloseTo(at(40)[i]!, 9));
  });
});

describe('turning over', () => {
  it('keeps the letters between the same two radii, to 0.001 mm, wherever they sit', () => {
    const random = seeded(5);
    for (let n = 0; n < 40; n++)
      for (const side of SIDES) {
        const R = between(random, 20, 60);
        const before = lettering('HHH', { seat: seat('outward', side, between(random, -2, 2)) });
        const after = reseatLettering(before, 'inward', side);
        const band = (what: Lettering): [number, number] => {
          const s = set(what, circle(R));
          const r = radii(s)[0]!;
          return what.seat.tops === 'outward' ? [r, r + s.capMm] : [r - s.capMm, r];
        };
        const [a, b] = band(before),
          [c, d] = band(after);
        expect(Math.abs(a - c)).toBeLessThan(0.001);
        expect(Math.abs(b - d)).toBeLessThan(0.001);
      }
  });

  it('twice is the identity', () => {
    const before = lettering('TIDE', {
      seat: seat('outward', 'on', 0.7),
      anchor: { at: { kind: 'clock', deg: 12 }, startOffsetMm: 3, align: 'start', by: 'ink' },
      bookends: { startU: 0.6, endU: 0.3 },
    });
    expect(reseatLettering(reseatLettering(before, 'inward', 'on'), 'outward', 'on')).toEqual(before);
  });

  it('keeps the measured ink of real letters in the band', () => {
    const before = set(lettering('HIH'), circle(30));
    const after = set(reseatLettering(lettering('HIH'), 'inward', 'outside'), circle(30));
    const reach = (s: SetLettering): number[] => inkPoints(s).map((p) => Math.hypot(p.x - CENTRE.x, p.y - CENTRE.y));
    // Corners of a rigid letter lie a little outside the band's own circles, alike on both ways.
    expect(Math.min(...reach(before))).toBeCloseTo(30, 2);
    expect(Math.max(...reach(after))).toBeGreaterThan(35);
    expect(Math.max(...reach(after))).toBeLessThan(35.2);
  });
});

describe('bookends', () => {
  it('report what runs past them in mm, and draw it all the same', () => {
    const what = lettering('OTTERMERE LIGHT RAILWAY', { bookends: { startU: 0.95, endU: 0.05 } });
    const s = set(what, circle(30));
    const room = 0.1 * 2 * Math.PI * s.measuredHeightMm + 0.1 * 2 * Math.PI * 30;
    expect(s.overset.roomMm).toBeCloseTo(room, 8);
    expect(s.overset.beforeMm + s.overset.afterMm).toBeCloseTo(s.overset.inkMm - room, 8);
    expect(s.overset.letters).toContain(0);
    expect(s.overset.letters).toContain(22);
    expect(s.rows.length / LETTER.length).toBe(23);
  });

  it('say nothing when the ink stays within them', () => {
    const s = set(lettering('TIDE', { bookends: { startU: 0.75, endU: 0.25 } }), circle(30));
    expect(s.overset).toMatchObject({ beforeMm: 0, afterMm: 0, letters: [] });
    expect(s.overset.roomMm).toBeCloseTo(Math.PI * (30 + s.measuredHeightMm), 8);
  });

  it('take the whole ring when they stand together', () => {
    const s = set(
      lettering('OTTERMERE LIGHT RAILWAY AND THE LONG SEDGE SHORE', { size: { by: 'cap', mm: 6 } }),
      circle(20),
    );
    expect(s.overset.roomMm).toBeCloseTo(2 * Math.PI * (20 + 3), 8);
    expect(s.overset.afterMm).toBeCloseTo(s.overset.inkMm - s.overset.roomMm, 8);
    expect(s.overset.afterMm).toBeGreaterThan(0);
  });

  it('on an arc let the rest go straight on past the end', () => {
    const what = lettering('OTTERMERE LIGHT RAILWAY', {
      anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      bookends: { startU: 0, endU: 1 },
    });
    const s = set(what, arc(40, -20, 40));
    expect(s.overset.beforeMm).toBeGreaterThan(1);
    const length = track(arc(40, -20, 40)).path.lengthMm;
    const past = Array.from(s.letterDistances).findIndex((d) => d > length);
    // Past the end all letters stand at the end's own angle.
    const angle = (i: number): number => Math.atan2(s.rows[i * LETTER.length + 3]!, s.rows[i * LETTER.length + 2]!);
    expect(angle(past)).toBeCloseTo((20 * Math.PI) / 180, 9);
    expect(angle(past + 1)).toBeCloseTo(angle(past), 12);
  });
});

describe('arcs', () => {
  it('travelled either way carry the same letters', () => {
    const what = lettering('SEDGE', {
      anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
    });
    const one = set(what, arc(30, -50, 100)),
      other = set(what, arc(30, 50, -100));
    one.rows.forEach((value, i) => expect(other.rows[i]).toBeCloseTo(value, 9));
  });
});

describe('what cannot be set', () => {
  it('says what is too tight and by how much', () => {
    const what = lettering('TIDE', { seat: seat('inward', 'inside', 0), size: { by: 'cap', mm: 5 } });
    const tight = setLettering(what, track(circle(4)), all.get('limelight')!);
    expect(tight).toMatchObject({ ok: false, problem: { code: 'too-tight', value: 4 } });
    if (!tight.ok) {
      expect(tight.problem.limit).toBeGreaterThanOrEqual(5);
      expect(setLettering(what, track(circle(tight.problem.limit! + 0.01)), all.get('limelight')!).ok).toBe(true);
    }
  });

  it('sets an empty wording as nothing', () => {
    const s = set(lettering(''), circle(30));
    expect(s.rows).toHaveLength(0);
    expect(s.overset).toMatchObject({ inkMm: 0, beforeMm: 0, afterMm: 0 });
  });

  it('draws a box for a character that the face lacks, and names it', () => {
    const s = set(lettering('T☃IDE'), circle(30));
    expect(s.notes).toMatchObject([{ code: 'missing-character', value: ['☃'] }]);
    expect(inkPoints(s, [1]).length).toBeGreaterThan(0);
  });
});
