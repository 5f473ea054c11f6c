import { describe, expect, it } from 'vitest';
import { EMPTY_HISTORY, recordChange, undoChange, type Change } from '#core/piece/history';
import { applySteps, setStep } from '#core/piece/steps/index';
import { findLettering, type Piece } from '#core/piece/types';
import { onTop } from '#core/piece/undo';
import { circle, curve, lettering, piece } from '../../support/pieces';

const start = piece([curve(circle(30)), lettering('TIDE'), lettering('SEDGE', { id: 'more' })]);
let ids = 0;
const words = (p: Piece, id = 'words'): string => findLettering(p, id)!.wording;

describe('undoing one’s own', () => {
  const entry = (p: Piece, id: string, path: string[], value: unknown) => {
    const change = { ...typedOn(p), steps: [setStep(p, id, path, value)] };
    const next = applySteps(p, change.steps);
    if (!next.ok) throw new Error(next.problem.message);
    return { piece: next.value, history: recordChange(EMPTY_HISTORY, change) };
  };
  const typedOn = (_p: Piece): Change => ({
    entryId: `u${++ids}`,
    kind: 'do',
    label: 'Change wording',
    steps: [],
    selectionBefore: [],
    selectionAfter: [],
  });
  it('takes back what one did, and leaves what others did since', () => {
    const mine = entry(start, 'words', ['wording'], 'MINE');
    const theirs = entry(mine.piece, 'more', ['wording'], 'THEIRS');
    const undone = onTop(theirs.piece, undoChange(mine.history)!);
    expect(undone.ok && [words(undone.value.piece), words(undone.value.piece, 'more')]).toEqual(['TIDE', 'THEIRS']);
    const over = entry(mine.piece, 'words', ['wording'], 'OVER IT');
    const nothing = onTop(over.piece, undoChange(mine.history)!);
    expect(nothing.ok && [words(nothing.value.piece), nothing.value.change.steps]).toEqual(['OVER IT', []]);
  });
  it('is refused where what was made since needs it', () => {
    const change: Change = { ...typedOn(start), steps: [{ kind: 'insert', index: 0, item: curve(circle(9), 'new') }] };
    const made = applySteps(start, change.steps);
    if (!made.ok) throw new Error();
    const onIt = entry(made.value, 'words', ['curveId'], 'new');
    const undone = onTop(onIt.piece, undoChange(recordChange(EMPTY_HISTORY, change))!);
    expect(undone.ok ? undone.value.change.steps : undone.problem.code).toEqual([]);
  });
  it('takes back the newest of those whose keys came again under one name', () => {
    const change = (entryId: string, kind: Change['kind'] = 'do'): Change => ({ ...typedOn(start), entryId, kind });
    const three = ['dial', 'other', 'dial'].reduce((all, name) => recordChange(all, change(name)), EMPTY_HISTORY);
    const two = recordChange(three, change('dial', 'undo'));
    expect(two.undo).toEqual(three.undo.slice(0, 2));
    expect(two.redo).toEqual(three.undo.slice(2));
    expect(recordChange(two, change('dial', 'redo'))).toEqual(three);
  });
});
