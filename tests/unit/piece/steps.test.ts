import { describe, expect, it } from 'vitest';
import { EMPTY_HISTORY, recordChange, redoChange, undoChange, type Change } from '#core/piece/history';
import {
  applyStep,
  applySteps,
  invertStep,
  invertSteps,
  mergeSteps,
  rebaseSteps,
  setStep,
  type Step,
} from '#core/piece/steps/index';
import { findLettering } from '#core/piece/types';
import { circle, curve, lettering, piece, seat } from '../../support/pieces';

const start = piece([curve(circle(30)), lettering('TIDE'), lettering('SEDGE', { id: 'more' })]);

const samples: Record<Step['kind'], Step> = {
  insert: { kind: 'insert', index: 1, item: curve(circle(10), 'new') },
  remove: { kind: 'remove', index: 1, item: start.items[1]! },
  set: setStep(start, 'words', ['seat', 'baselineShiftMm'], 1.5),
  reorder: { kind: 'reorder', id: 'more', from: 2, to: 0 },
};

describe.each(Object.keys(samples) as Step['kind'][])('%s', (kind) => {
  const step = samples[kind];
  it('is undone by its inverse, and survives JSON', () => {
    const after = applyStep(start, step);
    if (!after.ok) throw new Error(after.problem.message);
    expect(after.value).not.toEqual(start);
    const back = applyStep(after.value, invertStep(step));
    expect(back).toEqual({ ok: true, value: start });
    expect(JSON.parse(JSON.stringify(step))).toEqual(step);
    expect(invertStep(invertStep(step))).toEqual(step);
  });
  it('does not fit a piece without its item', () => {
    const empty = piece([]);
    const without = applyStep(kind === 'insert' ? { ...empty, items: [curve(circle(10), 'new')] } : empty, step);
    expect(without).toMatchObject({ ok: false, problem: { code: 'step-does-not-fit' } });
  });
});

describe('steps', () => {
  it('leave untouched parts the same objects', () => {
    const after = applyStep(start, samples.set);
    expect(after.ok && after.value.items[0]).toBe(start.items[0]);
    expect(after.ok && findLettering(after.value, 'words')!.spacing).toBe(findLettering(start, 'words')!.spacing);
  });
  it('that change nothing give the piece itself back', () => {
    expect(applyStep(start, setStep(start, 'words', ['wording'], 'TIDE'))).toEqual({ ok: true, value: start });
  });
  it('refuse to set what is identity, or not there, or reached through the prototype', () => {
    for (const path of [['id'], ['nothing'], ['seat', 'nothing'], ['__proto__', 'x'], []]) {
      expect(applyStep(start, { kind: 'set', id: 'words', path, value: 'x', was: 'y' }).ok).toBe(false);
    }
  });
  it('refuse to take a curve from under its lettering', () => {
    expect(applyStep(start, { kind: 'remove', index: 0, item: start.items[0]! })).toMatchObject({ ok: false });
  });
  it('of a kind that is not known do not fit', () => {
    expect(applyStep(start, { kind: 'constructor' } as unknown as Step)).toMatchObject({ ok: false });
  });
  it('of one gesture merge into one', () => {
    const drag = [0.2, 0.4, 0.6].map((mm) => setStep(start, 'words', ['seat', 'baselineShiftMm'], mm));
    expect(mergeSteps([], drag)).toEqual([setStep(start, 'words', ['seat', 'baselineShiftMm'], 0.6)]);
  });
  it('do not merge past a step on the same ground', () => {
    const list = [
      setStep(start, 'words', ['seat', 'side'], 'on'),
      setStep(start, 'words', ['seat'], seat('inward', 'inside', 0)),
      setStep(start, 'words', ['seat', 'side'], 'outside'),
    ];
    const merged = mergeSteps([], list as Step[]);
    const direct = applySteps(start, list),
      short = applySteps(start, merged);
    expect(short).toEqual(direct);
    expect(merged).toHaveLength(3);
  });
  it('rebased on what others did, undo to what others made', () => {
    const mine = setStep(start, 'words', ['wording'], 'MINE');
    const theirs = applyStep(start, setStep(start, 'words', ['wording'], 'THEIRS'));
    if (!theirs.ok) throw new Error();
    const rebased = rebaseSteps(theirs.value, [mine]);
    if (!rebased.ok) throw new Error();
    const undone = applySteps(rebased.value.piece, invertSteps(rebased.value.steps));
    expect(undone.ok && findLettering(undone.value, 'words')!.wording).toBe('THEIRS');
  });
});

describe('the undo list', () => {
  const change = (entryId: string, step: Step): Change => ({
    entryId,
    kind: 'do',
    label: 'Shift baseline',
    steps: [step],
    selectionBefore: [],
    selectionAfter: ['words'],
  });
  it('takes a whole drag as one entry and gives it back whole', () => {
    const moves = [0.1, 0.2, 0.3].map((mm, i) =>
      change('drag', { ...setStep(start, 'words', ['seat', 'baselineShiftMm'], mm), was: i / 10 } as Step),
    );
    const history = moves.reduce(recordChange, EMPTY_HISTORY);
    expect(history.undo).toHaveLength(1);
    const undo = undoChange(history)!;
    expect(undo.steps).toMatchObject([{ kind: 'set', value: 0, was: 0.3 }]);
    const after = recordChange(history, undo);
    expect(after.undo).toHaveLength(0);
    expect(redoChange(after)).toMatchObject({ kind: 'redo', steps: [{ value: 0.3 }], selectionAfter: ['words'] });
  });
  it('drops what was undone once something else is done', () => {
    let history = recordChange(EMPTY_HISTORY, change('a', samples.set));
    history = recordChange(history, undoChange(history)!);
    history = recordChange(history, change('b', samples.set));
    expect(history.redo).toHaveLength(0);
    expect(redoChange(history)).toBeNull();
  });
});
