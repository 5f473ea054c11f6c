import { readFileSync } from 'node:fs';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { readPieceFile } from '#core/import/pieceFile';
import { zipSums } from '#core/import/zipSums';
import { circle, curve, HOME, lettering, piece } from '../../support/pieces';

const face = readFileSync(`${HOME}/fonts/files/limelight.ttf`);
const image = 'a'.repeat(32);
const own = piece([curve(circle(30)), lettering('TIDE', { faceId: 'limelight' })]);
/** A ZIP of plain bytes, so that one of a file can be found in it and changed. */
const zip = (): Uint8Array =>
  zipSync(
    {
      'piece.json': strToU8(JSON.stringify(own)),
      'faces/limelight.ttf': new Uint8Array(face),
      [`images/${image}.png`]: strToU8('a picture of the shore at low tide'),
    },
    { level: 0 },
  );
function damaged(word: string): Uint8Array {
  const bytes = zip();
  const at = Buffer.from(bytes).indexOf(word);
  expect(at).toBeGreaterThan(0);
  bytes[at]! ^= 1;
  return bytes;
}

describe('a piece file', () => {
  it('whole, has nothing to tell', () => {
    const read = readPieceFile(zip());
    expect(read).toMatchObject({ ok: true, value: { piece: own, notes: [] } });
    expect(read.ok && [...read.value.faces.keys(), ...read.value.images.keys()]).toEqual(['limelight', image]);
  });
  it('with something damaged in it leaves that out and says so', () => {
    const picture = readPieceFile(damaged('picture of the shore'));
    expect(picture.ok && [picture.value.faces.size, picture.value.images.size]).toEqual([1, 0]);
    expect(picture.ok && picture.value.notes).toEqual([
      `The picture images/${image}.png in this archive is damaged and was left out. Get the file anew from where it came.`,
    ]);
    const typeface = readPieceFile(damaged('glyf'));
    expect(typeface.ok && [typeface.value.faces.size, typeface.value.images.size]).toEqual([0, 1]);
    expect(typeface.ok && typeface.value.notes[0]).toMatch(/^The typeface faces\/limelight\.ttf /);
  });
  it('whose piece is damaged is refused', () => {
    expect(readPieceFile(damaged('TIDE'))).toMatchObject({ ok: false, problem: { code: 'not-a-piece' } });
  });
});

describe('the checksums of a ZIP', () => {
  it('are found before a comment, and none in what is no ZIP or is cut off', () => {
    const bytes = zip();
    const all = zipSums(bytes);
    expect(all.size).toBe(3);
    const commented = new Uint8Array([...bytes, ...strToU8('made by hand')]);
    new DataView(commented.buffer).setUint16(bytes.length - 2, 12, true);
    expect(zipSums(commented)).toEqual(all);
    expect(zipSums(strToU8('PK and nothing more')).size).toBe(0);
    for (let length = 0; length < bytes.length; length += 997) zipSums(bytes.subarray(0, length));
    const lying = zip();
    new DataView(lying.buffer).setUint32(lying.length - 6, 0xfffffff0, true);
    expect(zipSums(lying).size).toBe(0);
  });
});
