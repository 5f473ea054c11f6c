import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Drawing } from '#core/drawing/drawPiece';
import { writeDxf } from '#core/output/dxf';
import { copyMarks, layOut, repeated } from '#core/output/impose';
import { writeLiveSvg } from '#core/output/liveSvg';
import { writePdfPages } from '#core/output/pdf';
import type { RenderPixels } from '#core/output/pictures';
import { writePieceFile } from '#core/output/pieceFile';
import { type CarriedImage } from '#core/import/pieceFile';
import { writePng, type Rasterise } from '#core/output/png';
import { writeSvg } from '#core/output/svg';
import type { Piece } from '#core/piece/types';
import { ok, type Result } from '#core/result';
import type { Face } from '#core/type/face';
import type { Options } from './options';

export const HOME = fileURLToPath(new URL('..', import.meta.url));

/** The CMYK profile of print files. */
export const profile = (): Promise<Uint8Array> => readFile(join(HOME, 'profiles/coated.icc'));

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

/** What a file is made of. */
export interface Made {
  readonly piece: Piece;
  readonly faces: ReadonlyMap<string, Face>;
  readonly images: readonly CarriedImage[];
  readonly drawing: Drawing;
}
type Write = (made: Made, options: Options) => Promise<Result<string | Uint8Array>>;

/** A writer for the piece alone, or for a sheet of copies where one is asked for. */
const copied =
  (
    write: (
      drawing: Drawing,
      options: Options,
      lines: ReturnType<typeof copyMarks>,
    ) => Promise<Result<string | Uint8Array>>,
  ): Write =>
  async ({ piece, drawing }, options) => {
    if (!options.imposition) return write(drawing, options, []);
    const layout = layOut(piece.sheet, options.imposition);
    if (!layout.ok) return layout;
    return write(
      repeated(drawing, layout.value, options.imposition),
      options,
      options.marks ? copyMarks(piece.sheet, layout.value) : [],
    );
  };

/** One line an ending; the longest that fits counts. */
export const WRITERS: Readonly<Record<string, Write>> = {
  '.pdf': copied(async (drawing, { marks, imposition }, lines) =>
    ok(
      await writePdfPages(drawing.name, [{ drawing, lines }], {
        marks: marks && !imposition,
        profile: await profile(),
      }),
    ),
  ),
  '.live.svg': async ({ piece, faces, drawing }) => ok(writeLiveSvg(piece, drawing, faces).text),
  '.svg': copied(async (drawing) => ok(writeSvg(drawing))),
  '.png': copied((drawing, options) => writePng(drawing, options, rasterise)),
  '.dxf': copied(async (drawing, { toleranceMm }) => ok(writeDxf(drawing, toleranceMm))),
  '.zip': async ({ piece, faces, images }) => {
    const used = [...new Set(piece.items.flatMap((item) => (item.type === 'lettering' ? [item.faceId] : [])))]
      .filter((id) => faces.has(id))
      .sort();
    // Only faces that ship are known to be free to leave.
    const files = await Promise.all(
      used.map(async (id) => {
        const bytes = await readFile(join(HOME, `fonts/files/${id}.ttf`)).catch(() => null);
        return (
          bytes && {
            id,
            name: faces.get(id)!.name,
            bytes,
            licence: await readFile(join(HOME, `fonts/files/${id}-OFL.txt`), 'utf8').catch(() => null),
          }
        );
      }),
    );
    return ok(
      writePieceFile(
        piece,
        files.filter((one) => one !== null),
        images,
      ),
    );
  },
};

/** The writer for a file by its ending, or null. */
export function writerFor(file: string): Write | null {
  const ending = Object.keys(WRITERS)
    .filter((one) => file.toLowerCase().endsWith(one))
    .sort((a, b) => b.length - a.length)[0];
  return ending ? WRITERS[ending]! : null;
}
