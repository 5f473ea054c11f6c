import { describe, expect, it } from 'vitest';
import { joinable, joinSteps } from '#core/editing/edits/join';
import { releasedSeat, releaseSteps } from '#core/editing/edits/release';
import { reseated, rewrite } from '#core/editing/edits/reseat';
import { makeOrnaments } from '#core/piece/make';
import {
  findCurve,
  findItem,
  findLettering,
  isCurve,
  type CurveShape,
  type Lettering,
  type Piece,
} from '#core/piece/types';
import { done } from '../../support/edits';
import { arc, circle, curve, lettering, piece, seat, track } from '../../support/pieces';

const line = (x1: number, y1: number, x2: number, y2: number): CurveShape => ({
  kind: 'line',
  from: { x: x1, y: y1 },
  to: { x: x2, y: y2 },
});
const of = (p: Piece, id: string) => findCurve(p, id)!;
const joined = (a: CurveShape, b: CurveShape): CurveShape => {
  const p = piece([curve(a, 'a'), curve(b, 'b')]);
  const after = done(p, joinSteps(p, of(p, 'a'), of(p, 'b')));
  expect(after.items).toHaveLength(1);
  return of(after, 'a').shape;
};
/** The places of the nodes of a joined curve, and what each is. */
const nodes = (shape: CurveShape) => {
  if (shape.kind !== 'drawn') throw new Error(shape.kind);
  return shape.nodes.map(({ at, kind }) => [Math.round(at.x * 1e3) / 1e3, Math.round(at.y * 1e3) / 1e3, kind]);
};

describe('arcs of one circle', () => {
  it('become one where one follows the other, either way round, or the circle', () => {
    expect(joined(arc(20, 0, 90), arc(20, 90, 60))).toEqual(arc(20, 0, 150));
    expect(joined(arc(20, 90, 60), arc(20, 0, 90))).toEqual(arc(20, 0, 150));
    expect(joined(arc(20, 0, -90), arc(20, 270, -60))).toEqual(arc(20, 0, -150));
    expect(joined(arc(20, 300, 90), arc(20, 30, 20))).toEqual(arc(20, 300, 110));
    expect(joined(arc(20, 0, 200), arc(20, 200, 160))).toEqual(circle(20));
  });
  it('become a drawn curve where they lie apart, run against each other, or are of other circles', () => {
    const first = arc(20, 0, 90);
    const others: CurveShape[] = [
      arc(20, 95, 60),
      arc(20, 150, -60),
      arc(20.5, 90, 60),
      { ...arc(20, 90, 60), centre: { x: 42.5, y: 42 } },
    ];
    for (const other of others) expect(joined(first, other).kind).toBe('drawn');
    expect(joined(first, line(62, 42, 62, 80)).kind).toBe('drawn');
    expect(joined(line(62, 42, 62, 80), first).kind).toBe('drawn');
    // A circle goes one way round only.
    expect(joined(arc(20, 0, -200), arc(20, 160, -160)).kind).toBe('drawn');
    // All but a degree: an arc that nearly closes is none.
    expect(joined(arc(20, 0, 180), arc(20, 180, 179.5)).kind).toBe('drawn');
    expect(joined(arc(20, 0, 180), arc(20, 180, 178.5))).toEqual(arc(20, 0, 358.5));
  });
});

describe('other curves', () => {
  it('meet in one corner where their ends lie on each other, whichever ends these are', () => {
    const meeting = [
      [line(0, 0, 10, 0), line(10, 0, 10, 20)],
      [line(0, 0, 10, 0), line(10, 20, 10, 0)],
    ] as const;
    for (const [a, b] of meeting)
      expect(nodes(joined(a, b))).toEqual([
        [0, 0, 'corner'],
        [10, 0, 'corner'],
        [10, 20, 'corner'],
      ]);
    const before = [
      [line(10, 0, 0, 0), line(10, 20, 10, 0)],
      [line(10, 0, 0, 0), line(10, 0, 10, 20)],
    ] as const;
    for (const [a, b] of before)
      expect(nodes(joined(a, b))).toEqual([
        [10, 20, 'corner'],
        [10, 0, 'corner'],
        [0, 0, 'corner'],
      ]);
  });
  it('are linked by a straight stretch where their ends lie further apart than a twentieth of a mm', () => {
    expect(nodes(joined(line(0, 0, 10, 0), line(10.06, 0, 20, 0)))).toHaveLength(4);
    expect(nodes(joined(line(0, 0, 10, 0), line(10.04, 0, 20, 0)))).toHaveLength(3);
  });
  it('are closed where their other ends meet too, and not where there is only one way', () => {
    const bent: CurveShape = {
      kind: 'drawn',
      closed: false,
      nodes: [
        [10, 0],
        [10, 10],
        [0, 0.02],
      ].map(([x, y]) => ({ kind: 'corner', at: { x: x!, y: y! }, back: null, ahead: null })),
    };
    const shape = joined(line(0, 0, 10, 0), bent);
    expect(shape).toMatchObject({ closed: true });
    expect(nodes(shape)).toEqual([
      [0, 0, 'corner'],
      [10, 0, 'corner'],
      [10, 10, 'corner'],
    ]);
    const open = { ...bent, nodes: bent.nodes.map((node, i) => (i === 2 ? { ...node, at: { x: 0, y: 0.06 } } : node)) };
    expect(joined(line(0, 0, 10, 0), open)).toMatchObject({ closed: false });
    expect(joined(line(0, 0, 10, 0), line(10, 0, 0, 0.01))).toMatchObject({ kind: 'drawn', closed: true });
  });
  it('keep handles where they meet: what comes in of one, what goes out of the other', () => {
    const hill: CurveShape = {
      kind: 'drawn',
      closed: false,
      nodes: [
        { kind: 'corner', at: { x: 10, y: 0 }, back: null, ahead: { x: 12, y: -8 } },
        { kind: 'smooth', at: { x: 30, y: 0 }, back: { x: 28, y: -8 }, ahead: null },
      ],
    };
    const shape = joined(line(0, 0, 10, 0), hill);
    expect(shape.kind === 'drawn' && shape.nodes[1]).toMatchObject({ at: { x: 10, y: 0 }, ahead: { x: 12, y: -8 } });
  });
});

describe('what stands on curves that are joined', () => {
  it('goes to the joined one: words, ornaments; what followed the second keeps its form', () => {
    const p = piece([
      curve(line(0, 10, 30, 10), 'a'),
      curve(line(30, 10, 60, 10), 'b'),
      curve({ kind: 'parallel', of: 'b', distanceMm: 3 }, 'p'),
      makeOrnaments('stars', 'Stars', 'b', 'deep'),
      lettering('TIDE', {
        curveId: 'b',
        anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
        bookends: { startU: 0, endU: 1 },
      }),
    ]);
    const after = done(p, joinSteps(p, of(p, 'a'), of(p, 'b')));
    expect(after.items.filter(isCurve).map(({ id, shape }) => [id, shape.kind])).toEqual([
      ['a', 'drawn'],
      ['p', 'drawn'],
    ]);
    expect(findItem(after, 'stars')).toMatchObject({ curveId: 'a' });
    const words = findLettering(after, 'words')!;
    expect(words.curveId).toBe('a');
    expect(words.anchor.at).toEqual({ kind: 'fraction', u: expect.closeTo(0.75, 6) });
    expect(words.bookends).toEqual({ startU: expect.closeTo(0.5, 6), endU: expect.closeTo(1, 6) });
  });
  it('is refused with what to do', () => {
    const p = piece([
      curve(circle(30), 'ring'),
      curve(arc(20, 0, 90), 'a'),
      curve({ kind: 'parallel', of: 'a', distanceMm: 2 }, 'b'),
      curve(arc(20, 100, 40), 'far'),
      curve({ kind: 'parallel', of: 'far', distanceMm: 2 }, 'c'),
      curve({ kind: 'parallel', of: 'gone', distanceMm: 2 }, 'lost'),
    ]);
    const said = (a: string, b: string): string => {
      const steps = joinSteps(p, of(p, a), of(p, b));
      return steps.ok ? '' : steps.problem.message;
    };
    for (const [a, b] of [
      ['ring', 'a'],
      ['a', 'ring'],
    ] as const)
      expect(said(a, b)).toBe('Only open curves have ends to join. Cut the closed one first.');
    for (const [a, b] of [
      ['a', 'b'],
      ['b', 'a'],
    ] as const)
      expect(said(a, b)).toBe('One of these curves follows the other. Convert it to nodes first, then join.');
    expect(said('a', 'c')).toBe('');
    for (const [a, b] of [
      ['a', 'lost'],
      ['lost', 'a'],
    ] as const)
      expect(said(a, b)).not.toBe('');
  });
});

describe('what can be joined', () => {
  it('is every other open curve that is not locked, the nearest end first', () => {
    const p = piece([
      curve(line(0, 0, 10, 0), 'own'),
      curve(line(50, 0, 60, 0), 'far'),
      curve(circle(5), 'ring'),
      lettering('TIDE', { curveId: 'far' }),
      { ...curve(line(10, 0, 20, 0), 'held'), locked: true },
      curve(line(80, 0, 13, 0), 'near'),
      curve(line(0, 30, 0, 5), 'next'),
      curve({ kind: 'parallel', of: 'gone', distanceMm: 2 }, 'lost'),
    ]);
    expect(joinable(p, of(p, 'own')).map(({ id }) => id)).toEqual(['near', 'next', 'far']);
    expect(joinable(p, of(p, 'ring'))).toEqual([]);
    expect(joinable(p, of(p, 'lost'))).toEqual([]);
  });
});

describe('words let go of', () => {
  const hold = { kind: 'touching', curveId: 'out', gapMm: 2 } as const;
  const held = (changes: Partial<Lettering> = {}): Lettering =>
    lettering('TIDE', { seat: { ...seat('outward', 'outside'), hold }, ...changes });
  const p = piece([curve(circle(20)), curve(circle(30), 'out'), held(), held({ id: 'other' })]);
  it('stand where they stood, without their hold', () => {
    // The upper edge of capitals of 5 mm lies 2 mm within 30, 8 mm outside 20.
    const free = releasedSeat(p, findLettering(p, 'words')!)!;
    expect(free).toMatchObject({ tops: 'outward', side: 'inside', hold: null });
    expect(free.baselineShiftMm).toBeCloseTo(8, 6);
    expect(releasedSeat(p, lettering('TIDE'))).toEqual(seat());
    expect(releasedSeat(p, held({ curveId: 'gone' }))).toBeNull();
  });
  it('are all that a curve holds, but for those that go with it', () => {
    expect(releaseSteps(p, 'out').map((step) => step.kind === 'set' && step.id)).toEqual(['words', 'other']);
    expect(releaseSteps(p, 'out', [findLettering(p, 'other')!])).toMatchObject([
      { id: 'words', path: ['seat'], value: { hold: null, baselineShiftMm: expect.closeTo(8, 6) } },
    ]);
    expect(releaseSteps(p, 'ring')).toEqual([]);
    const lost = piece([curve(circle(30), 'out'), held({ curveId: 'gone' })]);
    expect(releaseSteps(lost, 'out')).toMatchObject([{ value: { hold: null, baselineShiftMm: 0 } }]);
  });
});

describe('words on a curve that came of theirs', () => {
  const whole = lettering('TIDE', { bookends: { startU: 0.5, endU: 0.5 } });
  const at = (deg: number, one = whole): Lettering => ({
    ...one,
    anchor: { at: { kind: 'clock', deg }, startOffsetMm: 0, align: 'centre', by: 'ink' },
  });
  it('are anchored at the same place, and have all of it where they had all of theirs', () => {
    const half = reseated(at(45), 'top', track(circle(30)), track(arc(30, 0, 180)));
    expect(half).toMatchObject({ curveId: 'top', anchor: { at: { kind: 'fraction', u: expect.closeTo(0.25, 6) } } });
    expect(half.bookends).toEqual({ startU: 0, endU: 1 });
    expect(half.seat).toBe(whole.seat);
    const inward = at(45, { ...whole, seat: seat('inward', 'outside') });
    expect(reseated(inward, 'top', track(circle(30)), track(arc(30, 0, 180))).bookends).toEqual({ startU: 1, endU: 0 });
    const other = reseated(at(90), 'ring', track(circle(30)), track(circle(30)));
    expect(other.bookends.startU).toBe(other.bookends.endU);
  });
  it('keep bookends that lie on it, and have its ends for those that do not', () => {
    const placed = at(45, { ...whole, bookends: { startU: 0.9, endU: 0.25 } });
    const half = reseated(placed, 'top', track(circle(30)), track(arc(30, 0, 180)));
    expect(half.bookends).toEqual({ startU: 0, endU: expect.closeTo(0.5, 5) });
    const closed = reseated(placed, 'ring', track(circle(30)), track(circle(25)));
    expect(closed.bookends).toEqual({ startU: expect.closeTo(0.9, 6), endU: expect.closeTo(0.25, 6) });
  });
  it('change sides where outward is the other way now', () => {
    const on = lettering('TIDE', {
      seat: seat('outward', 'inside', 1),
      anchor: { at: { kind: 'fraction', u: 0.25 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      bookends: { startU: 0, endU: 1 },
    });
    const swapped = reseated(on, 'b', track(line(0, 0, 40, 0)), track(line(40, 0, 0, 0)));
    expect(swapped.seat).toEqual(seat('inward', 'outside', 1));
    expect(swapped.anchor.at).toEqual({ kind: 'fraction', u: expect.closeTo(0.75, 9) });
    expect(swapped.bookends).toEqual({ startU: 1, endU: 0 });
    const upright = reseated(on, 'b', track(line(0, 0, 0, 40)), track(line(0, 40, 0, 0)));
    expect(upright.seat).toEqual(seat('inward', 'outside', 1));
  });
  it('are rewritten in what changed alone', () => {
    const p = piece([curve(circle(30)), whole]);
    expect(rewrite(p, whole, { ...whole })).toEqual([]);
    expect(
      rewrite(p, whole, { ...whole, curveId: 'b', adjustments: [], wording: 'NO', size: { by: 'cap', mm: 9 } }).map(
        (step) => step.kind === 'set' && step.path,
      ),
    ).toEqual([['curveId'], ['size'], ['adjustments']]);
  });
});
