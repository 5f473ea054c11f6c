import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { StockName } from '#core/ink/stocks/index';
import type { RenderPixels } from '#core/output/pictures';
import { imageIdsOf } from '#core/drawing/items/index';
import { proofPiece, type Finding } from '#core/proof/index';
import type { FileTools } from '#core/output/formats/index';
import { isLettering } from '#core/piece/types';
import type { Opened } from './opened';

export const HOME = fileURLToPath(new URL('..', import.meta.url));

/** The CMYK profile of a paper that ships, compressed. */
export const profile = (stock: StockName): Promise<Uint8Array> => readFile(join(HOME, `profiles/${stock}.icc.zlib`));

/** The rasteriser is read when the first picture is made or decoded. */
let loading: Promise<(typeof import('@resvg/resvg-wasm'))['Resvg']> | undefined;
const rasteriser = (): NonNullable<typeof loading> =>
  (loading ??= (async () => {
    const { initWasm, Resvg } = await import('@resvg/resvg-wasm');
    await initWasm(readFile(createRequire(import.meta.url).resolve('@resvg/resvg-wasm/index_bg.wasm')));
    return Resvg;
  })());
export const renderPixels: RenderPixels = async (svg) => {
  const drawn = new (await rasteriser())(svg),
    image = drawn.render(),
    { pixels } = image;
  // The memory of WebAssembly is given back by hand.
  image.free();
  drawn.free();
  return pixels;
};

/** What the proof finds in a piece, with the images that are at hand. */
export function proofOf({ piece, faces, pictures }: Pick<Opened, 'piece' | 'faces' | 'pictures'>): Finding[] {
  const absent = new Set([...imageIdsOf(piece, 'printed')].filter((id) => !pictures.has(id)));
  return proofPiece(piece, faces, undefined, undefined, absent);
}

/** What the writers need of this machine. Only faces that ship are known to be free to leave. */
export const toolsFor = ({ faces, images, pictures }: Opened): FileTools => ({
  profile,
  renderPixels,
  remarks: (piece) => Promise.resolve(proofOf({ piece, faces, pictures })),
  carried: async (piece) => {
    const used = [...new Set(piece.items.filter(isLettering).map((one) => one.faceId))]
      .filter((id) => faces.has(id))
      .sort();
    const files = await Promise.all(
      used.map(async (id) => {
        const bytes = await readFile(join(HOME, `fonts/files/${id}.ttf`)).catch(() => null);
        const licence = await readFile(join(HOME, `fonts/files/${id}-OFL.txt`), 'utf8').catch(() => null);
        return bytes && { id, name: faces.get(id)!.name, bytes, licence };
      }),
    );
    return { faces: files.filter((one) => one !== null), images };
  },
});
