import { describe, expect, it } from 'vitest';
import { curveOfDrop, moveRowSteps, ontoCurveSteps, stackRows, stepRowSteps } from '#core/editing/edits/stacking';
import { applySteps, invertSteps, type Step } from '#core/piece/steps/index';
import type { Item, Piece } from '#core/piece/types';
import { circle, curve, lettering, piece } from '../../support/pieces';

const guide = (id: string): Item => curve(circle(20), id);
const plate = (id: string): Item => ({ ...curve(circle(20), id), fill: 'brass' });
const words = (id: string, curveId: string): Item => lettering(id.toUpperCase(), { id, curveId });

/** The list as a person reads it: what is nested is set in by a hyphen. */
const read = (p: Piece): string =>
  stackRows(p)
    .map(({ item, nested }) => `${nested ? '-' : ''}${item.id}`)
    .join(' ');
const order = (p: Piece): string => p.items.map(({ id }) => id).join(' ');
function after(p: Piece, steps: readonly Step[]): Piece {
  const made = applySteps(p, steps);
  if (!made.ok) throw new Error(made.problem.message);
  expect(applySteps(made.value, invertSteps(steps))).toEqual({ ok: true, value: p });
  return made.value;
}

describe('the list of what lies on the sheet', () => {
  it('has the frontmost first, with words on the curve that follows them', () => {
    expect(read(piece([plate('disc'), words('top', 'disc'), words('foot', 'disc')]))).toBe('-foot -top disc');
  });
  it('puts a guide behind the last of its words, wherever it stands itself', () => {
    expect(read(piece([words('top', 'rim'), plate('disc'), words('foot', 'rim'), guide('rim')]))).toBe(
      'foot disc -top rim',
    );
    expect(read(piece([guide('rim'), plate('disc'), words('top', 'rim')]))).toBe('-top rim disc');
  });
  it('leaves a curve without words where it is', () => {
    expect(read(piece([guide('rim'), plate('disc')]))).toBe('disc rim');
  });
  it('nests nothing on a curve that something else parts it from', () => {
    expect(read(piece([plate('a'), plate('b'), words('on-a', 'a')]))).toBe('on-a b a');
  });
});

describe('moving a row', () => {
  const p = piece([plate('disc'), guide('rim'), words('top', 'rim'), words('foot', 'rim'), plate('star')]);
  it('changes the order of painting by one step', () => {
    expect(read(p)).toBe('star -foot -top rim disc');
    const steps = moveRowSteps(p, 0, 4);
    expect(steps).toHaveLength(1);
    expect(order(after(p, steps))).toBe('star disc rim top foot');
    expect(order(after(p, moveRowSteps(p, 1, 0)))).toBe('disc rim top star foot');
  });
  it('takes along what is nested on a curve', () => {
    expect(read(after(p, moveRowSteps(p, 3, 0)))).toBe('-foot -top rim star disc');
    expect(read(after(p, moveRowSteps(p, 3, 4)))).toBe('star disc -foot -top rim');
  });
  it('by one passes guides, which lie nowhere, and ends at the ends', () => {
    expect(read(after(p, stepRowSteps(p, 'top', 1)))).toBe('star foot disc -top rim');
    expect(read(after(p, stepRowSteps(p, 'disc', -1)))).toBe('star foot disc -top rim');
    expect(read(after(p, stepRowSteps(p, 'rim', -1)))).toBe('-foot -top rim star disc');
    expect(stepRowSteps(p, 'star', -1)).toEqual([]);
    expect(stepRowSteps(p, 'disc', 1)).toEqual([]);
    expect(stepRowSteps(p, 'gone', 1)).toEqual([]);
  });
  it('does nothing where a row stays in its place', () => {
    for (let n = 0; n < 5; n++) expect(moveRowSteps(p, n, n)).toEqual([]);
    expect(moveRowSteps(p, 9, 0)).toEqual([]);
  });
});

describe('a row that is dropped', () => {
  const two = piece([plate('disc'), words('top', 'disc'), words('foot', 'disc'), plate('rim'), words('late', 'rim')]);
  // -late rim -foot -top disc
  const target = (from: number, to: number, asked = false): string | null =>
    curveOfDrop(two, from, to, asked)?.id ?? null;
  it('goes onto the curve among whose rows it lies', () => {
    expect(read(two)).toBe('-late rim -foot -top disc');
    expect(target(0, 2)).toBe('disc');
    expect(target(0, 3)).toBe('disc');
  });
  it('goes onto the one right above which it lies only when that is asked for', () => {
    expect(target(0, 1)).toBeNull();
    expect(target(0, 1, true)).toBe('disc');
    expect(target(3, 0)).toBeNull();
    expect(target(3, 0, true)).toBe('rim');
    expect(target(3, 1)).toBe('rim');
  });
  it('stays on its curve, on a locked one, and where it is no words', () => {
    expect(target(2, 3, true)).toBeNull();
    expect(target(1, 3, true)).toBeNull();
    expect(target(0, 4, true)).toBeNull();
    const locked = { ...two, items: two.items.map((one) => (one.id === 'disc' ? { ...one, locked: true } : one)) };
    expect(curveOfDrop(locked, 0, 2, true)).toBeNull();
    const held = { ...two, items: two.items.map((one) => (one.id === 'late' ? { ...one, locked: true } : one)) };
    expect(curveOfDrop(held, 0, 2, true)).toBeNull();
  });
  it('stands there afterwards, at the place where it was dropped', () => {
    const late = two.items.find(({ id }) => id === 'late')!,
      disc = curveOfDrop(two, 0, 2, false)!;
    const next = after(two, [...moveRowSteps(two, 0, 2), ...ontoCurveSteps(two, late, disc)]);
    expect(read(next)).toBe('rim -foot -late -top disc');
    expect(next.items.find(({ id }) => id === 'late')).toMatchObject({ curveId: 'disc', seat: { hold: null } });
  });
});
