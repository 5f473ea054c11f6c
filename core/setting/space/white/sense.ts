import { flattenedContours } from '../../../geometry/outlines/outline';
import type { Face } from '../../../type/face';
import { ENGLISH_BEGINNINGS, ENGLISH_PAIRS } from '../../../type/englishPairs';
import { placePairs, type PairPlace } from '../../../type/shape';
import type { PairKind } from './letterKind';
import { addStretch, fillSides, levelsFor, noExtremes, type Levels, type Sides } from './sides';
import { leastSpread, spreadMatrix } from './shares';
import { gapsBetween, READINGS, readWhite, type Facing, type Shares } from './white';

/**
 * How white is read in a face: the shares of the readings, and what they come to where the face itself has set the
 * letters.
 */
export interface Sense {
  readonly shares: Readonly<Record<'capitals' | 'small', Shares>>;
  /**
   * Mean white of the pairs of each kind as the face sets them on a straight line, in ems, weighted as they meet in
   * English.
   */
  readonly mean: Readonly<Record<PairKind, number>>;
  /** How many of the 676 pairs of each case the face kerns. */
  readonly kerned: Readonly<Record<'capitals' | 'small', number>>;
}

/** Shares found for all well-kerned faces that ship together: `npm run calibrate` prints them. */
export const COMMON: Sense['shares'] = {
  capitals: [0, 0, 0.11, 0.14, 0.31, 0, 0.31, 0.13],
  small: [0.13, 0, 0.03, 0, 0.03, 0.36, 0.15, 0.3],
};

/**
 * A face with fewer kerned pairs than `none` tells nothing of its designer's eye beyond its side bearings; with `rich`
 * all.
 */
const KERNED = { none: 20, rich: 60 } as const;
export const RICHLY_KERNED = KERNED.rich;
/** How strongly a face's own shares are held to the common ones, in squared hundredths of the height. */
const HOLD = 0.1;
/** Levels in the height of the letters while a face is fitted. */
const FIT_LEVELS = 24;
/** Pairs rarer than the rest of this share of English have no part in it. */
const RARE = 0.02;
const DIGITS = 1e4;

const upper = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'],
  lower = [...'abcdefghijklmnopqrstuvwxyz'];
const all = (first: readonly string[], second: readonly string[]): string[] =>
  first.flatMap((a) => second.map((b) => a + b));
const PAIRS = { capitals: all(upper, upper), small: all(lower, lower), mixed: all(upper, lower) } as const;
const WEIGHTS = { capitals: ENGLISH_PAIRS, small: ENGLISH_PAIRS, mixed: ENGLISH_BEGINNINGS } as const;

/** Which pairs count, the most frequent first, until next to all of English is told. */
function frequent(weights: Float64Array): number[] {
  const order = Array.from(weights, (_, i) => i).sort((a, b) => weights[b]! - weights[a]! || a - b);
  let sum = 0;
  return order.filter((i) => {
    const counts = sum < 1 - RARE;
    sum += weights[i]!;
    return counts;
  });
}
const FREQUENT = {
  capitals: frequent(ENGLISH_PAIRS),
  small: frequent(ENGLISH_PAIRS),
  mixed: frequent(ENGLISH_BEGINNINGS),
} as const;

/** The sides of a glyph on a straight line, in font units from its origin; null without ink. */
function glyphSides(face: Face, glyphId: number, levels: Levels): Sides | null {
  const ink = noExtremes(levels);
  for (const { points } of flattenedContours(face.outline(glyphId), face.metrics.upem * 0.002)) {
    const last = points.length - 2;
    let x = points[last]!,
      y = points[last + 1]!;
    for (let i = 0; i <= last; i += 2) {
      addStretch(ink, levels, x, y, points[i]!, points[i + 1]!);
      x = points[i]!;
      y = points[i + 1]!;
    }
  }
  return fillSides(ink, levels, null);
}

/** Two glyphs on a straight line. */
export const straightFacing = (levels: Levels, shift: number): Facing => ({
  levels,
  along: (_height, from, to) => to - from,
  stretchLeft: null,
  stretchRight: null,
  shift,
});

/** The top of the ink of a letter, to a level. */
function topOf({ ink }: Sides, { step, low, count }: Levels): number {
  let n = count - 1;
  while (n > 0 && ink.first[n] === Infinity) n--;
  return (low + n + 1) * step;
}

/** The pairs of one kind that a face has, read on a straight line. */
export interface Read {
  /** One a pair that counts, with its weight; in shares of the height. */
  readonly rows: Float64Array;
  readonly weights: Float64Array;
  readonly kerned: number;
}

/**
 * Reads the pairs of a kind on a straight line.
 *
 * @param perHeight levels in the height of the letters
 * @param places where the face puts all 676 of them, if that is known
 */
export function readPairs(
  face: Face,
  kind: PairKind,
  perHeight = FIT_LEVELS,
  places: readonly (PairPlace | null)[] = placePairs(face, PAIRS[kind]),
): Read {
  const { capHeight, xHeight } = face.metrics;
  const height = kind === 'capitals' ? capHeight : xHeight;
  const levels = levelsFor(height, face.metrics.descender, Math.max(face.metrics.ascender, capHeight), perHeight);
  const known = new Map<number, Sides | null>();
  const sides = (id: number): Sides | null => {
    let one = known.get(id);
    if (one === undefined) known.set(id, (one = glyphSides(face, id, levels)));
    return one;
  };
  const list = FREQUENT[kind];
  const rows = new Float64Array(list.length * READINGS),
    weights = new Float64Array(list.length);
  const out = new Float64Array(READINGS);
  list.forEach((index, n) => {
    const place = places[index];
    const left = place && sides(place.first),
      right = place && sides(place.second);
    if (!left || !right) return;
    const top = kind === 'mixed' ? Math.max(height, Math.min(topOf(left, levels), topOf(right, levels))) : height;
    readWhite(
      gapsBetween(left, right, straightFacing(levels, place.distance)),
      { top: Math.min(top, (levels.low + levels.count) * levels.step), height },
      null,
      0,
      out,
    );
    weights[n] = WEIGHTS[kind][index]!;
    for (let i = 0; i < READINGS; i++) rows[n * READINGS + i] = out[i]! / height;
  });
  return { rows, weights, kerned: places.filter((place) => place && place.kern !== 0).length };
}

/** Weighted mean of the white of pairs by shares, in shares of the height. */
function meanOf({ rows, weights }: Read, shares: Shares): number {
  let sum = 0,
    all = 0;
  weights.forEach((weight, n) => {
    all += weight;
    for (let i = 0; i < READINGS; i++) sum += weight * shares[i]! * rows[n * READINGS + i]!;
  });
  return all > 0 ? sum / all : 0;
}

/** Shares fitted to one face's pairs: the common ones as far as it is not kerned. */
function fittedShares(read: Read, common: Shares): Shares {
  const trust = Math.min(Math.max((read.kerned - KERNED.none) / (KERNED.rich - KERNED.none), 0), 1);
  if (trust === 0) return common;
  const own = leastSpread(spreadMatrix(read.rows, read.weights, READINGS), common, HOLD);
  return wholeShares(common.map((share, i) => share + trust * (own[i]! - share)));
}

/**
 * Shares rounded so that they are the same wherever they are found, with 1 for their sum: the largest takes what is
 * left.
 */
function wholeShares(shares: Shares): Shares {
  const parts = shares.map((share) => Math.round(share * DIGITS));
  const largest = parts.indexOf(Math.max(...parts));
  parts[largest]! += DIGITS - parts.reduce((sum, part) => sum + part, 0);
  return parts.map((part) => part / DIGITS);
}

/**
 * Fits the measure of white to a face: the shares of the readings by which the pairs of its designer are most alike,
 * capitals and small letters apart, weighted as pairs meet in English. About 10 ms. A face that hardly kerns keeps the
 * common shares.
 */
export function fitSense(face: Face): Sense {
  const places = placePairs(face, [...PAIRS.capitals, ...PAIRS.small, ...PAIRS.mixed]);
  const [n, m] = [PAIRS.capitals.length, PAIRS.capitals.length + PAIRS.small.length];
  const { upem, capHeight, xHeight } = face.metrics;
  const capitals = readPairs(face, 'capitals', FIT_LEVELS, places.slice(0, n)),
    small = readPairs(face, 'small', FIT_LEVELS, places.slice(n, m)),
    mixed = readPairs(face, 'mixed', FIT_LEVELS, places.slice(m));
  const shares = { capitals: fittedShares(capitals, COMMON.capitals), small: fittedShares(small, COMMON.small) };
  const round = (ems: number): number => Math.round(ems * 1e6) / 1e6;
  return {
    shares,
    kerned: { capitals: capitals.kerned, small: small.kerned },
    mean: {
      capitals: round((meanOf(capitals, shares.capitals) * capHeight) / upem),
      small: round((meanOf(small, shares.small) * xHeight) / upem),
      mixed: round((meanOf(mixed, shares.capitals) * xHeight) / upem),
    },
  };
}

const senses = new WeakMap<Face['vary'], Sense>();

/** The sense of a face, fitted when it is first asked for; all settings of its axes share that of the standard one. */
export function senseOf(face: Face): Sense {
  let sense = senses.get(face.vary);
  if (!sense) senses.set(face.vary, (sense = fitSense(face.vary([]))));
  return sense;
}

/** Gives a face the sense that was found for it elsewhere, so that it is not fitted here. */
export const setSense = (face: Face, sense: Sense): void => {
  senses.set(face.vary, sense);
};

/** What stands in until the sense of a face is found elsewhere. */
export const COMMON_SENSE: Sense = {
  shares: COMMON,
  mean: { capitals: 0.16, small: 0.13, mixed: 0.14 },
  kerned: { capitals: 0, small: 0 },
};

/** Letters that a sign is tried beside, for its own room. */
const BESIDE = { capitals: 'HOAETNRSIL', small: 'noeatisrhd' } as const;

/**
 * Reads signs beside the ten letters, each sign before and after them apart: a list for every sign and side, all
 * letters of one weight.
 */
export function readSigns(face: Face, beside: 'capitals' | 'small', signs: string): Read[] {
  const plain = face.vary([]);
  const { capHeight, xHeight, descender, ascender } = plain.metrics;
  const height = beside === 'capitals' ? capHeight : xHeight;
  const levels = levelsFor(height, descender, Math.max(ascender, capHeight), FIT_LEVELS);
  const out = new Float64Array(READINGS);
  return [...signs].flatMap((sign) =>
    (['before', 'after'] as const).map((side): Read => {
      const rows: number[] = [];
      for (const place of placePairs(
        plain,
        [...BESIDE[beside]].map((letter) => (side === 'before' ? sign + letter : letter + sign)),
      )) {
        const left = place && glyphSides(plain, place.first, levels),
          right = place && glyphSides(plain, place.second, levels);
        if (!left || !right) continue;
        readWhite(
          gapsBetween(left, right, straightFacing(levels, place.distance)),
          { top: height, height },
          null,
          0,
          out,
        );
        rows.push(...out.map((reading) => reading / height));
      }
      return { rows: Float64Array.from(rows), weights: new Float64Array(rows.length / READINGS).fill(1), kerned: 0 };
    }),
  );
}

const rooms = new WeakMap<Sense, Map<string, readonly number[]>>();

/**
 * How much more white than between letters a face leaves beside a sign, in ems: the mean over ten frequent letters. 0
 * where the face lacks it.
 *
 * @param side whether the sign stands before the letter or after it
 */
export function signRoom(face: Face, sign: string, side: 'before' | 'after', beside: 'capitals' | 'small'): number {
  const sense = senseOf(face);
  let known = rooms.get(sense);
  if (!known) rooms.set(sense, (known = new Map()));
  const key = `${sign}${beside}`;
  let both = known.get(key);
  if (!both) {
    const { upem, capHeight, xHeight } = face.metrics;
    const height = beside === 'capitals' ? capHeight : xHeight;
    const read = sign.length === 1 ? readSigns(face, beside, sign) : [];
    known.set(
      key,
      (both = read.map((one) =>
        one.weights.length > 0 ? (meanOf(one, sense.shares[beside]) * height) / upem - sense.mean[beside] : 0,
      )),
    );
  }
  return both[side === 'before' ? 0 : 1] ?? 0;
}

/** The shares by which a face's pairs of a kind are read: a capital beside a small letter is read as capitals are. */
export const sharesOf = (face: Face, kind: PairKind): Shares =>
  senseOf(face).shares[kind === 'small' ? 'small' : 'capitals'];
