import type { LetterCase } from '../../piece/types';
import type { Face } from '../../type/face';

/** The wording as it is shaped, with the way back to the wording as it was typed. */
export interface CasedText {
  readonly text: string;
  /** For each UTF-16 unit of `text`, where its character begins in the wording. */
  readonly origin: readonly number[];
  /** For each unit, whether it is a small capital that is made by scaling. */
  readonly small: readonly boolean[];
  /** Features that the case asks of the face. */
  readonly features: Readonly<Record<string, number>>;
}

/** Small capitals that a face does not have are its capitals at this share of the x-height above it. */
const OVER_X = 1.08;

/** Whether the face draws small capitals of its own. */
export const hasSmallCapitals = (face: Face): boolean => face.features.includes('smcp');

/** The scale of a made small capital: a little above the x-height, as type founders draw them. */
export const smallCapitalScale = ({ metrics }: Face): number =>
  Math.min(Math.max((metrics.xHeight / metrics.capHeight) * OVER_X, 0.6), 0.9);

const plain = (text: string): CasedText => ({
  text,
  origin: Array.from({ length: text.length }, (_, i) => i),
  small: [],
  features: {},
});

/** Applies a case to a wording. Capitals follow Unicode: ß becomes SS, which is two characters for one. */
export function applyCase(wording: string, letterCase: LetterCase, face: Face): CasedText {
  if (letterCase === 'typed') return plain(wording);
  if (letterCase === 'small-capitals' && hasSmallCapitals(face)) return { ...plain(wording), features: { smcp: 1 } };
  let text = '';
  const origin: number[] = [],
    small: boolean[] = [];
  let at = 0;
  for (const character of wording) {
    const upper = character.toUpperCase();
    const made = letterCase === 'small-capitals' && upper !== character;
    for (let i = 0; i < upper.length; i++) {
      origin.push(at);
      small.push(made);
    }
    text += upper;
    at += character.length;
  }
  return { text, origin, small, features: {} };
}
