// Writes core/ink/table.ts and core/ink/separationTable.ts from profiles/coated.icc, by LittleCMS: the screen colours
// of a grid of inks, and the inks of a grid of screen colours. See profiles/README.md.
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const GRID = 9;
const steps = Array.from({ length: GRID }, (_, i) => (i * 100) / (GRID - 1));
const lines = steps.flatMap((k) => steps.flatMap((y) => steps.flatMap((m) => steps.map((c) => `${c} ${m} ${y} ${k}`))));
const profile = fileURLToPath(new URL('../profiles/coated.icc', import.meta.url));
const text = execFileSync('transicc', ['-i', profile, '-o', '*sRGB', '-t1', '-b', '-n'], {
  input: `${lines.join('\n')}\n`,
  encoding: 'utf8',
  stdio: ['pipe', 'pipe', 'ignore'],
});
const bytes = text
  .trim()
  .split('\n')
  .flatMap((line) =>
    line
      .trim()
      .split(/\s+/)
      .map((value) => Math.min(255, Math.max(0, Math.round(Number(value))))),
  );
if (bytes.length !== GRID ** 4 * 3) throw new Error(`Expected ${GRID ** 4 * 3} values, got ${bytes.length}.`);
writeFileSync(
  fileURLToPath(new URL('../core/ink/table.ts', import.meta.url)),
  `/** Written by bin/write-ink-table.mjs: sRGB of ${GRID}⁴ mixes of the profile in profiles/, C fastest, then M, Y, K; base64 of bytes. */
export const GRID = ${GRID};
export const SCREEN_TABLE = '${Buffer.from(bytes).toString('base64')}';
`,
);

const RGB_GRID = 17,
  MOST = 300;
const levels = Array.from({ length: RGB_GRID }, (_, i) => (i * 255) / (RGB_GRID - 1));
const colours = levels.flatMap((b) => levels.flatMap((g) => levels.map((r) => `${r} ${g} ${b}`)));
const inks = execFileSync('transicc', ['-i', '*sRGB', '-o', profile, '-t1', '-b', '-n'], {
  input: `${colours.join('\n')}\n`,
  encoding: 'utf8',
  stdio: ['pipe', 'pipe', 'ignore'],
});
const shares = inks
  .trim()
  .split('\n')
  .flatMap((line, n) => {
    const [c, m, y, k] = line.trim().split(/\s+/).map(Number);
    // White is paper, whatever rounding makes of it; beyond the most the three colours give way.
    if (n === colours.length - 1) return [0, 0, 0, 0];
    const less = Math.min(1, (MOST - k) / Math.max(c + m + y, 1e-9));
    return [c * less, m * less, y * less, k].map((share) => Math.min(255, Math.max(0, Math.round(share * 2.55))));
  });
if (shares.length !== RGB_GRID ** 3 * 4) throw new Error(`Expected ${RGB_GRID ** 3 * 4} values, got ${shares.length}.`);
writeFileSync(
  fileURLToPath(new URL('../core/ink/separationTable.ts', import.meta.url)),
  `/** Written by bin/write-ink-table.mjs: C, M, Y and K (255 for 100 %) of ${RGB_GRID}³ sRGB colours by the profile in profiles/, red fastest, then green, blue; base64 of bytes. */
export const RGB_GRID = ${RGB_GRID};
export const SEPARATION_TABLE = '${Buffer.from(shares).toString('base64')}';
`,
);
