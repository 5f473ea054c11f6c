// Writes core/ink/stocks/NAME.ts from profiles/NAME.icc, by LittleCMS: the screen colours of a grid of inks, and the
// inks of a grid of screen colours. See profiles/README.md.
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const GRID = 9,
  RGB_GRID = 17;
/** Most ink in all of what a screen colour is separated into, %. */
const MOST = { coated: 300, uncoated: 300, newsprint: 240 };

const root = fileURLToPath(new URL('..', import.meta.url));
/** What LittleCMS makes of lines of values, relative colorimetric with black point compensation. */
function converted(from, to, lines, most) {
  const text = execFileSync('transicc', ['-i', from, '-o', to, '-t1', '-b', '-n'], {
    input: `${lines.join('\n')}\n`,
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'ignore'],
  });
  const rows = text
    .trim()
    .split('\n')
    .map((line) => line.trim().split(/\s+/).map(Number));
  if (rows.length !== lines.length) throw new Error(`Expected ${lines.length} colours, got ${rows.length}.`);
  return rows.flatMap(most);
}
const byte = (value) => Math.min(255, Math.max(0, Math.round(value)));

const steps = Array.from({ length: GRID }, (_, i) => (i * 100) / (GRID - 1)),
  mixes = steps.flatMap((k) => steps.flatMap((y) => steps.flatMap((m) => steps.map((c) => `${c} ${m} ${y} ${k}`))));
const levels = Array.from({ length: RGB_GRID }, (_, i) => (i * 255) / (RGB_GRID - 1)),
  colours = levels.flatMap((b) => levels.flatMap((g) => levels.map((r) => `${r} ${g} ${b}`)));

for (const [name, most] of Object.entries(MOST)) {
  const profile = `${root}profiles/${name}.icc`;
  const screen = converted(profile, '*sRGB', mixes, (rgb) => rgb.map(byte));
  const inks = converted('*sRGB', profile, colours, ([c, m, y, k], n) => {
    // White is paper, whatever rounding makes of it; beyond the most the three colours give way.
    if (n === colours.length - 1) return [0, 0, 0, 0];
    const less = Math.min(1, (most - k) / Math.max(c + m + y, 1e-9));
    return [c * less, m * less, y * less, k].map((share) => byte(share * 2.55));
  });
  writeFileSync(
    `${root}core/ink/stocks/${name}.ts`,
    `/**
 * Written by bin/write-ink-table.mjs from profiles/${name}.icc, bytes as base64: sRGB of ${GRID}⁴ mixes, C fastest, then M,
 * Y, K; and C, M, Y and K (255 for 100 %) of ${RGB_GRID}³ sRGB colours, red fastest, then green, blue.
 */
export const ${name} = {
  screen:
    '${Buffer.from(screen).toString('base64')}',
  inks: '${Buffer.from(inks).toString('base64')}',
};
`,
  );
}
