import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { readProfile, type CmykProfile } from '#core/ink/icc/readProfile';
import { tablesOf } from '#core/ink/icc/tablesOf';
import { GRID, RGB_GRID, STOCKS } from '#core/ink/stocks/index';
import { HOME } from '../../support/pieces';
import { newProfile } from '../../support/profiles';

/** A profile of another maker, where Ghostscript is installed. */
const OTHER = '/usr/share/color/icc/ghostscript/default_cmyk.icc';
const written = join(mkdtempSync(join(tmpdir(), 'under-arc-icc-')), 'new.icc');
writeFileSync(written, newProfile());
const FILES: readonly (readonly [name: string, file: string])[] = [
  ...Object.keys(STOCKS).map((name) => [name, `${HOME}/profiles/${name}.icc`] as const),
  ['of another maker', OTHER],
  ['of version 4', written],
];

const opened = (file: string): CmykProfile => {
  const read = readProfile(readFileSync(file));
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
};
/** What LittleCMS makes of values. */
const converted = (rows: readonly (readonly number[])[], ...how: string[]): number[][] =>
  execFileSync('transicc', [...how, '-n', '-c0'], {
    input: `${rows.map((row) => row.join(' ')).join('\n')}\n`,
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'ignore'],
  })
    .trim()
    .split('\n')
    .map((line) => line.trim().split(/\s+/).map(Number));
const points = (side: number, axes: number, full: number): number[][] =>
  Array.from({ length: side ** axes }, (_, n) =>
    Array.from({ length: axes }, (__, axis) => ((Math.floor(n / side ** axis) % side) * full) / (side - 1)),
  );
/** The mean and the greatest of distances. */
function spread(of: readonly number[]): { readonly mean: number; readonly most: number } {
  return { mean: of.reduce((sum, one) => sum + one, 0) / of.length, most: Math.max(...of) };
}
const held = (value: number): number => Math.min(255, Math.max(0, value));

describe('a profile of a printer', () => {
  it.each(FILES)('is read as LittleCMS reads it: %s', (_, file) => {
    const profile = opened(file);
    const mixes = points(7, 4, 100);
    const lab = converted(mixes, '-i', file, '-o', '*Lab', '-t1');
    const there = spread(
      mixes.map((mix, i) => {
        const own = profile.toLab(mix.map((share) => share / 100));
        return Math.hypot(...own.map((one, k) => one - lab[i]![k]!));
      }),
    );
    // Within the cells of the grid LittleCMS goes by tetrahedra; that of the new one has a single cell. ΔE.
    if (file !== written) expect(there.mean).toBeLessThan(0.35);
    // Along the edges of all cells both go straight.
    const corners = points(2, 4, 100).flatMap((mix) =>
      [0, 1, 2, 3].flatMap((ink) => [0, 15, 40, 70].map((share) => mix.with(ink, share))),
    );
    const exact = converted(corners, '-i', file, '-o', '*Lab', '-t1');
    for (const [i, mix] of corners.entries())
      for (const [k, one] of profile.toLab(mix.map((share) => share / 100)).entries())
        expect(Math.abs(one - exact[i]![k]!)).toBeLessThan(0.05);
  });
  it.each(FILES.slice(0, 4))('gives the screen colours and separations that LittleCMS gives: %s', (name, file) => {
    const { screen, inks, mostInk } = tablesOf(opened(file));
    const seen = converted(points(GRID, 4, 100), '-i', file, '-o', '*sRGB', '-t1', '-b').flat();
    const off = spread(seen.map((value, i) => Math.abs(held(value) - screen[i]!)));
    expect(off.mean).toBeLessThan(0.4);
    expect(off.most).toBeLessThan(3.5);
    const parted = converted(points(RGB_GRID, 3, 255), '-i', '*sRGB', '-o', file, '-t1', '-b').flat();
    const away = spread(parted.map((share, i) => Math.abs(share - inks[i]! / 2.55)));
    expect(away.mean).toBeLessThan(0.15);
    expect(away.most).toBeLessThan(0.6);
    const sums = converted(
      [
        [0, 0, 0],
        [5, 5, 5],
        [20, 0, 0],
      ],
      '-i',
      '*Lab',
      '-o',
      file,
      '-t1',
    ).map((shares) => shares.reduce((sum, one) => sum + one, 0));
    expect(mostInk).toBeGreaterThanOrEqual(Math.floor(Math.max(...sums)));
    expect(mostInk).toBeLessThanOrEqual(400);
    if (name === 'newsprint') expect(mostInk).toBeLessThan(260);
  });
  it('is called as it calls itself, with its version', () => {
    expect(opened(written)).toMatchObject({ name: 'Press of the Ottermere Yard', version: '4.2' });
    expect(opened(`${HOME}/profiles/coated.icc`)).toMatchObject({ name: 'Under Arc coated', version: '2.2' });
    expect(existsSync(OTHER)).toBe(true);
  });
  it.each([
    ['no profile', Uint8Array.from([1, 2, 3]), 'wrong-profile', 'it is no ICC profile'],
    ['one of a screen', newProfile('RGB '), 'wrong-profile', 'it is for RGB, not for CMYK'],
    ['one of a scanner', newProfile('CMYK', 'scnr'), 'wrong-profile', 'a press or a printer'],
    ['one by way of XYZ', newProfile('CMYK', 'prtr', 'XYZ '), 'wrong-profile', 'not by L*a*b*'],
    ['one without its end', newProfile().subarray(0, 700), 'damaged-profile', 'its end is missing'],
  ])('is refused where it is %s', (_, bytes, code, message) => {
    expect(readProfile(bytes)).toMatchObject({
      ok: false,
      problem: { code, message: expect.stringContaining(message) },
    });
  });
  it('is refused in plain words, or read, whatever byte of it is another', () => {
    const whole = newProfile();
    for (let at = 0; at < whole.length; at += 3)
      for (const value of [0, 7, 255]) {
        const bytes = whole.slice();
        bytes[at] = value;
        const read = readProfile(bytes);
        if (read.ok) expect(read.value.toLab([0.2, 0.4, 0.1, 0.3])).toHaveLength(3);
        else expect(read.problem.message).toMatch(/(Ask|printer).*\.$/);
      }
  });
});
