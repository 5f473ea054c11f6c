import { screenRgb, type Cmyk } from './colour';
import { RGB_GRID, tableOf, type StockName } from './stocks';

const STEPS = RGB_GRID - 1;

/**
 * Sends pixels through a table of a grid of 17 a side, by tetrahedra between its points (Sakamoto and Itooka, 1981), so
 * that greys stay even.
 *
 * @param each called with what comes out for a pixel and its number, unrounded; the list is used again
 */
function throughGrid(
  values: ArrayLike<number>,
  components: number,
  rgba: Uint8Array,
  each: (sum: number[], n: number) => void,
): void {
  const strides = [components, components * RGB_GRID, components * RGB_GRID * RGB_GRID],
    sum = new Array<number>(components).fill(0);
  for (let i = 0; i < rgba.length; i += 4) {
    // Neighbours are often the same colour.
    if (i === 0 || rgba[i] !== rgba[i - 4] || rgba[i + 1] !== rgba[i - 3] || rgba[i + 2] !== rgba[i - 2]) {
      let base = 0;
      const parts: [number, number][] = [];
      for (let channel = 0; channel < 3; channel++) {
        const at = (rgba[i + channel]! * STEPS) / 255,
          low = Math.min(Math.floor(at), STEPS - 1);
        base += low * strides[channel]!;
        parts.push([at - low, strides[channel]!]);
      }
      // From the lower corner to the upper one along the channels, the one with the greatest part first.
      parts.sort((a, b) => b[0] - a[0]);
      const [[p, a], [q, b], [r, c]] = parts as [[number, number], [number, number], [number, number]];
      const [one, two, three] = [base + a, base + a + b, base + a + b + c];
      for (let k = 0; k < components; k++)
        sum[k] =
          values[base + k]! * (1 - p) +
          values[one + k]! * (p - q) +
          values[two + k]! * (q - r) +
          values[three + k]! * r;
    }
    each(sum, i / 4);
  }
}

/**
 * Separates pixels into the process inks by the profile of a paper (relative colorimetric, black point compensated).
 *
 * @param rgba red, green, blue and opacity of each pixel, 0 to 255; opacity is not looked at
 * @param mostInk most ink in all, %: beyond it cyan, magenta and yellow give way alike
 * @returns cyan, magenta, yellow and black of each pixel, 255 for 100 %
 */
export function separate(rgba: Uint8Array, stock: StockName, mostInk: number): Uint8Array {
  const inks = new Uint8Array(rgba.length),
    most = mostInk * 2.55;
  throughGrid(tableOf(stock, 'inks'), 4, rgba, ([c, m, y, k], n) => {
    const colours = c! + m! + y!,
      less = colours + k! > most && colours > 0 ? Math.max(0, most - k!) / colours : 1;
    inks[4 * n] = Math.round(c! * less);
    inks[4 * n + 1] = Math.round(m! * less);
    inks[4 * n + 2] = Math.round(y! * less);
    inks[4 * n + 3] = Math.round(k!);
  });
  return inks;
}

const printed = new Map<string, Float64Array>();

/** What pixels look like once they are separated and printed: red, green, blue and the opacity that they had. */
export function asPrinted(rgba: Uint8Array, stock: StockName, mostInk: number): Uint8Array {
  const key = `${stock} ${mostInk}`;
  let colours = printed.get(key);
  if (!colours) {
    const points = Uint8Array.from(
      { length: RGB_GRID ** 3 * 4 },
      (_, i) =>
        [0, 1, 2].map((axis) => Math.round((255 * (Math.floor(i / 4 / RGB_GRID ** axis) % RGB_GRID)) / STEPS))[i % 4] ??
        255,
    );
    const inks = separate(points, stock, mostInk);
    colours = Float64Array.from(
      Array.from({ length: RGB_GRID ** 3 }, (_, n) =>
        screenRgb([0, 1, 2, 3].map((ink) => inks[4 * n + ink]! / 2.55) as unknown as Cmyk, stock),
      ).flat(),
    );
    printed.set(key, colours);
  }
  const out = new Uint8Array(rgba.length);
  throughGrid(colours, 3, rgba, (rgb, n) => {
    for (let k = 0; k < 3; k++) out[4 * n + k] = Math.round(rgb[k]!);
    out[4 * n + 3] = rgba[4 * n + 3]!;
  });
  return out;
}

/** Shares of light in red, green and blue (ITU-R BT.709), for pictures in one ink. */
export const LUMA = [0.2126, 0.7152, 0.0722] as const;

/** How much of one ink each pixel takes, 255 for 100 %: none where the picture is white, all where it is black. */
export function tintOf(rgba: Uint8Array): Uint8Array {
  const tint = new Uint8Array(rgba.length / 4);
  for (let n = 0; n < tint.length; n++)
    tint[n] = 255 - Math.round(LUMA[0] * rgba[4 * n]! + LUMA[1] * rgba[4 * n + 1]! + LUMA[2] * rgba[4 * n + 2]!);
  return tint;
}

/** The opacity of each pixel; null where all are opaque. */
export function opacityOf(rgba: Uint8Array): Uint8Array | null {
  const opacity = new Uint8Array(rgba.length / 4);
  let clear = false;
  for (let n = 0; n < opacity.length; n++) {
    opacity[n] = rgba[4 * n + 3]!;
    clear ||= opacity[n] !== 255;
  }
  return clear ? opacity : null;
}
