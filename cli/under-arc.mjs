#!/usr/bin/env node
// The command line: the core, without the app. See `under-arc help`. It is bundled when it is first called, and again
// when a source has changed since.
import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { setFlagsFromString } from 'node:v8';

// Most calls are over before optimised code has paid for its making: functions are optimised later than is usual, and
// half of the processor time is saved. Long ones, such as a series of thousands, are optimised all the same. Later
// versions of Node have a quicker way between the two, and do not know the word.
if (process.versions.node.startsWith('20.')) setFlagsFromString('--interrupt-budget=1000000');

const home = fileURLToPath(new URL('..', import.meta.url));

function changedAt(path) {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (!stat) return 0;
  return stat.isDirectory()
    ? Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => changedAt(join(path, name))))
    : stat.mtimeMs;
}

const built = changedAt(join(home, 'dist/cli.mjs'));
if (
  built === 0 ||
  ['core', 'cli', 'fonts/shippedFaces.ts', 'package-lock.json'].some((path) => changedAt(join(home, path)) > built)
) {
  const { buildCli } = await import('./bundle.mjs');
  await buildCli();
}
const { main } = await import('../dist/cli.mjs');
process.exitCode = await main(process.argv.slice(2));
