import { deflateSync } from 'node:zlib';

/** The tables of a font file, by tag. */
export function tablesOf(font: Buffer): Map<string, Buffer> {
  return new Map(
    Array.from({ length: font.readUInt16BE(4) }, (_, i) => {
      const at = 12 + i * 16;
      const offset = font.readUInt32BE(at + 8);
      return [
        font.subarray(at, at + 4).toString('latin1'),
        font.subarray(offset, offset + font.readUInt32BE(at + 12)),
      ] as const;
    }),
  );
}

/** A font file of tables, with checksums left out. */
export function fontOf(tables: ReadonlyMap<string, Buffer>): Buffer {
  const head = Buffer.alloc(12 + tables.size * 16);
  head.writeUInt32BE(0x00010000, 0);
  head.writeUInt16BE(tables.size, 4);
  const parts: Buffer[] = [head];
  let at = head.length,
    i = 0;
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
  let at = head.length,
    i = 0;
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

/** A glyph of straight lines: contours as lists of points, and an advance; units of an em of 1000. */
export interface PlainGlyph {
  readonly character: string;
  readonly advance: number;
  readonly contours: readonly (readonly [number, number])[][];
}

const u16 = (...values: number[]): Buffer => {
  const bytes = Buffer.alloc(values.length * 2);
  values.forEach((value, i) => bytes.writeInt16BE(value > 32767 ? value - 65536 : value, i * 2));
  return bytes;
};
const u32 = (...values: number[]): Buffer => {
  const bytes = Buffer.alloc(values.length * 4);
  values.forEach((value, i) => bytes.writeUInt32BE(value >>> 0, i * 4));
  return bytes;
};

function glyphOf({ contours }: PlainGlyph): Buffer {
  if (contours.length === 0) return Buffer.alloc(0);
  const points = contours.flat();
  const xs = points.map(([x]) => x),
    ys = points.map(([, y]) => y);
  let at = -1;
  const ends = contours.map((contour) => (at += contour.length));
  const steps = (list: number[]): number[] => list.map((value, i) => value - (i === 0 ? 0 : list[i - 1]!));
  const bytes = Buffer.concat([
    u16(contours.length, Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys), ...ends, 0),
    Buffer.alloc(points.length, 1),
    u16(...steps(xs)),
    u16(...steps(ys)),
  ]);
  return Buffer.concat([bytes, Buffer.alloc((4 - (bytes.length % 4)) % 4)]);
}

/** A TrueType font of a few plain glyphs, whose gaps can be worked out by hand. */
export function plainFont(glyphs: readonly PlainGlyph[]): Buffer {
  const all: PlainGlyph[] = [
    { character: '', advance: 500, contours: [] },
    ...glyphs.slice().sort((a, b) => a.character.codePointAt(0)! - b.character.codePointAt(0)!),
  ];
  const outlines = all.map(glyphOf);
  let offset = 0;
  const loca = u32(
    ...outlines.map((one) => {
      const here = offset;
      offset += one.length;
      return here;
    }),
    outlines.reduce((sum, one) => sum + one.length, 0),
  );
  const codes = all.slice(1).map((one) => one.character.codePointAt(0)!);
  const count = codes.length + 1;
  // Format 4: a segment a character, and the closing one.
  const cmap4 = Buffer.concat([
    u16(
      4,
      16 + count * 8,
      0,
      count * 2,
      0,
      0,
      0,
      ...codes,
      0xffff,
      0,
      ...codes,
      0xffff,
      ...codes.map((code, i) => (i + 1 - code) & 0xffff),
      1,
      ...Array<number>(count).fill(0),
    ),
  ]);
  return fontOf(
    new Map([
      ['cmap', Buffer.concat([u16(0, 1, 3, 1), u32(12), cmap4])],
      ['glyf', Buffer.concat(outlines)],
      [
        'head',
        Buffer.concat([
          u32(0x00010000, 0x00010000, 0, 0x5f0f3cf5),
          u16(0, 1000),
          Buffer.alloc(16),
          u16(0, 0, 1000, 1000, 0, 8, 2, 1, 0),
        ]),
      ],
      [
        'hhea',
        Buffer.concat([u32(0x00010000), u16(800, -200, 0, 1000, 0, 0, 1000, 1, 0, 0, 0, 0, 0, 0, 0, all.length)]),
      ],
      [
        'hmtx',
        Buffer.concat(
          all.map((one) =>
            u16(one.advance, one.contours.length === 0 ? 0 : Math.min(...one.contours.flat().map(([x]) => x))),
          ),
        ),
      ],
      ['loca', loca],
      ['maxp', Buffer.concat([u32(0x00010000), u16(all.length, 64, 8, 0, 0, 1, 0, 0, 0, 0, 0, 0, 0, 0)])],
    ]),
  );
}
