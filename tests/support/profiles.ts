/** Profiles written by hand, for what no profile at hand has. */

const ascii = (text: string): number[] => [...text].map((sign) => sign.charCodeAt(0));
const u32 = (value: number): number[] => [24, 16, 8, 0].map((shift) => (value >>> shift) & 255);
const u16 = (value: number): number[] => [(value >> 8) & 255, value & 255];
const fixed = (value: number): number[] => u32(Math.round(value * 65536) | 0);
const padded = (bytes: number[]): number[] => [...bytes, ...new Array<number>((4 - (bytes.length % 4)) % 4).fill(0)];

/** A parametric curve. */
const curve = (kind: number, ...p: number[]): number[] => [
  ...ascii('para'),
  ...u32(0),
  ...u16(kind),
  0,
  0,
  ...p.flatMap(fixed),
];
/** A sampled curve. */
const table = (...values: number[]): number[] =>
  padded([
    ...ascii('curv'),
    ...u32(0),
    ...u32(values.length),
    ...values.flatMap((one) => u16(Math.round(one * 65535))),
  ]);

/** A grid of two points a side, 16 bits. */
const grid = (inputs: number, values: readonly number[]): number[] =>
  padded([
    ...Array.from({ length: 16 }, (_, i) => (i < inputs ? 2 : 0)),
    2,
    0,
    0,
    0,
    ...values.flatMap((one) => u16(Math.round(one * 65535))),
  ]);

function lut(kind: 'mAB ' | 'mBA ', inputs: number, outputs: number, parts: readonly number[][]): number[] {
  const offsets: number[] = [];
  let at = 32;
  for (const part of parts) {
    offsets.push(part.length > 0 ? at : 0);
    at += part.length;
  }
  return [...ascii(kind), ...u32(0), inputs, outputs, 0, 0, ...offsets.flatMap(u32), ...parts.flat()];
}

const mluc = (text: string): number[] => [
  ...ascii('mluc'),
  ...u32(0),
  ...u32(1),
  ...u32(12),
  ...ascii('enGB'),
  ...u32(2 * text.length),
  ...u32(28),
  ...[...text].flatMap((sign) => u16(sign.charCodeAt(0))),
];

/**
 * A CMYK profile of version 4, whose tables have curves of every kind, a matrix and a grid.
 *
 * @param space the colour space that it claims to be for
 */
export function newProfile(space = 'CMYK', kind = 'prtr', pcs = 'Lab '): Uint8Array {
  // Lightness falls with every ink; black leaves no hue.
  const lab = Array.from({ length: 16 }, (_, n) => {
    const [c, m, y, k] = [8, 4, 2, 1].map((bit) => (n & bit ? 1 : 0)) as [number, number, number, number];
    const left = 1 - 0.9 * k;
    const l = (1 - 0.35 * c - 0.4 * m - 0.1 * y) * left;
    return [Math.max(l, 0.05), 0.5 + left * (-0.15 * c + 0.27 * m - 0.02 * y), 0.5 + left * (-0.2 * c + 0.3 * y)];
  });
  const mix = Array.from({ length: 8 }, (_, n) => {
    const [l, a, b] = [4, 2, 1].map((bit) => (n & bit ? 1 : 0)) as [number, number, number];
    return [0.8 * (1 - l) * (1 - a), 0.8 * (1 - l) * a, 0.7 * (1 - l) * b, 0.6 * (1 - l)];
  });
  const curvesM = [
    curve(1, 1.1, 1, 0),
    curve(4, 1.2, 0.9, 0.1, 1.0355, 0.2, 0.01, 0.02),
    curve(3, 1.1, 0.95, 0.05, 1.001, 0.3),
  ];
  const matrix = [0.98, 0.01, 0, 0.02, 0.95, 0.01, 0, 0.03, 0.96, 0.005, 0.01, 0].flatMap(fixed);
  const there = lut('mAB ', 4, 3, [
    [curve(0, 1), table(), table(0, 0.48, 1)].flat(),
    matrix,
    curvesM.flat(),
    grid(4, lab.flat()),
    [curve(0, 1.4), table(0, 0.2, 0.6, 1), curve(2, 1.2, 1, 0, 0), table()].flat(),
  ]);
  const back = lut('mBA ', 3, 4, [
    [table(), table(0, 0.5, 1), curve(0, 0.9)].flat(),
    matrix,
    [curve(0, 1.1), table(), table()].flat(),
    grid(3, mix.flat()),
    [table(0, 0.4, 1), curve(0, 0.8), table(), curve(0, 1.2)].flat(),
  ]);
  const xyz = [...ascii('XYZ '), ...u32(0), ...fixed(0.9642), ...fixed(1), ...fixed(0.8249)];
  const tags: [string, number[]][] = [
    ['desc', mluc('Press of the Ottermere Yard')],
    ['cprt', mluc('None')],
    ['wtpt', xyz],
    ['A2B0', there],
    ['B2A0', back],
  ];
  let at = 128 + 4 + 12 * tags.length;
  const list: number[] = [],
    body: number[] = [];
  for (const [name, bytes] of tags) {
    list.push(...ascii(name), ...u32(at), ...u32(bytes.length));
    body.push(...padded(bytes));
    at += padded(bytes).length;
  }
  const header = [
    ...u32(at),
    ...u32(0),
    ...u32(0x04200000),
    ...ascii(kind),
    ...ascii(space),
    ...ascii(pcs),
    ...[2026, 1, 1, 0, 0, 0].flatMap(u16),
    ...ascii('acsp'),
    ...new Array<number>(28).fill(0),
    ...xyz.slice(8),
    ...new Array<number>(48).fill(0),
  ];
  return Uint8Array.from([...header, ...u32(tags.length), ...list, ...body]);
}
