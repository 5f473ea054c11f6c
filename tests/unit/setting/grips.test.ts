import { beforeAll, describe, expect, it } from 'vitest';
import { settingOf } from '#core/setting/settingOf';
import { onClock } from '#core/geometry/vec';
import { proofPiece } from '#core/proof/index';
import { namedPlaces, nearestNamed, placeAtFraction, placeMovedBy, placeName } from '#core/setting/line/anchorPlaces';
import { anchoredAt, bookendAt, goesAlong, moveBookend, seenFromCurve, slideAlong } from '#core/setting/hand/grips';
import { setDown } from '#core/setting/hand/setDown';
import { shareRing } from '#core/setting/hand/shareRing';
import { stripOf } from '#core/setting/hand/strip';
import type { Face } from '#core/type/face';
import { ok } from '#core/result';
import { arc, circle, curve, faces, lettering, piece, track, seat } from '../../support/pieces';

const centre = { x: 42, y: 42 };
const ringCurve = curve(circle(30));
const ring = track(ringCurve.shape);
const bowCurve = curve(arc(30, -60, 120));
const bow = track(bowCurve.shape);
let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});

describe('places with names', () => {
  it('are the eight clock points, or ends, quarters and middle', () => {
    expect(namedPlaces(ring)).toHaveLength(8);
    expect(namedPlaces(bow).map((place) => place.u)).toEqual([0, 0.25, 0.5, 0.75, 1]);
    expect([placeName(ring, 0.25), placeName(ring, 0.26), placeName(bow, 0.5)]).toEqual([
      '3 o’clock',
      '93.6°',
      'middle',
    ]);
  });
  it('are found across 12 o’clock', () => {
    expect(nearestNamed(ring, 0.999)).toMatchObject({
      place: { name: '12 o’clock' },
      mm: expect.closeTo(0.001 * 60 * Math.PI, 6),
    });
  });
  it('move by mm along the curve', () => {
    expect(placeMovedBy(ring, { kind: 'clock', deg: 350 }, (30 * Math.PI) / 9)).toMatchObject({
      kind: 'clock',
      deg: expect.closeTo(10, 9),
    });
    expect(placeAtFraction(bow, 1.4)).toEqual({ kind: 'fraction', u: 1 });
  });
});

describe('a point seen from a curve', () => {
  it('lies outside or inside, whichever way an arc is travelled', () => {
    for (const shape of [ring, bow, track(arc(30, 60, -120))]) {
      expect(seenFromCurve(shape, onClock(centre, 33, 10)).outwardMm).toBeCloseTo(3, 9);
      expect(seenFromCurve(shape, onClock(centre, 28, 10)).outwardMm).toBeCloseTo(-2, 9);
    }
    expect(seenFromCurve(ring, onClock(centre, 33, 90)).u).toBeCloseTo(0.25, 9);
  });
});

describe('drags', () => {
  const words = lettering('TIDE');
  it('go along or off by their first direction', () => {
    expect(goesAlong(ring, onClock(centre, 32, 0), onClock(centre, 32, 5))).toBe(true);
    expect(goesAlong(ring, onClock(centre, 32, 90), onClock(centre, 35, 90.5))).toBe(false);
  });
  it('slide by the angle between the two points, and snap', () => {
    const to = (deg: number) => slideAlong(words, ring, onClock(centre, 32, 7), onClock(centre, 35, 7 + deg), 1);
    expect(to(31)).toMatchObject({
      value: { at: { kind: 'clock', deg: expect.closeTo(31, 9) } },
      label: '31.0°',
      snapped: false,
    });
    expect(to(44)).toMatchObject({
      value: { at: { deg: expect.closeTo(45, 9) } },
      label: 'half past 1',
      snapped: true,
    });
    expect(to(-90.5)).toMatchObject({ value: { at: { deg: expect.closeTo(270, 9) } }, label: '9 o’clock' });
  });
  it('take a start offset up into the anchor', () => {
    const offset = lettering('TIDE', {
      anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: (60 * Math.PI) / 36, align: 'centre', by: 'ink' },
    });
    expect(anchoredAt(offset, ring)).toBeCloseTo(1 / 36, 9);
    expect(slideAlong(offset, ring, onClock(centre, 32, 0), onClock(centre, 32, 5), 0).value).toMatchObject({
      at: { deg: expect.closeTo(15, 9) },
      startOffsetMm: 0,
    });
    // Read the other way, a positive offset goes anticlockwise.
    expect(anchoredAt({ ...offset, seat: { ...offset.seat, tops: 'inward' } }, ring)).toBeCloseTo(-1 / 36, 9);
  });
  it('move bookends, held on an open curve', () => {
    expect(moveBookend(words, ring, 'end', onClock(centre, 40, 89.5), 1)).toMatchObject({
      value: { startU: 0.5, endU: 0.25 },
      label: 'end at 3 o’clock',
    });
    expect(bookendAt(words, ring, 'start', -0.25, 0).value.startU).toBeCloseTo(0.75, 9);
    expect(bookendAt(words, bow, 'end', 1.3, 0).value.endU).toBe(1);
  });
});

describe('setting down', () => {
  const at = (deg: number, r: number, like = null as ReturnType<typeof lettering> | null) =>
    setDown('new', ringCurve, ring, onClock(centre, r, deg), like, 3, 'deep');
  it('reads upright, on the side of the click, at a named place when one is near', () => {
    expect(at(4, 31)).toMatchObject({
      seat: { tops: 'outward', side: 'outside' },
      anchor: { at: { kind: 'clock', deg: 0 } },
      bookends: { startU: 0.5, endU: 0.5 },
    });
    expect(at(178, 29)).toMatchObject({ seat: { tops: 'inward', side: 'inside' }, anchor: { at: { deg: 180 } } });
    expect(at(20, 31).anchor.at).toMatchObject({ deg: expect.closeTo(20, 6) });
    expect(setDown('new', bowCurve, bow, onClock(centre, 31, 1), null, 3, 'deep')).toMatchObject({
      anchor: { at: { kind: 'fraction', u: 0.5 } },
      bookends: { startU: 0, endU: 1 },
    });
  });
  it('takes after its neighbour, in the same band', () => {
    const like = lettering('TIDE', { faceId: 'rye', seat: seat('outward', 'outside', 0.7) });
    expect(at(180, 31, like)).toMatchObject({ faceId: 'rye', size: like.size, seat: seat('inward', 'outside', -0.7) });
  });
});

describe('a ring shared between letterings', () => {
  const setOn = (one: ReturnType<typeof lettering>, on = ring) => {
    const set = settingOf(one, new Map([['ring', ok(on)]]), all);
    if (!set.ok) throw new Error(set.problem.message);
    return set.value;
  };
  it('gives each the room up to the middles between their anchors', () => {
    const shared = shareRing(ring, 0.5, 'inward', [setOn(lettering('TIDE'))])!;
    expect(shared).toEqual({
      bookends: { startU: 0.75, endU: 0.25 },
      others: [{ id: 'words', bookends: { startU: 0.75, endU: 0.25 } }],
    });
    const third = shareRing(ring, 0.25, 'outward', [
      setOn(lettering('TIDE')),
      setOn(
        lettering('SHORE', {
          id: 'foot',
          anchor: { at: { kind: 'clock', deg: 180 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
        }),
      ),
    ])!;
    expect(third.bookends).toEqual({ startU: 0.125, endU: 0.375 });
    expect(third.others).toEqual([
      { id: 'words', bookends: { startU: 0.75, endU: 0.125 } },
      { id: 'foot', bookends: { startU: 0.375, endU: 0.75 } },
    ]);
  });
  it('leaves placed bookends alone, and words that need more', () => {
    const placed = setOn(lettering('TIDE', { bookends: { startU: 0.8, endU: 0.2 } }));
    const long = setOn(lettering('THE OTTERMERE LIGHT RAILWAY', { id: 'long' }));
    expect(long.overset.inkMm).toBeGreaterThan(30 * Math.PI);
    expect(shareRing(ring, 0.5, 'inward', [placed])!.others).toEqual([]);
    expect(shareRing(ring, 0.5, 'inward', [long])!.others).toEqual([]);
  });
  it('has no effect here on an open curve, of one alone, or of two on one anchor', () => {
    expect([
      shareRing(bow, 0.5, 'outward', [setOn(lettering('TIDE'), bow)]),
      shareRing(ring, 0, 'outward', []),
      shareRing(ring, 0, 'inward', [setOn(lettering('TIDE'))]),
    ]).toEqual([null, null, null]);
  });
});

describe('the flat strip', () => {
  it('has letters, bookends and hours where the curve has them', () => {
    const set = settingOf(
      lettering('TIDE', { bookends: { startU: 0.75, endU: 0.25 } }),
      new Map([['ring', ok(ring)]]),
      all,
    );
    if (!set.ok) throw new Error();
    const strip = stripOf(set.value);
    const ringMm = 2 * Math.PI * (30 + set.value.measuredHeightMm);
    expect(strip.bookendStart).toBeCloseTo(-ringMm / 4, 8);
    expect(strip.bookendEnd).toBeCloseTo(ringMm / 4, 8);
    expect(strip.ticks.find((tick) => tick.name === '1 o’clock')!.x).toBeCloseTo(ringMm / 12, 8);
    set.value.letterDistances.forEach((s, i) =>
      expect(strip.fractionAt(strip.letters[i]!.x) * 60 * Math.PI).toBeCloseTo(s, 8),
    );
  });
});

describe('the proof', () => {
  it('finds what would go wrong, and nothing where all is well', () => {
    const well = piece([ringCurve, lettering('TIDE')]);
    expect(proofPiece(well, all)).toEqual([]);
    const tight = { ...lettering('A', { id: 'tight', curveId: 'small', seat: seat('inward', 'inside', 0) }) };
    const ill = piece([
      ringCurve,
      curve(circle(3), 'small'),
      tight,
      lettering('☃', { id: 'box' }),
      lettering(' ', { id: 'blank' }),
      lettering('OTTERMERE', { id: 'long', bookends: { startU: 0.99, endU: 0.01 } }),
    ]);
    expect(proofPiece(ill, all).map((one) => [one.code, one.itemId])).toEqual([
      ['too-tight', 'tight'],
      ['overset', 'long'],
      ['missing-character', 'box'],
      ['empty-wording', 'blank'],
      ['letters-touch', 'long'],
      ['letters-touch', 'long'],
    ]);
    // Just fitting is not overset.
    const set = settingOf(lettering('TIDE'), new Map([['ring', ok(ring)]]), all);
    const half = set.ok ? (set.value.overset.inkMm / 2 + 0.001) / (2 * Math.PI * (30 + set.value.measuredHeightMm)) : 0;
    expect(
      proofPiece(piece([ringCurve, lettering('TIDE', { bookends: { startU: 1 - half, endU: half } })]), all),
    ).toEqual([]);
  });
});
