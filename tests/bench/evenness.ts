// `npm run evenness`: what evening out makes of words in every face that ships, before and after, by the engine's own
// measure and by two that know nothing of it (tests/bench/whites.ts); how the lines grow, how near letters come; and a
// specimen of words before and after in tmp/specimen.pdf with its pages as pictures.
import { mkdir } from 'node:fs/promises';
import type { CurveShape, Lettering } from '#core/piece/types';
import { closest, shapeOf } from '#core/geometry/outlines/closest';
import { joinedByFace } from '#core/setting/space/collisions';
import { evenOut } from '#core/setting/space/evenOut';
import { placedContours } from '#core/setting/line/flatOutlines';
import { setLettering } from '#core/setting/line/setLettering';
import { type SetLettering } from '#core/setting/line/set';
import { evennessOf, letterHeight, trueGaps } from '#core/setting/space/trueGaps';
import { circle, faces, lettering, spacing, track } from '../support/pieces';
import { profile, renderPixels } from '../../cli/tools';
import { writeSpecimen, type Sample } from './specimen';
import { rankAgreement, whitesOf } from './whites';

const WORDS = [
  'OTTERMERE',
  'LIGHT RAILWAY',
  'MARMALADE',
  'LAVA',
  'Tyrol',
  'AVOCET WATCH',
  'TIDAL FERRY',
  'LOYALTY AWARD',
  'FIFTY SEASONS',
  'WAVE HALT',
  'Keeper of the Tide',
  'Valley Halt',
  'STEAM',
  'TOLL-WAY',
  'Sedge & Sea',
  'PILOT JETTY',
  'Fog Signal',
  'CO. No. 7',
  'Havelock',
  'WYVERN',
];
/** The line is 4 m long. */
const SHAPES: readonly (readonly [string, CurveShape])[] = [
  ['ring of 12 mm', circle(12)],
  ['ring of 20 mm', circle(20)],
  ['ring of 60 mm', circle(60)],
  ['line', { kind: 'line', from: { x: 0, y: 40 }, to: { x: 400, y: 40 } }],
];
const FEW = ['lobster', 'unbounded-bold', 'playfair-display-bold', 'zilla-slab-bold', 'league-gothic'];
const all = await faces();
const JOINED = new Set(['great-vibes', 'pacifico']);
const LEAST = 0.1;

interface Seen {
  readonly faceId: string;
  readonly word: string;
  readonly where: string;
  readonly before: number;
  readonly after: number;
  readonly growth: number;
  readonly lack: number;
  readonly areaBefore: number;
  readonly areaAfter: number;
  readonly nearBefore: number;
  readonly nearAfter: number;
}

const rms = (values: readonly number[]): number => {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  return Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length);
};

/** How near two letters come, mm; null where farther than asked. */
function near(set: SetLettering, before: number, after: number, within: number): number | null {
  const [a, b] = [shapeOf(placedContours(set, before, 'exact')), shapeOf(placedContours(set, after, 'exact'))];
  return a && b ? (closest(a, b, within)?.mm ?? null) : null;
}

function look(faceId: string, word: string, where: string, shape: CurveShape, lean: number): Seen | null {
  const face = all.get(faceId)!;
  const at: Partial<Lettering> =
    shape.kind === 'line'
      ? {
          anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
          bookends: { startU: 0, endU: 1 },
        }
      : {};
  const what = lettering(word, {
    faceId,
    size: { by: 'cap', mm: 8 },
    spacing: spacing({ evenOut: 1, lean, leastGapMm: LEAST }),
    ...at,
  });
  const plain = { ...what, spacing: { ...what.spacing, evenOut: 0 } };
  const straight = setLettering(
    {
      ...plain,
      anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      bookends: { startU: 0, endU: 1 },
    },
    track(SHAPES[3]![1]),
    face,
  );
  const first = setLettering(plain, track(shape), face),
    then = setLettering(what, track(shape), face, [], evenOut(what, track(shape), face));
  if (!first.ok || !then.ok || !straight.ok) return null;
  const gaps = trueGaps(first.value),
    joins = joinedByFace(first.value),
    height = letterHeight(first.value);
  const pairs = gaps.filter((gap) => !gap.word);
  // A line that the face joins throughout is left alone, and has no evenness.
  const [evenBefore, evenAfter] = [evennessOf(first.value), evennessOf(then.value)];
  if (pairs.length < 2 || evenBefore === null || evenAfter === null) return null;
  // What the face does on a line is what the white is compared with; all alike, with nothing.
  const own = whitesOf(straight.value, SHAPES[3]![1], pairs, height);
  const uneven = (set: SetLettering): readonly [number, number] => {
    const now = whitesOf(set, shape, pairs, height);
    return [
      rms(now.map(({ area }, i) => area - (1 - lean) * own[i]!.area)),
      rms(now.map(({ nearness }, i) => nearness - (1 - lean) * own[i]!.nearness)),
    ];
  };
  const [areaBefore, nearBefore] = uneven(first.value),
    [areaAfter, nearAfter] = uneven(then.value);
  let lack = 0;
  for (const { before, after } of gaps) {
    if (joins.has(before)) continue;
    const least = Math.min(LEAST, near(straight.value, before, after, LEAST) ?? LEAST);
    lack = Math.max(lack, least - (near(then.value, before, after, LEAST) ?? LEAST));
  }
  return {
    faceId,
    word,
    where,
    before: evenBefore,
    after: evenAfter,
    growth: then.value.overset.inkMm / first.value.overset.inkMm - 1,
    lack,
    areaBefore,
    areaAfter,
    nearBefore,
    nearAfter,
  };
}

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
function told(list: readonly Seen[]): string {
  const least = Math.min(...list.map((one) => one.after)),
    grown = list.filter((one) => one.growth > 0.0605);
  return [
    `${list.length} settings: evenness ${mean(list.map((one) => one.before)).toFixed(0)} → ${mean(list.map((one) => one.after)).toFixed(0)} % (least after ${least.toFixed(0)}, ${list.filter((one) => one.after < 90).length} under 90)`,
    `  unevenness by area ${(100 * mean(list.map((one) => one.areaBefore))).toFixed(2)} → ${(100 * mean(list.map((one) => one.areaAfter))).toFixed(2)}, by nearness ${(100 * mean(list.map((one) => one.nearBefore))).toFixed(2)} → ${(100 * mean(list.map((one) => one.nearAfter))).toFixed(2)} % of the height`,
    `  rank agreement of the evenness with area ${rankAgreement(
      list.map((one) => one.before),
      list.map((one) => -one.areaBefore),
    ).toFixed(2)} before, ${rankAgreement(
      list.map((one) => one.after),
      list.map((one) => -one.areaAfter),
    ).toFixed(2)} after; with nearness ${rankAgreement(
      list.map((one) => one.before),
      list.map((one) => -one.nearBefore),
    ).toFixed(2)}, ${rankAgreement(
      list.map((one) => one.after),
      list.map((one) => -one.nearAfter),
    ).toFixed(2)}`,
    `  growth ${(100 * mean(list.map((one) => one.growth))).toFixed(1)} % (most ${(100 * Math.max(...list.map((one) => one.growth))).toFixed(1)}), more than 6 % in ${grown.length}; nearer than they may by ${Math.max(...list.map((one) => one.lack)).toFixed(4)} mm at most`,
  ].join('\n');
}

const ONLY_FEW = process.argv.includes('--few');
for (const lean of [0, 1]) {
  console.log(`\n## ${lean === 0 ? 'As the typeface spaces it' : 'All alike'}`);
  const seen = SHAPES.flatMap(([where, shape]) =>
    [...all.keys()]
      .filter((id) => !JOINED.has(id) && (!ONLY_FEW || FEW.includes(id)))
      .flatMap((faceId) => WORDS.flatMap((word) => look(faceId, word, where, shape, lean) ?? [])),
  );
  console.log(`\nfive faces, ${told(seen.filter((one) => FEW.includes(one.faceId)))}`);
  for (const [where] of SHAPES)
    console.log(`\n${where}, all faces, ${told(seen.filter((one) => one.where === where))}`);
  console.log('\nMost grown:');
  for (const one of seen
    .slice()
    .sort((a, b) => b.growth - a.growth)
    .slice(0, 12))
    console.log(
      `  ${(100 * one.growth).toFixed(1)} % ${one.word}, ${one.faceId}, ${one.where}, evenness ${one.before.toFixed(0)} → ${one.after.toFixed(0)}`,
    );
}

const CHOSEN: readonly (readonly [word: string, faceId: string, radiusMm: number, capMm: number, inward?: boolean])[] =
  [
    ['AWARD', 'zilla-slab-bold', 20, 8],
    ['LAVENDER', 'oswald-medium', 40, 8],
    ['LOYALTY', 'cinzel-bold', 24, 7],
    ['RAILWAY', 'cinzel-bold', 26, 8],
    ['FIFTY', 'alfa-slab-one', 20, 8],
    ['FERRY', 'playfair-display-bold', 20, 8],
    ['AWARD', 'alfa-slab-one', 20, 8],
    ['MARMALADE', 'lobster', 24, 6],
    ['LIGHT RAILWAY', 'limelight', 30, 7],
    ['TIDAL FERRY', 'rye', 28, 6],
    ['OTTERMERE', 'league-gothic', 22, 9],
    ['Valley Halt', 'abril-fatface', 26, 8],
    ['KEEPER', 'unbounded-bold', 24, 5],
    ['WATTAGE', 'bebas-neue', 24, 9],
    ['LIGHTNING', 'anton', 24, 8],
    ['TOLLY WHYTE', 'bodoni-moda-bold', 30, 6],
    ['LAVA', 'lobster', 20, 8],
    ['Tyrol', 'unbounded-bold', 20, 6],
    ['MARMALADE', 'limelight', 20, 7],
    ['TOLL-WAY', 'league-gothic', 22, 9],
    ['Sedge & Sea', 'playfair-display-bold', 24, 7],
    ['CO. No. 7', 'suez-one', 22, 8],
    ['WYVERN', 'marhey-bold', 22, 8],
    ['Havelock', 'lilita-one', 22, 7],
    ['OTTERMERE', 'limelight', 24, 7, true],
    ['LIGHT RAILWAY', 'cinzel-bold', 34, 6, true],
    ['FIFTY YEARS', 'alfa-slab-one', 34, 6, true],
    ['TIDAL FERRY', 'playfair-display-bold', 34, 6, true],
    ['AVOCET', 'oswald-medium', 24, 7, true],
    ['VALLEY', 'zilla-slab-bold', 26, 7, true],
    ['WATCH', 'righteous', 24, 7, true],
    ['Fog Signal', 'comfortaa-bold', 28, 6, true],
    ['WAVE HALT', 'russo-one', 24, 6],
    ['PILOT JETTY', 'frank-ruhl-libre-black', 26, 7],
    ['LYTTA', 'comfortaa-bold', 22, 7],
    ['KAYAK', 'bungee', 22, 7],
    ['Keeper of the Tide', 'oleo-script-bold', 28, 6],
    ['STEAM', 'monoton', 24, 7],
    ['Light Railway', 'unifraktur-maguntia', 28, 7],
    ['TAVY', 'cinzel-decorative-bold', 24, 7],
    ['SEASONS', 'abril-fatface', 22, 8],
    ['LATITUDE', 'righteous', 24, 7],
    ['AWAY', 'playfair-display-bold', 60, 10],
    ['LOYALTY', 'bebas-neue', 60, 12],
    ['RATTLE', 'oswald-medium', 16, 6],
    ['VAULT', 'zilla-slab-bold', 14, 5],
    ['‘TIDE’', 'bodoni-moda-bold', 24, 8],
    ['1926–2026', 'abril-fatface', 24, 8],
  ];
const samples = CHOSEN.map(([word, faceId, radiusMm, capMm, inward]): Sample => ({
  word,
  faceId,
  radiusMm,
  capMm,
  inward: inward ?? false,
}));
await mkdir('tmp', { recursive: true });
const pages = await writeSpecimen(samples, all, 'tmp/specimen', await profile('coated'), renderPixels);
console.log(
  `\ntmp/specimen.pdf: ${samples.length} words on ${pages} pages, as set, as the typeface spaces them, and all alike`,
);
