import { beforeAll, describe, expect, it } from 'vitest';
import { twinSteps } from '#core/editing/edits/twin';
import { RULES } from '#core/editing/rules/index';
import { ownLineId } from '#core/editing/rules/ownLine';
import { finishEdit, receive, settledPiece, transact } from '#core/editing/transact';
import { invertSteps, applySteps, setStep, type Step } from '#core/piece/steps/index';
import { findCurve, findLettering, type Curve, type Item, type Piece } from '#core/piece/types';
import type { Faces } from '#core/setting/settingOf';
import { done } from '../../support/edits';

import { circle, curve, faces, lettering, piece, seat } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});

const made = (p: Piece, steps: readonly Step[]) => {
  const result = transact(p, steps, { faces: all });
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};
/** Two twins on a ring. */
const twinned = (): Piece => {
  const p = piece([curve(circle(30)), lettering('OTTERMERE')]);
  return done(p, twinSteps(p, findLettering(p, 'words')!, { lettering: 'twin', curve: 'opposite' }));
};
/** A lettering moved along its curve by so much, mm. */
const offBy = (item: Item, mm: number): Item =>
  item.type === 'lettering' ? { ...item, anchor: { ...item.anchor, startOffsetMm: mm } } : item;
const sizes = (p: Piece): unknown[] => ['words', 'twin'].map((id) => findLettering(p, id)!.size);

describe('an edit by the rules', () => {
  it('has every rule named once, and each either follows or refuses', () => {
    expect(new Set(RULES.map((rule) => rule.name)).size).toBe(RULES.length);
    for (const rule of RULES) expect(Boolean(rule.follow) || Boolean(rule.refuse)).toBe(true);
  });
  it('is the piece itself where nothing changes', () => {
    const p = twinned();
    expect(made(p, [])).toEqual({ piece: p, steps: [] });
    expect(made(p, [setStep(p, 'words', ['wording'], 'OTTERMERE')]).piece).toBe(p);
  });
  it('is undone by the inverse of its steps, whatever follows from it', () => {
    const p = twinned();
    const { piece: after, steps } = made(p, [setStep(p, 'words', ['size'], { by: 'cap', mm: 4 })]);
    expect(steps).toHaveLength(2);
    expect(applySteps(after, invertSteps(steps))).toEqual({ ok: true, value: p });
  });
  it('gives twins that are both set in one edit the later value', () => {
    const p = twinned();
    const [first, second] = [
      { by: 'cap', mm: 4 },
      { by: 'cap', mm: 3 },
    ];
    const toTwin = made(p, [setStep(p, 'words', ['size'], first), setStep(p, 'twin', ['size'], second)]);
    expect(sizes(toTwin.piece)).toEqual([second, second]);
    const toWords = made(p, [setStep(p, 'twin', ['size'], first), setStep(p, 'words', ['size'], second)]);
    expect(sizes(toWords.piece)).toEqual([second, second]);
  });
  it('asks rules again for what other rules added: a twin that changes its size moves the rooms on its ring', () => {
    const p = twinned();
    const equal = made(p, [setStep(p, 'ring', ['equalRooms'], true)]).piece;
    const after = made(equal, [setStep(equal, 'words', ['size'], { by: 'cap', mm: 3 })]).piece;
    expect(sizes(after)).toEqual([
      { by: 'cap', mm: 3 },
      { by: 'cap', mm: 3 },
    ]);
    // Nothing is left to follow: the rooms fit the new size already.
    expect(settledPiece(after, { faces: all })).toBe(after);
  });
  it('is refused where a curve or a lettering would lose its place, and the piece stays', () => {
    const p = piece([curve(circle(30)), lettering('TIDE', { seat: seat('inward', 'inside') })]);
    const tiny = transact(p, [setStep(p, 'ring', ['shape'], circle(1))], { faces: all });
    expect(tiny).toMatchObject({ ok: false, problem: { code: 'too-tight' } });
    // What had no place before may be edited further.
    const already = piece([curve(circle(1)), lettering('TIDE', { seat: seat('inward', 'inside') })]);
    expect(transact(already, [setStep(already, 'words', ['wording'], 'TIDES')], { faces: all }).ok).toBe(true);
  });
  it('is refused where a step does not fit', () => {
    const p = twinned();
    expect(transact(p, [setStep(p, 'gone', ['wording'], 'X')], { faces: all })).toMatchObject({
      ok: false,
      problem: { code: 'step-does-not-fit' },
    });
  });
  it('is refused where a value is none that its field may have, in words that name the value and not its path', () => {
    const p = twinned();
    const wrong = transact(p, [setStep(p, 'words', ['size'], { by: 'cap', mm: -1 })], { faces: all });
    expect(wrong).toMatchObject({
      ok: false,
      problem: { code: 'wrong-piece', field: 'items[1].size.mm', message: expect.stringMatching(/^This value/) },
    });
  });
  it('needs no faces for what does not depend on them', () => {
    const p = twinned();
    const result = transact(p, [setStep(p, 'words', ['size'], { by: 'cap', mm: 4 })], { faces: new Map() });
    expect(result.ok && sizes(result.value.piece)).toEqual([
      { by: 'cap', mm: 4 },
      { by: 'cap', mm: 4 },
    ]);
  });
});

describe('what belongs to an edit but is known later', () => {
  it('is nothing where the curve has its size and no rooms are kept', () => {
    const p = twinned();
    const finished = finishEdit(p, 'ring', null, { faces: all });
    expect(finished).toEqual({ ok: true, value: { piece: p, steps: [] } });
  });
  it('is the rooms on a curve too, where they are kept equal', () => {
    const p = twinned();
    const uneven = {
      ...p,
      items: p.items.map((item) =>
        item.type === 'curve' ? { ...item, equalRooms: true } : item.id === 'twin' ? { ...item, wording: 'SEA' } : item,
      ),
    };
    const placed = { ...uneven, items: uneven.items.map((item) => (item.id === 'twin' ? offBy(item, 9) : item)) };
    const finished = finishEdit(placed, 'ring', null, { faces: all });
    expect(finished.ok && finished.value.steps.map((step) => step.kind === 'set' && step.id)).toContain('twin');
    expect(finished.ok && finishEdit(finished.value.piece, 'ring', null, { faces: all })).toEqual({
      ok: true,
      value: { piece: finished.ok && finished.value.piece, steps: [] },
    });
  });
  it('is the size of the curve, unless that leaves a lettering without a place', () => {
    const p = piece([curve(circle(30)), lettering('TIDE', { seat: seat('inward', 'inside') })]);
    const finished = finishEdit(p, 'ring', circle(31), { faces: all });
    expect(finished.ok && findCurve(finished.value.piece, 'ring')!.shape).toEqual(circle(31));
    expect(finishEdit(p, 'ring', circle(1), { faces: all }).ok).toBe(false);
  });
});

describe('a piece that is settled', () => {
  it('stays the same object once everything in it is as the rules ask', () => {
    const p = twinned();
    const equal = settledPiece(
      { ...p, items: p.items.map((item) => (item.type === 'curve' ? { ...item, equalRooms: true } : item)) },
      { faces: all },
    );
    expect(settledPiece(equal, { faces: all })).toBe(equal);
  });
});

describe('steps that were made elsewhere', () => {
  it('are taken over in order', () => {
    const p = twinned();
    const first = setStep(p, 'words', ['wording'], 'SEA');
    const received = receive(p, [[first], [{ ...first, was: 'SEA', value: 'SEDGE' }]]);
    expect(received.ok && findLettering(received.value, 'words')!.wording).toBe('SEDGE');
  });
  it('are refused where they do not fit, or leave a piece that breaks its rules', () => {
    const p = twinned();
    expect(receive(p, [[setStep(p, 'gone', ['wording'], 'X')]])).toMatchObject({
      problem: { code: 'step-does-not-fit' },
    });
    expect(receive(p, [[setStep(p, 'words', ['curveId'], 'gone')]])).toMatchObject({
      problem: { code: 'wrong-piece', field: 'items[1].curveId' },
    });
  });
});

describe('the line that was made for words alone', () => {
  const own = ownLineId('words');
  const from = { x: 10, y: 70 };
  const start = (changes: Partial<Curve> = {}, more: readonly Item[] = []): Piece =>
    piece([
      curve(circle(20), 'ring'),
      { ...curve({ kind: 'line', from, to: { x: 70, y: 70 } }, own), ...changes },
      lettering('TIDE', { curveId: own, anchor: lettering('', {}).anchor }),
      ...more,
    ]);
  const moved = (p: Piece) => made(p, [setStep(p, 'words', ['curveId'], 'ring')]);
  const stays = (p: Piece): boolean => findCurve(p, own) !== undefined;

  it('goes when they move on or go, and comes back with them', () => {
    const p = start();
    const after = moved(p);
    expect(stays(after.piece)).toBe(false);
    expect(applySteps(after.piece, invertSteps(after.steps))).toEqual({ ok: true, value: p });
    const words = findLettering(p, 'words')!;
    expect(stays(made(p, [{ kind: 'remove', index: p.items.indexOf(words), item: words }]).piece)).toBe(false);
    expect(stays(made(p, [setStep(p, 'words', ['wording'], 'EBB')]).piece)).toBe(true);
  });
  it('stays where it is used, painted or locked, and where it was drawn by hand', () => {
    expect(stays(moved(start({}, [lettering('EBB', { id: 'others', curveId: own })])).piece)).toBe(true);
    expect(stays(moved(start({ locked: true })).piece)).toBe(true);
    expect(stays(moved(start({ fill: start().inks[0]!.id })).piece)).toBe(true);
    const parallel = curve({ kind: 'parallel', of: own, distanceMm: 3 }, 'beside');
    expect(stays(moved(start({}, [parallel])).piece)).toBe(true);
    const drawn = piece([
      curve(circle(20), 'ring'),
      curve({ kind: 'line', from, to: { x: 70, y: 70 } }, 'drawn'),
      lettering('TIDE', { curveId: 'drawn' }),
    ]);
    expect(findCurve(moved(drawn).piece, 'drawn')).toBeDefined();
  });
});
