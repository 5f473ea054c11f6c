import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Gives the tests a temporary folder of their own, and takes it away when they are done with all that they left in it. */
export default function setup(): () => void {
  const before = process.env['TMPDIR'];
  const folder = mkdtempSync(join(tmpdir(), 'under-arc-tests-'));
  // A PostgreSQL server of the tests runs as another user.
  chmodSync(folder, 0o755);
  process.env['TMPDIR'] = folder;
  return () => {
    if (before === undefined) delete process.env['TMPDIR'];
    else process.env['TMPDIR'] = before;
    rmSync(folder, { recursive: true, force: true, maxRetries: 5 });
  };
}
