import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { chownSync, mkdtempSync, readdirSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';

export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

/** Where Debian puts the programs of its newest PostgreSQL. */
function programs(): string {
  const all = '/usr/lib/postgresql';
  const [newest] = readdirSync(all).sort((a, b) => Number(b) - Number(a));
  return join(all, newest!, 'bin');
}

/** PostgreSQL will not run as root: then as the user that its package makes. */
function user(): { uid?: number; gid?: number } {
  if (process.getuid?.() !== 0) return {};
  const id = (kind: string): number => Number(execFileSync('id', [kind, 'postgres'], { encoding: 'utf8' }));
  return { uid: id('-u'), gid: id('-g') };
}

/** A PostgreSQL server of its own, with a folder of its own. */
export class Postgres {
  private child: ChildProcess | null = null;
  private constructor(
    private readonly folder: string,
    private readonly port: number,
  ) {}

  static async start(): Promise<Postgres> {
    const folder = mkdtempSync(join(tmpdir(), 'under-arc-postgres-'));
    const as = user();
    if (as.uid !== undefined) chownSync(folder, as.uid, as.gid!);
    execFileSync(
      join(programs(), 'initdb'),
      ['-D', join(folder, 'data'), '-U', 'tester', '--auth=trust', '-E', 'UTF8', '--locale=C.UTF-8'],
      { ...as, cwd: folder, stdio: 'pipe' },
    );
    const server = new Postgres(folder, await freePort());
    await server.up();
    return server;
  }

  async up(): Promise<void> {
    const child = spawn(
      join(programs(), 'postgres'),
      ['-D', join(this.folder, 'data'), '-p', String(this.port), '-k', this.folder, '-h', '127.0.0.1'],
      { ...user(), cwd: this.folder, stdio: 'pipe' },
    );
    this.child = child;
    let said = '';
    child.stderr.on('data', (text: Buffer) => (said += text.toString()));
    while (!said.includes('ready to accept connections')) {
      if (child.exitCode !== null) throw new Error(said);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  }

  /** Ends it at once, as when a machine is lost. */
  async down(): Promise<void> {
    const { child } = this;
    if (!child) return;
    this.child = null;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGQUIT');
    await gone;
  }

  /** The address of a new, empty database. */
  async database(): Promise<string> {
    const name = `under_arc_${Math.random().toString(36).slice(2)}`;
    const client = new pg.Client({ connectionString: this.url('postgres') });
    await client.connect();
    await client.query(`CREATE DATABASE ${name}`);
    await client.end();
    return this.url(name);
  }

  private url(name: string): string {
    return `postgres://tester@127.0.0.1:${this.port}/${name}`;
  }
}
