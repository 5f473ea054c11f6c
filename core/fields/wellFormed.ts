/** Half of a surrogate pair, or NUL: no character, and refused by databases, XML and other programs. */
const BROKEN = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;
const EACH_BROKEN = new RegExp(BROKEN, 'g');

/** Whether every part of a text is a character. */
export const isWellFormed = (text: string): boolean => !BROKEN.test(text);

/** A text with each broken character as U+FFFD, as Unicode proposes. */
export const mended = (text: string): string => text.replace(EACH_BROKEN, '\uFFFD');

const graphemes = new Intl.Segmenter(undefined, { granularity: 'grapheme' });

/** A text that takes in words from outside: mended, and cut so that no character a person sees is parted. */
export function cutTo(text: string, most: number): string {
  const whole = mended(text);
  if (whole.length <= most) return whole;
  let end = 0;
  // A little more than the rest of it is enough to see where the last character ends.
  for (const { index, segment } of graphemes.segment(whole.slice(0, most + 100))) {
    if (index + segment.length > most) break;
    end = index + segment.length;
  }
  return whole.slice(0, end);
}
