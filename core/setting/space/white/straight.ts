import type { Face } from '../../../type/face';
import type { Letter, ShapedRun } from '../../../type/shape';
import { closest, shapeOf } from '../../../geometry/outlines/closest';
import { contoursOf, straightContours } from '../../line/flatOutlines';
import { measureRun, type MeasuredRun } from '../../line/measure';
import { bandOf, kindOf, usualKind, type LetterKind, type PairBand } from './letterKind';
import { senseOf, sharesOf, signRoom, straightFacing } from './sense';
import { addStretch, fillSides, levelsFor, noExtremes, type Levels, type Sides } from './sides';
import { clearance, gapsBetween, whiteBetween } from './white';

/**
 * Two neighbours of a line as their face sets them on a straight line, in font units of height (an em high is upem).
 */
export interface StraightPair {
  /** Indices of the letters. */
  readonly before: number;
  readonly after: number;
  readonly band: PairBand;
  /** Whether it parts two words. */
  readonly word: boolean;
  /** The white between them without tracking, and what it would be were all pairs alike. */
  readonly white: number;
  readonly alike: number;
  /** The distance of their middles without tracking. */
  readonly distance: number;
  /** A distance than which their outlines are no nearer. */
  readonly clear: number;
}

function straightSides(face: Face, letter: Letter, scale: number, width: number, levels: Levels): Sides | null {
  const ink = noExtremes(levels);
  const dx = -letter.advance / 2;
  for (const glyph of letter.glyphs) {
    for (const points of contoursOf(face, glyph.id, 'coarse')) {
      for (let i = 2; i < points.length; i += 2) {
        addStretch(
          ink,
          levels,
          (points[i - 2]! + glyph.x + dx) * scale * width,
          (points[i - 1]! + glyph.y) * scale,
          (points[i]! + glyph.x + dx) * scale * width,
          (points[i + 1]! + glyph.y) * scale,
        );
      }
    }
  }
  return fillSides(ink, levels, null);
}

const none: readonly StraightPair[] = [];
/** Letters nearer than this share of an em touch. */
const TOUCH_EM = 1e-4;

/**
 * What the white of a pair would be were all pairs alike: what the face leaves between such letters on the mean, and
 * beside signs their own room.
 */
function alikeOf(face: Face, a: LetterKind, b: LetterKind, { kind }: PairBand, width: number): number {
  const beside = kind === 'small' ? 'small' : 'capitals';
  const room =
    (a.kind === 'sign' ? signRoom(face, a.text, 'before', beside) : 0) +
    (b.kind === 'sign' ? signRoom(face, b.text, 'after', beside) : 0);
  return (senseOf(face).mean[kind] + room) * face.metrics.upem * width;
}

interface Known {
  readonly width: number;
  readonly words: number;
  readonly scales: Float64Array | null;
  readonly pairs: readonly StraightPair[];
}
const known = new WeakMap<ShapedRun, Known>();

/**
 * The neighbours of a line as the face sets them on a straight line with its own kerning, without tracking and without
 * what was done by hand. The last answer for a run is cached.
 *
 * @param width horizontal scale of the letters; `words` that of the spaces
 */
export function straightPairs(line: MeasuredRun, width: number, words: number): readonly StraightPair[] {
  const { run, scales } = line;
  const before = known.get(run);
  if (
    before &&
    before.width === width &&
    before.words === words &&
    before.scales?.length === scales?.length &&
    (scales?.every((k, i) => k === before.scales![i]) ?? true)
  )
    return before.pairs;
  const pairs = measurePairs(line, width, words);
  known.set(run, { width, words, scales, pairs });
  return pairs;
}

function measurePairs(line: MeasuredRun, width: number, words: number): readonly StraightPair[] {
  const { run, scales } = line;
  const { face, letters } = run;
  if (letters.length < 2) return none;
  const usual = usualKind(run, scales);
  const plain = measureRun(line, { scaleX: width, scaleY: 1, trackingEm: 0, adjustments: [], words, correction: null });
  const levels = levelsFor(usual.height, plain.inkBottomMm, plain.inkTopMm);
  const pairs: StraightPair[] = [];
  let last: { readonly index: number; readonly kind: LetterKind; readonly sides: Sides } | null = null;
  letters.forEach((letter, index) => {
    const scale = scales ? scales[index]! : 1;
    const kind = kindOf(face, letter, scale);
    const sides = kind && straightSides(face, letter, scale, width, levels);
    if (!kind || !sides) return;
    if (last) {
      const band = bandIn(levels, bandOf(last.kind, kind, usual));
      const distance = plain.middles[index]! - plain.middles[last.index]!;
      const faced = gapsBetween(last.sides, sides, straightFacing(levels, distance));
      const white = whiteBetween(faced, band, sharesOf(face, band.kind));
      const pair = {
        before: last.index,
        after: index,
        band,
        word: index > last.index + 1,
        distance,
        white,
        alike: white,
        clear: clearance(faced),
      };
      // Letters that the face sets into each other are left to it.
      const overlaps = straightDistance(line, pair, width, TOUCH_EM * face.metrics.upem) < TOUCH_EM * face.metrics.upem;
      pairs.push(overlaps ? pair : { ...pair, alike: alikeOf(face, last.kind, kind, band, width) });
    }
    last = { index, kind, sides };
  });
  return alikeWords(pairs);
}

/** A band reaches no higher than the levels. */
const bandIn = ({ low, count, step }: Levels, band: PairBand): PairBand => ({
  ...band,
  top: Math.min(band.top, (low + count) * step),
});

/** The white between words is alike where it is that of the mean of the line. */
function alikeWords(pairs: StraightPair[]): readonly StraightPair[] {
  const words = pairs.filter((pair) => pair.word);
  if (words.length === 0) return pairs;
  const mean = words.reduce((sum, pair) => sum + pair.white, 0) / words.length;
  return pairs.map((pair) => (pair.word ? { ...pair, alike: mean } : pair));
}

/** What was found of a pair, looked for up to a distance. */
const distances = new WeakMap<StraightPair, { readonly within: number; readonly mm: number }>();

/**
 * How near two neighbours come to each other on a straight line, font units, if nearer than a distance; else that
 * distance.
 */
export function straightDistance(line: MeasuredRun, pair: StraightPair, width: number, within: number): number {
  const { before, after, distance, clear } = pair;
  if (clear >= within) return within;
  const known = distances.get(pair);
  if (known && known.within >= within) return Math.min(known.mm, within);
  const {
    run: { face, letters },
    scales,
  } = line;
  const [k, l] = scales ? [scales[before]!, scales[after]!] : [1, 1];
  const wide = (contours: Float64Array[]): Float64Array[] =>
    width === 1 ? contours : contours.map((points) => points.map((value, i) => (i % 2 === 0 ? value * width : value)));
  const left = shapeOf(wide(straightContours(face, letters[before]!, k, 0, 'exact'))),
    right = shapeOf(wide(straightContours(face, letters[after]!, l, distance / width, 'exact')));
  const mm = (left && right && closest(left, right, within)?.mm) ?? within;
  distances.set(pair, { within, mm });
  return mm;
}
