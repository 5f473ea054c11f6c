/**
 * The colour space of screens, sRGB (IEC 61966-2-1), as an ICC profile of version 2.1 (ICC.1:1998-09): three primaries
 * and one curve, made here since it says no more than these figures.
 */

/** Of white and of red, green and blue, for the light of the profile's space, D50 (Bradford, as ICC.1:2010 annex E). */
const WHITE = [0.9642, 1, 0.8249] as const,
  PRIMARIES = {
    rXYZ: [0.4360747, 0.2225045, 0.0139322],
    gXYZ: [0.3850649, 0.7168786, 0.0971045],
    bXYZ: [0.1430804, 0.0606169, 0.7141733],
  } as const;
/** How many places of the curve are written down, straight lines between them. */
const PLACES = 1024;
const HEADER = 128;

const ascii = (text: string): number[] => [...text].map((one) => one.charCodeAt(0));
const long = (value: number): number[] => [24, 16, 8, 0].map((shift) => (value >>> shift) & 255);
const short = (value: number): number[] => [(value >>> 8) & 255, value & 255];
/** A number of 16 bits before the point and 16 behind it. */
const fixed = (value: number): number[] => long(Math.round(value * 65536));
const none = (count: number): number[] => new Array<number>(count).fill(0);

const xyz = (values: readonly number[]): number[] => [...ascii('XYZ '), ...none(4), ...values.flatMap(fixed)];
const text = (words: string): number[] => [...ascii('text'), ...none(4), ...ascii(words), 0];
/** A name, in ASCII alone: its Unicode and its Macintosh script are left empty (6.5.17). */
const named = (words: string): number[] => [
  ...ascii('desc'),
  ...none(4),
  ...long(words.length + 1),
  ...ascii(words),
  ...none(1 + 4 + 4 + 2 + 1 + 67),
];
/** How much light a share of the signal is (IEC 61966-2-1, 5.2). */
const lightOf = (share: number): number => (share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4);
const curve = (): number[] => [
  ...ascii('curv'),
  ...none(4),
  ...long(PLACES),
  ...Array.from({ length: PLACES }, (_, i) => short(Math.round(lightOf(i / (PLACES - 1)) * 65535))).flat(),
];

let made: Uint8Array | null = null;

/** The profile, the same bytes each time. */
export function srgbProfile(): Uint8Array {
  if (made) return made;
  const light = curve();
  const tags: readonly (readonly [name: string, bytes: readonly number[]])[] = [
    ['desc', named('sRGB IEC61966-2-1')],
    ['cprt', text('No copyright, use freely')],
    ['wtpt', xyz(WHITE)],
    ...Object.entries(PRIMARIES).map(([name, values]) => [name, xyz(values)] as const),
    ['rTRC', light],
    ['gTRC', light],
    ['bTRC', light],
  ];
  // What is the same is written once, each beginning at a multiple of four.
  const at = new Map<readonly number[], number>(),
    bodies: number[] = [];
  const first = HEADER + 4 + 12 * tags.length;
  for (const [, bytes] of tags) {
    if (at.has(bytes)) continue;
    at.set(bytes, first + bodies.length);
    bodies.push(...bytes, ...none((4 - (bytes.length % 4)) % 4));
  }
  const header = [
    ...long(first + bodies.length),
    ...none(4),
    ...long(0x02100000),
    ...ascii('mntrRGB XYZ '),
    // A day and time, the same for all: it is no part of what the profile says.
    ...[2000, 1, 1, 0, 0, 0].flatMap(short),
    ...ascii('acsp'),
    ...none(24),
    // Looked at as colours (relative colorimetric).
    ...long(1),
    ...WHITE.flatMap(fixed),
    ...none(48),
  ];
  const table = [
    ...long(tags.length),
    ...tags.flatMap(([name, bytes]) => [...ascii(name), ...long(at.get(bytes)!), ...long(bytes.length)]),
  ];
  made = Uint8Array.from([...header, ...table, ...bodies]);
  return made;
}
