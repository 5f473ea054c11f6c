// Runs in a thread of its own: what takes long and must not keep the server from answering. See worker.ts.
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { parentPort, workerData } from 'node:worker_threads';
import { initWasm, Resvg } from '@resvg/resvg-wasm';
import { drawPiece, printedOnly } from '#core/drawing/drawPiece';
import type { PictureFile } from '#core/drawing/pictures';
import { writeSvg } from '#core/output/svg';
import { isLettering, isPicture, type Piece } from '#core/piece/types';
import { createFace, type Face } from '#core/type/face';
import { shippedFaces } from '../fonts/shippedFaces';

/** A piece to draw, with what of it does not ship. */
export interface DrawJob {
  readonly piece: Piece;
  readonly images: readonly (readonly [id: string, file: PictureFile])[];
  readonly faces: readonly { readonly id: string; readonly name: string; readonly bytes: Uint8Array }[];
}

/** A picture as a PNG; not whole where a typeface or an image that belongs to it was not at hand. */
export interface Drawn {
  readonly png: Uint8Array;
  readonly whole: boolean;
}

/** The longer side of a picture: twice what a card of the shelf shows, for fine screens. */
const LONGER_PX = 400;

const rasteriser = initWasm(readFile(createRequire(import.meta.url).resolve('@resvg/resvg-wasm/index_bg.wasm')));
const shipped = shippedFaces((workerData as { home: string }).home);
/** Brought faces that have been used, ready to draw with. */
const brought = new Map<string, Face>();

async function draw({ piece, images, faces }: DrawJob): Promise<Drawn> {
  for (const { id, name, bytes } of faces) {
    const face = brought.has(id) ? null : createFace(id, name, bytes);
    if (face?.ok) brought.set(id, face.value);
  }
  const known = new Map([...(await shipped), ...brought]);
  const pictures = new Map(images);
  const ids = piece.items.filter(isLettering).map((one) => one.faceId);
  const shown = piece.items.filter(isPicture).map((one) => one.imageId);
  const svg = writeSvg(printedOnly(drawPiece(piece, known, pictures)), { decimals: 2 });
  const { widthMm, heightMm } = piece.sheet;
  await rasteriser;
  const drawn = new Resvg(svg, { fitTo: { mode: widthMm > heightMm ? 'width' : 'height', value: LONGER_PX } }),
    image = drawn.render(),
    png = image.asPng();
  // The memory of WebAssembly is given back by hand.
  image.free();
  drawn.free();
  return { png, whole: ids.every((id) => known.has(id)) && shown.every((id) => pictures.has(id)) };
}

// How long a job takes counts from here on.
void Promise.all([shipped, rasteriser]).then(() => parentPort!.postMessage({ ready: true }));

parentPort!.on('message', ({ n, job }: { readonly n: number; readonly job: DrawJob }) => {
  draw(job).then(
    (drawn) => parentPort!.postMessage({ n, drawn }),
    (error: unknown) => parentPort!.postMessage({ n, error: (error as Error).message }),
  );
});
