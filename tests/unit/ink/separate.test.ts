import { describe, expect, it } from 'vitest';
import { deltaE, screenRgb, type Cmyk, type Rgb } from '#core/ink/colour';
import { decodeTable } from '#core/ink/decodeTable';
import { opacityOf, separate, tintOf } from '#core/ink/separate';
import { encodeBase64 } from '#core/output/base64';
import { between, seeded } from '../../support/random';

const pixel = (...rgb: readonly number[]): Uint8Array => Uint8Array.from([...rgb, 255]);
const mix = (rgb: readonly number[], most = 300): Cmyk =>
  [...separate(pixel(...rgb), most)].map((share) => share / 2.55) as unknown as Cmyk;

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
  it('looks on paper as it did on the screen, where that can be printed', () => {
    const random = seeded(3);
    const misses = Array.from({ length: 400 }, () => {
      const printed = screenRgb([0, 1, 2, 3].map((ink) => between(random, 0, ink === 3 ? 60 : 85)) as unknown as Cmyk);
      return deltaE(screenRgb(mix(printed.map(Math.round))), printed);
    });
    expect(misses.reduce((a, b) => a + b) / misses.length).toBeLessThan(2.5);
    expect(Math.max(...misses)).toBeLessThan(9);
  });
  it('leaves white to the paper, keeps greys even and darker with every step', () => {
    expect([...separate(pixel(255, 255, 255), 300)]).toEqual([0, 0, 0, 0]);
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
    const inks = separate(row, 300);
    expect([...inks.subarray(4, 8)]).toEqual([...inks.subarray(0, 4)]);
    expect([...inks.subarray(8)]).toEqual([...separate(pixel(10, 200, 91), 300)]);
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
