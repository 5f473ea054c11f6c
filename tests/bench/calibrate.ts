// `npm run calibrate [FILE.ttf …]`: how far each face's designer's pairs would have to move to be alike by our measure
// of white, in % of the height, weighted as letters meet in English. Without files: the well-kerned faces that ship,
// with figures for which each face is left out in turn, and the shares that COMMON in core/setting/space/sense.ts
// holds.
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { createFace, type Face } from '#core/type/face';
import { ENGLISH_BEGINNINGS, ENGLISH_PAIRS } from '#core/type/englishPairs';
import { COMMON, fitSense, readPairs, readSigns, type Read } from '#core/setting/space/white/sense';
import { leastSpread, spreadBy, spreadMatrix } from '#core/setting/space/white/shares';
import { READINGS, type Shares } from '#core/setting/space/white/white';
import { faces as shipped } from '../support/pieces';

/** A face with fewer kerned pairs of a case has no part in calibrating that case. */
const WELL_KERNED = 60;
/** A face whose small letters are capitals as tall as its own has none. */
const SMALLER = 0.95;
/**
 * A face that is read no better than this by its own shares, % of the height, has swashes or joins, and says nothing of
 * the others.
 */
const READABLE = 3.5;
/** Levels of the check that doubling them changes nothing. */
const DOUBLED = 48;

const CASES = ['capitals', 'small'] as const;
type Case = (typeof CASES)[number];
interface One {
  readonly name: string;
  readonly face: Face;
  readonly read: Read;
  readonly matrix: Float64Array;
  readonly own: Shares;
  readonly fine: number;
}

async function facesAsked(): Promise<Face[]> {
  const files = process.argv.slice(2);
  if (files.length === 0) return [...(await shipped()).values()];
  const all: Face[] = [];
  for (const file of files) {
    const made = createFace(file, basename(file).replace(/\.[ot]tf$/i, ''), await readFile(file));
    if (made.ok) all.push(made.value);
    else console.error(made.problem.message);
  }
  return all;
}

const percent = (value: number): string => value.toFixed(2).padStart(7);
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
/** The shares by which the pairs of several faces together differ least, drawn to nothing. */
const sharedBy = (every: readonly One[]): Shares => {
  const list = every.filter(({ matrix, own }) => spreadBy(matrix, own) <= READABLE);
  const sum = new Float64Array(READINGS * READINGS);
  for (const { matrix } of list)
    matrix.forEach((value, i) => {
      sum[i]! += value / list.length;
    });
  return leastSpread(sum, Array<number>(READINGS).fill(1 / READINGS), 1e-6);
};
/** Spread of pairs by shares where they are not all alike in weight. */
const spreadOf = ({ rows, weights }: Read, shares: Shares): number =>
  spreadBy(spreadMatrix(rows, weights, READINGS), shares);

const all = await facesAsked();
const senses = new Map<Face, ReturnType<typeof fitSense>>();
const times: number[] = [];
for (const face of all) {
  const from = performance.now();
  senses.set(face, fitSense(face));
  times.push(performance.now() - from);
}

const fixed = new Map<Case, Shares>();
for (const kind of CASES) {
  const list = all.flatMap((face): One[] => {
    const sense = senses.get(face)!,
      { capHeight, xHeight } = face.metrics;
    if (sense.kerned[kind] < WELL_KERNED || (kind === 'small' && xHeight > SMALLER * capHeight)) return [];
    const read = readPairs(face, kind, 24),
      doubled = readPairs(face, kind, DOUBLED);
    return [
      {
        name: face.name,
        face,
        read,
        matrix: spreadMatrix(read.rows, read.weights, READINGS),
        own: sense.shares[kind],
        fine: spreadOf(doubled, sense.shares[kind]),
      },
    ];
  });
  fixed.set(kind, sharedBy(list));
  console.log(
    `\n${kind === 'capitals' ? 'Capitals' : 'Small letters'}: % of their height\n  own shares  common  left out  doubled levels`,
  );
  const rows = list.map((one) => {
    const others = sharedBy(list.filter((other) => other !== one));
    return {
      one,
      own: spreadBy(one.matrix, one.own),
      common: spreadBy(one.matrix, COMMON[kind]),
      out: spreadBy(one.matrix, others),
    };
  });
  for (const { one, own, common, out } of rows)
    console.log(`  ${percent(own)}   ${percent(common)}   ${percent(out)}   ${percent(one.fine)}   ${one.name}`);
  const worst = (pick: (row: (typeof rows)[number]) => number): number => Math.max(...rows.map(pick));
  if (rows.length > 0) {
    console.log(
      `  ${percent(mean(rows.map((row) => row.own)))}   ${percent(mean(rows.map((row) => row.common)))}   ${percent(mean(rows.map((row) => row.out)))}   ${percent(mean(rows.map((row) => row.one.fine)))}   mean of ${rows.length}`,
    );
    console.log(
      `  ${percent(worst((row) => row.own))}   ${percent(worst((row) => row.common))}   ${percent(worst((row) => row.out))}   ${percent(worst((row) => row.one.fine))}   worst`,
    );
  }
}

const mixed: number[] = [],
  signs: Record<Case, number[]> = { capitals: [], small: [] };
for (const face of all) {
  const sense = senses.get(face)!;
  if (sense.kerned.small < WELL_KERNED || face.metrics.xHeight > SMALLER * face.metrics.capHeight) continue;
  mixed.push(spreadOf(readPairs(face, 'mixed', 24), sense.shares.capitals));
  for (const kind of CASES)
    signs[kind].push(
      Math.sqrt(mean(readSigns(face, kind, '.,:;!?-\'"').map((read) => spreadOf(read, sense.shares[kind]) ** 2))),
    );
}
if (mixed.length > 0) {
  console.log(
    `\nA capital before a small letter ${mean(mixed).toFixed(2)} % of the x-height (worst ${Math.max(...mixed).toFixed(1)}), ${mixed.length} faces`,
  );
  console.log(
    `Signs beside capitals ${mean(signs.capitals).toFixed(2)} % (worst ${Math.max(...signs.capitals).toFixed(1)}), beside small letters ${mean(signs.small).toFixed(2)} % (worst ${Math.max(...signs.small).toFixed(1)}), each sign about its own mean`,
  );
}
times.sort((a, b) => a - b);
console.log(
  `\nFitting a face: ${times[times.length >> 1]!.toFixed(1)} ms in the middle, ${times.at(-1)!.toFixed(1)} at most, of ${times.length}; ${(ENGLISH_PAIRS.length + ENGLISH_PAIRS.length + ENGLISH_BEGINNINGS.length).toFixed(0)} pairs placed`,
);
if (process.argv.length === 2)
  for (const kind of CASES)
    console.log(
      `COMMON.${kind} by these faces: [${fixed
        .get(kind)!
        .map((share) => Number(share.toFixed(2)))
        .join(', ')}]`,
    );
