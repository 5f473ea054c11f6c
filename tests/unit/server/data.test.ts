import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Change } from '#core/piece/history';
import { readPiece } from '#core/piece/read';
import { setStep } from '#core/piece/steps/index';
import { changesSince, latestChanges } from '../../../server/data/changes';
import { commitChanges } from '../../../server/data/commit';
import { openDatabase, type Database } from '../../../server/data/database';
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
import { circle, curve, HOME, lettering, piece } from '../../support/pieces';

const start = piece([curve(circle(30)), lettering('TIDE')]);
const sent = (wording: string, changeId: string) => ({
  changeId,
  change: {
    entryId: changeId,
    kind: 'do',
    label: 'Change wording',
    steps: [setStep(start, 'words', ['wording'], wording)],
    selectionBefore: [],
    selectionAfter: [],
  } as Change,
});

describe('the database', () => {
  let db: Database;
  beforeAll(async () => {
    db = await openDatabase('');
  });
  afterAll(() => db.close());

  it('keeps changes in order, each with its revision', async () => {
    await insertPiece(db, 'p1', start);
    expect(await commitChanges(db, 'p1', 'a', 0, [sent('ONE', 'c1'), sent('TWO', 'c2')])).toMatchObject({
      ok: true,
      value: { revision: 2 },
    });
    expect((await findPiece(db, 'p1'))!.piece.items[1]).toMatchObject({ wording: 'TWO' });
    expect((await changesSince(db, 'p1', 1)).map((line) => line.changeId)).toEqual(['c2']);
    expect((await latestChanges(db, 'p1', 1)).map((line) => line.revision)).toEqual([2]);
  });

  it('answers a stale write with what came since, and changes nothing', async () => {
    const stale = await commitChanges(db, 'p1', 'b', 1, [sent('THREE', 'c3')]);
    expect(stale).toMatchObject({ ok: false, problem: { code: 'stale', value: [{ changeId: 'c2', revision: 2 }] } });
    expect((await findPiece(db, 'p1'))!.revision).toBe(2);
  });

  it('takes all changes of a request or none', async () => {
    const bad = sent('x', 'c5');
    const broken = {
      ...bad,
      change: {
        ...bad.change,
        steps: [{ kind: 'set', id: 'gone', path: ['wording'], value: 'x', was: 'y' }],
      } as Change,
    };
    expect(await commitChanges(db, 'p1', 'a', 2, [sent('FOUR', 'c4'), broken])).toMatchObject({
      ok: false,
      problem: { code: 'step-does-not-fit' },
    });
    expect((await findPiece(db, 'p1'))!.piece.items[1]).toMatchObject({ wording: 'TWO' });
  });

  it('refuses a change after which the piece would break its rules', async () => {
    const wrong = {
      changeId: 'c6',
      change: { ...sent('', 'c6').change, steps: [setStep(start, 'ring', ['shape', 'radiusMm'], -3)] },
    };
    expect(await commitChanges(db, 'p1', 'a', 2, [wrong])).toMatchObject({
      ok: false,
      problem: { code: 'wrong-piece', field: 'items[0].shape.radiusMm' },
    });
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
    const [found] = await olderPieces(db, 3);
    const read = readPiece(found!.document);
    if (!read.ok) throw new Error(read.problem.message);
    await replaceDocument(db, 'old', read.value);
    expect((await findPiece(db, 'old'))!.piece).toEqual(start);
    expect(await olderPieces(db, 3)).toEqual([]);
    await setDeleted(db, 'old', true);
  });

  it('deletes with a way back', async () => {
    expect(await setDeleted(db, 'p1', true)).toBe(true);
    expect([await findPiece(db, 'p1'), await setDeleted(db, 'p1', true)]).toEqual([null, false]);
    expect((await listPieces(db)).map((one) => one.id)).not.toContain('p1');
    expect(await commitChanges(db, 'p1', 'a', 2, [sent('x', 'c7')])).toMatchObject({
      ok: false,
      problem: { code: 'not-found' },
    });
    expect(await setDeleted(db, 'p1', false)).toBe(true);
    expect(await listPieces(db)).toMatchObject([{ id: 'p1', widthMm: 84, revision: 2 }]);
  });
});

describe('pictures to trace', () => {
  const lid = readFileSync(join(HOME, 'demo/images/lid.jpg'));
  it('are named by their content and kept once', async () => {
    const db = await openDatabase('');
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

  it('is had by one alone of several that start at once over what an earlier one left', async () => {
    const folder = newFolder();
    writeFileSync(join(folder, 'in-use.lock'), '1\n');
    const all = Array.from({ length: 4 }, () => taker(folder));
    const answers = await Promise.all(all.map(({ said }) => said));
    for (const { child } of all) child.kill('SIGKILL');
    expect(answers.filter((one) => !('heldBy' in one))).toHaveLength(1);
  });
});
