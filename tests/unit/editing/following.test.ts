import { describe, expect, it } from 'vitest';
import { canHaveTwin, twinSteps } from '#core/editing/edits/twin';
import { pivotOf, turnSelectionSteps } from '#core/editing/edits/turn';
import { InTurn } from '#core/editing/inTurn';
import { ownLineId } from '#core/editing/rules/ownLine';
import { transact } from '#core/editing/transact';
import { makeOrnaments, makeStroke } from '#core/piece/make';
import { setStep, type Step } from '#core/piece/steps/index';
import {
  findCurve,
  findItem,
  findLettering,
  type Curve,
  type Item,
  type Lettering,
  type Piece,
} from '#core/piece/types';
import { done } from '../../support/edits';
import { artOf } from '../../support/art';
import { arc, circle, curve, lettering, piece, seat } from '../../support/pieces';

const ground = { faces: new Map() };
const made = (p: Piece, ...steps: Step[]): Piece => {
  const after = transact(p, steps, ground);
  if (!after.ok) throw new Error(after.problem.message);
  return after.value.piece;
};
const line = { kind: 'line', from: { x: 7, y: 60 }, to: { x: 77, y: 60 } } as const;
type Align = Lettering['anchor']['align'];
const clock = (deg: number, align: Align = 'centre', startOffsetMm = 0): Lettering['anchor'] => ({
  at: { kind: 'clock', deg },
  startOffsetMm,
  align,
  by: 'ink',
});
const fraction = (u: number, align: Align, startOffsetMm = 0): Lettering['anchor'] => ({
  at: { kind: 'fraction', u },
  startOffsetMm,
  align,
  by: 'ink',
});

describe('bookends of words on a ring', () => {
  const on = (bookends: Lettering['bookends'], anchor = clock(0), id = 'words') =>
    piece([curve(circle(30)), curve(circle(20), 'inner'), lettering('TIDE', { id, anchor, bookends })]);
  const after = (p: Piece, ...steps: Step[]) => findLettering(made(p, ...steps), 'words')!.bookends.startU;
  const turn = (p: Piece, deg: number): Step => setStep(p, 'words', ['anchor', 'at'], { kind: 'clock', deg });

  it('stay opposite when the words move, past the top too, and with their start offset', () => {
    const p = on({ startU: 0.5, endU: 0.5 });
    expect(after(p, turn(p, 90))).toBeCloseTo(0.75, 9);
    expect(after(p, turn(p, 270))).toBeCloseTo(0.25, 9);
    const quarter = 2 * Math.PI * 30 * 0.25;
    expect(after(p, setStep(p, 'words', ['anchor', 'startOffsetMm'], quarter))).toBeCloseTo(0.75, 9);
    const q = on({ startU: 0.1, endU: 0.1 }, clock(216));
    expect(after(q, turn(q, 252))).toBeCloseTo(0.2, 9);
  });
  it('stay where they were set by hand: apart, elsewhere, or in the same edit', () => {
    const apart = on({ startU: 0.5, endU: 0.6 });
    expect(after(apart, turn(apart, 90))).toBe(0.5);
    const aside = on({ startU: 0.45, endU: 0.45 });
    expect(after(aside, turn(aside, 90))).toBe(0.45);
    const p = on({ startU: 0.5, endU: 0.5 });
    expect(after(p, turn(p, 90), setStep(p, 'words', ['bookends'], { startU: 0.4, endU: 0.4 }))).toBe(0.4);
  });
  it('say themselves where they are when words are turned over, or brought to another curve', () => {
    const p = on({ startU: 0.5, endU: 0.5 });
    expect(after(p, turn(p, 90), setStep(p, 'words', ['seat'], seat('inward', 'outside')))).toBe(0.5);
    expect(after(p, turn(p, 90), setStep(p, 'words', ['curveId'], 'inner'))).toBe(0.5);
  });
  it('are no matter of other fields, of new words and of words that go', () => {
    const p = on({ startU: 0.5, endU: 0.5 });
    expect(after(p, setStep(p, 'words', ['wording'], 'TERN'))).toBe(0.5);
    const fresh = lettering('NEW', { id: 'new', anchor: clock(90), bookends: { startU: 0.5, endU: 0.5 } });
    const both = made(
      p,
      { kind: 'insert', index: 3, item: fresh },
      { kind: 'set', id: 'new', path: ['anchor'], value: clock(10), was: fresh.anchor },
    );
    expect(findLettering(both, 'new')!.bookends.startU).toBe(0.5);
    const words = findLettering(p, 'words')!;
    const turned = { ...words, anchor: clock(90) };
    const gone = made(p, setStep(p, 'words', ['anchor'], clock(90)), { kind: 'remove', index: 2, item: turned });
    expect(findLettering(gone, 'words')).toBeUndefined();
  });
});

describe('words that begin or end at a bookend', () => {
  const at = (anchor: Lettering['anchor'], bookends = { startU: 0.1, endU: 0.9 }, shape: Curve['shape'] = line) =>
    piece([curve(shape), lettering('TIDE', { anchor, bookends })]);
  const anchorAfter = (p: Piece, bookends: Lettering['bookends'], ...more: Step[]) =>
    findLettering(made(p, setStep(p, 'words', ['bookends'], bookends), ...more), 'words')!.anchor.at;

  it('go with it, each with its own', () => {
    expect(anchorAfter(at(fraction(0.1, 'start')), { startU: 0.3, endU: 0.9 })).toEqual({ kind: 'fraction', u: 0.3 });
    expect(anchorAfter(at(fraction(0.9, 'end')), { startU: 0.1, endU: 0.7 })).toEqual({ kind: 'fraction', u: 0.7 });
    expect(anchorAfter(at(fraction(0.9, 'end')), { startU: 0.2, endU: 0.9 })).toEqual({ kind: 'fraction', u: 0.9 });
    const ring = at(clock(36, 'start'), { startU: 0.1, endU: 0.6 }, circle(30));
    expect(anchorAfter(ring, { startU: 0.25, endU: 0.6 })).toEqual({ kind: 'clock', deg: expect.closeTo(90, 6) });
  });
  it('stay where they are aligned otherwise, begin elsewhere, are offset, or are placed in the same edit', () => {
    const where = { kind: 'fraction', u: 0.1 };
    for (const align of ['centre', 'filled'] as const)
      expect(anchorAfter(at(fraction(0.1, align)), { startU: 0.3, endU: 0.9 })).toEqual(where);
    expect(anchorAfter(at(fraction(0.15, 'start')), { startU: 0.3, endU: 0.9 })).toEqual({ kind: 'fraction', u: 0.15 });
    expect(anchorAfter(at(fraction(0.1, 'start', 2)), { startU: 0.3, endU: 0.9 })).toEqual(where);
    const p = at(fraction(0.1, 'start'));
    expect(anchorAfter(p, { startU: 0.3, endU: 0.9 }, setStep(p, 'words', ['anchor'], fraction(0.5, 'start')))).toEqual(
      { kind: 'fraction', u: 0.5 },
    );
  });
});

describe('a line that was made for words alone', () => {
  const id = ownLineId('words');
  const own = curve(line, id);
  const words = lettering('TIDE', { curveId: id });
  const leave = (p: Piece): boolean => findCurve(made(p, setStep(p, 'words', ['curveId'], 'ring')), id) !== undefined;
  const with_ = (...more: Item[]): Piece => piece([curve(circle(30)), own, words, ...more]);

  it('goes with them when they move on, or are removed', () => {
    const p = with_();
    expect(leave(p)).toBe(false);
    expect(made(p, { kind: 'remove', index: 2, item: words }).items.map((one) => one.id)).toEqual(['ring']);
  });
  it('stays while they change in other ways, or another item goes', () => {
    const p = with_(artOf('art'));
    expect(findCurve(made(p, setStep(p, 'words', ['wording'], 'SEA')), id)).toBeDefined();
    expect(findCurve(made(p, { kind: 'remove', index: 3, item: p.items[3]! }), id)).toBeDefined();
    expect(findCurve(made(p, setStep(p, null, ['name'], 'Other')), id)).toBeDefined();
  });
  it('stays where it is painted, locked or used by anything else', () => {
    const painted = (changes: Partial<Curve>) => leave(piece([curve(circle(30)), { ...own, ...changes }, words]));
    expect(painted({ fill: 'rust' })).toBe(true);
    expect(painted({ stroke: makeStroke('rust', 0.3) })).toBe(true);
    expect(painted({ locked: true })).toBe(true);
    expect(leave(with_(lettering('SEA', { id: 'other', curveId: id })))).toBe(true);
    expect(leave(with_(makeOrnaments('stars', 'Stars', id, 'deep')))).toBe(true);
    expect(leave(with_(curve({ kind: 'parallel', of: id, distanceMm: 3 }, 'p')))).toBe(true);
    expect(leave(with_({ ...curve(circle(9), 'disc'), cuts: [{ itemId: id, marginMm: 1 }] }))).toBe(true);
    expect(leave(with_({ ...curve(circle(9), 'disc'), cuts: [{ itemId: 'ring', marginMm: 1 }] }))).toBe(false);
    const hold = { kind: 'touching', curveId: id, gapMm: 1 } as const;
    expect(leave(with_(lettering('SEA', { id: 'held', seat: { ...seat(), hold } })))).toBe(true);
    expect(leave(with_(artOf('art', { within: id })))).toBe(true);
    expect(leave(with_(artOf('art', { within: 'ring' })))).toBe(false);
  });
});

describe('a twin', () => {
  const ids = { lettering: 'twin', curve: 'opposite' };
  const of = (p: Piece, id = 'words') => findLettering(p, id)!;
  const on = (shape: Curve['shape'], changes: Partial<Lettering> = {}, ...more: Item[]): Piece =>
    piece([curve(shape), lettering('TIDE', changes), ...more]);
  const twinned = (p: Piece): Piece => done(p, twinSteps(p, of(p), ids));

  it('has a ring half each, where the first had all of it and was alone', () => {
    const halves = twinned(on(circle(30), { anchor: clock(90) }));
    expect([of(halves).bookends, of(halves, 'twin').bookends]).toEqual([
      { startU: 0, endU: 0.5 },
      { startU: 0, endU: 0.5 },
    ]);
    expect(of(halves, 'twin').anchor.at).toMatchObject({ deg: expect.closeTo(270, 6) });
    expect(halves.items.map(({ id }) => id)).toEqual(['ring', 'words', 'twin']);
    const third = twinned(on(circle(30), {}, lettering('SEA', { id: 'sea', anchor: clock(90) })));
    expect(of(third).bookends).toEqual({ startU: 0.5, endU: 0.5 });
    const placed = twinned(on(circle(30), { bookends: { startU: 0.8, endU: 0.3 } }));
    expect(of(placed).bookends).toEqual({ startU: 0.8, endU: 0.3 });
  });
  it('is turned over the other way from the first, and forgets what was done to single letters', () => {
    const adjustments = [{ at: 1, kern: 10, alongMm: 0, offMm: 0, turnDeg: 0 }];
    const out = of(twinned(on(circle(30), { adjustments })), 'twin');
    expect([out.seat.tops, out.adjustments]).toEqual(['inward', []]);
    const inward = of(twinned(on(circle(30), { seat: seat('inward', 'outside') })), 'twin');
    expect(inward.seat.tops).toBe('outward');
  });
  it('is for one that has none, on a curve with an opposite side that is there', () => {
    const p = on(circle(30));
    expect(canHaveTwin(p, of(p))).toBe(true);
    expect(canHaveTwin(twinned(p), of(p))).toBe(false);
    const open = on(line),
      lost = piece([lettering('TIDE', { curveId: 'gone' })]),
      broken = piece([curve({ kind: 'parallel', of: 'gone', distanceMm: 1 }), lettering('TIDE')]);
    for (const q of [open, lost, broken]) {
      expect(canHaveTwin(q, of(q))).toBe(false);
      const steps = twinSteps(q, of(q), ids);
      expect(steps.ok ? '' : steps.problem.message).toBe(
        'Only closed curves and arcs have an opposite side. Set the other words on a curve of their own.',
      );
    }
  });
  it('stands on the arc that lies opposite, and on no other', () => {
    const first = arc(30, 290, 140);
    const goesTo = (other: Curve['shape'], changes: Partial<Curve> = {}): string =>
      of(twinned(on(first, { anchor: fraction(0.5, 'centre') }, { ...curve(other, 'there'), ...changes })), 'twin')
        .curveId;
    expect(goesTo(arc(30, 110, 140))).toBe('there');
    expect(goesTo(arc(30, 130, 100))).toBe('there');
    // Its middle, 91° from the top, is nearer to opposite than to beside; at 89° it is not.
    expect(goesTo(arc(30, 61, 60))).toBe('there');
    expect(goesTo(arc(30, 59, 60))).toBe('opposite');
    expect(goesTo(arc(30, 241, 60))).toBe('opposite');
    expect(goesTo(arc(30, 239, 60))).toBe('there');
    expect(goesTo(arc(30.005, 110, 140))).toBe('there');
    expect(goesTo(arc(30.02, 110, 140))).toBe('opposite');
    expect(goesTo({ ...arc(30, 110, 140), centre: { x: 42.02, y: 42 } })).toBe('opposite');
    expect(goesTo(arc(30, 110, 140), { hidden: true })).toBe('opposite');
    expect(goesTo(circle(30))).toBe('opposite');
  });
  it('has the arc opposite made behind the first one, half a turn on', () => {
    const p = twinned(on(arc(30, 200, 40), { anchor: fraction(0.5, 'centre') }, curve(circle(9), 'other')));
    expect(p.items.map(({ id }) => id)).toEqual(['ring', 'opposite', 'words', 'twin', 'other']);
    expect(findCurve(p, 'opposite')!.shape).toEqual(arc(30, 20, 40));
  });
});

describe('what a selection turns about', () => {
  const p = piece([
    curve(circle(30)),
    lettering('TIDE'),
    { ...lettering('HELD', { id: 'held' }), locked: true },
    curve(circle(10, 20, 60), 'low'),
    artOf('art', { centre: { x: 60, y: 20 } }),
    { ...artOf('fixed'), locked: true },
    makeOrnaments('stars', 'Stars', 'ring', 'deep'),
    lettering('LOST', { id: 'lost', curveId: 'gone' }),
    curve({ kind: 'parallel', of: 'gone', distanceMm: 1 }, 'broken'),
    curve(line, 'l'),
    lettering('TERN', { id: 'open', curveId: 'l' }),
  ]);
  it('is the middle of its extent in both ways, or the centre that all share', () => {
    expect(pivotOf(p, ['low', 'art'])).toEqual({
      centre: { x: 37, y: 43 },
      min: { x: expect.closeTo(10, 6), y: expect.closeTo(16, 6) },
      max: { x: expect.closeTo(64, 6), y: expect.closeTo(70, 6) },
    });
    expect(pivotOf(p, ['art'])!.centre).toEqual({ x: 60, y: 20 });
    const near = { ...p, items: [...p.items, curve(circle(5, 42.04, 42), 'near'), curve(circle(5, 42.06, 42), 'far')] };
    expect(pivotOf(near, ['ring', 'near'])!.centre).toEqual({ x: 42, y: 42 });
    expect(pivotOf(near, ['low', 'far'])!.centre.x).toBeCloseTo((10 + 47.06) / 2, 6);
  });
  it('is none for what cannot be turned', () => {
    for (const ids of [['fixed'], ['stars'], ['lost'], ['broken'], ['held'], ['open'], ['words', 'held'], ['gone'], []])
      expect(pivotOf(p, ids), ids.join(' ')).toBeNull();
    expect(turnSelectionSteps(p, ['words', 'held'], 30)).toEqual([]);
  });
  it('counts words among other things by their curve, open ones too', () => {
    expect(pivotOf(p, ['open', 'art'])).not.toBeNull();
    const steps = turnSelectionSteps(p, ['words', 'art'], 90);
    expect(steps.map((step) => step.kind === 'set' && step.id)).toContain('ring');
    expect(findItem(made(p, ...steps), 'art')).toMatchObject({ turnDeg: 90 });
  });
});

describe('edits made one after the other', () => {
  it('tell of the first step that does not fit, and go no further', () => {
    const p = piece([curve(circle(30))]);
    const turn = new InTurn(p);
    expect(turn.make([setStep(p, null, ['name'], 'One')]).ok).toBe(true);
    const wrong = turn.make([{ kind: 'remove', index: 4, item: curve(circle(1), 'gone') }]);
    expect(wrong.ok).toBe(false);
    expect(turn.steps).toHaveLength(1);
    expect(turn.piece.name).toBe('One');
  });
});
