import { describe, expect, it } from 'vitest';
import { curlyQuote } from '#core/piece/wording/quotes';

/** What comes of a text typed character by character. */
function typed(text: string): string {
  let out = '';
  for (const character of text) {
    const quote = curlyQuote(out, character);
    out = quote ? out.slice(0, out.length - quote.replaces) + quote.text : out + character;
  }
  return out;
}

describe('quotes as they are typed', () => {
  it.each([
    ['"Tide" and \'tide\'', '“Tide” and ‘tide’'],
    ["keeper's", 'keeper’s'],
    ["the '26 season", 'the ’26 season'],
    ['("so" – "and so")', '(“so” – “and so”)'],
    ['"\'Tis" she', '“‘Tis” she'],
    ['line\n"two"', 'line\n“two”'],
    ['5\'6"', '5’6”'],
    ['a‘1', 'a‘1'],
  ])('%s', (text, curly) => {
    expect(typed(text)).toBe(curly);
  });
  it('leave everything else as it is', () => {
    expect(curlyQuote('a', 'b')).toBeNull();
    expect(curlyQuote('', '1')).toBeNull();
  });
});
