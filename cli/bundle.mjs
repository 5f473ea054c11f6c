// Bundles the command line, and the server's thread for what takes long, into dist/, one level below the root as its sources are, so that it starts at once.
import { copyFileSync, mkdirSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const home = fileURLToPath(new URL('..', import.meta.url));

const DAY_MS = 24 * 60 * 60 * 1000;

/** Parts of earlier bundles are cleared a day later, when no call can be reading them any more. */
function removeOld(now) {
  const folder = join(home, 'dist');
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    if (!/^cli-\w+\.mjs$/.test(name) || now.includes(path)) continue;
    if (Date.now() - statSync(path).mtimeMs > DAY_MS) rmSync(path, { force: true });
  }
}

export async function buildCli() {
  mkdirSync(join(home, 'dist'), { recursive: true });
  // HarfBuzz looks for its WebAssembly beside the file that it is in.
  copyFileSync(
    join(dirname(createRequire(import.meta.url).resolve('harfbuzzjs')), 'harfbuzz.wasm'),
    join(home, 'dist/harfbuzz.wasm'),
  );
  const { outputFiles } = await build({
    entryPoints: { cli: join(home, 'cli/main.ts'), work: join(home, 'server/work.ts') },
    outdir: join(home, 'dist'),
    entryNames: '[name]',
    chunkNames: 'cli-[hash]',
    outExtension: { '.js': '.mjs' },
    write: false,
    bundle: true,
    // What a call does not need is not read.
    splitting: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    minify: true,
    // The PDF library reads HTML for pictures of its own, which no file here has.
    alias: { '#core': join(home, 'core'), 'node-html-better-parser': join(home, 'cli/noHtml.mjs') },
    logLevel: 'error',
    // Packages of the older kind ask for Node's own modules by a function that such a bundle lacks.
    banner: {
      js: 'import { createRequire as $require } from "node:module"; const require = $require(import.meta.url);',
    },
  });
  // Each is written beside its place and put there whole, what is read first last: another call may be reading it.
  const entries = new Set(['cli', 'work'].map((name) => join(home, `dist/${name}.mjs`)));
  const inOrder = [...outputFiles].sort(
    (one, other) => Number(entries.has(one.path)) - Number(entries.has(other.path)),
  );
  for (const { path, contents } of inOrder) {
    const draft = `${path}.${process.pid}.part`;
    writeFileSync(draft, contents);
    renameSync(draft, path);
  }
  removeOld(outputFiles.map(({ path }) => path));
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildCli();
