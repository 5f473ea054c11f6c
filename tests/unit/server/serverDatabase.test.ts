import pg from 'pg';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { copyAll } from '../../../server/data/copy';
import { Desk } from '../../../server/data/desk';
import { findImage, keepImage } from '../../../server/data/images';
import { openDatabase } from '../../../server/data/folderDatabase';
import { findOutput, keepOutput } from '../../../server/data/outputs';
import { findPiece, insertPiece, listPieces, setDeleted } from '../../../server/data/pieces';
import { openServerDatabase } from '../../../server/data/serverDatabase';
import { listen, type PieceEvent } from '../../../server/events';
import { MIGRATIONS } from '../../../server/migrations';
import { followOthers } from '../../../server/others';
import { endPostgres, thePostgres } from '../../support/databases';
import { Postgres } from '../../support/postgres';
import { sent, start } from '../../support/sent';
import { findProfile, keepProfile, listProfiles } from '../../../server/data/profiles';
import { newProfile } from '../../support/profiles';

afterAll(endPostgres);
const newUrl = async (): Promise<string> => (await thePostgres()).database();

describe('a database on a server', () => {
  it('is made and filled by one alone of several that start at once', async () => {
    const url = await newUrl();
    const filled: boolean[] = [];
    const all = await Promise.all(
      [1, 2, 3, 4, 5].map((n) =>
        openServerDatabase(url, async (db) => {
          filled.push(db.isNew);
          if (db.isNew) await insertPiece(db, `by${n}`, start);
        }),
      ),
    );
    expect(filled.filter(Boolean)).toHaveLength(1);
    expect(await listPieces(all[0]!)).toHaveLength(1);
    for (const db of all) await db.close();
  });

  it('is left alone where a newer version made it, or its filling fails', async () => {
    const url = await newUrl();
    await expect(openServerDatabase(url, () => Promise.reject(new Error('no demo')))).rejects.toThrow('no demo');
    const db = await openServerDatabase(url);
    await db.write('UPDATE schema_version SET version = $1', [MIGRATIONS.length + 1]);
    await db.close();
    await expect(openServerDatabase(url)).rejects.toThrow('newer Under Arc');
    await expect(openServerDatabase('postgres://tester@127.0.0.1:9/none')).rejects.toMatchObject({
      code: 'ECONNREFUSED',
    });
  });

  it('is copied beside itself before it is brought up, once', async () => {
    const url = await newUrl();
    const old = new pg.Client({ connectionString: url });
    await old.connect();
    for (const sql of MIGRATIONS.slice(0, 4)) await old.query(sql);
    await old.query('CREATE TABLE schema_version (version integer NOT NULL); INSERT INTO schema_version VALUES (4)');
    await old.query('INSERT INTO pieces (id, document, revision) VALUES ($1, $2, 0)', ['p', JSON.stringify(start)]);
    const db = await openServerDatabase(url);
    expect(await findPiece(db, 'p')).toEqual({ id: 'p', piece: start, revision: 0 });
    await db.close();
    const copied = async (): Promise<unknown[]> =>
      (
        await old.query(
          'SELECT id, document, version FROM under_arc_schema_4.pieces, under_arc_schema_4.schema_version',
        )
      ).rows;
    expect(await copied()).toEqual([{ id: 'p', document: start, version: 4 }]);
    await (await openServerDatabase(url)).close();
    expect(await copied()).toHaveLength(1);
    await old.end();
  });

  it('takes back what a transaction did before it failed', async () => {
    const db = await openServerDatabase(await newUrl());
    await expect(
      db.transact(async (tx) => {
        await tx.query("INSERT INTO faces (id, name, embedding, bytes) VALUES ('a', 'A', '', '')");
        await tx.query('SELECT nothing FROM nowhere');
      }),
    ).rejects.toThrow('nowhere');
    expect(await db.query('SELECT id FROM faces')).toEqual([]);
    await db.close();
  });
});

describe('two servers on one database', () => {
  it('hear of what the other commits and deletes, each with its lines, and not of their own', async () => {
    const url = await newUrl();
    const [here, there] = [await openServerDatabase(url), await openServerDatabase(url)];
    const [near, far] = [new Desk(here), new Desk(there)];
    await followOthers(here, near);
    await insertPiece(there, 'p', start);
    const heard: PieceEvent[] = [];
    const stop = listen(
      'p',
      (event) => heard.push(event),
      () => undefined,
    );
    expect((await near.find('p'))!.revision).toBe(0);
    await far.commit('p', 'b', 0, [sent('THERE', 't1'), sent('THEN', 't2')]);
    await vi.waitFor(() => expect(heard).toHaveLength(1), 5000);
    expect(heard[0]).toMatchObject({ kind: 'changed', revision: 2, lines: [{ changeId: 't1' }, { changeId: 't2' }] });
    expect((await near.find('p'))!.piece.items[1]).toMatchObject({ wording: 'THEN' });
    // Its own are announced where they are made; the next of the other shows that nothing came between.
    await near.commit('p', 'a', 2, [sent('HERE', 'h1')]);
    await far.commit('p', 'b', 3, [sent('LAST', 't3')]);
    await vi.waitFor(() => expect(heard).toHaveLength(2), 5000);
    expect(heard[1]).toMatchObject({ revision: 4, lines: [{ changeId: 't3' }] });
    await setDeleted(there, 'p', true);
    await vi.waitFor(() => expect(heard.at(-1)).toEqual({ kind: 'deleted' }), 5000);
    expect(await near.find('p')).toBeNull();
    stop();
    await here.close();
    await there.close();
  });

  it('read what they have not heard once a lost connection is there again', async () => {
    const postgres = await Postgres.start();
    const url = await postgres.database();
    const here = await openServerDatabase(url);
    const desk = new Desk(here);
    await followOthers(here, desk);
    await insertPiece(here, 'p', start);
    const heard: PieceEvent[] = [];
    const stop = listen(
      'p',
      (event) => heard.push(event),
      () => undefined,
    );
    await desk.find('p');
    await postgres.down();
    await expect(desk.commit('p', 'a', 0, [sent('X', 'x')])).rejects.toThrow();
    await postgres.up();
    const there = await openServerDatabase(url);
    expect((await new Desk(there).commit('p', 'b', 0, [sent('THERE', 't')])).ok).toBe(true);
    await vi.waitFor(() => expect(heard.at(-1)).toMatchObject({ kind: 'changed', revision: 1 }), 10_000);
    expect((await desk.find('p'))!.piece.items[1]).toMatchObject({ wording: 'THERE' });
    stop();
    await here.close();
    await there.close();
    await postgres.down();
  });

  it('take all changes of many who edit one piece on both, each once and in one order', async () => {
    const url = await newUrl();
    const all = [await openServerDatabase(url), await openServerDatabase(url)];
    await insertPiece(all[0]!, 'p', start);
    const desks = all.map((db) => new Desk(db));
    for (const [i, db] of all.entries()) await followOthers(db, desks[i]!);
    let taken = 0;
    await Promise.all(
      Array.from({ length: 6 }, async (_, who) => {
        const desk = desks[who % 2]!;
        for (let n = 0; n < 8; n++) {
          let base = (await desk.find('p'))!.revision;
          for (;;) {
            const done = await desk.commit('p', `by${who}`, base, [sent(`${who} ${n}`, `${who}-${n}`)]);
            if (done.ok) break;
            expect(done.problem.code).toBe('stale');
            base = (await desk.find('p'))!.revision;
          }
          taken++;
        }
      }),
    );
    const lines = await all[0]!.query<{ revision: number }>('SELECT revision FROM changes ORDER BY revision');
    expect([taken, lines.map(({ revision }) => revision)]).toEqual([48, Array.from({ length: 48 }, (_, i) => i + 1)]);
    const ends = await Promise.all([findPiece(all[0]!, 'p'), findPiece(all[1]!, 'p')]);
    expect(ends[0]).toEqual(ends[1]);
    for (const db of all) await db.close();
  });
});

describe('copying everything', () => {
  it('brings all of it to a server and back as it was, and takes only an empty place', async () => {
    const folder = await openDatabase('');
    const bytes = new Uint8Array([0, 255, 39, 92, 0]);
    await keepImage(folder, { id: 'f'.repeat(32), mediaType: 'image/png', widthPx: 2, heightPx: 3, bytes });
    for (let n = 0; n < 30; n++) await insertPiece(folder, `p${n}`, start);
    const desk = new Desk(folder);
    await desk.commit('p0', 'a', 0, [sent('“Gull’s\\{nest}”, ,', 'c1'), sent('TWO', 'c2')]);
    await keepOutput(folder, 'p0', { id: 'o', format: 'svg', name: 'a.svg', options: { flat: true }, bytes: 9 }, start);
    await setDeleted(folder, 'p1', true);
    const press = newProfile(),
      kept = await keepProfile(folder, press);
    expect(kept).toMatchObject({ ok: true, value: { name: 'Press of the Ottermere Yard' } });
    expect(await keepProfile(folder, press)).toEqual(kept);
    expect(await keepProfile(folder, bytes)).toMatchObject({ ok: false, problem: { code: 'wrong-profile' } });
    const server = await openServerDatabase(await newUrl());
    const told = vi.fn();
    expect(await copyAll(folder, server, told)).toEqual({
      pieces: 30,
      images: 1,
      faces: 0,
      profiles: 1,
      outputs: 1,
      changes: 2,
      snapshots: 30,
      pictures: 0,
    });
    expect(told).toHaveBeenCalledWith('snapshots', 30);
    const back = await openDatabase('');
    await copyAll(server, back);
    for (const db of [server, back]) {
      expect(await listPieces(db)).toEqual(await listPieces(folder));
      expect(await findPiece(db, 'p0')).toEqual(await findPiece(folder, 'p0'));
      expect([...(await findImage(db, 'f'.repeat(32)))!.bytes]).toEqual([...bytes]);
      const [listed] = await listProfiles(db);
      expect(Buffer.from((await findProfile(db, listed!.id))!).equals(press)).toBe(true);
      expect(await findProfile(db, 'none')).toBeNull();
      expect(await findOutput(db, 'p0', 'o')).toEqual(await findOutput(folder, 'p0', 'o'));
    }
    await expect(copyAll(folder, server)).rejects.toThrow('already');
    expect(await server.query('SELECT count(*)::integer AS n FROM pieces')).toEqual([{ n: 30 }]);
    for (const db of [folder, server, back]) await db.close();
  });
});
