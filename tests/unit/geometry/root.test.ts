import { describe, expect, it } from 'vitest';
import { rootBetween } from '#core/geometry/root';

describe('a root between two places', () => {
  it('is found for straight, bent and steep functions, from either side', () => {
    const cases: readonly [f: (x: number) => number, a: number, b: number, root: number][] = [
      [(x) => 2 * x - 3, 0, 5, 1.5],
      [(x) => x * x - 2, 0, 3, Math.SQRT2],
      [(x) => Math.cos(x), 0, 3, Math.PI / 2],
      [(x) => Math.exp(20 * x) - 1, -1, 1, 0],
      [(x) => Math.atan(1e6 * (x - 0.3)), 0, 1, 0.3],
    ];
    for (const [f, a, b, root] of cases) {
      expect(rootBetween(f, a, f(a), b, f(b), 1e-14)).toBeCloseTo(root, 12);
      expect(rootBetween(f, b, f(b), a, f(a), 1e-14)).toBeCloseTo(root, 12);
    }
  });
  it('is an end that is one, and needs few looks', () => {
    expect(rootBetween((x) => x, 0, 0, 1, 1, 1e-12)).toBe(0);
    expect(rootBetween((x) => x - 1, 0, -1, 1, 0, 1e-12)).toBe(1);
    let looks = 0;
    rootBetween(
      (x) => {
        looks++;
        return Math.sin(x) - 0.2;
      },
      0,
      -0.2,
      1,
      Math.sin(1) - 0.2,
      1e-15,
      1e-13,
    );
    expect(looks).toBeLessThan(12);
  });
});
