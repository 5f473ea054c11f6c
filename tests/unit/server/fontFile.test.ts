import { readFileSync } from 'node:fs';
import { compress } from 'woff2-encoder';
import { afterAll, describe, expect, it } from 'vitest';
import { createFace } from '#core/type/face';
import { shapeWording } from '#core/type/shape';
import { findFace, keepFace, listFaces } from '../../../server/data/faces';
import { readFontFile } from '../../../server/data/fontFile';
import { endPostgres, KINDS, newDatabase } from '../../support/databases';
import { fontOf, tablesOf, woffOf } from '../../support/fonts';
import { HOME } from '../../support/pieces';

const rye = readFileSync(`${HOME}fonts/files/rye.ttf`);
/** The same with some tables changed or left out (null). */
const changed = (tables: Readonly<Record<string, Buffer | null>>): Buffer => {
  const all = tablesOf(rye);
  for (const [tag, bytes] of Object.entries(tables))
    if (bytes) all.set(tag, bytes);
    else all.delete(tag);
  return fontOf(all);
};
const code = async (file: Buffer): Promise<string> => {
  const read = await readFontFile(file, 'x.ttf');
  return read.ok ? 'read' : read.problem.code;
};

afterAll(endPostgres);

describe('a font that a person brings', () => {
  it('is read as TTF, WOFF and WOFF2, and comes out the same', async () => {
    const woff2 = Buffer.from(await compress(rye));
    for (const file of [rye, woffOf(rye), woff2]) {
      const read = await readFontFile(file, 'mine.ttf');
      if (!read.ok) throw new Error(read.problem.message);
      expect(read.value).toMatchObject({
        name: expect.stringContaining('Rye'),
        id: expect.stringMatching(/^own-rye(-regular)?-[0-9a-f]{8}$/),
        embedding: '',
      });
      const face = createFace('rye', 'Rye', read.value.bytes);
      expect(
        face.ok &&
          shapeWording(face.value, 'TIDE', { kerning: true, ligatures: true }).letters.map((letter) => letter.advance),
      ).toEqual([1, 2, 3, 4].map(() => expect.any(Number)));
    }
  });
  it('is refused with what is wrong', async () => {
    expect(await code(Buffer.alloc(0))).toBe('not-a-font');
    expect(await code(Buffer.from('this is a text, not a font at all'))).toBe('not-a-font');
    expect(await code(rye.subarray(0, 3000))).toBe('not-a-font');
    expect(await code(changed({ cmap: null }))).toBe('not-a-font');
    expect(await code(changed({ glyf: null }))).toBe('not-a-font');
    expect(await code(Buffer.concat([Buffer.from('ttcf'), rye]))).toBe('not-a-font');
    const woff = woffOf(rye);
    expect(await code(woff.subarray(0, woff.length / 2))).toBe('not-a-font');
    const outside = Buffer.from(rye);
    outside.writeUInt32BE(0xfffffff0, 12 + 8);
    expect(await code(outside)).toBe('not-a-font');
    const read = await readFontFile(Buffer.from('wOF2'.padEnd(60, '\xff'), 'latin1'), 'bomb.woff2');
    expect(read).toMatchObject({ ok: false, problem: { message: expect.stringContaining('bounds') } });
  });
  it('does no harm with evil tables: it ends in time, read or refused', async () => {
    const from = performance.now();
    const glyf = Buffer.from(tablesOf(rye).get('glyf')!);
    // Every glyph a composite of itself and others: loops without end for whoever follows them blindly.
    for (let at = 0; at + 16 < glyf.length; at += 16) {
      glyf.writeInt16BE(-1, at);
      glyf.writeUInt16BE(0x0020, at + 10);
      glyf.writeUInt16BE((at / 16) % 40, at + 12);
    }
    const noise = Buffer.from(
      tablesOf(rye)
        .get('cmap')!
        .map((_, i) => (i * 7919) % 256),
    );
    for (const file of [
      changed({ glyf }),
      changed({ cmap: noise }),
      changed({ head: Buffer.alloc(54) }),
      changed({ maxp: Buffer.alloc(6, 255) }),
      changed({ hmtx: Buffer.alloc(0) }),
      changed({ GSUB: noise, GPOS: noise }),
    ]) {
      expect(['read', 'not-a-font']).toContain(await code(file));
    }
    expect(performance.now() - from).toBeLessThan(5000);
  });
  it('tells what its maker says of embedding', async () => {
    const os2 = (bits: number): Buffer => {
      const table = Buffer.from(tablesOf(rye).get('OS/2')!);
      table.writeUInt16BE(bits, 8);
      return table;
    };
    for (const [bits, said] of [
      [0x0002, 'forbids'],
      [0x0200, 'bitmaps'],
      [0x0100, 'as a whole'],
      [0x0004, ''],
      [0, ''],
    ] as const) {
      const read = await readFontFile(changed({ 'OS/2': os2(bits) }), 'x.ttf');
      expect(read.ok && read.value.embedding).toEqual(said === '' ? '' : expect.stringContaining(said));
    }
  });
  it.each(KINDS)('is stored once, by name, on %s', async (kind) => {
    const db = await newDatabase(kind);
    const read = await readFontFile(rye, 'x.ttf');
    if (!read.ok) throw new Error(read.problem.message);
    await keepFace(db, read.value);
    await keepFace(db, read.value);
    expect(await listFaces(db)).toEqual([{ id: read.value.id, name: read.value.name, embedding: '' }]);
    expect((await findFace(db, read.value.id))!.bytes).toHaveLength(rye.length);
    expect(await findFace(db, 'own-gone-00000000')).toBeNull();
    await db.close();
  });
});
