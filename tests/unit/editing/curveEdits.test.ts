import { describe, expect, it } from 'vitest';
import {
  bendSteps,
  deleteCurveSteps,
  movedTo,
  resizeSteps,
  reverseSteps,
  transformSteps,
  turnSteps,
} from '#core/editing/edits/operations';
import { makeOrnaments } from '#core/piece/make';
import { mirrorAbout, moveBy, turnAbout } from '#core/shapes/similarity';
import {
  findCurve,
  findItem,
  findLettering,
  type CurveShape,
  type Item,
  type Lettering,
  type Piece,
} from '#core/piece/types';
import { done } from '../../support/edits';
import { arc, circle, curve, lettering, piece, seat, track } from '../../support/pieces';

const line: CurveShape = { kind: 'line', from: { x: 10, y: 50 }, to: { x: 70, y: 50 } };
const stars = (curveId: string, offMm = 0): Item => ({ ...makeOrnaments('stars', 'Stars', curveId, 'deep'), offMm });
const ring = (p: Piece, id = 'ring') => findCurve(p, id)!;
const words = (p: Piece, id = 'words'): Lettering => findLettering(p, id)!;
const anchored = (at: Lettering['anchor']['at'], startOffsetMm = 0, align: Lettering['anchor']['align'] = 'start') => ({
  anchor: { at, startOffsetMm, align, by: 'ink' as const },
});

describe('a curve travelled the other way', () => {
  const open = (changes: Partial<Lettering>): Piece => piece([curve(line), lettering('TIDE', changes)]);
  it('has its places from its other end, ends exactly at its ends', () => {
    const p = open({ ...anchored({ kind: 'fraction', u: 0 }), bookends: { startU: 0, endU: 1 } });
    expect(words(done(p, reverseSteps(p, ring(p))))).toMatchObject({
      anchor: { at: { kind: 'fraction', u: 1 } },
      bookends: { startU: 1, endU: 0 },
    });
    const q = open({ ...anchored({ kind: 'fraction', u: 1 }), bookends: { startU: 0.25, endU: 1 } });
    expect(words(done(q, reverseSteps(q, ring(q))))).toMatchObject({
      anchor: { at: { kind: 'fraction', u: 0 } },
      bookends: { startU: 0.75, endU: 0 },
    });
  });
  it('has distances from its other end too, and clock points where they are', () => {
    const p = open(anchored({ kind: 'distance', mm: 12 }));
    expect(words(done(p, reverseSteps(p, ring(p)))).anchor.at).toEqual({ kind: 'distance', mm: 48 });
    const closed: CurveShape = {
      kind: 'drawn',
      closed: true,
      nodes: [0, 1, 2, 3].map((i) => ({
        kind: 'corner',
        at: { x: i === 1 || i === 2 ? 60 : 20, y: i > 1 ? 60 : 20 },
        back: null,
        ahead: null,
      })),
    };
    const at = { kind: 'clock', deg: 30 } as const;
    const q = piece([curve(closed), lettering('TIDE', anchored(at))]);
    const after = words(done(q, reverseSteps(q, ring(q))));
    expect(after.anchor.at).toEqual(at);
    expect(after.seat).toMatchObject({ tops: 'outward', side: 'outside' });
  });
  it('keeps what follows it, but for parallels of open curves, which change sides', () => {
    const p = piece([
      curve(line),
      curve({ kind: 'parallel', of: 'ring', distanceMm: 4 }, 'p'),
      curve(arc(20, 0, 90), 'arc'),
      curve({ kind: 'parallel', of: 'arc', distanceMm: 4 }, 'q'),
    ]);
    expect(ring(done(p, reverseSteps(p, ring(p))), 'p').shape).toMatchObject({ distanceMm: -4 });
    // An arc is outward from its centre whichever way it is travelled.
    expect(ring(done(p, reverseSteps(p, ring(p, 'arc'))), 'q').shape).toMatchObject({ distanceMm: 4 });
  });
  it('is none of one that follows another, nor of a ring without words, by its kind', () => {
    const p = piece([curve(circle(30)), curve({ kind: 'parallel', of: 'ring', distanceMm: 4 }, 'p')]);
    const follows = reverseSteps(p, ring(p, 'p'));
    expect(follows.ok ? '' : follows.problem.message).toBe(
      'p runs as the curve that it follows. Reverse that one, or convert this one to nodes first.',
    );
    const bare = reverseSteps(p, ring(p));
    expect(bare.ok ? '' : bare.problem.message).toBe(
      'A circle has no direction of its own. Words that are set on it can be turned over by their seat.',
    );
  });
});

describe('a curve bent to another shape', () => {
  const up = arc(30, -60, 120),
    down: CurveShape = { ...up, startDeg: 60, sweepDeg: -120 };
  const p = piece([curve(up), lettering('TIDE', { seat: seat('outward', 'outside', 1) })]);
  it('keeps the side of its words, named from where outward is now', () => {
    const same = done(p, bendSteps(p, ring(p), { ...up, radiusMm: 50 }));
    expect(words(same)).toBe(words(p));
    expect(ring(same).shape).toEqual({ ...up, radiusMm: 50 });
    const flipped = done(p, bendSteps(p, ring(p), down));
    const swap = track(up).outwardSign !== track(down).outwardSign;
    expect(swap).toBe(true);
    expect(words(flipped).seat).toEqual(seat('inward', 'inside', 1));
  });
  it('is bent to nothing that is no curve', () => {
    expect(bendSteps(p, ring(p), { kind: 'line', from: { x: 1, y: 1 }, to: { x: 1, y: 1 } }).ok).toBe(false);
  });
});

describe('a curve with its letters, larger', () => {
  it('has its sizes, shifts, offsets and ornaments larger too; what is 0 stays as it is', () => {
    const p = piece([
      curve(circle(20)),
      lettering('TIDE', { ...anchored({ kind: 'clock', deg: 0 }, 3), seat: seat('outward', 'outside', 2) }),
      stars('ring', 1.5),
      { ...stars('ring', 0), id: 'plain' } as Item,
    ]);
    const made = resizeSteps(p, ring(p), 2, true);
    const steps = made.ok ? made.value : [];
    expect(steps.filter((step) => step.kind === 'set' && step.id === 'stars')).toMatchObject([
      { path: ['offMm'], value: 3 },
    ]);
    expect(steps.some((step) => step.kind === 'set' && step.id === 'plain')).toBe(false);
    const after = done(piece(p.items.slice(0, 2)), resizeSteps(piece(p.items.slice(0, 2)), ring(p), 2, true));
    expect(ring(after).shape).toEqual(circle(40));
    expect(words(after)).toMatchObject({
      size: { by: 'cap', mm: 10 },
      seat: { baselineShiftMm: 4 },
      anchor: { startOffsetMm: 6 },
    });
    expect(words(done(p, resizeSteps(p, ring(p), 2, false)))).toBe(words(p));
  });
});

describe('a curve moved, turned and mirrored', () => {
  const at = { kind: 'clock', deg: 90 } as const;
  const p = piece([
    curve(circle(30)),
    lettering('TIDE', { ...anchored(at, 2, 'start'), bookends: { startU: 0.5, endU: 0.75 } }),
    lettering('TERN', { id: 'end', ...anchored(at, 0, 'end') }),
    lettering('AUK', { id: 'mid', ...anchored(at, 0, 'centre') }),
  ]);
  const mapped = (by: Parameters<typeof transformSteps>[2], q = p): Piece =>
    done(q, { ok: true, value: transformSteps(q, ring(q), by) });
  it('takes its words along by its angle', () => {
    const turned = words(mapped(turnAbout({ x: 42, y: 42 }, 30)));
    expect(turned.anchor).toMatchObject({ at: { deg: expect.closeTo(120, 4) }, startOffsetMm: 2, align: 'start' });
    expect(turned.bookends.startU).toBeCloseTo(0.5 + 30 / 360, 5);
    expect(turned.bookends.endU).toBeCloseTo(0.75 + 30 / 360, 5);
    const own = turnSteps(p, ring(p), 30);
    expect(own.ok && own.value).toEqual(transformSteps(p, ring(p), turnAbout({ x: 42, y: 42 }, 30)));
  });
  it('has its words read from left to right in the mirror, from their other ends', () => {
    const after = mapped(mirrorAbout({ x: 42, y: 42 }));
    expect(words(after).anchor).toMatchObject({ at: { deg: expect.closeTo(270, 4) }, startOffsetMm: -2, align: 'end' });
    expect(words(after).bookends.startU).toBeCloseTo(0.25, 5);
    expect(words(after).bookends.endU).toBeCloseTo(0.5, 5);
    expect(words(after, 'end').anchor).toMatchObject({ align: 'start', startOffsetMm: 0 });
    expect(Object.is(words(after, 'end').anchor.startOffsetMm, 0)).toBe(true);
    expect(words(after, 'mid').anchor.align).toBe('centre');
  });
  it('leaves its words to themselves where it is only moved, or open', () => {
    expect(transformSteps(p, ring(p), moveBy({ x: 3, y: 4 }))).toHaveLength(1);
    const open = piece([curve(line), lettering('TIDE')]);
    expect(transformSteps(open, ring(open), turnAbout({ x: 0, y: 0 }, 30))).toHaveLength(1);
  });
});

describe('words moved to another curve', () => {
  it('stand at the same clock point of a closed one, bookends opposite', () => {
    const one = lettering('TIDE', {
      ...anchored({ kind: 'clock', deg: 90 }),
      seat: { ...seat(), hold: { kind: 'touching', curveId: 'x', gapMm: 1 } },
    });
    const moved = movedTo(one, 'other', track(circle(20)));
    expect(moved).toMatchObject({ curveId: 'other', seat: { hold: null }, bookends: { startU: 0.75, endU: 0.75 } });
    expect(moved.anchor.at).toMatchObject({ kind: 'clock', deg: expect.closeTo(90, 6) });
    const atTop = movedTo(lettering('TIDE', anchored({ kind: 'fraction', u: 0.9 })), 'other', track(circle(20)));
    expect(atTop.anchor.at).toMatchObject({ kind: 'clock', deg: expect.closeTo(0, 6) });
    expect(movedTo(one, 'other', track(circle(20)), 0.7).bookends.startU).toBeCloseTo(0.2, 9);
  });
  it('stand in the middle of an open one, or where asked, bookends at its ends in their way of reading', () => {
    const out = lettering('TIDE', anchored({ kind: 'clock', deg: 90 })),
      inward = { ...out, seat: seat('inward', 'outside') };
    const there = track(line);
    expect(movedTo(out, 'l', there).anchor.at).toEqual({ kind: 'fraction', u: 0.5 });
    expect(movedTo(out, 'l', there, 0.2).anchor.at).toEqual({ kind: 'fraction', u: 0.2 });
    const [a, b] = [movedTo(out, 'l', there), movedTo(inward, 'l', there)].map((one) => one.bookends);
    expect(there.outwardSign).toBe(1);
    expect([a, b]).toEqual([
      { startU: 0, endU: 1 },
      { startU: 1, endU: 0 },
    ]);
    const other = { ...there, outwardSign: -1 as const };
    expect(movedTo(out, 'l', other).bookends).toEqual({ startU: 1, endU: 0 });
    expect(movedTo(inward, 'l', other).bookends).toEqual({ startU: 0, endU: 1 });
  });
});

describe('a curve deleted', () => {
  const p = piece([
    lettering('TIDE', { id: 'before', ...anchored({ kind: 'clock', deg: 90 }, 4) }),
    curve(circle(20), 'other'),
    curve(circle(10, 30, 50)),
    lettering('TERN', { id: 'after', seat: seat('inward', 'inside', 3) }),
    stars('ring'),
  ]);
  const ids = (q: Piece): string[] => q.items.map(({ id }) => id);
  const gone = (after: Parameters<typeof deleteCurveSteps>[2], q = p): Piece => {
    const steps = deleteCurveSteps(q, ring(q), after);
    return done({ ...q }, steps);
  };
  it('goes with what stands on it, before and behind it', () => {
    expect(ids(gone({ kind: 'delete' }))).toEqual(['other']);
  });
  it('leaves words and ornaments on another, which must be there', () => {
    const moved = gone({ kind: 'move', to: 'other' });
    expect(ids(moved)).toEqual(['before', 'other', 'after', 'stars']);
    expect(findItem(moved, 'stars')).toMatchObject({ curveId: 'other' });
    expect([words(moved, 'before').curveId, words(moved, 'after').curveId]).toEqual(['other', 'other']);
    expect(deleteCurveSteps(p, ring(p), { kind: 'move', to: 'nowhere' })).toMatchObject({
      problem: { code: 'unknown-curve', message: 'The curve to move the lettering to is gone. Choose another.' },
    });
  });
  it('leaves its words on a level line of its length through the anchor of the first', () => {
    const straight = gone({ kind: 'straight', lineId: 'line' });
    expect(ids(straight)).toEqual(['before', 'other', 'line', 'after', 'stars']);
    const { shape, name } = ring(straight, 'line');
    // 3 o'clock of a circle of 10 about (30, 50), and half of 2π·10 each way.
    expect(shape).toEqual({
      kind: 'line',
      from: { x: expect.closeTo(40 - 10 * Math.PI, 6), y: expect.closeTo(50, 6) },
      to: { x: expect.closeTo(40 + 10 * Math.PI, 6), y: expect.closeTo(50, 6) },
    });
    expect(name).toBe('Line');
    for (const id of ['before', 'after'])
      expect(words(straight, id)).toMatchObject({
        curveId: 'line',
        seat: seat(),
        anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0 },
        bookends: { startU: 0, endU: 1 },
      });
    expect(findItem(straight, 'stars')).toMatchObject({ curveId: 'line' });
  });
  it('makes no line longer than nine tenths of the sheet, and none where there are no words', () => {
    const wide = piece([curve(circle(40)), lettering('TIDE', anchored({ kind: 'clock', deg: 0 }))]);
    expect(ring(gone({ kind: 'straight', lineId: 'line' }, wide), 'line').shape).toMatchObject({
      from: { x: expect.closeTo(42 - 0.45 * 84, 6) },
      to: { x: expect.closeTo(42 + 0.45 * 84, 6) },
    });
    expect(ids(gone({ kind: 'straight', lineId: 'line' }, piece([curve(circle(40)), curve(circle(9), 'b')])))).toEqual([
      'b',
    ]);
  });
});
