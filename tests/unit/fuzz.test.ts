// Input from outside, whatever it is, gives a value or a problem: it throws nothing and takes no time. A few hundred
// cases here, as many as wanted by `npm run fuzz`; what is found gets a test of its own. The seed is printed on failure.
import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { receive } from '#core/editing/transact';
import { readPieceFile } from '#core/import/pieceFile';
import { readSvg } from '#core/import/svg';
import { pieceProblems } from '#core/piece/check/index';
import { parsePiece, readPiece } from '#core/piece/read';
import { applySteps, invertSteps, isStep, type Step } from '#core/piece/steps/index';
import type { Piece } from '#core/piece/types';
import { readFontFile } from '../../server/data/fontFile';
import { readImage } from '../../server/data/images';
import { HOME } from '../support/pieces';

const numRuns = Number(process.env['FUZZ_RUNS'] ?? 300);
const MOST_MS = 2000;
const inTime = <T>(run: () => T): T => {
  const from = performance.now();
  const result = run();
  expect(performance.now() - from).toBeLessThan(MOST_MS);
  return result;
};

const pieces = readdirSync(`${HOME}demo`)
  .filter((name) => name.endsWith('.json'))
  .map((name) => {
    const read = parsePiece(readFileSync(`${HOME}demo/${name}`, 'utf8'));
    if (!read.ok) throw new Error(read.problem.message);
    return read.value;
  });
const extreme = fc.constantFrom(0, -0, 1, -1, 1e-300, 1e300, -1e308, 5000, -5000, 5000.001, 0.5, 1e21, 2 ** 53);
const number = fc.oneof(extreme, fc.double(), fc.integer());
const text = fc.oneof(fc.string({ unit: 'binary' }), fc.constantFrom('', '\ud83d', 'a\0b', '👩‍👩‍👧‍👦', '\u202eabc'));
const value = fc.oneof(number, text, fc.boolean(), fc.constant(null), fc.jsonValue() as fc.Arbitrary<unknown>);

describe('anything at all', () => {
  it('as a piece gives a piece or a problem', () => {
    fc.assert(
      fc.property(fc.oneof(fc.anything(), fc.jsonValue()), (given) => {
        inTime(() => readPiece(given));
        inTime(() => readPiece({ ...pieces[0], ...(given as object) }));
        return true;
      }),
      { numRuns },
    );
  });

  it('as bytes gives no piece, no typeface, no picture', async () => {
    const heads = [
      [],
      [0x50, 0x4b, 3, 4],
      [0, 1, 0, 0, 0, 9],
      [0x77, 0x4f, 0x46, 0x46],
      [0x77, 0x4f, 0x46, 0x32],
      [0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10],
      [0xff, 0xd8, 0xff],
    ];
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...heads), fc.uint8Array({ maxLength: 400 }), async (head, rest) => {
        const bytes = Uint8Array.from([...head, ...rest]);
        expect(inTime(() => readPieceFile(bytes)).ok).toBe(false);
        inTime(() => readImage(bytes));
        expect((await readFontFile(Buffer.from(bytes), 'x')).ok).toBe(false);
      }),
      { numRuns },
    );
  });

  it('as a path of an SVG gives outlines within the limits, or a problem', () => {
    const command = fc.tuple(fc.constantFrom(...'MmLlHhVvCcSsQqTtAaZz'), fc.array(number, { maxLength: 8 }));
    const path = fc
      .array(command, { maxLength: 40 })
      .map((list) => list.map(([c, v]) => `${c}${v.join(' ')}`).join(''));
    const transform = fc.oneof(
      fc.constantFrom('', 'rotate(45)', 'skewX(89.999)', 'scale(0)', 'matrix(1 0 0 1 0)', 'scale(1e9)'),
      fc.array(number, { minLength: 6, maxLength: 6 }).map((v) => `matrix(${v.join(' ')})`),
    );
    fc.assert(
      fc.property(path, transform, text, (d, by, id) => {
        const escaped = (one: string) => one.replace(/[<&"\p{Cc}\p{Cs}\uFFFE\uFFFF]/gu, '');
        const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="80mm" viewBox="0 0 80 80"><g transform="${by}"><path id="${escaped(id)}" d="M0 0${d}" stroke="red" stroke-width="2"/></g></svg>`;
        const read = inTime(() => readSvg(svg));
        if (!read.ok) return;
        for (const { shape } of read.value)
          for (const { at, back, ahead } of shape.nodes)
            for (const point of [at, back, ahead])
              if (point) expect(Math.max(Math.abs(point.x), Math.abs(point.y))).toBeLessThanOrEqual(5000);
      }),
      { numRuns },
    );
  });

  it('as a step is refused, or leads to a whole piece and back', () => {
    /** Paths that are there, with some that are not. */
    const pathsOf = (one: unknown, path: string[] = []): string[][] =>
      typeof one === 'object' && one !== null
        ? [path, ...Object.entries(one).flatMap(([name, part]) => pathsOf(part, [...path, name]))]
        : [path];
    const places = pieces.map((piece) => [
      ...pathsOf({ ...piece, items: undefined }).map((path) => ({ id: null as string | null, path })),
      ...piece.items.flatMap((item) => pathsOf(item).map((path) => ({ id: item.id as string | null, path }))),
    ]);
    fc.assert(
      fc.property(
        fc.nat(pieces.length - 1),
        fc.nat(),
        value,
        fc.constantFrom('set', 'insert', 'remove', 'reorder'),
        (n, at, given, kind) => {
          const piece: Piece = pieces[n]!,
            { id, path } = places[n]![at % places[n]!.length]!,
            item = piece.items[at % piece.items.length]!;
          const step: unknown =
            kind === 'set'
              ? {
                  kind,
                  id,
                  path,
                  value: given,
                  was: path.reduce<any>((one, name) => one?.[name], id === null ? piece : item),
                }
              : kind === 'reorder'
                ? { kind, id: item.id, from: at % piece.items.length, to: given }
                : {
                    kind,
                    index: given,
                    item: kind === 'insert' ? { ...item, id: 'fresh', ...(given as object) } : item,
                  };
          if (!isStep(step)) return;
          const received = inTime(() => receive(piece, [[step]]));
          if (!received.ok) {
            expect(received.problem.message.length).toBeGreaterThan(5);
            return;
          }
          expect(pieceProblems(received.value)).toEqual([]);
          const back = applySteps(received.value, invertSteps([step as Step]));
          expect(back.ok).toBe(true);
        },
      ),
      { numRuns },
    );
  });
});
