import { PGlite } from '@electric-sql/pglite';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Prepared } from '../../../server/data/prepared';

let db: PGlite, prepared: Prepared;
beforeAll(async () => {
  db = await PGlite.create();
  prepared = new Prepared(db);
  await db.exec('CREATE TABLE kept (id text PRIMARY KEY, number double precision, bytes bytea)');
});
afterAll(() => db.close());

const INSERT = 'INSERT INTO kept VALUES ($1, $2, $3) RETURNING id, number, bytes';
const ids = async () => (await db.query<{ id: string }>('SELECT id FROM kept ORDER BY id')).rows.map(({ id }) => id);

describe('a prepared statement', () => {
  it.each([
    ['words', 1.25, new Uint8Array([0, 39, 92, 255])],
    ['it\'s "\\{,}" NULL', -0.1, new Uint8Array()],
    ['ÅßЖ漢🎪\n', 1e300, null],
    ['', null, null],
  ])('keeps %j as it is given, and gives it back', async (id, number, bytes) => {
    expect(await prepared.run(INSERT, [id, number, bytes])).toEqual([{ id, number, bytes }]);
    expect((await db.query('SELECT * FROM kept WHERE id = $1', [id])).rows).toEqual([{ id, number, bytes }]);
    await db.query('DELETE FROM kept');
  });
  it('takes lists, with quotes and gaps in them', async () => {
    const texts = ['', 'a,b', '"', '\\', '{}', 'NULL', null],
      numbers = [1, -2.5, 1e21];
    const rows = await prepared.run('SELECT * FROM unnest($1::text[], $2::float8[]) AS row (text, number)', [
      texts,
      numbers,
    ]);
    expect(rows).toEqual(texts.map((text, i) => ({ text, number: numbers[i] ?? null })));
  });
  it('is undone where it fails, and goes on', async () => {
    await prepared.run(INSERT, ['a', 1, null]);
    await expect(prepared.run(INSERT, ['a', 2, null])).rejects.toMatchObject({ code: '23505' });
    await expect(prepared.run('SELECT nothing FROM nowhere', [])).rejects.toMatchObject({ code: '42P01' });
    await expect(prepared.run(INSERT, ['b', 'no number', null])).rejects.toMatchObject({ code: '22P02' });
    expect(await prepared.run('UPDATE kept SET number = 7', [])).toEqual([]);
    await prepared.run(INSERT, ['c', 3, null]);
    expect(await ids()).toEqual(['a', 'c']);
    await db.query('DELETE FROM kept');
  });
  it('stays out of the transactions of others', async () => {
    let alone: Promise<unknown> = Promise.resolve();
    const broken = db.transaction(async (tx) => {
      await tx.query(INSERT, ['theirs', 1, null]);
      alone = prepared.run(INSERT, ['own', 2, null]);
      await tx.query('SELECT 1');
      throw new Error('given up');
    });
    await expect(broken).rejects.toThrow('given up');
    await alone;
    expect(await ids()).toEqual(['own']);
  });
});
