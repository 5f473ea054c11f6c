import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readPiece } from '#core/piece/read';
import { setStep } from '#core/piece/steps/index';
import { changesSince, latestChangesOf } from '../../../server/data/changes';
import { Committer } from '../../../server/data/committer';
import type { Database } from '../../../server/data/database';
import { Desk } from '../../../server/data/desk';
import { findImage, keepImage, MAX_IMAGE, readImage } from '../../../server/data/images';
import { takeLock } from '../../../server/data/lock';
import {
  findPiece,
  insertPiece,
  listPieces,
  olderPieces,
  replaceDocument,
  setDeleted,
} from '../../../server/data/pieces';
import { endPostgres, KINDS, newDatabase } from '../../support/databases';
import { circle, curve, HOME, piece } from '../../support/pieces';
import { sent, start } from '../../support/sent';

const rest = { pieces: 10, recent: 3, foldEvery: 1000, staying: 2000 };

afterAll(endPostgres);

describe.each(KINDS)('the desk on %s', (kind) => {
  let db: Database, desk: Desk;
  beforeAll(async () => {
    db = await newDatabase(kind);
    desk = new Desk(db);
  });
  afterAll(() => db.close());
  const set = (changeId: string, id: string | null, path: string[], value: unknown) => ({
    changeId,
    change: { ...sent('', changeId).change, steps: [setStep(start, id, path, value)] },
  });

  it('keeps changes in order, each with its revision', async () => {
    await insertPiece(db, 'p1', start);
    expect(await desk.commit('p1', 'a', 0, [sent('ONE', 'c1'), sent('TWO', 'c2')])).toMatchObject({
      ok: true,
      value: { revision: 2, before: [] },
    });
    // As it is in memory, and as it is read from what is stored.
    for (const found of [await desk.find('p1'), await findPiece(db, 'p1')])
      expect([found!.revision, found!.piece.items[1]]).toMatchObject([2, { wording: 'TWO' }]);
    expect((await changesSince(db, 'p1', 1)).map((line) => line.changeId)).toEqual(['c2']);
    expect((await latestChangesOf(db, 'p1', 'a', 1)).map((line) => line.revision)).toEqual([2]);
    expect(await latestChangesOf(db, 'p1', 'b', 9)).toEqual([]);
  });

  it('answers a stale write about the same with what came since, and changes nothing', async () => {
    const stale = await desk.commit('p1', 'b', 1, [sent('THREE', 'c3')]);
    expect(stale).toMatchObject({ ok: false, problem: { code: 'stale', value: [{ changeId: 'c2', revision: 2 }] } });
    expect((await findPiece(db, 'p1'))!.revision).toBe(2);
  });

  it('takes a stale write about something else, and tells what came before it', async () => {
    const taken = await desk.commit('p1', 'b', 1, [set('b1', null, ['name'], 'Tide clock')]);
    expect(taken).toMatchObject({ ok: true, value: { revision: 3, before: [{ changeId: 'c2' }] } });
    expect((await findPiece(db, 'p1'))!.piece).toMatchObject({ name: 'Tide clock', items: [{}, { wording: 'TWO' }] });
    expect(await listPieces(db)).toMatchObject([{ id: 'p1', name: 'Tide clock', revision: 3 }]);
    // The curve under a lettering is not something else.
    expect(await desk.commit('p1', 'b', 1, [set('b2', 'ring', ['shape'], circle(31))])).toMatchObject({
      problem: { code: 'stale' },
    });
  });

  it('takes all changes of a request or none', async () => {
    const gone = { kind: 'set', id: 'gone', path: ['wording'], value: 'x', was: 'y' } as const;
    const broken = { changeId: 'c5', change: { ...sent('x', 'c5').change, steps: [gone] } };
    expect(await desk.commit('p1', 'a', 3, [sent('FOUR', 'c4'), broken])).toMatchObject({
      problem: { code: 'step-does-not-fit' },
    });
    expect((await findPiece(db, 'p1'))!.piece.items[1]).toMatchObject({ wording: 'TWO' });
  });

  it('refuses a change after which the piece would break its rules', async () => {
    expect(await desk.commit('p1', 'a', 3, [set('c6', 'ring', ['shape', 'radiusMm'], -3)])).toMatchObject({
      problem: { code: 'wrong-piece', field: 'items[0].shape.radiusMm' },
    });
  });

  it('takes an id once: sent again after a lost answer it is found, for another change it is refused', async () => {
    expect(await desk.commit('p1', 'a', 2, [sent('AGAIN', 'b1')])).toMatchObject({ problem: { code: 'stale' } });
    expect(await desk.commit('p1', 'a', 3, [sent('AGAIN', 'c1')])).toMatchObject({ problem: { code: 'same-change' } });
    expect(await new Desk(db).commit('p1', 'a', 3, [sent('AGAIN', 'c1')])).toMatchObject({
      problem: { code: 'same-change' },
    });
    expect(await desk.commit('p1', 'a', 3, [sent('X', 'x'), sent('Y', 'x')])).toMatchObject({
      problem: { code: 'same-change' },
    });
    expect((await findPiece(db, 'p1'))!.revision).toBe(3);
  });

  it('sends one who is ahead, or behind what is known, to load anew', async () => {
    expect(await desk.commit('p1', 'a', 9, [sent('X', 'y1')])).toMatchObject({ problem: { code: 'reload' } });
  });

  it('commits what comes in together, for many pieces and for one, each in order', async () => {
    const pieces = Array.from({ length: 20 }, (_, i) => `many${i}`),
      rings = [0, 1, 2, 3, 4].map((n) => curve(circle(20 + n), `ring${n}`));
    const many = piece(rings);
    for (const id of pieces) await insertPiece(db, id, many);
    const wider = (n: number, changeId: string) => ({
      changeId,
      change: { ...sent('', changeId).change, steps: [setStep(many, `ring${n}`, ['shape'], circle(50 + n))] },
    });
    // Five people, none of whom has seen what the others make, each at another ring.
    const done = await Promise.all(
      pieces.flatMap((id) => rings.map((_, n) => desk.commit(id, `by${n}`, 0, [wider(n, `${id}-${n}`)]))),
    );
    expect(done.map((one) => one.ok && one.value.revision)).toEqual(pieces.flatMap(() => [1, 2, 3, 4, 5]));
    expect(done.map((one) => one.ok && one.value.before.length)).toEqual(pieces.flatMap(() => [0, 1, 2, 3, 4]));
    for (const id of pieces) {
      const lines = await changesSince(db, id, 0);
      expect(lines.map(({ changeId }) => changeId)).toEqual([0, 1, 2, 3, 4].map((n) => `${id}-${n}`));
      expect((await findPiece(db, id))!.piece.items).toMatchObject(rings.map((_, n) => ({ shape: circle(50 + n) })));
    }
  });

  it('takes one of two that come in the same moment about the same, whoever reads the piece first', async () => {
    await insertPiece(db, 'race', start);
    const fresh = new Desk(db);
    const both = await Promise.all([
      fresh.commit('race', 'a', 0, [sent('ONE', 'r1')]),
      fresh.commit('race', 'b', 0, [set('r2', 'words', ['wording'], 'TWO')]),
    ]);
    expect(both).toMatchObject([
      { ok: true, value: { revision: 1 } },
      { ok: false, problem: { code: 'stale', value: [{ changeId: 'r1' }] } },
    ]);
  });

  it('goes on from what another server made of the same piece', async () => {
    await insertPiece(db, 'two', start);
    const [here, there] = [new Desk(db), new Desk(db)];
    expect((await here.commit('two', 'a', 0, [sent('HERE', 'h1')])).ok).toBe(true);
    expect((await there.commit('two', 'b', 1, [sent('THERE', 't1')])).ok).toBe(true);
    // The first has not heard of it: it reads it, and answers as if it had.
    expect(await here.commit('two', 'a', 1, [sent('HERE 2', 'h2')])).toMatchObject({ problem: { code: 'stale' } });
    expect(await here.commit('two', 'a', 2, [sent('HERE 2', 'h2')])).toMatchObject({
      ok: true,
      value: { revision: 3 },
    });
    expect(await there.catchUp('two', 3)).toMatchObject([{ changeId: 'h2' }]);
    expect((await there.find('two'))!.piece.items[1]).toMatchObject({ wording: 'HERE 2' });
  });

  it('writes the document now and then, drops what is long past, and reads both together', async () => {
    await insertPiece(db, 'long', start);
    const own = new Desk(db, { ...rest, foldEvery: 10, staying: 15 });
    for (let n = 0; n < 47; n++) expect((await own.commit('long', 'a', n, [sent(`N${n}`, `long-${n}`)])).ok).toBe(true);
    await own.settle();
    const snapshots = await db.query<{ revision: number }>(
      "SELECT revision FROM snapshots WHERE piece_id = 'long' ORDER BY revision",
    );
    expect(snapshots.map(({ revision }) => revision)).toEqual([30, 40]);
    expect((await changesSince(db, 'long', 0))[0]!.revision).toBe(26);
    expect(await new Desk(db).find('long')).toMatchObject({ revision: 47, piece: { items: [{}, { wording: 'N46' }] } });
    expect(await own.commit('long', 'b', 20, [sent('X', 'late')])).toMatchObject({ problem: { code: 'reload' } });
  });

  it('gives the log in pages', async () => {
    await insertPiece(db, 'pages', start);
    const many = Array.from({ length: 1300 }, (_, n) => sent(`N${n}`, `page-${n}`));
    for (let n = 0; n < 1300; n += 400) await desk.commit('pages', 'a', n, many.slice(n, n + 400));
    const first = await changesSince(db, 'pages', 0);
    expect(first).toHaveLength(1000);
    expect(await changesSince(db, 'pages', 1000)).toHaveLength(300);
    const heavy = sent('x'.repeat(4990), 'heavy');
    await desk.commit(
      'pages',
      'a',
      1300,
      Array.from({ length: 400 }, (_, n) => ({ ...heavy, changeId: `heavy${n}` })),
    );
    expect((await changesSince(db, 'pages', 1300)).length).toBeLessThan(400);
    expect((await findPiece(db, 'pages'))!.revision).toBe(1700);
    await desk.settle();
  });

  it('finds pieces of an older format, and brings them up without a new revision', async () => {
    const { items, ...rest } = start;
    const older = {
      ...rest,
      guides: undefined,
      version: 1,
      items: items.map(({ locked: _l, hidden: _h, corners: _c, ...item }: any) => item),
    };
    await insertPiece(db, 'old', older as never);
    // A change since, in the older format, comes along.
    const { change } = set('since', null, ['name'], 'Newer');
    const { widthMm, heightMm } = start.sheet;
    const line = { revision: 1, changeId: 'since', clientId: 'a', change };
    await new Committer(db).append({ pieceId: 'old', from: 0, name: 'Newer', widthMm, heightMm, lines: [line] });
    const [found] = await olderPieces(db, 3);
    const read = readPiece(found!.document);
    if (!read.ok) throw new Error(read.problem.message);
    await replaceDocument(db, 'old', read.value);
    expect(await findPiece(db, 'old')).toMatchObject({ revision: 1, piece: { ...start, name: 'Newer' } });
    expect(await olderPieces(db, 3)).toEqual([]);
    await setDeleted(db, 'old', true);
  });

  it('deletes with a way back', async () => {
    expect(await setDeleted(db, 'p1', true)).toBe(true);
    expect([await findPiece(db, 'p1'), await setDeleted(db, 'p1', true)]).toEqual([null, false]);
    expect((await listPieces(db)).map((one) => one.id)).not.toContain('p1');
    expect(await desk.commit('p1', 'a', 3, [sent('x', 'c7')])).toMatchObject({
      ok: false,
      problem: { code: 'not-found' },
    });
    expect(await setDeleted(db, 'p1', false)).toBe(true);
    expect((await listPieces(db)).find(({ id }) => id === 'p1')).toMatchObject({ widthMm: 84, revision: 3 });
  });
});

describe('pictures to trace', () => {
  const lid = readFileSync(join(HOME, 'demo/images/lid.jpg'));
  it.each(KINDS)('are named by their content and kept once, on %s', async (kind) => {
    const db = await newDatabase(kind);
    const image = readImage(lid);
    if (!image.ok) throw new Error(image.problem.message);
    expect(image.value).toMatchObject({
      id: expect.stringMatching(/^[0-9a-f]{32}$/),
      mediaType: 'image/jpeg',
      widthPx: 1200,
      heightPx: 900,
    });
    await keepImage(db, image.value);
    await keepImage(db, image.value);
    expect(await db.query('SELECT count(*)::integer AS n FROM images')).toEqual([{ n: 1 }]);
    const found = (await findImage(db, image.value.id))!;
    expect([found.mediaType, Buffer.compare(Buffer.from(found.bytes), lid)]).toEqual(['image/jpeg', 0]);
    expect(await findImage(db, 'f'.repeat(32))).toBeNull();
    expect(lid.length).toBeLessThan(MAX_IMAGE);
    await db.close();
  });
  it('are refused when they are none, of another kind, or too large', () => {
    const gif = Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64');
    const head = Buffer.from(readFileSync(join(HOME, 'docs/screenshots/shelf.png')).subarray(0, 64));
    head.writeUInt32BE(5000, 16);
    expect(readImage(Buffer.from('words'))).toMatchObject({ ok: false, problem: { code: 'not-an-image' } });
    expect(readImage(gif)).toMatchObject({
      ok: false,
      problem: { code: 'not-an-image', message: expect.stringContaining('gif') },
    });
    expect(readImage(head)).toMatchObject({
      ok: false,
      problem: { code: 'image-too-large', message: expect.stringContaining('5000') },
    });
  });
});

describe('the lock on the data folder', () => {
  const newFolder = (): string => mkdtempSync(join(tmpdir(), 'under-arc-lock-'));
  /** A process of its own that takes the lock, says what came of it, and waits. */
  const taker = (folder: string) => {
    const code = `import { takeLock } from ${JSON.stringify(`${HOME}/server/data/lock.ts`)};
      console.log(JSON.stringify(takeLock(${JSON.stringify(folder)})));
      setInterval(() => {}, 1000);`;
    const child = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', code], { cwd: HOME });
    const said = new Promise<Record<string, unknown>>((resolve, reject) => {
      child.stdout.once('data', (text: Buffer) => resolve(JSON.parse(text.toString()) as Record<string, unknown>));
      child.once('exit', (status) => reject(new Error(`ended with ${status}`)));
    });
    return { child, said };
  };

  it('is refused while it is held, in this process too, and free again afterwards', () => {
    const folder = newFolder();
    const first = takeLock(folder);
    expect(first).toHaveProperty('release');
    expect(takeLock(folder)).toEqual({ heldBy: process.pid });
    if ('release' in first) first.release();
    expect(takeLock(folder)).toHaveProperty('release');
  });

  it('is refused while another process has it, and is free at once when that is killed', async () => {
    const folder = newFolder();
    const { child, said } = taker(folder);
    expect(await said).not.toHaveProperty('heldBy');
    expect(takeLock(folder)).toEqual({ heldBy: child.pid });
    const ended = new Promise((resolve) => child.once('close', resolve));
    child.kill('SIGKILL');
    await ended;
    expect(takeLock(folder)).toHaveProperty('release');
  });

  it('is had by one alone of several that reach for it at once, in 50 races over what a killed one left', async () => {
    const code = `import { takeLock } from ${JSON.stringify(`${HOME}/server/data/lock.ts`)};
      import { createInterface } from 'node:readline';
      createInterface({ input: process.stdin }).on('line', (line) => {
        const { folder, at } = JSON.parse(line);
        while (Date.now() < at);
        console.log(JSON.stringify(takeLock(folder)));
      });
      console.log('ready');`;
    const racers = Array.from({ length: 4 }, () => {
      const child = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', code], { cwd: HOME });
      const lines = createInterface({ input: child.stdout })[Symbol.asyncIterator]();
      return { child, next: async () => String((await lines.next()).value) };
    });
    await Promise.all(racers.map(({ next }) => next()));
    for (let race = 0; race < 50; race++) {
      const folder = newFolder();
      // The number of a process that was killed stays in the file.
      writeFileSync(join(folder, 'in-use.lock'), '1\n');
      const order = `${JSON.stringify({ folder, at: Date.now() + 20 })}\n`;
      for (const { child } of racers) child.stdin.write(order);
      const answers = (await Promise.all(racers.map(({ next }) => next()))).map((text) => JSON.parse(text) as object);
      expect(answers.filter((answer) => !('heldBy' in answer))).toHaveLength(1);
    }
    for (const { child } of racers) child.kill('SIGKILL');
  });
});
