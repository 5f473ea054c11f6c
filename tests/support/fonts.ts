import { deflateSync } from 'node:zlib';

/** The tables of a font file, by tag. */
export function tablesOf(font: Buffer): Map<string, Buffer> {
  return new Map(Array.from({ length: font.readUInt16BE(4) }, (_, i) => {
    const at = 12 + i * 16;
    const offset = font.readUInt32BE(at + 8);
    return [font.subarray(at, at + 4).toString('latin1'), font.subarray(offset, offset + font.readUInt32BE(at + 12))] as const;
  }));
}

/** A font file of tables, with checksums left out. */
export function fontOf(tables: ReadonlyMap<string, Buffer>): Buffer {
  const head = Buffer.alloc(12 + tables.size * 16);
  head.writeUInt32BE(0x00010000, 0);
  head.writeUInt16BE(tables.size, 4);
  const parts: Buffer[] = [head];
  let at = head.length, i = 0;
  for (const [tag, bytes] of tables) {
    head.write(tag, 12 + i * 16, 'latin1');
    head.writeUInt32BE(at, 12 + i * 16 + 8);
    head.writeUInt32BE(bytes.length, 12 + i * 16 + 12);
    const padded = Buffer.concat([bytes, Buffer.alloc((4 - (bytes.length % 4)) % 4)]);
    parts.push(padded);
    at += padded.length;
    i++;
  }
  return Buffer.concat(parts);
}

/** The same wrapped as WOFF 1.0. */
export function woffOf(font: Buffer): Buffer {
  const tables = tablesOf(font);
  const head = Buffer.alloc(44 + tables.size * 20);
  head.write('wOFF', 0, 'latin1');
  font.copy(head, 4, 0, 4);
  head.writeUInt16BE(tables.size, 12);
  head.writeUInt32BE(font.length, 16);
  const parts: Buffer[] = [head];
  let at = head.length, i = 0;
  for (const [tag, bytes] of tables) {
    const packed = deflateSync(bytes);
    const part = packed.length < bytes.length ? packed : bytes;
    head.write(tag, 44 + i * 20, 'latin1');
    [at, part.length, bytes.length, 0].forEach((value, k) => head.writeUInt32BE(value, 44 + i * 20 + 4 + k * 4));
    const padded = Buffer.concat([part, Buffer.alloc((4 - (part.length % 4)) % 4)]);
    parts.push(padded);
    at += padded.length;
    i++;
  }
  return Buffer.concat(parts);
}
