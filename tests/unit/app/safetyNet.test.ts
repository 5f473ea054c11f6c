import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import type { PendingChange, SetAside } from '../../../app/utils/keeper';
import { clientsOf, rememberClient, SafetyNet } from '../../../app/utils/safetyNet';

const change = (changeId: string, label = changeId): PendingChange => ({
  changeId,
  change: { entryId: changeId, kind: 'do', label, steps: [], selectionBefore: [], selectionAfter: [] },
});
const aside = (changeId: string): SetAside => ({ ...change(changeId), why: 'It was not taken.' });
const net = (piece: string, client: string): SafetyNet & { onDisk: Promise<void> } => {
  let tell = (): void => {};
  const made = new SafetyNet(piece, client, () => tell()) as SafetyNet & { onDisk: Promise<void> };
  Object.defineProperty(made, 'onDisk', {
    get: () =>
      new Promise<void>((resolve) => {
        if (made.holds) resolve();
        tell = resolve;
      }),
  });
  return made;
};
const ids = ({ pending }: { pending: readonly PendingChange[] }) => pending.map(({ changeId }) => changeId);

describe('the safety net of a tab', () => {
  it('holds what it was given last, in order, and says when it is on the disk', async () => {
    const one = net('p', 'a');
    const [x, y, z] = [change('x'), change('y'), change('z')];
    one.put([x, y], []);
    expect(one.holds).toBe(false);
    one.put([x, y, z], [aside('w')]);
    await one.onDisk;
    one.put([y, z], [aside('w')]);
    await one.onDisk;
    expect(one.holds).toBe(true);
    const again = await net('p', 'a').takeUp(() => false);
    expect(ids(again)).toEqual(['y', 'z']);
    expect(again.aside).toMatchObject([{ changeId: 'w', why: 'It was not taken.' }]);
  });

  it('is one for each tab: what one writes or clears, the other keeps', async () => {
    const [a, b] = [net('two', 'a'), net('two', 'b')];
    a.put([change('from-a')], []);
    b.put([change('from-b')], []);
    await Promise.all([a.onDisk, b.onDisk]);
    a.put([], []);
    await a.onDisk;
    expect(ids(await net('two', 'a').takeUp(() => false))).toEqual([]);
    expect(ids(await net('two', 'b').takeUp(() => false))).toEqual(['from-b']);
  });

  it('is taken up once when its tab is gone, and not while it is there', async () => {
    const gone = net('left', 'gone');
    gone.put([change('1'), change('2'), change('3')], []);
    await gone.onDisk;
    expect(ids(await net('left', 'b').takeUp(() => false))).toEqual([]);
    const [first, second] = await Promise.all([
      net('left', 'b').takeUp((client) => client === 'gone'),
      net('left', 'c').takeUp((client) => client === 'gone'),
    ]);
    expect([ids(first), ids(second)]).toEqual([['1', '2', '3'], []]);
    // It is the other tab's now, on the disk too.
    expect(ids(await net('left', 'b').takeUp(() => false))).toEqual(['1', '2', '3']);
    expect(ids(await net('other', 'd').takeUp(() => true))).toEqual([]);
  });

  it('remembers who edited a piece, the latest first', async () => {
    for (const client of ['one', 'two', 'three']) {
      await rememberClient('who', client);
      await new Promise((resolve) => setTimeout(resolve, 3));
    }
    expect(await clientsOf('who')).toEqual(['three', 'two', 'one']);
    expect(await clientsOf('nobody')).toEqual([]);
  });
});
