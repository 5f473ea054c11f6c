/** After these, and at the beginning, a quote opens. */
const BEFORE_OPENING = /[\s\u00a0([{<\u2013\u2014\u201c\u2018/]$/u;

const CURLY: Readonly<Record<string, readonly [opening: string, closing: string]>> = {
  '"': ['“', '”'],
  "'": ['‘', '’'],
};

/** What a typed character becomes, and how many characters before it give way to it. */
export interface TypedQuote {
  readonly text: string;
  readonly replaces: number;
}

/**
 * The curly quote for a straight one that was typed: opening at the beginning, after a space and after another opening
 * sign, else closing, which is the apostrophe as well. A figure behind a single opening quote makes an apostrophe of
 * it, as in ’26.
 *
 * @param before what stands before the place where it was typed
 * @returns null where the character stays as it is
 */
export function curlyQuote(before: string, typed: string): TypedQuote | null {
  const pair = CURLY[typed];
  if (pair) return { text: pair[before === '' || BEFORE_OPENING.test(before) ? 0 : 1], replaces: 0 };
  if (/^\d$/.test(typed) && /(^|[\s\u00a0(])‘$/u.test(before)) return { text: `’${typed}`, replaces: 1 };
  return null;
}
