import { beforeAll, describe, expect, it } from 'vitest';
import { caretAt, letterAt, letterBox, lettersIn } from '#core/setting/hand/caret';
import type { Lettering } from '#core/piece/types';
import type { Face } from '#core/type/face';
import { circle, faces, lettering } from '../../support/pieces';
import { setOn } from '../../support/setting';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const on = (wording: string, more: Partial<Lettering> = {}) => setOn(all, lettering(wording, more), circle(40));
const clock = ({ x, y }: { x: number; y: number }): number => (Math.atan2(x - 42, 42 - y) * 180) / Math.PI;

describe('the caret', () => {
  it('stands between the letters, square on the curve, and goes ahead with the wording', () => {
    const set = on('TIDE');
    const degrees = [0, 1, 2, 3, 4].map((at) => {
      const { foot, head } = caretAt(set, at);
      expect(clock(foot)).toBeCloseTo(clock(head), 9);
      expect(Math.hypot(head.x - foot.x, head.y - foot.y)).toBeCloseTo(5 * 1.4, 9);
      return clock(foot);
    });
    for (let i = 1; i < 5; i++) expect(degrees[i]).toBeGreaterThan(degrees[i - 1]!);
    expect(caretAt(set, 99)).toEqual(caretAt(set, 4));
  });
  it('goes the other way in right-to-left words, and by halves through a ligature', () => {
    const hebrew = on('שלום', { faceId: 'suez-one' });
    expect(clock(caretAt(hebrew, 0).foot)).toBeGreaterThan(clock(caretAt(hebrew, 3).foot));
    expect(clock(caretAt(hebrew, 3).foot)).toBeGreaterThan(clock(caretAt(hebrew, 4).foot));
    const fi = on('fi', { faceId: 'lobster' });
    expect(fi.measured.run.letters).toHaveLength(1);
    const [a, b, c] = [0, 1, 2].map((at) => clock(caretAt(fi, at).foot));
    expect(b).toBeCloseTo((a! + c!) / 2, 4);
  });
  it('finds its line, an empty one too', () => {
    const set = on('TIDE\n\nSEA', { lineDistanceMm: 7 });
    const radius = (at: number): number => {
      const { foot } = caretAt(set, at);
      return Math.hypot(foot.x - 42, foot.y - 42);
    };
    expect([radius(4), radius(5), radius(6)]).toEqual([
      expect.closeTo(39, 6),
      expect.closeTo(32, 6),
      expect.closeTo(25, 6),
    ]);
    expect(caretAt(on(''), 0).foot.y).toBeLessThan(42);
  });
});

describe('letters of a selection', () => {
  it('are those of its stretch, with their boxes round them', () => {
    const set = on('TIDE\nSEA', { lineDistanceMm: 7 });
    const refs = lettersIn(set, 2, 7);
    expect(refs.map(({ line, index }) => line.measured.run.letters[index]!.text).join('')).toBe('DESE');
    for (const ref of refs) expect(letterBox(ref)).toHaveLength(4);
  });
  it('are found by a place on the sheet, with the caret on its side', () => {
    const set = on('TIDE');
    const [row] = [set.rows.subarray(6, 12)];
    const at = (along: number) =>
      letterAt(set, { x: row![0]! + row![2]! * along + row![4]! * 2, y: row![1]! + row![3]! * along + row![5]! * 2 })!;
    expect([at(-0.3), at(0.3)].map(({ index, from, to, caret }) => [index, from, to, caret])).toEqual([
      [1, 1, 2, 1],
      [1, 1, 2, 2],
    ]);
    expect(letterAt(set, { x: 42, y: 300 })).not.toBeNull();
    expect(letterAt(on(''), { x: 42, y: 0 })).toBeNull();
    const hebrew = on('שלום', { faceId: 'suez-one' });
    const first = hebrew.rows.subarray(0, 6);
    // The leftmost letter is the last one; its left side is the end of the word.
    expect(letterAt(hebrew, { x: first[0]! - first[2]! * 0.3, y: first[1]! - first[3]! * 0.3 })).toMatchObject({
      from: 3,
      to: 4,
      caret: 4,
    });
  });
});
