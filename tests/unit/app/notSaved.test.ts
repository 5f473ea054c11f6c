import { describe, expect, it } from 'vitest';
import { Desk, start, typed, words } from '../../support/desk';
import { circle, curve } from '../../support/pieces';

describe('what cannot be saved', () => {
  it('sets aside the one change that is not taken, and saves all the others', async () => {
    const desk = new Desk();
    const said: string[] = [];
    const keeper = desk.keeper('a', said);
    for (let n = 0; n < 41; n++) keeper.make(typed(keeper, `T${n}`, undefined, n === 20 ? 'more' : 'words'));
    desk.hates = ({ change }) => (change.steps.some((step) => 'id' in step && step.id === 'more') ? 'refused' : null);
    await keeper.flush();
    expect([keeper.state, desk.log.length, words(desk.piece)]).toEqual(['saved', 40, 'T40']);
    expect(keeper.aside).toMatchObject([
      { why: 'It is not taken.', change: { steps: [{ id: 'more', value: 'T20' }] } },
    ]);
    expect(said).toHaveLength(1);
    expect(keeper.piece).toEqual(desk.piece);
    // It can be tried again, and is then an edit like any other.
    expect(keeper.retry(keeper.aside[0]!.changeId)).toBeNull();
    desk.hates = () => null;
    await keeper.flush();
    expect([words(desk.piece, 'more'), keeper.aside.length]).toEqual(['T20', 0]);
  });

  it('asks a server that fails a few times, with growing pauses, then goes on without that change', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    keeper.make(typed(keeper, 'GOOD', undefined, 'more'));
    keeper.make(typed(keeper, 'BAD'));
    desk.hates = ({ change }) =>
      change.steps.some((step) => 'value' in step && step.value === 'BAD') ? 'failed' : null;
    desk.pauses.length = 0;
    for (let n = 0; n < 30 && keeper.state !== 'saved'; n++) await keeper.flush();
    expect(desk.pauses.slice(0, 4)).toEqual([500, 1000, 2000, 4000]);
    expect(desk.requests).toBeLessThan(20);
    expect([keeper.state, words(desk.piece, 'more'), words(desk.piece)]).toEqual(['saved', 'GOOD', 'TIDE']);
    expect(keeper.aside).toMatchObject([{ change: { steps: [{ value: 'BAD' }] } }]);
  });

  it('sends no more at once than a request may hold', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    const sizes: number[] = [];
    desk.hates = (one) => {
      sizes.push(JSON.stringify(one).length);
      return null;
    };
    for (let n = 0; n < 30; n++) keeper.make(typed(keeper, `${n} ${'x'.repeat(180_000)}`, undefined, 'words'));
    const before = keeper.waiting;
    await keeper.flush();
    expect([before, keeper.state]).toEqual([30, 'saved']);
    expect(desk.requests).toBeGreaterThan(5);
  });

  it('does not make twice what was logged before it had to load anew, and can undo it', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    desk.mode = 'answer-lost';
    const added = { kind: 'insert', index: 0, item: curve(circle(9), 'new') } as const;
    keeper.make({ ...typed(keeper, ''), label: 'Add a circle', steps: [added] });
    await keeper.flush();
    desk.mode = 'well';
    keeper.make(typed(keeper, 'NEW'));
    expect(await keeper.reload()).toBe(0);
    await keeper.flush();
    expect([keeper.state, keeper.aside.length, desk.log.length, keeper.piece]).toEqual(['saved', 0, 2, desk.piece]);
    expect(keeper.history.undo.map(({ label }) => label)).toEqual(['Add a circle', 'Change wording']);
  });

  it('loads anew where the server is behind, puts its own work on top, and does not ask without pause', async () => {
    const desk = new Desk();
    const keeper = desk.keeper('a');
    keeper.make(typed(keeper, 'SAVED'));
    await keeper.flush();
    // A back-up is restored.
    desk.piece = start;
    desk.log = [];
    keeper.make(typed(keeper, 'MINE', undefined, 'more'));
    await keeper.flush();
    expect([keeper.state, keeper.revision, words(desk.piece), words(desk.piece, 'more')]).toEqual([
      'saved',
      1,
      'TIDE',
      'MINE',
    ]);
    // A server that says so again and again is asked less and less often.
    keeper.make(typed(keeper, 'ON'));
    desk.pauses.length = 0;
    const { requests } = desk;
    desk.take = () => {
      desk.requests++;
      return { kind: 'stale', lines: [] };
    };
    for (let n = 0; n < 5; n++) await keeper.flush();
    expect(desk.requests - requests).toBeLessThanOrEqual(6);
    expect(desk.pauses.every((ms) => ms >= 3000)).toBe(true);
    expect(keeper.waiting).toBe(1);
  });
});
