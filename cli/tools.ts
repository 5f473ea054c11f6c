import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { RenderPixels } from '#core/output/pictures';
import type { Rasterise } from '#core/output/png';
import type { FileTools } from '#core/output/formats/index';
import { isLettering } from '#core/piece/types';
import type { Opened } from './opened';

export const HOME = fileURLToPath(new URL('..', import.meta.url));

/** The CMYK profile of print files. */
export const profile = (): Promise<Uint8Array> => readFile(join(HOME, 'profiles/coated.icc.zlib'));

/** The rasteriser is read when the first picture is made or decoded. */
let loading: Promise<(typeof import('@resvg/resvg-wasm'))['Resvg']> | undefined;
const rasteriser = (): NonNullable<typeof loading> =>
  (loading ??= (async () => {
    const { initWasm, Resvg } = await import('@resvg/resvg-wasm');
    await initWasm(readFile(createRequire(import.meta.url).resolve('@resvg/resvg-wasm/index_bg.wasm')));
    return Resvg;
  })());
export const rasterise: Rasterise = async (svg, widthPx) =>
  new (await rasteriser())(svg, { fitTo: { mode: 'width', value: widthPx } }).render().asPng();
export const renderPixels: RenderPixels = async (svg) => new (await rasteriser())(svg).render().pixels;

/** What the writers need of this machine. Only faces that ship are known to be free to leave. */
export const toolsFor = ({ faces, images }: Pick<Opened, 'faces' | 'images'>): FileTools => ({
  profile,
  rasterise,
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
