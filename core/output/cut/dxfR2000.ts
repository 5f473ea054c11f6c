import { deltaE, fromHex, type Rgb } from '../../ink/colour';

/**
 * The colours that DXF knew before it took any: numbers 1 to 7 and 10 to 249, which run round 24 hues, five depths
 * each, every other one paler (the colour numbers of the DXF reference, group code 62).
 */
const DEPTHS = [255, 165, 127, 76, 38] as const;
const BASIC: readonly (readonly [number: number, rgb: Rgb])[] = [
  [1, [255, 0, 0]],
  [2, [255, 255, 0]],
  [3, [0, 255, 0]],
  [4, [0, 255, 255]],
  [5, [0, 0, 255]],
  [6, [255, 0, 255]],
  [7, [0, 0, 0]],
  [250, [51, 51, 51]],
  [251, [80, 80, 80]],
  [252, [105, 105, 105]],
  [253, [130, 130, 130]],
  [254, [190, 190, 190]],
  [255, [255, 255, 255]],
];

function hueRgb(number: number): Rgb {
  const hue = (Math.floor(number / 10) - 1) * 15,
    depth = DEPTHS[Math.floor((number % 10) / 2)]!,
    pale = number % 2 === 1;
  return [0, 240, 120].map((offset) => {
    const at = (((hue + offset) % 360) + 360) % 360;
    const share = at < 60 || at >= 300 ? 1 : at < 120 ? (120 - at) / 60 : at >= 240 ? (at - 240) / 60 : 0;
    return depth * (pale ? 0.5 + share / 2 : share);
  }) as unknown as Rgb;
}
const PALETTE = [...BASIC, ...Array.from({ length: 240 }, (_, i) => [i + 10, hueRgb(i + 10)] as const)];

const known = new Map<string, number>();

/** The number of the colour that comes nearest to one of the screen, `#rrggbb`. */
export function colourNumber(screen: string): number {
  let number = known.get(screen);
  if (number === undefined) {
    const rgb = fromHex(screen);
    let nearest = Infinity;
    for (const [one, own] of PALETTE) {
      const far = deltaE(own, rgb);
      if (far < nearest - 1e-9) {
        nearest = far;
        number = one;
      }
    }
    known.set(screen, number!);
  }
  return number!;
}

/** Fields of a view that R2007 added behind those of R2000. */
const VIEW_2007: ReadonlySet<string> = new Set(['348', '60', '61', '292', '282', '141', '142', '63', '421']);

/**
 * A DXF as R2000 knows it (AC1015), out of one of R2007: its version, without the header field of R2004 that names a
 * program and without what views have had since. Everything else that we write, R2000 has.
 */
export function asR2000(dxf: string): string {
  const lines = dxf.split('\n'),
    out: string[] = [];
  let table = '',
    header = false;
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = lines[i]!.trim(),
      value = lines[i + 1]!;
    if (code === '2' && lines[i - 2]?.trim() === '0') table = value;
    if (code === '9') header = value === '$LASTSAVEDBY';
    if (header || (table === 'VPORT' && VIEW_2007.has(code))) continue;
    out.push(lines[i]!, value === 'AC1021' ? 'AC1015' : value);
  }
  return `${out.join('\n')}\n`;
}
