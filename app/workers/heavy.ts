import { transfer } from 'comlink';
import { tracksOf } from '#core/curves/index';
import { blocking, drawPiece, groundOf, type Drawing } from '#core/drawing/drawPiece';
import { writeDxf } from '#core/output/dxf';
import { writePdf, type PdfOptions } from '#core/output/pdf';
import { writePng, type PngOptions, type Rasterise } from '#core/output/png';
import { writeSvg } from '#core/output/svg';
import { findLettering, isLettering, type Piece } from '#core/piece/types';
import { fail, ok, type Result } from '#core/result';
import { settle } from '#core/setting/settle';
import { createFace, type Face } from '#core/type/face';
import list from '../../fonts/faces.json';

export type FileFormat = 'svg' | 'pdf' | 'png' | 'dxf';

const faces = new Map<string, Face>();

async function ensureFaces(piece: Piece): Promise<void> {
  const wanted = new Set(piece.items.filter(isLettering).map((item) => item.faceId));
  await Promise.all([...wanted].filter((id) => !faces.has(id)).map(async (id) => {
    const shipped = list.find((one) => one.id === id);
    const response = await fetch(shipped ? `/faces/${id}.ttf` : `/api/faces/${encodeURIComponent(id)}`);
    if (!response.ok) return;
    const face = createFace(id, shipped?.name ?? id, new Uint8Array(await response.arrayBuffer()));
    if (face.ok) faces.set(id, face.value);
  }));
}

/** What evening out came to for one lettering, as it goes from worker to page. */
export type EveningSent = readonly (readonly [at: number, em: number])[] | null;

/**
 * What evening out comes to for a lettering of a piece, filled where it is kept filled.
 *
 * @param piece need hold no more than the lettering, its curve, and the curves that these follow
 */
export async function evenOutLettering(piece: Piece, letteringId: string): Promise<EveningSent> {
  await ensureFaces(piece);
  const lettering = findLettering(piece, letteringId);
  const ground = lettering && groundOf(lettering, tracksOf(piece), faces);
  if (!lettering || !ground?.ok) return null;
  const { track, face, held } = ground.value;
  const { evening } = settle(lettering, track, face, held);
  return evening ? [...evening] : null;
}

/** What a file is made with, where its format leaves a choice. */
export interface FileOptions {
  readonly png: PngOptions;
  readonly pdf: Omit<PdfOptions, 'profile'>;
  readonly dxfToleranceMm: number;
}

let rasteriser: Promise<Rasterise> | undefined;
/** The rasteriser is fetched when the first picture is made. */
const rasterise: Rasterise = async (svg, widthPx) => {
  rasteriser ??= (async () => {
    const [{ initWasm, Resvg }, { default: wasm }] = await Promise.all([import('@resvg/resvg-wasm'), import('@resvg/resvg-wasm/index_bg.wasm?url')]);
    await initWasm(fetch(wasm));
    return async (text: string, width: number) => new Resvg(text, { fitTo: { mode: 'width', value: width } }).render().asPng();
  })();
  return (await rasteriser)(svg, widthPx);
};

let profile: Promise<Uint8Array> | undefined;
/** The CMYK profile is fetched when the first print file is made. */
const cmykProfile = (): Promise<Uint8Array> => (profile ??= (async () => {
  const response = await fetch('/profiles/coated.icc');
  if (!response.ok) { profile = undefined; throw new Error('the CMYK profile could not be had from the server'); }
  return new Uint8Array(await response.arrayBuffer());
})());

const WRITERS: Readonly<Record<FileFormat, (drawing: Drawing, options: FileOptions) => Promise<Result<Uint8Array>>>> = {
  pdf: async (drawing, { pdf }) => ok(await writePdf(drawing, { ...pdf, profile: await cmykProfile() })),
  svg: async (drawing) => ok(new TextEncoder().encode(writeSvg(drawing))),
  png: (drawing, { png }) => writePng(drawing, png, rasterise),
  dxf: async (drawing, { dxfToleranceMm }) => ok(new TextEncoder().encode(writeDxf(drawing, dxfToleranceMm))),
};

/**
 * Makes a file of a piece.
 *
 * @returns its bytes, or why there are none: lettering would be missing from it, or a picture would be too large
 */
export async function makeFile(piece: Piece, format: FileFormat, options: FileOptions): Promise<Result<Uint8Array>> {
  await ensureFaces(piece);
  const drawing = drawPiece(piece, faces);
  const [problem] = blocking(drawing);
  if (problem) return fail(problem);
  const file = await WRITERS[format](drawing, options);
  return file.ok ? transfer(file, [file.value.buffer]) : file;
}
