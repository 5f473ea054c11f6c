import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkHead, inkComponents, scaledDown } from '../../../app/utils/bringPicture';
import { HOME } from '../../support/pieces';
import { fields, pngOf } from '../../support/pictures';

/** The head of a JPEG: an application's segment, then the frame with its size and the number of its components. */
function jpegHead(components: number, width = 40, height = 30, frame = 0xc0): Uint8Array {
  const between = [0xff, 0xe0, 0, 6, 1, 2, 3, 4, 0xff, 0xc4, 0, 4, 9, 9];
  return Uint8Array.from([
    0xff,
    0xd8,
    ...between,
    0xff,
    frame,
    0,
    8 + 3 * components,
    8,
    height >> 8,
    height & 255,
    width >> 8,
    width & 255,
    components,
    ...new Array<number>(3 * components).fill(0),
    0xff,
    0xd9,
  ]);
}
const blob = (bytes: Uint8Array): Blob => new Blob([bytes as Uint8Array<ArrayBuffer>]);
const code = async (bytes: Uint8Array, use?: 'trace' | 'print') => {
  const head = await checkHead(blob(bytes), use);
  return head.ok ? 'ok' : head.problem.code;
};

describe('the head of a picture', () => {
  it('tells how many inks or colours a JPEG has', () => {
    expect([1, 3, 4].map((count) => inkComponents(jpegHead(count)))).toEqual([1, 3, 4]);
    expect(inkComponents(jpegHead(4, 40, 30, 0xc2))).toBe(4);
    expect(inkComponents(readFileSync(`${HOME}/demo/images/lid.jpg`))).toBe(3);
    expect([Uint8Array.of(0xff, 0xd8), fields(8), new Uint8Array(0)].map(inkComponents)).toEqual([0, 0, 0]);
  });
  it('says whether a picture can be printed as it is', async () => {
    const asItIs = async (bytes: Uint8Array, use: 'trace' | 'print') => {
      const head = await checkHead(blob(bytes), use);
      return head.ok && head.value.asItIs;
    };
    expect(await asItIs(readFileSync(`${HOME}/demo/images/lid.jpg`), 'print')).toBe(true);
    expect(await asItIs(fields(8), 'print')).toBe(true);
    // Four inks of its own are brought to the colours of the screen first.
    expect(await asItIs(jpegHead(4), 'print')).toBe(false);
    expect(await asItIs(jpegHead(4), 'trace')).toBe(true);
  });
  it('refuses what is none, whatever it is called, and what would unfold to far too much', async () => {
    expect(await code(Buffer.from('not a picture'), 'print')).toBe('not-an-image');
    expect(await code(Buffer.from('GIF89a\x10\x00\x10\x00\x00\x00\x00'))).toBe('not-an-image');
    const bomb = pngOf(4, 4, () => [0, 0, 0, 255]);
    bomb.writeUInt32BE(60000, 16);
    bomb.writeUInt32BE(60000, 20);
    expect(await code(bomb, 'print')).toBe('image-too-large');
  });
  it('is scaled down to what is stored, in proportion', () => {
    expect(scaledDown(8192, 4096)).toEqual({ width: 4096, height: 2048 });
    expect(scaledDown(300, 200)).toEqual({ width: 300, height: 200 });
  });
});
