import { CURRENT_VERSION } from '#core/piece/version';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readFontFile } from '../../server/data/fontFile';
import { PNG } from 'pngjs';
import { endPostgres, KINDS, thePostgres } from '../support/databases';
import { circle, curve, HOME, lettering, piece } from '../support/pieces';
import { freshFolder, made, Server } from './support';

const good = piece([curve(circle(30)), lettering('TIDE')]);

afterAll(endPostgres);

describe.each(KINDS)('the server with %s', (kind) => {
  let server: Server, id: string;
  beforeAll(async () => {
    server = await Server.start(
      freshFolder(),
      kind === 'PGlite' ? {} : { DATABASE_URL: await (await thePostgres()).database() },
    );
    id = await made(server, good);
  });
  afterAll(() => server.end());

  it('comes up with the demo pieces', async () => {
    const { body } = await server.call('GET', '/pieces');
    expect(body.pieces.map((one: any) => one.name)).toEqual(
      expect.arrayContaining(['Ottermere roundel', 'Marmalade jar lid', 'Cap badge']),
    );
  });

  it('draws pictures with the core', async () => {
    const response = await fetch(`${server.base}/api/pieces/${id}/picture.png`);
    expect([response.status, response.headers.get('content-type')]).toEqual([200, 'image/png']);
    const { width, height, data } = PNG.sync.read(Buffer.from(await response.arrayBuffer()));
    expect([width, height]).toEqual([400, 400]);
    // The letters at the top, and nothing in the middle.
    const dark = (x: number, y: number): boolean => data[(y * width + x) * 4 + 3]! > 128;
    const share = (top: number, bottom: number): number => {
      let count = 0;
      for (let y = top; y < bottom; y++) for (let x = 0; x < width; x++) count += Number(dark(x, y));
      return count / width / (bottom - top);
    };
    expect(share(0, 100)).toBeGreaterThan(0.01);
    expect(share(150, 250)).toBe(0);
  });

  it('sends a picture once: asked for what it has, a browser is told that it has it', async () => {
    const own = await made(server, good);
    const address = `${server.base}/api/pieces/${own}/picture.png`;
    const first = await fetch(address),
      etag = first.headers.get('etag')!;
    const bytes = Buffer.from(await first.arrayBuffer());
    for (const asked of [etag, `"other", W/${etag}`])
      expect((await fetch(address, { headers: { 'if-none-match': asked } })).status).toBe(304);
    const other = await fetch(address, { headers: { 'if-none-match': '"other"' } });
    expect([other.status, Buffer.from(await other.arrayBuffer())]).toEqual([200, bytes]);
    // Changed, it is drawn anew.
    await server.call('PUT', `/pieces/${own}/name`, { name: `${good.name} 2` });
    const renamed = await fetch(address, { headers: { 'if-none-match': etag } });
    expect([renamed.status, renamed.headers.get('etag') === etag]).toEqual([200, false]);
  });

  it('draws the pictures of the shelf before they are asked for, when a piece has rested', async () => {
    const own = await made(server, { ...good, name: 'Rested' });
    const pictures = async (): Promise<unknown> => (await server.call('GET', '/health')).body.picturesDue;
    await expect.poll(pictures, { timeout: 60_000 }).toBe(0);
    await server.call('PUT', `/pieces/${own}/name`, { name: 'Renamed' });
    expect(await pictures()).toBe(1);
    await expect.poll(pictures, { timeout: 60_000 }).toBe(0);
  });

  it('packs what is long, and neither what is short nor what is told bit by bit', async () => {
    const asked = async (path: string, accepted = 'gzip'): Promise<Response> => {
      const cut = new AbortController();
      const response = await fetch(`${server.base}${path}`, {
        headers: { 'accept-encoding': accepted },
        signal: cut.signal,
      });
      if (path.endsWith('/events')) cut.abort();
      else await response.text();
      return response;
    };
    const packing = async (path: string, accepted?: string): Promise<string | null> =>
      (await asked(path, accepted)).headers.get('content-encoding');
    expect(await packing('/api/pieces')).toBe('gzip');
    expect(await packing('/api/pieces', 'identity')).toBeNull();
    expect(await packing('/api/health')).toBeNull();
    expect(await packing(`/api/pieces/${id}/events`)).toBeNull();
  });

  it('draws a picture anew while a typeface of it was not at hand', async () => {
    const font = await readFile(join(HOME, 'fonts/files/rye.ttf'));
    // The name that it will have, see the list of typefaces of one's own.
    const read = await readFontFile(font, 'rye.ttf');
    if (!read.ok) throw new Error(read.problem.message);
    const own = await made(server, piece([curve(circle(30)), lettering('TIDE', { faceId: read.value.id })]));
    const address = `${server.base}/api/pieces/${own}/picture.png`;
    const without = await fetch(address);
    expect([without.status, without.headers.get('etag')]).toEqual([200, null]);
    const before = Buffer.from(await without.arrayBuffer());
    expect(
      (
        await fetch(`${server.base}/api/faces?name=rye.ttf`, {
          method: 'POST',
          body: font,
          headers: { 'content-type': 'application/octet-stream' },
        })
      ).ok,
    ).toBe(true);
    const now = await fetch(address);
    expect(Buffer.from(await now.arrayBuffer())).not.toEqual(before);
    expect(now.headers.get('etag')).toMatch(/^".+"$/);
  });

  it.each([
    ['an unknown piece', 'GET', '/pieces/not-there', undefined, 404, 'not-found'],
    ['an unknown address', 'GET', '/nothing/here', undefined, 404, 'not-found'],
    [
      'changes to an unknown piece',
      'POST',
      '/pieces/not-there/changes',
      {
        clientId: 'a',
        baseRevision: 0,
        changes: [
          {
            changeId: 'x',
            change: { entryId: 'e', kind: 'do', label: 'l', steps: [], selectionBefore: [], selectionAfter: [] },
          },
        ],
      },
      404,
      'not-found',
    ],
    ['what is not JSON', 'POST', '/pieces', '{"format":', 400, 'not-json'],
    ['what is not a piece', 'POST', '/pieces', { hello: 1 }, 422, 'not-a-piece'],
    [
      'a piece with a wrong field',
      'POST',
      '/pieces',
      { ...good, sheet: { ...good.sheet, widthMm: -1 } },
      422,
      'wrong-piece',
    ],
    ['a piece of a newer format', 'POST', '/pieces', { ...good, version: CURRENT_VERSION + 1 }, 422, 'newer-version'],
    ['changes of no shape', 'POST', '/pieces/ID/changes', { clientId: 'a' }, 422, 'wrong-field'],
    [
      'a step of no kind',
      'POST',
      '/pieces/ID/changes',
      {
        clientId: 'a',
        baseRevision: 0,
        changes: [
          {
            changeId: 'x',
            change: {
              entryId: 'e',
              kind: 'do',
              label: 'l',
              steps: [{ kind: 'explode' }],
              selectionBefore: [],
              selectionAfter: [],
            },
          },
        ],
      },
      422,
      'wrong-field',
    ],
    [
      'a step that breaks the piece',
      'POST',
      '/pieces/ID/changes',
      {
        clientId: 'a',
        baseRevision: 0,
        changes: [
          {
            changeId: 'x',
            change: {
              entryId: 'e',
              kind: 'do',
              label: 'l',
              steps: [{ kind: 'set', id: 'ring', path: ['shape', 'radiusMm'], value: 0, was: 30 }],
              selectionBefore: [],
              selectionAfter: [],
            },
          },
        ],
      },
      422,
      'wrong-piece',
    ],
    ['an empty name', 'PUT', '/pieces/ID/name', { name: ' ' }, 422, 'wrong-field'],
    ['a font that is none', 'POST', '/faces?name=x.ttf', 'not a font at all', 422, 'not-a-font'],
    ['an unknown typeface', 'GET', '/faces/own-gone-00000000', undefined, 404, 'not-found'],
    ['a font over the limit', 'POST', '/faces?name=x.ttf', 'x'.repeat(17 * 1024 * 1024), 413, 'too-large'],
    ['a picture that is none', 'POST', '/images', 'not a picture', 422, 'not-an-image'],
    ['an unknown picture', 'GET', '/images/00000000000000000000000000000000', undefined, 404, 'not-found'],
    ['a picture over the limit', 'POST', '/images', 'x'.repeat(13 * 1024 * 1024), 413, 'too-large'],
    [
      'a body over the limit',
      'POST',
      '/pieces',
      JSON.stringify({ ...good, name: 'x'.repeat(5 * 1024 * 1024) }),
      413,
      'too-large',
    ],
  ])('answers %s with a code and a plain message', async (_what, method, path, body, status, code) => {
    const answer = await server.call(method, path.replace('ID', id), body);
    expect([answer.status, answer.body.code]).toEqual([status, code]);
    expect(answer.body.message.length).toBeGreaterThan(20);
    expect((await server.call('GET', `/pieces/${id}`)).body.piece).toEqual(good);
  });
});
