import type { Adjustment, Lettering, Spacing } from '../../piece/types';
import type { Face } from '../../type/face';
import { shapeWording, type Letter, type ShapedRun } from '../../type/shape';
import { applyCase, smallCapitalScale } from './letterCase';

/** A line of a wording, shaped. */
export interface ShapedLine {
  readonly run: ShapedRun;
  /** The stretch of the whole wording that it is, in UTF-16 units, without its line feed. */
  readonly start: number;
  readonly end: number;
  /** Where each letter begins in the whole wording as it was typed, in UTF-16 units. */
  readonly origins: readonly number[];
  /** The scale of each letter, where small capitals are made by scaling; null where every letter has 1. */
  readonly scales: Float64Array | null;
}

/** A line laid out along a straight line: where the middle of each letter's own advance falls, in mm. */
export interface MeasuredRun extends ShapedLine {
  /** One a letter, from the left end of the first advance. */
  readonly middles: Float64Array;
  readonly halfAdvances: Float64Array;
  /** Index of the first and the last letter that has ink; −1 when there is none. */
  readonly firstInk: number;
  readonly lastInk: number;
  /** Lowest and highest ink above the baseline, mm; both 0 without ink. */
  readonly inkBottomMm: number;
  readonly inkTopMm: number;
}

/** How a wording is shaped: ligatures give way while letters are spread by tracking. */
export const shapeFor = (
  face: Face,
  wording: string,
  spacing: Spacing,
  spread = false,
  features: Readonly<Record<string, number>> = {},
): ShapedRun =>
  shapeWording(face, wording, {
    kerning: spacing.kerning,
    ligatures: spacing.ligatures && spacing.tracking === 0 && !spread,
    features,
  });

/** The lines of a lettering, shaped in its case and with its features. There is at least one. */
export function shapeLines(face: Face, { wording, letterCase, spacing, features, anchor }: Lettering): ShapedLine[] {
  const switched = Object.fromEntries(features.map(({ tag, value }) => [tag, value]));
  let from = 0;
  return wording.split('\n').map((line) => {
    const cased = applyCase(line, letterCase, face);
    const run = shapeFor(face, cased.text, spacing, anchor.align === 'filled', { ...cased.features, ...switched });
    const start = from;
    from += line.length + 1;
    return {
      run,
      start,
      end: start + line.length,
      origins: run.letters.map((letter) => start + (cased.origin[letter.index] ?? letter.index)),
      scales: cased.small.includes(true)
        ? Float64Array.from(run.letters, (letter) => (cased.small[letter.index] ? smallCapitalScale(face) : 1))
        : null,
    };
  });
}

/** Lowest and highest ink of a line, font units; null without ink. */
export function inkUnits({ run, scales }: ShapedLine): { readonly bottom: number; readonly top: number } | null {
  let bottom = Infinity,
    top = -Infinity;
  run.letters.forEach((letter, i) => {
    const k = scales ? scales[i]! : 1;
    for (const glyph of letter.glyphs) {
      const box = run.face.bounds(glyph.id);
      if (!box) continue;
      bottom = Math.min(bottom, (box.yMin + glyph.y) * k);
      top = Math.max(top, (box.yMax + glyph.y) * k);
    }
  });
  return bottom < top ? { bottom, top } : null;
}

const hasInk = (run: ShapedRun, index: number): boolean =>
  run.letters[index]!.glyphs.some((glyph) => run.face.bounds(glyph.id) !== null);

interface Extras {
  /** mm in a font unit, across and up. */
  readonly scaleX: number;
  readonly scaleY: number;
  /** Thousandths of an em between letters. */
  readonly trackingEm: number;
  readonly adjustments: readonly Adjustment[];
  /** Width of spaces, 1 as the face has them. */
  readonly words: number;
  /** What evening out adds to the gap after a letter, by the letter's place in the wording, thousandths of an em. */
  readonly correction: SpacingCorrection | null;
}

/**
 * What evening out adds to single gaps: thousandths of an em by the place of the letter before the gap, in UTF-16
 * units.
 */
export type SpacingCorrection = ReadonlyMap<number, number>;

const SPACE = /^[\s\u00a0]+$/u;
/** Whether a letter is white between two words. */
export const isSpace = ({ text }: Letter): boolean => SPACE.test(text);

/** For each letter of a line the index of the first one of its word; −1 for a space. */
export function wordsOf({ run: { letters } }: ShapedLine): readonly number[] {
  let first = -1;
  return letters.map((letter, i) => {
    if (isSpace(letter)) first = -1;
    else if (first < 0) first = i;
    return first;
  });
}

function finished(line: ShapedLine, middles: Float64Array, halfAdvances: Float64Array, scaleY: number): MeasuredRun {
  const { letters } = line.run;
  let firstInk = -1,
    lastInk = -1;
  for (let i = 0; i < letters.length; i++) {
    if (!hasInk(line.run, i)) continue;
    if (firstInk < 0) firstInk = i;
    lastInk = i;
  }
  const ink = firstInk < 0 ? null : inkUnits(line);
  return {
    ...line,
    middles,
    halfAdvances,
    firstInk,
    lastInk,
    inkBottomMm: ink ? ink.bottom * scaleY : 0,
    inkTopMm: ink ? ink.top * scaleY : 0,
  };
}

/**
 * Lays out a line. Tracking is added between letters, after the last one never, and not at all between letters that
 * are joined to each other. What evening out adds, and gaps set by hand, come on top.
 */
export function measureRun(
  line: ShapedLine,
  { scaleX, scaleY, trackingEm, adjustments, words, correction }: Extras,
): MeasuredRun {
  const { run, origins, scales } = line;
  const { letters, face } = run;
  const middles = new Float64Array(letters.length);
  const halfAdvances = new Float64Array(letters.length);
  const em = face.metrics.upem / 1000;
  const tracking = run.joined ? 0 : trackingEm * em;
  const kerns = adjustments.some((one) => one.kern !== 0)
    ? new Map(adjustments.map((one) => [one.at, one.kern * em]))
    : null;
  let pen = 0;
  for (let i = 0; i < letters.length; i++) {
    const letter = letters[i]!;
    const k = scales ? scales[i]! : 1;
    const own = words !== 1 && isSpace(letter) ? letter.advance * words : letter.advance;
    const half = (own / 2) * k;
    middles[i] = (pen + letter.before * k + half) * scaleX;
    halfAdvances[i] = half * scaleX;
    const at = origins[i]!;
    pen +=
      (letter.before + own + letter.after) * k + tracking + (kerns?.get(at) ?? 0) + (correction?.get(at) ?? 0) * em;
  }
  return finished(line, middles, halfAdvances, scaleY);
}

/** Between two stacked letters, and for a space, in heights of the capitals. */
const STACKED = { gap: 0.25, space: 0.5 } as const;

/** Lays out a line as letters that stand one under the other: each takes the height of the capitals. */
export function measureStacked(
  line: ShapedLine,
  capMm: number,
  { scaleY, trackingEm, adjustments }: Extras,
): MeasuredRun {
  const { letters, face } = line.run;
  const em = (face.metrics.upem / 1000) * scaleY;
  const kerns = new Map(adjustments.map((one) => [one.at, one.kern * em]));
  const middles = new Float64Array(letters.length);
  const halfAdvances = new Float64Array(letters.length);
  let pen = 0;
  letters.forEach((_, i) => {
    const height = hasInk(line.run, i) ? capMm : capMm * STACKED.space;
    middles[i] = pen + height / 2;
    halfAdvances[i] = height / 2;
    pen += height + STACKED.gap * capMm + trackingEm * em + (kerns.get(line.origins[i]!) ?? 0);
  });
  return finished(line, middles, halfAdvances, scaleY);
}
