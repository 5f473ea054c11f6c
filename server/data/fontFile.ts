import { createHash } from 'node:crypto';
import { inflateSync } from 'node:zlib';
import decompressWoff2 from 'woff2-encoder/decompress';
import { cutTo } from '#core/fields/wellFormed';
import { createFace } from '#core/type/face';
import { fail, ok, type Problem, type Result } from '#core/result';

/** The largest font file that is taken, and the largest that one may unfold to, in bytes. */
export const MAX_FONT = 16 * 1024 * 1024;
const MAX_UNFOLDED = 40 * 1024 * 1024;
const MAX_TABLES = 64;
const NEEDED = ['cmap', 'head', 'hhea', 'hmtx', 'maxp'];

export interface FontFile {
  /** `own-`, the name in small letters, and the beginning of a SHA-256 of the bytes: the name survives the face. */
  readonly id: string;
  readonly name: string;
  /** As TrueType or OpenType, whatever it came as. */
  readonly bytes: Uint8Array;
  /** What the font says of embedding it, for the person; empty where it allows it. */
  readonly embedding: string;
}

const notAFont = (why: string): Problem => ({
  code: 'not-a-font',
  message: `This is not a font that can be used: ${why}. Add TTF, OTF, WOFF or WOFF2.`,
});

/** Takes a WOFF apart (W3C, WOFF 1.0): each table is inflated by itself, to the length that it says and no further. */
function unfoldWoff(file: Buffer): Result<Buffer> {
  const count = file.readUInt16BE(12),
    flavour = file.readUInt32BE(4);
  if (count === 0 || count > MAX_TABLES || file.length < 44 + count * 20)
    return fail(notAFont('its list of tables is damaged'));
  const tables: { tag: number; checksum: number; bytes: Buffer }[] = [];
  let total = 12 + count * 16;
  for (let i = 0; i < count; i++) {
    const at = 44 + i * 20;
    const [tag, offset, packed, length, checksum] = [0, 4, 8, 12, 16].map((d) => file.readUInt32BE(at + d)) as [
      number,
      number,
      number,
      number,
      number,
    ];
    total += length;
    if (offset + packed > file.length || packed > length || total > MAX_UNFOLDED)
      return fail(notAFont('a table lies outside of the file, or unfolds too far'));
    const part = file.subarray(offset, offset + packed);
    const bytes = packed === length ? part : inflateSync(part, { maxOutputLength: length });
    if (bytes.length !== length) return fail(notAFont('a table is shorter than it says'));
    tables.push({ tag, checksum, bytes });
  }
  const padded = (length: number): number => (length + 3) & ~3;
  const out = Buffer.alloc(12 + count * 16 + tables.reduce((sum, one) => sum + padded(one.bytes.length), 0));
  const power = 2 ** Math.floor(Math.log2(count));
  out.writeUInt32BE(flavour, 0);
  out.writeUInt16BE(count, 4);
  out.writeUInt16BE(power * 16, 6);
  out.writeUInt16BE(Math.log2(power), 8);
  out.writeUInt16BE(count * 16 - power * 16, 10);
  let at = 12 + count * 16;
  tables.forEach(({ tag, checksum, bytes }, i) => {
    [tag, checksum, at, bytes.length].forEach((value, k) => out.writeUInt32BE(value, 12 + i * 16 + k * 4));
    bytes.copy(out, at);
    at += padded(bytes.length);
  });
  return ok(out);
}

/** The font inside its wrapping, if it has one. */
async function unfold(file: Buffer): Promise<Result<Buffer>> {
  const signature = file.subarray(0, 4).toString('latin1');
  if (signature === 'wOFF') return unfoldWoff(file);
  if (signature === 'wOF2') {
    // The head says how large it will be: believed only up to a bound, before anything is unfolded.
    if (file.length < 48 || file.readUInt32BE(16) > MAX_UNFOLDED)
      return fail(notAFont('it would unfold beyond all bounds'));
    return ok(Buffer.from(await decompressWoff2(file)));
  }
  if (signature === 'ttcf')
    return fail(notAFont('it is a collection of several fonts. Take the one you want out of it'));
  if (signature === 'OTTO' || signature === 'true' || file.readUInt32BE(0) === 0x00010000) return ok(file);
  return fail(notAFont('it does not begin as one'));
}

/** Where the tables of a font lie, checked against its length; null where one lies outside. */
function tablesOf(font: Buffer): Map<string, Buffer> | null {
  const count = font.readUInt16BE(4);
  if (count === 0 || count > MAX_TABLES || font.length < 12 + count * 16) return null;
  const tables = new Map<string, Buffer>();
  for (let i = 0; i < count; i++) {
    const at = 12 + i * 16;
    const offset = font.readUInt32BE(at + 8),
      length = font.readUInt32BE(at + 12);
    if (offset + length > font.length) return null;
    tables.set(font.subarray(at, at + 4).toString('latin1'), font.subarray(offset, offset + length));
  }
  return tables;
}

/** What fsType of OS/2 says (OpenType 1.9): only the most restrictive bits are told. */
function embeddingOf(os2: Buffer | undefined): string {
  const bits = os2 && os2.length >= 10 ? os2.readUInt16BE(8) : 0;
  if ((bits & 0x000f) === 0x0002)
    return 'Its maker forbids embedding it: outlines may be printed, the font itself must not leave with a piece.';
  if (bits & 0x0200) return 'Its maker allows only bitmaps of it to be embedded.';
  if (bits & 0x0100) return 'Its maker allows it to be embedded as a whole only.';
  return '';
}

/**
 * Reads a font that a person brings: unwraps it, checks that its tables lie inside of it, and that letters can be drawn
 * with it.
 *
 * @param given name of the file, for a font that has no name of its own
 * @returns the font as it is stored, or `not-a-font` with what is wrong
 */
export async function readFontFile(file: Buffer, given: string): Promise<Result<FontFile>> {
  if (file.length < 12) return fail(notAFont('it is empty or cut off'));
  let unfolded: Result<Buffer>;
  try {
    unfolded = await unfold(file);
  } catch {
    return fail(notAFont('it is damaged'));
  }
  if (!unfolded.ok) return unfolded;
  const font = unfolded.value;
  const tables = font.length >= 12 ? tablesOf(font) : null;
  if (!tables) return fail(notAFont('it is cut off, or its tables lie outside of it'));
  const missing = NEEDED.filter((tag) => !tables.has(tag));
  if (missing.length > 0 || !(tables.has('glyf') || tables.has('CFF ') || tables.has('CFF2'))) {
    return fail(notAFont(`it lacks ${missing.length > 0 ? missing.join(', ') : 'outlines'}`));
  }
  const hash = createHash('sha256').update(font).digest('hex').slice(0, 8);
  const face = createFace('trial', given, font);
  if (!face.ok) return fail(notAFont('no letters can be read from it'));
  // The letters that sizes are measured by are drawn once: what is broken in them shows here and not on the bench.
  for (const letter of 'HxoA') face.value.outline(face.value.font.nominalGlyph(letter.codePointAt(0)!) ?? 0);
  const name = cutTo(face.value.fullName || given.replace(/\.[a-z0-9]+$/i, ''), 60) || 'Unnamed';
  const slug =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 26)
      .replace(/-$/, '') || 'face';
  return ok({ id: `own-${slug}-${hash}`, name, bytes: font, embedding: embeddingOf(tables.get('OS/2')) });
}
