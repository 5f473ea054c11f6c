import { unzlibSync } from 'fflate';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece } from '#core/drawing/drawPiece';
import { writePng } from '#core/output/raster/png';
import { circle, curve, faces, piece } from '../../support/pieces';
import { renderPixels } from '../../support/pictures';

/** The chunks of a PNG, each under its name. */
function chunksOf(png: Uint8Array): Map<string, Uint8Array> {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength),
    found = new Map<string, Uint8Array>();
  for (let at = 8; at < png.length; at += 12 + view.getUint32(at))
    found.set(String.fromCharCode(...png.subarray(at + 4, at + 8)), png.subarray(at + 8, at + 8 + view.getUint32(at)));
  return found;
}

/** What a profile of three primaries and curves makes of a colour, after ICC.1:2010, F.3: X, Y and Z, to 100. */
function readColour(profile: Uint8Array, rgb: readonly number[]): number[] {
  const view = new DataView(profile.buffer, profile.byteOffset, profile.byteLength);
  const tags = new Map(
    Array.from({ length: view.getUint32(128) }, (_, i) => [
      String.fromCharCode(...profile.subarray(132 + 12 * i, 136 + 12 * i)),
      view.getUint32(136 + 12 * i),
    ]),
  );
  const light = rgb.map((level, i) => {
    const curve = tags.get(['rTRC', 'gTRC', 'bTRC'][i]!)! + 12,
      last = view.getUint32(curve - 4) - 1;
    const at = (level / 255) * last,
      below = Math.min(Math.floor(at), last - 1);
    const [a, b] = [view.getUint16(curve + 2 * below), view.getUint16(curve + 2 * below + 2)];
    return (a + (b - a) * (at - below)) / 65535;
  });
  return [0, 1, 2].map((axis) =>
    ['rXYZ', 'gXYZ', 'bXYZ'].reduce(
      (sum, name, i) => sum + (100 * light[i]! * view.getInt32(tags.get(name)! + 8 + 4 * axis)) / 65536,
      0,
    ),
  );
}

let chunks: Map<string, Uint8Array>, profile: Uint8Array;
beforeAll(async () => {
  const drawing = drawPiece(piece([{ ...curve(circle(30)), fill: 'enamel' }]), await faces());
  const made = await writePng(drawing, { dpi: 72, transparent: false }, renderPixels);
  if (!made.ok) throw new Error(made.problem.message);
  chunks = chunksOf(made.value);
  const packed = chunks.get('iCCP')!;
  profile = unzlibSync(packed.subarray(packed.indexOf(0) + 2));
});

describe('the profile in a PNG', () => {
  it('stands before the pixels, under a name, alone, and its gamma and primaries beside it', () => {
    const order = [...chunks.keys()];
    expect(order).not.toContain('sRGB');
    expect(order.indexOf('iCCP')).toBeLessThan(order.indexOf('IDAT'));
    expect(String.fromCharCode(...chunks.get('iCCP')!.subarray(0, 6))).toBe('sRGB\0\0');
    const view = (name: string) => new DataView(chunks.get(name)!.buffer, chunks.get(name)!.byteOffset);
    expect(view('gAMA').getUint32(0)).toBe(45455);
    expect(chunks.get('cHRM')).toHaveLength(32);
  });
  it('is whole: its length, its mark, and tags that begin at multiples of four within it', () => {
    const view = new DataView(profile.buffer, profile.byteOffset);
    expect(view.getUint32(0)).toBe(profile.length);
    expect(String.fromCharCode(...profile.subarray(36, 40))).toBe('acsp');
    for (let i = 0; i < view.getUint32(128); i++) {
      const [at, length] = [view.getUint32(136 + 12 * i), view.getUint32(140 + 12 * i)];
      expect(at % 4).toBe(0);
      expect(at + length).toBeLessThanOrEqual(profile.length);
    }
  });
  // transicc -i '*sRGB' -o '*XYZ' -t1 -n
  it.each([
    [
      [0, 255, 0],
      [38.5113, 71.6905, 9.7067],
    ],
    [
      [1, 254, 7],
      [38.2122, 71.0722, 9.7725],
    ],
    [
      [5, 250, 35],
      [37.1224, 68.6699, 10.4814],
    ],
    [
      [20, 235, 140],
      [36.0504, 61.3035, 26.7962],
    ],
    [
      [60, 195, 164],
      [28.2973, 42.3787, 31.8632],
    ],
    [
      [128, 127, 128],
      [20.6735, 21.3258, 17.7711],
    ],
    [
      [200, 55, 120],
      [29.3429, 16.7276, 14.5836],
    ],
    [
      [255, 0, 249],
      [57.155, 27.9901, 69.0214],
    ],
  ] as const)('takes %j for the light that LittleCMS takes it for', (rgb, xyz) => {
    // A tenth of a level of 255.
    readColour(profile, rgb).forEach((value, i) => expect(Math.abs(value - xyz[i]!)).toBeLessThan(0.04));
  });
});
