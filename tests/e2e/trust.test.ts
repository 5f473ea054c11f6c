import { mkdtempSync, readFileSync, readdirSync } from 'node:fs';
import { connect } from 'node:net';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase } from '../../server/data/folderDatabase';
import { MIGRATIONS } from '../../server/migrations';
import { circle, curve, HOME, lettering, piece } from '../support/pieces';
import { freshFolder, made, run, Server } from './support';

const good = piece([curve(circle(30)), lettering('TIDE')]);

interface Answer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
  readonly body: string;
}
/** A request with any headers at all, which `fetch` does not send. */
const raw = (
  server: Server,
  method: string,
  path: string,
  headers: Record<string, string>,
  body = '',
): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const sent = request({ host: '127.0.0.1', port: server.port, method, path, headers }, (answer) => {
      let text = '';
      answer.on('data', (part: Buffer) => (text += part.toString()));
      answer.on('end', () => resolve({ status: answer.statusCode!, headers: answer.headers, body: text }));
    });
    sent.on('error', reject);
    sent.end(body);
  });
describe('the door', () => {
  let server: Server, id: string;
  beforeAll(async () => {
    server = await Server.start();
    id = await made(server, good);
  });
  afterAll(() => server.end());
  const json = { 'content-type': 'application/json' };
  const count = async (): Promise<number> => (await server.call('GET', '/pieces')).body.pieces.length;

  it.each([
    ['a form of another page', 'POST', '/api/pieces', { 'content-type': 'text/plain' }, 415],
    ['a form with fields', 'POST', '/api/pieces', { 'content-type': 'application/x-www-form-urlencoded' }, 415],
    ['a body without a type', 'POST', '/api/pieces', {}, 415],
    ['JSON from another origin', 'POST', '/api/pieces', { ...json, origin: 'http://evil.example' }, 403],
    ['JSON from a page without an origin', 'POST', '/api/pieces', { ...json, origin: 'null' }, 403],
    ['JSON from another port of this machine', 'POST', '/api/pieces', { ...json, origin: 'http://127.0.0.1:1' }, 403],
    ['what the browser calls cross-site', 'POST', '/api/pieces', { ...json, 'sec-fetch-site': 'cross-site' }, 403],
    ['a deletion from elsewhere', 'DELETE', '/api/pieces/ID', { origin: 'https://evil.example' }, 403],
    ['a name that is made to lead here', 'GET', '/api/pieces', { host: 'evil.example' }, 421],
    ['the same with a port', 'GET', '/', { host: 'localhost.evil.example:80' }, 421],
  ] as [string, string, string, Record<string, string>, number][])(
    'keeps out %s',
    async (_what, method, path, headers, status) => {
      const before = await count();
      const body = method === 'POST' ? JSON.stringify(good) : '';
      const answer = await raw(server, method, path.replace('ID', id), headers, body);
      expect(answer.status).toBe(status);
      expect(JSON.parse(answer.body)).toMatchObject({
        code: expect.any(String),
        message: expect.stringMatching(/\.$/),
      });
      expect(answer.headers['x-content-type-options']).toBe('nosniff');
      expect(await count()).toBe(before);
    },
  );

  it('says on every answer what may be done with it, and nothing of what it runs on', async () => {
    for (const path of [
      '/',
      '/api',
      '/api?a=/b',
      '/api/',
      '/api/pieces',
      `/api/pieces/${id}/picture.png`,
      '/api/nothing',
      `/piece/${id}`,
    ]) {
      const { headers } = await raw(server, 'GET', path, {});
      expect(headers, path).toMatchObject({ 'x-content-type-options': 'nosniff', 'referrer-policy': 'no-referrer' });
      expect(headers['content-security-policy'], path).toMatch(/frame-ancestors 'none'/);
      expect(headers['content-security-policy'], path).not.toMatch(/unsafe-inline|unsafe-eval'(?<!wasm-unsafe-eval')/);
      expect(headers['permissions-policy'], path).toBeTruthy();
      expect(headers['x-powered-by'], path).toBeUndefined();
    }
    for (const path of ['/api', '/api?a=/b', '/api/', '/api/nothing'])
      expect(await raw(server, 'GET', path, {}), path).toMatchObject({
        status: 404,
        headers: { 'content-type': expect.stringMatching(/json/) },
      });
  });

  const nested = (deep: number): string => `${'['.repeat(deep)}${']'.repeat(deep)}`;
  const whole = JSON.stringify(good);
  it.each([
    ['nested 100,000 deep', whole.replace(/"items":\[.*\]/, `"items":${nested(100_000)}`)],
    ['with two million items', whole.replace(/"items":\[.*\]/, `"items":[${'0,'.repeat(1_900_000)}0]`)],
    ['with 20,000 items of nothing', whole.replace(/"items":\[.*\]/, `"items":[${'0,'.repeat(20_000)}0]`)],
    ['with a NUL in its name', whole.replace(/"name":"[^"]*"/, '"name":"a\\u0000b"')],
    ['with half a character in its words', whole.replace('"TIDE"', '"TI\\ud83dDE"')],
  ])('answers a piece %s at once, without telling it back', async (_what, body) => {
    const from = performance.now();
    const answer = await raw(server, 'POST', '/api/pieces', json, body);
    expect(answer.status).toBe(422);
    expect(answer.body.length).toBeLessThan(1000);
    expect(performance.now() - from).toBeLessThan(2000);
  });

  it.each([
    ['no steps at all', { steps: null }],
    ['a step without its item', { steps: [{ kind: 'insert', index: 0 }] }],
    ['a step of numbers', { steps: [1, 2] }],
    ['a path that is no list', { steps: [{ kind: 'set', id: 'words', path: 'wording', value: 'X' }] }],
    ['a NUL in an id', { steps: [{ kind: 'set', id: 'wo\0rds', path: ['wording'], value: 'X' }] }],
    ['a deep value', { steps: [{ kind: 'set', id: 'words', path: ['wording'], value: JSON.parse(nested(500)) }] }],
    ['a prototype', { steps: [{ kind: 'set', id: null, path: ['__proto__', 'x'], value: 1 }] }],
    ['half a character', { label: 'x\ud83d' }],
  ])('refuses changes with %s', async (_what, wrong) => {
    const change = {
      entryId: 'e',
      kind: 'do',
      label: 'l',
      steps: [],
      selectionBefore: [],
      selectionAfter: [],
      ...wrong,
    };
    const { status, body } = await server.call('POST', `/pieces/${id}/changes`, {
      clientId: 'a',
      baseRevision: 0,
      changes: [{ changeId: 'x', change }],
    });
    expect(status).toBe(422);
    expect(body.message.length).toBeGreaterThan(10);
  });

  it('closes connections that send their request too slowly', async () => {
    const slow = connect(server.port, '127.0.0.1');
    slow.write('GET /api/pieces HTTP/1.1\r\nHost: localhost\r\nX: ');
    // What is written after the end is an error of this side.
    slow.on('error', () => {});
    const drip = setInterval(() => slow.write('x'), 500);
    const from = performance.now();
    await new Promise((resolve) => slow.once('close', resolve));
    clearInterval(drip);
    expect(performance.now() - from).toBeLessThan(20_000);
    expect((await server.call('GET', '/pieces')).status).toBe(200);
  });

  it('tells its state to those who watch over it', async () => {
    const { status, body } = await server.call('GET', '/health');
    expect([status, body]).toMatchObject([
      200,
      { ready: true, version: expect.stringMatching(/^\d/), schema: MIGRATIONS.length },
    ]);
    expect(body.freeBytes).toBeGreaterThan(0);
  });
});

describe('the end and the beginning', () => {
  it('ends within two seconds with ten pages open, and says in a line when its port is taken', async () => {
    const server = await Server.start();
    const id = await made(server, good);
    const pages = Array.from({ length: 10 }, () => fetch(`${server.base}/api/pieces/${id}/events`));
    const streams = (await Promise.all(pages)).map((page) => page.text().catch(() => ''));
    const other = new Server(freshFolder(), server.port);
    const child = other.spawn();
    expect(await new Promise((resolve) => child.once('exit', resolve))).toBe(1);
    expect(other.output.trim()).toBe(
      `Port ${server.port} is taken by another program. Stop that one, or set PORT to another port.`,
    );
    const from = performance.now();
    await server.end();
    expect(performance.now() - from).toBeLessThan(2000);
    await Promise.all(streams);
  });

  it('refuses a folder of a newer version, with what to do', async () => {
    const folder = freshFolder();
    const db = await openDatabase(join(folder, 'pg'));
    await db.write('UPDATE schema_version SET version = 99');
    await db.close();
    const newer = new Server(folder, 3999);
    const child = newer.spawn();
    expect(await new Promise((resolve) => child.once('exit', resolve))).toBe(1);
    expect(newer.output).toMatch(/newer Under Arc \(schema 99; this one knows up to \d+\)\. Start that version/);
  });

  it('is backed up while it runs, and restored to what it was', async () => {
    const server = await Server.start();
    const id = await made(server, good);
    const changed = await server.call('PUT', `/pieces/${id}/name`, { name: 'Before the fire' });
    expect(changed.status).toBe(200);
    const file = join(mkdtempSync(join(tmpdir(), 'under-arc-backup-')), 'all.tar.gz');
    const env = { PORT: String(server.port), UNDER_ARC_DATA: server.folder };
    const backup = await run('bin/backup', [file], env);
    expect(backup).toMatchObject({ code: 0, said: expect.stringMatching(/\d+ pieces, [\d.]+ MB, checked\./) });
    expect((await fetch(`${server.base}/api/backup`)).status).toBe(403);
    await server.call('PUT', `/pieces/${id}/name`, { name: 'After' });
    expect((await run('bin/restore', [file], env)).said).toMatch(/running .* Stop it first/);
    await server.end();
    const restored = await run('bin/restore', [file], env);
    expect(restored).toMatchObject({ code: 0, said: expect.stringMatching(/pieces restored/) });
    expect(readdirSync(server.folder).some((name) => name.startsWith('pg-before-'))).toBe(true);
    await server.up();
    expect((await server.call('GET', `/pieces/${id}`)).body).toMatchObject({
      revision: 1,
      piece: { name: 'Before the fire' },
    });
    // What is no back-up is told before anything is touched.
    await server.end();
    const wrong = await run('bin/restore', [join(HOME, 'package.json')], env);
    expect([wrong.code, wrong.said]).toEqual([1, expect.stringMatching(/cannot be restored/)]);
    expect(readFileSync(join(HOME, 'package.json'), 'utf8')).toMatch(/under-arc/);
  });
});
