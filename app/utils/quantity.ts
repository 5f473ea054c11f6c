import { fail, ok, type Result } from '#core/result';

export type Unit = 'mm' | 'pt' | '°' | '%' | '';

/** Sizes of the units that may be typed, in mm. */
const LENGTHS: Readonly<Record<string, number>> = {
  'mm': 1,
  'cm': 10,
  'm': 1000,
  'in': 25.4,
  'inch': 25.4,
  '"': 25.4,
  '″': 25.4,
  'ft': 304.8,
  'pt': 25.4 / 72,
  'pc': 25.4 / 6,
  'µm': 0.001,
  'um': 0.001,
};
const PLAIN: Readonly<Record<string, Unit>> = { '°': '°', 'deg': '°', 'degrees': '°', '%': '%' };

type Token = { kind: 'number'; value: number } | { kind: 'unit'; name: string } | { kind: 'sign'; sign: string };

function tokens(text: string): Token[] | null {
  const found: Token[] = [];
  const pattern = /\s*(?:(\d+(?:[.,]\d*)?|[.,]\d+)|([a-zµ]+|["″°%])|([-+−*×/÷()]))/iy;
  let at = 0;
  while (at < text.trimEnd().length) {
    pattern.lastIndex = at;
    const match = pattern.exec(text);
    if (!match) return null;
    at = pattern.lastIndex;
    if (match[1] !== undefined) found.push({ kind: 'number', value: Number(match[1].replace(',', '.')) });
    else if (match[2] !== undefined) found.push({ kind: 'unit', name: match[2].toLowerCase() });
    else found.push({ kind: 'sign', sign: { '−': '-', '×': '*', '÷': '/' }[match[3]!] ?? match[3]! });
  }
  return found;
}

/**
 * A sum by the usual rules: * and / before + and −, brackets. Numbers without a unit are in the field's unit;
 * factors and divisors have none. `1/4 in` is a quarter of an inch: a unit after a fraction belongs to all of it.
 */
class Sum {
  private at = 0;
  constructor(
    private readonly list: readonly Token[],
    private readonly unit: Unit,
  ) {}

  value(): number {
    const result = this.terms();
    if (this.at < this.list.length) throw new SyntaxError('rest');
    return result;
  }

  private sign(...wanted: string[]): string | null {
    const token = this.list[this.at];
    if (token?.kind !== 'sign' || !wanted.includes(token.sign)) return null;
    this.at++;
    return token.sign;
  }

  private terms(): number {
    let value = this.factors();
    for (let sign = this.sign('+', '-'); sign; sign = this.sign('+', '-'))
      value += (sign === '+' ? 1 : -1) * this.factors();
    return value;
  }

  /** Product of atoms; at most one of them may carry a unit, and it converts the product. */
  private factors(): number {
    let value = this.atom();
    let factor = this.factor();
    for (let sign = this.sign('*', '/'); sign; sign = this.sign('*', '/')) {
      const next = this.atom();
      const more = this.factor();
      if (factor !== null && more !== null) throw new SyntaxError('two units');
      factor ??= more;
      value = sign === '*' ? value * next : value / next;
    }
    return value * (factor ?? 1);
  }

  private atom(): number {
    if (this.sign('-')) return -this.atom();
    if (this.sign('+')) return this.atom();
    if (this.sign('(')) {
      const value = this.terms();
      if (!this.sign(')')) throw new SyntaxError('bracket');
      return value;
    }
    const token = this.list[this.at++];
    if (token?.kind !== 'number') throw new SyntaxError('number');
    return token.value;
  }

  /** What a unit at this place multiplies by, to come to the field's unit; null for none. */
  private factor(): number | null {
    const token = this.list[this.at];
    if (token?.kind !== 'unit') return null;
    this.at++;
    const length = LENGTHS[token.name];
    const own = LENGTHS[this.unit];
    if (length !== undefined && own !== undefined) return length / own;
    if (PLAIN[token.name] === this.unit && this.unit !== '') return 1;
    throw new SyntaxError(`unit ${token.name}`);
  }
}

/**
 * Reads what a person types into a field: a number with or without a unit, or a simple sum
 * (`12 mm`, `0.5in`, `84/2`, `3 + 1/4 in`). A decimal comma counts as a point.
 *
 * @param unit the field's unit; numbers without one are taken in it
 * @returns the value in the field's unit, or `not-a-number`
 */
export function parseQuantity(text: string, unit: Unit): Result<number> {
  const list = tokens(text);
  try {
    if (list && list.length > 0) {
      const value = new Sum(list, unit).value();
      if (Number.isFinite(value)) return ok(value);
    }
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    if (error.message.startsWith('unit ')) {
      return fail({
        code: 'not-a-number',
        value: text,
        message: `“${error.message.slice(5)}” does not fit here. Give a number${unit ? ` in ${unit}` : ' without a unit'}.`,
      });
    }
  }
  return fail({
    code: 'not-a-number',
    value: text,
    message: `“${text}” is not a number. Type one such as ${unit === 'mm' ? '12 mm, 0.5 in or 84/2' : `12${unit ? ` ${unit}` : ''} or 84/2`}.`,
  });
}

/** A value as a field shows it: rounded to `places`, without trailing zeros. */
export const formatQuantity = (value: number, places: number): string => {
  const text = value.toFixed(places);
  return (places > 0 ? text.replace(/\.?0+$/, '') : text).replace(/^-0$/, '0').replace('-', '−');
};
