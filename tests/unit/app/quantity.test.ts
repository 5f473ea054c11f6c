import { describe, expect, it } from 'vitest';
import { formatQuantity, parseQuantity, type Unit } from '../../../app/utils/quantity';

describe('what is typed into a field', () => {
  it.each<[string, Unit, number]>([
    ['12', 'mm', 12],
    ['12 mm', 'mm', 12],
    ['0.5in', 'mm', 12.7],
    ['84/2', 'mm', 42],
    ['1/4 in', 'mm', 6.35],
    ['1,5', 'mm', 1.5],
    ['2 cm + 3', 'mm', 23],
    ['(10 + 2) * 3', 'mm', 36],
    ['−4', 'mm', -4],
    ['-4', 'mm', -4],
    ['10 × 2 ÷ 4', 'mm', 5],
    ['.5', 'mm', 0.5],
    ['72 pt', 'mm', 25.4],
    ['25.4 mm', 'pt', 72],
    ['24', 'pt', 24],
    ['45°', '°', 45],
    ['90 deg / 4', '°', 22.5],
    ['50 %', '%', 50],
    ['68', '', 68],
    ['3 - 5', 'mm', -2],
    ['2*-3', '', -6],
    ['1"', 'mm', 25.4],
  ])('%s in %s is %d', (text, unit, value) => {
    const parsed = parseQuantity(text, unit);
    expect(parsed).toMatchObject({ ok: true });
    if (parsed.ok) expect(parsed.value).toBeCloseTo(value, 9);
  });

  it.each<[string, Unit]>([
    ['', 'mm'],
    ['   ', 'mm'],
    ['wide', 'mm'],
    ['12 kg', 'mm'],
    ['12 mm', '°'],
    ['1/0', 'mm'],
    ['2 mm * 3 mm', 'mm'],
    ['(1', 'mm'],
    ['1 2', 'mm'],
    ['1..2', 'mm'],
    ['constructor', 'mm'],
    ['5 %', ''],
    ['9'.repeat(400), 'mm'],
  ])('“%s” in %s is not a number, and is said to be none', (text, unit) => {
    expect(parseQuantity(text, unit)).toMatchObject({ ok: false, problem: { code: 'not-a-number' } });
  });

  it('is shown rounded, without trailing zeros, with a true minus', () => {
    expect([
      formatQuantity(1.5, 2),
      formatQuantity(100, 0),
      formatQuantity(-0.001, 2),
      formatQuantity(-2.25, 2),
    ]).toEqual(['1.5', '100', '0', '−2.25']);
  });
});
