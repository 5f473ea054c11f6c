// Bundles the command line into dist/, one level below the root as its sources are, so that it starts at once.
import { copyFileSync, mkdirSync, renameSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const home = fileURLToPath(new URL('..', import.meta.url));

export async function buildCli() {
  mkdirSync(join(home, 'dist'), { recursive: true });
  // HarfBuzz looks for its WebAssembly beside the file that it is in.
  copyFileSync(
    join(dirname(createRequire(import.meta.url).resolve('harfbuzzjs')), 'harfbuzz.wasm'),
    join(home, 'dist/harfbuzz.wasm'),
  );
  // Written beside and put in its place whole: another call may be reading it.
  const draft = join(home, `dist/.cli-${process.pid}.mjs`);
  await build({
    entryPoints: [join(home, 'cli/main.ts')],
    outfile: draft,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    minifySyntax: true,
    alias: { '#core': join(home, 'core') },
    logLevel: 'error',
    // Packages of the older kind ask for Node's own modules by a function that such a bundle lacks.
    banner: {
      js: 'import { createRequire as $require } from "node:module"; const require = $require(import.meta.url);',
    },
  });
  renameSync(draft, join(home, 'dist/cli.mjs'));
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildCli();
