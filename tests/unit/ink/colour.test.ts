import { describe, expect, it } from 'vitest';
import {
  deltaE,
  fromHex,
  nearestCmyk,
  screenHex,
  screenRgb,
  toHex,
  toLab,
  type Cmyk,
  type Rgb,
} from '#core/ink/colour';
import { between, seeded } from '../../support/random';

describe('inks on the screen', () => {
  it('have the colours that LittleCMS gives for the profile', () => {
    // transicc -i profiles/coated.icc -o '*sRGB' -t1 -b, held to 0 to 255
    const known: readonly [Cmyk, Rgb][] = [
      [
        [0, 0, 0, 0],
        [255, 255, 255],
      ],
      [
        [100, 0, 0, 0],
        [0, 159.17, 227.42],
      ],
      [
        [0, 0, 0, 100],
        [31.87, 31.41, 30.24],
      ],
      [
        [86, 40, 55, 30],
        [30.0, 97.46, 94.86],
      ],
      [
        [10, 20, 30, 0],
        [233.31, 208.35, 183.72],
      ],
      [
        [60, 50, 50, 70],
        [55.81, 56.32, 54.93],
      ],
    ];
    for (const [cmyk, rgb] of known) expect(deltaE(screenRgb(cmyk, 'coated'), rgb), cmyk.join(' ')).toBeLessThan(1.5);
  });
  it.each([
    [
      'uncoated',
      [
        [100, 0, 0, 0, 0, 158.48, 221.83],
        [0, 0, 0, 100, 52.49, 41.06, 31.99],
        [93, 42, 57, 12, 24.58, 103.83, 99.89],
        [18, 82, 88, 17, 166.48, 80.21, 56.65],
        [40, 40, 40, 20, 136.32, 125.22, 118.69],
      ],
    ],
    [
      'newsprint',
      [
        [100, 0, 0, 0, 0, 181.27, 238.79],
        [0, 0, 0, 100, 68.57, 52.86, 41.68],
        [93, 42, 57, 12, 26.24, 106.83, 106.6],
        [18, 82, 88, 17, 166.21, 71.81, 65.86],
        [40, 40, 40, 20, 126.19, 116.05, 116.54],
      ],
    ],
  ] as const)('have them on %s paper too', (stock, known) => {
    // transicc -i profiles/STOCK.icc -o '*sRGB' -t1 -b, held to 0 to 255
    for (const [c, m, y, k, ...rgb] of known)
      expect(deltaE(screenRgb([c, m, y, k], stock), rgb), `${c} ${m} ${y} ${k}`).toBeLessThan(2);
    expect(screenHex([0, 0, 0, 0], stock)).toBe('#ffffff');
    expect(nearestCmyk([255, 255, 255], stock)).toEqual([0, 0, 0, 0]);
  });
  it('get darker with more ink, and never leave the screen', () => {
    const random = seeded(4);
    for (let n = 0; n < 400; n++) {
      const cmyk = [0, 1, 2, 3].map(() => between(random, -10, 110)) as unknown as Cmyk;
      const rgb = screenRgb(cmyk, 'coated');
      expect(rgb.every((channel) => channel >= 0 && channel <= 255)).toBe(true);
      const more = cmyk.map((share, i) => (i === 3 ? share + 20 : share)) as unknown as Cmyk;
      expect(toLab(screenRgb(more, 'coated'))[0]).toBeLessThanOrEqual(toLab(rgb)[0] + 0.8);
    }
  });
  it('are written as hex', () => {
    expect(screenHex([0, 0, 0, 0], 'coated')).toBe('#ffffff');
    expect(toHex(fromHex('#0f6b6b'))).toBe('#0f6b6b');
  });
});

describe('the nearest mix', () => {
  it('comes back to what was printed', () => {
    const random = seeded(9);
    for (let n = 0; n < 60; n++) {
      const cmyk = [0, 1, 2, 3].map((i) => Math.round(between(random, 0, i === 3 ? 70 : 90))) as unknown as Cmyk;
      const rgb = screenRgb(cmyk, 'coated');
      expect(deltaE(screenRgb(nearestCmyk(rgb, 'coated'), 'coated'), rgb), cmyk.join(' ')).toBeLessThan(2.5);
    }
  });
  it('prints black with black alone, white with nothing', () => {
    expect(nearestCmyk([0, 0, 0], 'coated')).toEqual([0, 0, 0, 100]);
    expect(nearestCmyk([255, 255, 255], 'coated')).toEqual([0, 0, 0, 0]);
  });
  it('takes the nearest that can be printed for what cannot', () => {
    const [cyan, magenta] = nearestCmyk([0, 0, 255], 'coated');
    expect(Math.min(cyan, magenta)).toBeGreaterThan(70);
  });
});
