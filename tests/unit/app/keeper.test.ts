import { describe, expect, it, vi } from 'vitest';
import { twinSteps } from '#core/editing/edits/twin';
import { EMPTY_HISTORY, recordChange } from '#core/piece/history';
import { applySteps, setStep } from '#core/piece/steps/index';
import { findLettering } from '#core/piece/types';
import type { LoggedChange, PendingChange } from '../../../app/utils/keeper';
import { Desk, start, typed, words } from '../../support/desk';
import { seeded } from '../../support/random';

describe('the keeper', () => {
  it('shows a change at once, sends it, and is then kept', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    keeper.make(typed(keeper, 'NEW'));
    expect([words(keeper.piece), keeper.state, words(desk.piece)]).toEqual(['NEW', 'saving', 'TIDE']);
    await keeper.flush();
    expect([keeper.state, words(desk.piece), keeper.revision]).toEqual(['saved', 'NEW', 1]);
  });

  it('sends what a drag changes when the hand pauses, as one', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    desk.handMoves = true;
    for (const text of ['N', 'NE', 'NEW']) {
      keeper.make(typed(keeper, text, 'one-drag'));
      desk.due.shift()!();
    }
    await Promise.resolve();
    expect([desk.requests, desk.rests.length, words(keeper.piece)]).toEqual([0, 3, 'NEW']);
    for (const rest of desk.rests) rest();
    await vi.waitFor(() => {
      expect([keeper.state, words(desk.piece), desk.requests]).toEqual(['saved', 'NEW', 1]);
    });
  });

  it('takes a piece to which a change has been applied as it is', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    const change = typed(keeper, 'NEW');
    const next = applySteps(keeper.piece, change.steps);
    expect(next.ok && keeper.make(change, next.value)).toBeNull();
    expect(next.ok && keeper.piece === next.value).toBe(true);
    await keeper.flush();
    expect([keeper.state, words(desk.piece)]).toEqual(['saved', 'NEW']);
  });

  it('makes what is pending anew by the rules of the document, over what others made', async () => {
    const desk = new Desk();
    const [a, b] = [desk.keeper('a'), desk.keeper('b')];
    // One makes a twin; the other sets a size before it hears of that.
    const twin = twinSteps(a.piece, findLettering(a.piece, 'words')!, { lettering: 'twin', curve: 'opposite' });
    if (!twin.ok) throw new Error(twin.problem.message);
    a.make({ ...typed(a, ''), label: 'Make a twin', steps: twin.value });
    await a.flush();
    const size = { by: 'cap', mm: 3 };
    b.make({ ...typed(b, ''), label: 'Change size', steps: [setStep(b.piece, 'words', ['size'], size)] });
    await b.flush();
    expect([findLettering(desk.piece, 'words')!.size, findLettering(desk.piece, 'twin')!.size]).toEqual([size, size]);
    expect(b.piece).toEqual(desk.piece);
  });

  it('keeps the very same piece once it is acknowledged, so that nothing is drawn or computed again', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    for (const text of ['N', 'NE', 'NEW']) keeper.make(typed(keeper, text, 'one-stay'));
    const { piece: shown, history } = keeper;
    await keeper.flush();
    expect(keeper.state).toBe('saved');
    expect(keeper.piece).toBe(shown);
    expect(keeper.history).toBe(history);
    // A gesture goes out as one change.
    expect(desk.log.map(({ change }) => change.steps)).toMatchObject([[{ value: 'NEW', was: 'TIDE' }]]);
  });

  it('sends what follows of a gesture apart, once its beginning may be logged', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    desk.mode = 'answer-lost';
    keeper.make(typed(keeper, 'N', 'one-stay'));
    await keeper.flush();
    keeper.make(typed(keeper, 'NEW', 'one-stay'));
    desk.mode = 'well';
    await keeper.flush();
    expect([keeper.state, words(desk.piece), words(keeper.piece)]).toEqual(['saved', 'NEW', 'NEW']);
    expect(keeper.history.undo).toHaveLength(1);
  });

  it('holds on while the server is away, says so, and sends again', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    desk.mode = 'away';
    keeper.make(typed(keeper, 'NEW'));
    await keeper.flush();
    expect(keeper.state).toBe('not-saved');
    desk.mode = 'well';
    await keeper.flush();
    expect([keeper.state, words(desk.piece)]).toEqual(['saved', 'NEW']);
  });

  it('does not apply twice what was logged although its answer was lost', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    desk.mode = 'answer-lost';
    keeper.make(typed(keeper, 'NEW'));
    await keeper.flush();
    desk.mode = 'well';
    await keeper.flush();
    expect([keeper.state, desk.log.length, words(keeper.piece)]).toEqual(['saved', 1, 'NEW']);
  });

  it('loses nothing on a stale write: both changes are there afterwards', async () => {
    const desk = new Desk();
    const [a, b] = [desk.keeper('a'), desk.keeper('b')];
    a.make(typed(a, 'FROM A'));
    b.make(typed(b, 'FROM B', undefined, 'more'));
    await a.flush();
    await b.flush();
    expect([words(desk.piece), words(desk.piece, 'more'), b.state]).toEqual(['FROM A', 'FROM B', 'saved']);
    expect(words(b.piece)).toBe('FROM A');
    // Each has in its undo list what it made itself.
    expect([a.history.undo.length, b.history.undo.length]).toEqual([1, 1]);
  });

  it('says what it could not keep when others removed what it was about', async () => {
    const desk = new Desk();
    const lost: string[] = [];
    const [a, b] = [desk.keeper('a'), desk.keeper('b', lost)];
    a.make({ ...typed(a, ''), steps: [{ kind: 'remove', index: 2, item: start.items[2]! }] });
    b.make(typed(b, 'FROM B', undefined, 'more'));
    b.make(typed(b, 'STAYS'));
    await a.flush();
    await b.flush();
    expect(lost).toEqual([expect.stringContaining('what it changes was deleted')]);
    expect(b.aside).toMatchObject([{ change: { label: 'Change wording' } }]);
    expect([words(desk.piece), b.state]).toEqual(['STAYS', 'saved']);
  });

  it('asks for lines when some are missing between', () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    const line = (revision: number): LoggedChange => ({
      revision,
      changeId: `x${revision}`,
      clientId: 'b',
      change: typed(keeper, `R${revision}`),
    });
    expect(keeper.takeLines([line(2)])).toBe(false);
    expect(keeper.takeLines([line(1), line(2)])).toBe(true);
    expect(words(keeper.piece)).toBe('R2');
  });

  it('takes up after a crash what was not acknowledged, leaving out what was', async () => {
    const desk = new Desk();
    const before = desk.keeper('a');
    const stash: PendingChange[] = [
      { changeId: 'got-there', change: typed(before, 'ONE') },
      { changeId: 'did-not', change: { ...typed(before, 'TWO', undefined, 'more') } },
    ];
    desk.take('a', 0, stash.slice(0, 1));
    const after = desk.keeper('a');
    after.resume(stash, [], new Set(desk.log.map(({ changeId }) => changeId)));
    await after.flush();
    expect([words(desk.piece), words(desk.piece, 'more'), desk.log.length]).toEqual(['ONE', 'TWO', 2]);
  });

  it('brings any mix of editors to the same piece, with nothing lost', async () => {
    const random = seeded(42);
    const desk = new Desk();
    const keepers = ['a', 'b', 'c'].map((name) => desk.keeper(name));
    for (let n = 0; n < 400; n++) {
      const keeper = keepers[Math.floor(random() * 3)]!;
      desk.mode = random() < 0.15 ? 'away' : random() < 0.1 ? 'answer-lost' : 'well';
      if (random() < 0.5)
        keeper.make(
          typed(keeper, `T${n}`, random() < 0.5 ? `stay${n >> 4}` : undefined, random() < 0.5 ? 'words' : 'more'),
        );
      if (random() < 0.5) await keeper.flush();
    }
    desk.mode = 'well';
    for (const keeper of [...keepers, ...keepers]) {
      await keeper.flush();
      keeper.takeLines(desk.log);
    }
    for (const [i, keeper] of keepers.entries()) {
      expect(keeper.piece).toEqual(desk.piece);
      expect(keeper.history).toEqual(
        desk.log
          .filter(({ clientId }) => clientId === 'abc'[i])
          .reduce((history, line) => recordChange(history, line.change), EMPTY_HISTORY),
      );
      expect(keeper.state).toBe('saved');
    }
    expect(new Set(desk.log.map((line) => line.changeId)).size).toBe(desk.log.length);
  });
});
