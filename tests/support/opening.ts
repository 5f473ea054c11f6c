/**
 * The thinnest stroke of a picture by opening it with discs: an independent measure of what the proof finds from outlines.
 * Distances are exact (Felzenszwalb and Huttenlocher 2012).
 */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const FAR = 1e9;

/** Squared distances of pixels to the nearest one that is set, along one line. */
function line(f: Float64Array, n: number, out: Float64Array): void {
  const v = new Int32Array(n),
    z = new Float64Array(n + 1);
  let k = 0;
  z[0] = -Infinity;
  z[1] = Infinity;
  for (let q = 1; q < n; q++) {
    let s: number;
    do {
      const p = v[k]!;
      s = (f[q]! + q * q - (f[p]! + p * p)) / (2 * q - 2 * p);
    } while (s <= z[k]! && --k > -1);
    v[++k] = q;
    z[k] = s;
    z[k + 1] = Infinity;
  }
  k = 0;
  for (let q = 0; q < n; q++) {
    while (z[k + 1]! < q) k++;
    out[q] = (q - v[k]!) ** 2 + f[v[k]!]!;
  }
}

/** Distances of all pixels to the nearest one that is set, in pixels between their middles. */
function distances(set: Uint8Array, width: number, height: number): Float64Array {
  const grid = Float64Array.from(set, (one) => (one ? 0 : FAR));
  const most = Math.max(width, height),
    f = new Float64Array(most),
    out = new Float64Array(most);
  for (let x = 0; x < width; x++) {
    for (let y = 0; y < height; y++) f[y] = grid[y * width + x]!;
    line(f, height, out);
    for (let y = 0; y < height; y++) grid[y * width + x] = out[y]!;
  }
  for (let y = 0; y < height; y++) {
    f.set(grid.subarray(y * width, (y + 1) * width));
    line(f, width, out);
    grid.set(out.subarray(0, width), y * width);
  }
  return grid.map(Math.sqrt);
}

interface Part {
  readonly pixels: readonly number[];
  readonly extent: number;
}

/** Parts of pixels that hang together, corners included. */
function partsOf(set: Uint8Array, width: number, among?: readonly number[]): Part[] {
  const seen = new Uint8Array(set.length),
    parts: Part[] = [];
  const around = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1];
  const begin = (from: number): void => {
    if (!set[from] || seen[from]) return;
    const pixels = [from];
    seen[from] = 1;
    let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
    for (let i = 0; i < pixels.length; i++) {
      const at = pixels[i]!,
        x = at % width,
        y = Math.floor(at / width);
      [left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)];
      for (const step of around) {
        const next = at + step;
        if (set[next] && !seen[next]) {
          seen[next] = 1;
          pixels.push(next);
        }
      }
    }
    parts.push({ pixels, extent: Math.hypot(right - left + 1, bottom - top + 1) });
  };
  if (among) among.forEach(begin);
  else for (let i = 0; i < set.length; i++) begin(i);
  return parts;
}

/** A corner that a disc leaves is far thinner than the disc; a stroke is not. */
const STROKE = 0.45;
/** A stroke is so many of its widths long, or leads from one part of what stays to another. */
const LENGTH = 3;

/** The smallest disc, pixels, and how much larger the next one is: less than `STROKE` allows for. */
const SMALLEST = 3,
  STEP = 1.08;

/**
 * Whether a disc of so many pixels is too large for a stroke of a picture.
 *
 * @param ink 1 where there is ink; the border has none
 */
function isBroken(ink: Uint8Array, inside: Float64Array, width: number, height: number, disc: number): boolean {
  const half = disc / 2;
  const kept = distances(
    Uint8Array.from(inside, (mm) => Number(mm - 0.5 >= half)),
    width,
    height,
  );
  const open = Uint8Array.from(ink, (one, i) => Number(one && kept[i]! < half + 0.5));
  const rest = Uint8Array.from(ink, (one, i) => Number(one && !open[i]));
  return partsOf(rest, width).some(({ pixels, extent }) => {
    if (Math.max(...pixels.map((at) => inside[at]! - 0.5)) < STROKE * disc) return false;
    if (extent >= LENGTH * disc) return true;
    const contact = new Uint8Array(ink.length),
      touched: number[] = [];
    for (const at of pixels)
      for (const step of [-width, -1, 1, width])
        if (open[at + step] && !contact[at + step]) {
          contact[at + step] = 1;
          touched.push(at + step);
        }
    return partsOf(contact, width, touched).length > 1;
  });
}

/**
 * A number that takes seconds to find, from a file where it was found before: the tests of mutants measure the same
 * pictures hundreds of times. Only where bin/mutate.mjs names a folder for it.
 */
function remembered(picture: Uint8Array, sizes: readonly number[], find: () => number): number {
  const folder = process.env['MUTATE_MEMORY'];
  if (!folder) return find();
  const file = join(folder, createHash('sha1').update(picture).update(sizes.join()).digest('hex'));
  if (existsSync(file)) return Number(readFileSync(file, 'utf8'));
  const number = find();
  mkdirSync(folder, { recursive: true });
  writeFileSync(file, String(number));
  return number;
}

/** The thickness of the thinnest stroke, in pixels, up to `most`; `most` where all are thicker. */
export const thinnestByOpening = (ink: Uint8Array, width: number, height: number, most: number): number =>
  remembered(ink, [width, height, most], () => openWith(ink, width, height, most));

function openWith(ink: Uint8Array, width: number, height: number, most: number): number {
  const inside = distances(
    Uint8Array.from(ink, (one) => Number(!one)),
    width,
    height,
  );
  let low = SMALLEST,
    high = low;
  while (!isBroken(ink, inside, width, height, high)) {
    if (high >= most) return most;
    low = high;
    high = Math.min(most, high * STEP);
  }
  while (high - low > 0.25) {
    const middle = (low + high) / 2;
    if (isBroken(ink, inside, width, height, middle)) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}
