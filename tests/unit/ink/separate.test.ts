import { describe, expect, it } from 'vitest';
import { deltaE, screenRgb, type Cmyk, type Rgb } from '#core/ink/colour';
import { decodeTable } from '#core/ink/decodeTable';
import { STOCKS, type StockName } from '#core/ink/stocks/index';
import { opacityOf, separate, tintOf } from '#core/ink/separate';
import { encodeBase64 } from '#core/output/base64';
import { between, seeded } from '../../support/random';

const pixel = (...rgb: readonly number[]): Uint8Array => Uint8Array.from([...rgb, 255]);
const mix = (rgb: readonly number[], most = 300, stock: StockName = 'coated'): Cmyk =>
  [...separate(pixel(...rgb), stock, most)].map((share) => share / 2.55) as unknown as Cmyk;

describe('the separation of pixels', () => {
  it('agrees with LittleCMS', () => {
    // transicc -i '*sRGB' -o profiles/coated.icc -t1 -b
    const known: readonly [Rgb, Cmyk][] = [
      [
        [128, 128, 128],
        [22.86, 18.48, 18.27, 49.99],
      ],
      [
        [255, 0, 0],
        [0, 91.52, 93.42, 1.22],
      ],
      [
        [0, 0, 255],
        [95.34, 70.94, 0, 0],
      ],
      [
        [200, 160, 130],
        [4.99, 28.85, 40.44, 23.95],
      ],
    ];
    for (const [rgb, cmyk] of known)
      mix(rgb).forEach((share, ink) => expect(Math.abs(share - cmyk[ink]!), rgb.join(' ')).toBeLessThan(2));
  });
  it.each([
    [
      'uncoated',
      [
        [255, 0, 0, 0, 90.56, 86.01, 0],
        [30, 60, 200, 92.77, 86.03, 0, 0.24],
        [128, 128, 128, 8.24, 2.43, 0, 57.29],
        [200, 160, 40, 0, 13.84, 84.47, 23.81],
      ],
    ],
    [
      'newsprint',
      [
        [255, 0, 0, 0, 93.19, 94.34, 1.98],
        [30, 60, 200, 89.59, 70.99, 0, 5.28],
        [128, 128, 128, 7.14, 1.35, 0, 55.46],
        [200, 160, 40, 0, 13.27, 80.35, 24.27],
      ],
    ],
  ] as const)('agrees with it on %s paper too, within its ink', (stock, known) => {
    // transicc -i '*sRGB' -o profiles/STOCK.icc -t1 -b
    for (const [r, g, b, ...cmyk] of known)
      mix([r, g, b], 400, stock).forEach((share, ink) =>
        expect(Math.abs(share - cmyk[ink]!), `${r} ${g} ${b}`).toBeLessThan(2),
      );
    for (const rgb of [
      [0, 0, 0],
      [10, 40, 20],
      [60, 0, 80],
    ])
      expect(mix(rgb, 400, stock).reduce((a, b) => a + b)).toBeLessThanOrEqual(STOCKS[stock].mostInk + 0.8);
  });
  it('looks on paper as it did on the screen, where that can be printed', () => {
    const random = seeded(3);
    const misses = Array.from({ length: 400 }, () => {
      const printed = screenRgb(
        [0, 1, 2, 3].map((ink) => between(random, 0, ink === 3 ? 60 : 85)) as unknown as Cmyk,
        'coated',
      );
      return deltaE(screenRgb(mix(printed.map(Math.round)), 'coated'), printed);
    });
    expect(misses.reduce((a, b) => a + b) / misses.length).toBeLessThan(2.5);
    expect(Math.max(...misses)).toBeLessThan(9);
  });
  it('leaves white to the paper, keeps greys even and darker with every step', () => {
    expect([...separate(pixel(255, 255, 255), 'coated', 300)]).toEqual([0, 0, 0, 0]);
    let before = -1;
    for (let grey = 255; grey >= 0; grey--) {
      const cmyk = mix([grey, grey, grey]),
        [c, m, y] = cmyk,
        sum = cmyk.reduce((a, b) => a + b);
      expect(sum).toBeGreaterThan(before - 0.8);
      expect(Math.abs(m - y), String(grey)).toBeLessThan(24);
      expect(c).toBeGreaterThanOrEqual(m - 1.2);
      before = sum;
    }
  });
  it('never lays on more ink than is asked for, and takes it from the colours', () => {
    for (const most of [300, 260, 220])
      for (const rgb of [
        [0, 0, 0],
        [30, 20, 10],
        [10, 40, 20],
        [60, 0, 80],
      ]) {
        const cmyk = mix(rgb, most);
        expect(cmyk.reduce((a, b) => a + b)).toBeLessThanOrEqual(most + 0.8);
        expect(cmyk[3]).toBeCloseTo(mix(rgb, 400)[3], 6);
      }
  });
  it('gives the same for a pixel whoever its neighbour is', () => {
    const row = Uint8Array.from([...pixel(10, 200, 90), ...pixel(10, 200, 90), ...pixel(10, 200, 91)]);
    const inks = separate(row, 'coated', 300);
    expect([...inks.subarray(4, 8)]).toEqual([...inks.subarray(0, 4)]);
    expect([...inks.subarray(8)]).toEqual([...separate(pixel(10, 200, 91), 'coated', 300)]);
  });
});

describe('a picture in one ink', () => {
  it('has none where it is white, all where it is black', () => {
    expect([
      ...tintOf(
        Uint8Array.from([...pixel(255, 255, 255), ...pixel(0, 0, 0), ...pixel(128, 128, 128), ...pixel(0, 255, 0)]),
      ),
    ]).toEqual([0, 255, 127, 73]);
  });
  it('has a mask only where something is not opaque', () => {
    expect(opacityOf(pixel(1, 2, 3))).toBeNull();
    expect([...opacityOf(Uint8Array.from([1, 2, 3, 4, 1, 2, 3, 255]))!]).toEqual([4, 255]);
  });
});

it('tables come back from base64 as they went', () => {
  for (const length of [0, 1, 2, 3, 4, 29]) {
    const bytes = Uint8Array.from({ length }, (_, i) => (i * 97 + 3) % 256);
    expect(encodeBase64(bytes)).toBe(Buffer.from(bytes).toString('base64'));
    expect([...decodeTable(encodeBase64(bytes))]).toEqual([...bytes]);
  }
});
