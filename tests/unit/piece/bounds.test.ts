import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Schema } from 'yup';
import { boundsProblem, JSON_BOUNDS } from '#core/piece/check/bounds';
import { pieceProblems, problemsAfter } from '#core/piece/check/index';
import { acceptorOf } from '#core/fields/index';
import { LIMITS } from '#core/fields/limits';
import { parsePiece, readPiece } from '#core/piece/read';
import { pieceSchema } from '#core/piece/schema';
import { applySteps, isStep, setStep, type Step } from '#core/piece/steps/index';
import { cutTo, isWellFormed, mended } from '#core/fields/wellFormed';
import { circle, curve, HOME, lettering, piece } from '../../support/pieces';

const inTime = <T>(run: () => T, ms = 1500): T => {
  const from = performance.now();
  const result = run();
  expect(performance.now() - from).toBeLessThan(ms);
  return result;
};

describe('text from outside', () => {
  it.each([
    ['Tide', true],
    ['Fähre 🚂', true],
    ['half \ud83d', false],
    ['\udea2 half', false],
    ['two \udea2\ud83d turned', false],
    ['with\0NUL', false],
  ])('%j is whole: %s', (text, whole) => {
    expect(isWellFormed(text)).toBe(whole);
    expect(isWellFormed(mended(text))).toBe(true);
  });
  it('is cut between characters that a person sees, never within one', () => {
    expect(cutTo(`${'a'.repeat(79)}🚂`, 80)).toBe('a'.repeat(79));
    expect(cutTo(`${'a'.repeat(78)}🚂`, 80)).toBe(`${'a'.repeat(78)}🚂`);
    const family = '👩‍👩‍👧‍👦';
    expect(cutTo(`ab${family}`, 5)).toBe('ab');
    expect(cutTo('e\u0301e\u0301', 3)).toBe('e\u0301');
    expect(cutTo('short\ud83d', 80)).toBe('short\ufffd');
  });
});

describe('what is beyond all bounds', () => {
  const nested = (deep: number): unknown => {
    let value: unknown = 0;
    for (let i = 0; i < deep; i++) value = i % 2 ? { a: value } : [value];
    return value;
  };
  it('is found however deep it is, at once, and is not told back', () => {
    for (const deep of [JSON_BOUNDS.depth + 1, 1000, 200_000]) {
      const problem = inTime(() => readPiece({ format: 'under-arc-piece', version: 8, items: nested(deep) }));
      expect(problem).toMatchObject({ ok: false, problem: { code: 'wrong-piece' } });
      if (!problem.ok) expect(problem.problem.message.length).toBeLessThan(300);
    }
    expect(boundsProblem(nested(JSON_BOUNDS.depth)).problem).toBeNull();
  });
  it.each([
    ['items', 2_000_000],
    ['items', 5000],
    ['guides', 100_000],
    ['styles', 100_000],
    ['inks', 100_000],
  ])('%s of %i numbers are told in a line', (name, count) => {
    const wrong = { ...piece([curve(circle(20))]), [name]: new Array<number>(count).fill(0) };
    const [problem, ...more] = inTime(() => pieceProblems(wrong));
    expect(more).toEqual([]);
    expect(problem).toMatchObject({ code: 'wrong-field', field: name });
    expect(problem!.message).toMatch(/at most \d+ are allowed/);
  });
  it('names the field of a broken text, wherever it is', () => {
    const p = piece([curve(circle(20)), lettering('half \ud83d')]);
    expect(pieceProblems(p)).toMatchObject([{ code: 'broken-text', field: 'items[1].wording' }]);
    expect(pieceProblems({ ...p, items: [], name: 'a\0b' })).toMatchObject([{ code: 'broken-text', field: 'name' }]);
  });
  it('of a list of wrong entries within the limit the first is told, without what was sent', () => {
    const wrong = { ...piece([]), items: new Array<string>(LIMITS.items.max).fill('x'.repeat(2000)) };
    const read = inTime(() => readPiece(wrong));
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problem.message.length).toBeLessThan(2000);
  });
  it('leaves a large piece that is right alone', () => {
    const items = Array.from({ length: LIMITS.items.max }, (_, i) => ({ ...curve(circle(20)), id: `c${i}` }));
    expect(inTime(() => parsePiece(JSON.stringify(piece(items))), 4000).ok).toBe(true);
  });
});

describe('what steps have brought into a piece', () => {
  const p = piece([curve(circle(20)), lettering('TIDE')]);
  const after = (...steps: Step[]) => {
    const next = applySteps(p, steps);
    if (!next.ok) throw new Error(next.problem.message);
    return problemsAfter(next.value, steps).map(({ field }) => field);
  };
  const [ring, words] = p.items.map(({ id }) => id) as [string, string];
  it('is found where they touch it', () => {
    expect(after(setStep(p, words, ['wording'], 'SHORE'))).toEqual([]);
    expect(after(setStep(p, words, ['wording'], 'S\ud83d'))).toEqual(['items[1].wording']);
    expect(after(setStep(p, words, ['curveId'], 'gone'))).toEqual(['items[1].curveId']);
    expect(after(setStep(p, words, ['fill'], 'gone'))).toEqual(['items[1].fill']);
    expect(after(setStep(p, ring, ['shape'], circle(6000)))).toEqual(['items[0].shape.radiusMm']);
    expect(after(setStep(p, null, ['name'], ''))).toEqual(['name']);
  });
  it('is found where others miss what they took', () => {
    expect(after(setStep(p, null, ['inks'], []))).toEqual(['items[1].fill']);
    const other = { ...curve(circle(30)), id: 'other' };
    const held = piece([...p.items, other, { ...curve({ kind: 'parallel', of: 'other', distanceMm: 2 }), id: 'par' }]);
    const gone = { kind: 'remove', index: 2, item: other } as const;
    const next = applySteps(held, [gone]);
    expect(next.ok && problemsAfter(next.value, [gone]).map(({ code }) => code)).toContain('unknown-curve');
  });
});

describe('a step from outside', () => {
  it.each([
    [{ kind: 'set', id: null, path: ['name'], value: 'X', was: 'Y' }, true],
    [{ kind: 'set', id: null, path: [], value: 'X' }, false],
    [{ kind: 'set', id: 3, path: ['name'], value: 'X' }, false],
    [{ kind: 'set', id: null, path: [['name']], value: 'X' }, false],
    [{ kind: 'set', id: null, path: ['name'] }, false],
    [{ kind: 'insert', index: 0, item: { id: 'a' } }, true],
    [{ kind: 'insert', index: 0 }, false],
    [{ kind: 'insert', index: 'x', item: { id: 'a' } }, false],
    [{ kind: 'remove', index: 0, item: null }, false],
    [{ kind: 'reorder', id: 'a', from: 0, to: 1 }, true],
    [{ kind: 'reorder', id: 'a' }, false],
    [{ kind: 'constructor' }, false],
    [null, false],
    [[], false],
    ['set', false],
  ])('%j is whole: %s', (step, whole) => {
    expect(isStep(step)).toBe(whole);
  });
});

describe('the quick check', () => {
  const pieces = readdirSync(`${HOME}demo`)
    .filter((name) => name.endsWith('.json'))
    .map((name) => readFileSync(`${HOME}demo/${name}`, 'utf8'));
  const junk = fc.oneof(
    fc.constantFrom<unknown>(
      null,
      undefined,
      true,
      -1,
      0,
      0.5,
      1e9,
      NaN,
      Infinity,
      '',
      ' x',
      'x ',
      'half \ud83d',
      [],
      {},
    ),
    fc.anything(),
    fc.integer(),
    fc.double(),
    fc.string(),
  );
  /** All places in a document, as paths. */
  const placesIn = (value: unknown, path: (string | number)[] = []): (string | number)[][] =>
    typeof value === 'object' && value !== null
      ? [path, ...Object.entries(value).flatMap(([name, part]) => placesIn(part, [...path, name]))]
      : [path];
  it('says yes where Yup finds nothing, and no where it does, whatever is put anywhere', () => {
    const accepts = acceptorOf(pieceSchema as never)!;
    const yupSays = (value: unknown): boolean => {
      if (boundsProblem(value).problem) return false;
      try {
        (pieceSchema as never as Schema).validateSync(value, { strict: true });
        return true;
      } catch {
        return false;
      }
    };
    const places = pieces.map((text) => placesIn(JSON.parse(text)).slice(1));
    fc.assert(
      fc.property(
        fc.nat(pieces.length - 1),
        fc.nat(),
        fc.constantFrom('put', 'delete', 'add'),
        junk,
        (n, at, how, value) => {
          const piece = JSON.parse(pieces[n]!) as Record<string, unknown>;
          const path = places[n]![at % places[n]!.length]!;
          const owner = path.slice(0, -1).reduce<any>((one, name) => one[name], piece);
          if (how === 'put') owner[path.at(-1)!] = value;
          else if (how === 'delete') delete owner[path.at(-1)!];
          else owner[`${String(path.at(-1))}2`] = value;
          expect(accepts(piece)).toBe(yupSays(piece));
        },
      ),
      { numRuns: 1500 },
    );
  });
});
