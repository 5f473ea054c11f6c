import { convertRgbToLab65, convertRgbToLrgb } from 'culori/fn';
import { GRID, tableOf, type StockName } from './stocks';

/** Shares of cyan, magenta, yellow and black, each 0 to 100 %. */
export type Cmyk = readonly [cyan: number, magenta: number, yellow: number, black: number];
/** Red, green and blue of the screen (sRGB), each 0 to 255. */
export type Rgb = readonly [red: number, green: number, blue: number];

/**
 * The screen colour of a mix of process inks on a paper, by its profile (relative colorimetric, black point
 * compensated): linear between the points of a grid of 9 a side.
 *
 * @param cmyk shares in %, held to 0 to 100
 */
export function screenRgb(cmyk: Cmyk, stock: StockName): Rgb {
  const table = tableOf(stock, 'screen');
  const low: number[] = [],
    part: number[] = [];
  for (const share of cmyk) {
    const at = (Math.min(Math.max(share, 0), 100) / 100) * (GRID - 1);
    const from = Math.min(Math.floor(at), GRID - 2);
    low.push(from);
    part.push(at - from);
  }
  const sum = [0, 0, 0];
  for (let corner = 0; corner < 16; corner++) {
    let weight = 1,
      index = 0,
      stride = 1;
    for (let axis = 0; axis < 4; axis++) {
      const up = (corner >> axis) & 1;
      weight *= up ? part[axis]! : 1 - part[axis]!;
      index += (low[axis]! + up) * stride;
      stride *= GRID;
    }
    if (weight === 0) continue;
    for (let channel = 0; channel < 3; channel++) sum[channel]! += weight * table[index * 3 + channel]!;
  }
  return [sum[0]!, sum[1]!, sum[2]!];
}

const two = (value: number): string => Math.round(value).toString(16).padStart(2, '0');
/** `#rrggbb`, in lower case. */
export const toHex = ([red, green, blue]: Rgb): string => `#${two(red)}${two(green)}${two(blue)}`;
export const fromHex = (hex: string): Rgb =>
  [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)) as unknown as Rgb;

/** The screen colour of a mix as `#rrggbb`. */
export const screenHex = (cmyk: Cmyk, stock: StockName): string => toHex(screenRgb(cmyk, stock));

/** Linear light of a channel (IEC 61966-2-1), 0 to 1. */
export const linear = (channel: number): number => convertRgbToLrgb({ r: channel / 255, g: 0, b: 0 }).r;

/** CIE L*a*b* of a screen colour, white being that of the screen (D65). */
export function toLab([r, g, b]: Rgb): readonly [number, number, number] {
  const lab = convertRgbToLab65({ r: r / 255, g: g / 255, b: b / 255 });
  return [lab.l, lab.a, lab.b];
}

/** Difference of two screen colours: CIE ΔE*ab 1976. */
export const deltaE = (a: Rgb, b: Rgb): number => {
  const [p, q] = [toLab(a), toLab(b)];
  return Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
};

/**
 * How much a difference in ink counts against one in colour, ΔE for 1 % of all inks together: of equal colours the one
 * with least ink wins.
 */
const INK_WEIGHT = 0.012;
/** Channels of a screen colour that count as black. */
const DEEP = 12;

/**
 * Process inks whose screen colour comes nearest to one that is given, in whole per cent, with as much black instead of
 * the three colours as the colour allows. Black is black alone. Colours that cannot be printed come out as the nearest
 * that can.
 */
export function nearestCmyk(rgb: Rgb, stock: StockName): Cmyk {
  // Deep black is printed with black alone: four inks on top of each other would only blur it.
  if (Math.max(...rgb) <= DEEP) return [0, 0, 0, 100];
  const cost = (mix: readonly number[]): number =>
    deltaE(screenRgb(mix as unknown as Cmyk, stock), rgb) + INK_WEIGHT * (mix[0]! + mix[1]! + mix[2]! + mix[3]!);
  // Coarse to fine, one ink or a pair of them at a time: the landscape is smooth, and its valley runs along grey
  // balance.
  const moves = [
    [1, 0, 0, 0],
    [0, 1, 0, 0],
    [0, 0, 1, 0],
    [0, 0, 0, 1],
    [1, 1, 1, -1],
    [1, 1, 0, 0],
    [0, 1, 1, 0],
    [1, 0, 1, 0],
    [1, 1, 1, 0],
  ];
  let best = [0, 0, 0, 0],
    lowest = Infinity;
  for (const black of [0, 40, 80]) {
    let mix = [50, 50, 50, black],
      now = cost(mix);
    for (let step = 32; step >= 1; step /= 2) {
      for (let moved = true; moved;) {
        moved = false;
        for (const move of moves)
          for (const sign of [step, -step]) {
            const next = mix.map((share, i) => Math.min(100, Math.max(0, share + move[i]! * sign)));
            const value = cost(next);
            if (value < now - 1e-9) {
              mix = next;
              now = value;
              moved = true;
            }
          }
      }
    }
    if (now < lowest) {
      best = mix;
      lowest = now;
    }
  }
  return best as unknown as Cmyk;
}
