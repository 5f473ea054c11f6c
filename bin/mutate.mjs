// Changes files of the core in small ways, one at a time, and tells which changes no unit test of their room notices:
// `npm run mutate FILE…`. Minutes a file; not part of `npm test`.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const files = process.argv.slice(2);
const rooms = new Set(files.flatMap((file) => /^core\/(\w+)\//.exec(file)?.[1] ?? []));
if (files.length === 0 || rooms.size === 0) {
  console.error('Name files of the core: npm run mutate core/proof/checks/trim.ts');
  process.exit(2);
}
const memory = mkdtempSync(join(tmpdir(), 'mutate-'));
const { status } = spawnSync('npx', ['stryker', 'run', '--mutate', files.join(',')], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, MUTATE_ROOMS: [...rooms].join(','), MUTATE_MEMORY: memory },
});
rmSync(memory, { recursive: true });
process.exit(status ?? 1);
