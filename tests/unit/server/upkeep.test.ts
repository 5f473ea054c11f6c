import { PGlite } from '@electric-sql/pglite';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { setStep } from '#core/piece/steps/index';
import { changesSince } from '../../../server/data/changes';
import { openDatabase } from '../../../server/data/folderDatabase';
import { Desk } from '../../../server/data/desk';
import { findPiece, insertPiece } from '../../../server/data/pieces';
import { tidy } from '../../../server/data/tidy';
import { MIGRATIONS } from '../../../server/migrations';
import { endPostgres, KINDS, newDatabase } from '../../support/databases';
import { circle, curve, lettering, piece } from '../../support/pieces';
import { sent, start } from '../../support/sent';

afterAll(endPostgres);

describe('tidying', () => {
  it.each(KINDS)('clears what was deleted, or named by nothing, a month ago, and nothing else, on %s', async (kind) => {
    const db = await newDatabase(kind);
    const [older, newer] = ["now() - interval '31 days'", "now() - interval '29 days'"];
    const id = (n: number): string => String(n).repeat(32);
    const withFace = piece([curve(circle(30)), lettering('TIDE', { faceId: 'own-face' })]);
    for (const name of ['here', 'gone', 'going']) await insertPiece(db, name, name === 'here' ? withFace : start);
    const desk = new Desk(db);
    const change = sent('X', 'c');
    await desk.commit('here', 'a', 0, [
      { ...change, change: { ...change.change, steps: [{ ...setStep(withFace, 'words', ['wording'], 'X') }] } },
    ]);
    await db.write(`UPDATE pieces SET deleted_at = ${older} WHERE id = 'gone'`);
    await db.write(`UPDATE pieces SET deleted_at = ${newer} WHERE id = 'going'`);
    const image =
      "INSERT INTO images (id, media_type, width_px, height_px, bytes, kept_at) VALUES ($1, 'image/png', 1, 1, '', ";
    await db.write(`${image} ${older})`, [id(1)]);
    await db.write(`${image} ${older})`, [id(2)]);
    await db.write(`${image} ${newer})`, [id(3)]);
    // One is named by a step of the log alone, the last of many, so that undoing can bring it back.
    await db.write(
      `INSERT INTO changes (piece_id, revision, change_id, client_id, change)
       SELECT 'here', n, 'c' || n, 'a', '{}' FROM generate_series(2, 130) AS n`,
    );
    await db.write('UPDATE changes SET change = $1 WHERE revision = 130', [
      JSON.stringify({ steps: [{ value: { imageId: id(2) } }] }),
    ]);
    for (const face of ['own-face', 'other-face'])
      await db.write(`INSERT INTO faces (id, name, embedding, bytes, kept_at) VALUES ($1, $1, '', '', ${older})`, [
        face,
      ]);
    // A file that was made names a profile, and another piece with its typeface, in its options alone.
    for (const profile of ['press', 'other-press'])
      await db.write(`INSERT INTO profiles (id, name, bytes, kept_at) VALUES ($1, $1, '', ${older})`, [profile]);
    await db.write(`INSERT INTO faces (id, name, embedding, bytes, kept_at) VALUES ('beside', '', '', '', ${older})`);
    await db.write(
      `INSERT INTO outputs (id, piece_id, format, name, options, document, bytes) VALUES ('o', 'here', 'pdf', '', $1, '{}', 1)`,
      [
        JSON.stringify({
          ownProfile: { profileId: 'press' },
          imposition: { others: [{ piece: { items: [{ faceId: 'beside' }] } }] },
        }),
      ],
    );
    expect(await tidy(db)).toEqual({ pieces: 1, files: 3 });
    const rows = async (sql: string) => (await db.query<{ id: string }>(sql)).map((row) => row.id);
    expect(await rows('SELECT id FROM pieces ORDER BY id')).toEqual(['going', 'here']);
    expect(await rows('SELECT id FROM images ORDER BY id')).toEqual([id(2), id(3)]);
    expect(await rows('SELECT id FROM faces ORDER BY id')).toEqual(['beside', 'own-face']);
    expect(await rows('SELECT id FROM profiles')).toEqual(['press']);
    expect(await tidy(db)).toEqual({ pieces: 0, files: 0 });
    await db.close();
  });
});

describe('a database of an earlier version', () => {
  it('is copied beside itself, then brought up, with its pieces and their logs', async () => {
    const folder = join(mkdtempSync(join(tmpdir(), 'under-arc-older-')), 'pg');
    const old = await PGlite.create(folder);
    for (const sql of MIGRATIONS.slice(0, 4)) await old.exec(sql);
    await old.exec('CREATE TABLE schema_version (version integer NOT NULL); INSERT INTO schema_version VALUES (4)');
    await old.query('INSERT INTO pieces (id, document, revision) VALUES ($1, $2, 1)', ['p', JSON.stringify(start)]);
    await old.query(
      "INSERT INTO changes (piece_id, revision, change_id, client_id, change) VALUES ('p', 1, 'c', 'a', $1)",
      [JSON.stringify(sent('X', 'c').change)],
    );
    await old.close();
    const db = await openDatabase(folder);
    expect(db.isNew).toBe(false);
    expect(await findPiece(db, 'p')).toEqual({ id: 'p', piece: start, revision: 1 });
    expect((await changesSince(db, 'p', 0)).map(({ change }) => change)).toEqual([sent('X', 'c').change]);
    expect((await new Desk(db).commit('p', 'a', 1, [sent('NEW', 'n')])).ok).toBe(true);
    await db.close();
    const copy = await PGlite.create(`${folder}-schema-4`);
    expect((await copy.query('SELECT version FROM schema_version')).rows).toEqual([{ version: 4 }]);
    expect((await copy.query('SELECT document FROM pieces')).rows).toEqual([{ document: start }]);
    await copy.close();
  });
});

describe('a disk that is nearly full', () => {
  it('is said before anything is written, reads go on, and saves do when there is room again', async () => {
    const folder = join(mkdtempSync(join(tmpdir(), 'under-arc-full-')), 'pg');
    let free = 1e9;
    const db = await openDatabase(folder, () => free);
    await insertPiece(db, 'p', start);
    const desk = new Desk(db);
    free = 47 * 2 ** 20;
    await expect(desk.commit('p', 'a', 0, [sent('X', 'x')])).rejects.toMatchObject({ code: 'ENOSPC' });
    await expect(insertPiece(db, 'q', start)).rejects.toMatchObject({ code: 'ENOSPC' });
    expect(await desk.find('p')).toMatchObject({ revision: 0 });
    free = 49 * 2 ** 20;
    expect((await desk.commit('p', 'a', 0, [sent('X', 'x')])).ok).toBe(true);
    await db.close();
    free = 1e6;
    await expect(openDatabase(folder, () => free)).rejects.toMatchObject({ code: 'ENOSPC' });
  });
});
