// Writes core/ink/table.ts from profiles/coated.icc: the screen colours of a grid of inks, by LittleCMS. See profiles/README.md.
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const GRID = 9;
const steps = Array.from({ length: GRID }, (_, i) => (i * 100) / (GRID - 1));
const lines = steps.flatMap((k) => steps.flatMap((y) => steps.flatMap((m) => steps.map((c) => `${c} ${m} ${y} ${k}`))));
const profile = fileURLToPath(new URL('../profiles/coated.icc', import.meta.url));
const text = execFileSync('transicc', ['-i', profile, '-o', '*sRGB', '-t1', '-b', '-n'], { input: `${lines.join('\n')}\n`, encoding: 'utf8', stdio: ['pipe', 'pipe', 'ignore'] });
const bytes = text.trim().split('\n').flatMap((line) => line.trim().split(/\s+/).map((value) => Math.min(255, Math.max(0, Math.round(Number(value))))));
if (bytes.length !== GRID ** 4 * 3) throw new Error(`Expected ${GRID ** 4 * 3} values, got ${bytes.length}.`);
writeFileSync(fileURLToPath(new URL('../core/ink/table.ts', import.meta.url)), `/** Written by bin/write-ink-table.mjs: sRGB of ${GRID}⁴ mixes of the profile in profiles/, C fastest, then M, Y, K; base64 of bytes. */
export const GRID = ${GRID};
export const SCREEN_TABLE = '${Buffer.from(bytes).toString('base64')}';
`);
