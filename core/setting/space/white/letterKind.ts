import type { Face } from '../../../type/face';
import type { Letter, ShapedRun } from '../../../type/shape';

/** Letters that are judged alike: capitals and figures, small letters, or one of each. */
export type PairKind = 'capitals' | 'small' | 'mixed';

/** What a letter is to its neighbours. Heights are in font units, with the scale of a scaled small capital. */
export interface LetterKind {
  /** A sign takes the kind of the letter beside it. */
  readonly kind: 'capital' | 'small' | 'sign';
  /** The height that its white is judged by: of the capitals, or of the x. */
  readonly height: number;
  /** The top of its ink. */
  readonly top: number;
  readonly text: string;
}

const CAPITAL = /^[\p{Lu}\p{Lt}\p{N}]/u,
  SMALL = /^\p{Ll}/u,
  LETTER = /^\p{L}/u;

/** The kind of a letter of a run; null for one without ink. */
export function kindOf(face: Face, { glyphs, text }: Pick<Letter, 'glyphs' | 'text'>, scale = 1): LetterKind | null {
  let top = -Infinity;
  for (const glyph of glyphs) {
    const box = face.bounds(glyph.id);
    if (box) top = Math.max(top, box.yMax + glyph.y);
  }
  if (top === -Infinity) return null;
  const { capHeight, xHeight } = face.metrics;
  // Scripts without two cases go by their height; an ampersand is as tall as a capital and spaced like one.
  const tall = top > (capHeight + xHeight) / 2;
  const kind = SMALL.test(text)
    ? 'small'
    : CAPITAL.test(text) || text === '&' || (LETTER.test(text) && tall)
      ? 'capital'
      : LETTER.test(text)
        ? 'small'
        : 'sign';
  return { kind, height: (kind === 'small' ? xHeight : capHeight) * scale, top: top * scale, text };
}

/** What two neighbours are judged as, and the band in which they are; heights in font units. */
export interface PairBand {
  readonly kind: PairKind;
  readonly height: number;
  readonly top: number;
}

/**
 * Two capitals are judged in their height, two small letters in that of the x. Where a capital meets a small letter the
 * band reaches to the lower of the two tops: white over an x is none, white between a T and an h is.
 *
 * @param usual the height of the letters of the line, for two signs
 */
export function bandOf(
  a: LetterKind,
  b: LetterKind,
  usual: { readonly kind: 'capital' | 'small'; readonly height: number },
): PairBand {
  const [one, other] = [
    a.kind === 'sign' ? (b.kind === 'sign' ? usual : b) : a,
    b.kind === 'sign' ? (a.kind === 'sign' ? usual : a) : b,
  ];
  if (one.kind === other.kind && one.height === other.height)
    return { kind: one.kind === 'small' ? 'small' : 'capitals', height: one.height, top: one.height };
  const height = Math.min(one.height, other.height);
  return {
    kind: one.kind === other.kind ? (one.kind === 'small' ? 'small' : 'capitals') : 'mixed',
    height,
    top: Math.max(height, Math.min(a.top, b.top)),
  };
}

const usuals = new WeakMap<ShapedRun, { readonly kind: 'capital' | 'small'; readonly height: number }>();

/**
 * What most letters of a line are, with their height in font units: capitals, or small letters where fewer than half
 * stand taller than halfway between the two.
 */
export function usualKind(
  run: ShapedRun,
  scales: Float64Array | null,
): { readonly kind: 'capital' | 'small'; readonly height: number } {
  const known = usuals.get(run);
  if (known) return known;
  const { capHeight, xHeight } = run.face.metrics;
  let high = 0,
    inked = 0;
  run.letters.forEach((letter, i) => {
    const kind = kindOf(run.face, letter, scales ? scales[i]! : 1);
    if (!kind) return;
    inked++;
    if (kind.top > (capHeight + xHeight) / 2) high++;
  });
  const usual =
    high * 2 >= inked ? { kind: 'capital' as const, height: capHeight } : { kind: 'small' as const, height: xHeight };
  usuals.set(run, usual);
  return usual;
}
