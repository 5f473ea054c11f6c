import { transfer } from 'comlink';
import { blocking, drawPiece, type Drawing } from '#core/drawing/drawPiece';
import { type Evenings } from '#core/setting/settingOf';
import { finish } from '#core/editing/rules/radius';
import { writeDxf } from '#core/output/dxf';
import { copyMarks, layOut, repeated, type Layout } from '#core/output/impose';
import { writeLiveSvg } from '#core/output/liveSvg';
import { writeLook, type Look } from '#core/output/looks';
import { writePdfPages } from '#core/output/pdf';
import { writePieceFile, type CarriedFace } from '#core/output/pieceFile';
import { platesOf, type Plate } from '#core/output/plates';
import { writePng } from '#core/output/png';
import { writePreview } from '#core/output/preview';
import { writeSvg } from '#core/output/svg';
import { findLettering, isLettering, type CurveShape, type Piece } from '#core/piece/types';
import { proofPiece, type Finding } from '#core/proof/index';
import { fail, ok, type Result } from '#core/result';
import { senseOf, type Sense } from '#core/setting/space/white/sense';
import { faceOf, facesFor, fileOf } from './faces';
import type { FileFormat, FileOptions } from './options';
import { absentImages, imagesOf, picturesFor } from './pictures';
import { cmykProfile } from './profile';
import { rasterise } from './rasteriser';

export { cancelSeries, checkSeriesRows, makeSeriesFile, previewSeries } from './series';

/** What evening out came to for one lettering, as it goes from worker to page; with the curve, where it is to be sized for that. */
export type EveningSent = readonly (readonly [at: number, em: number])[] | null;
export interface Evened {
  readonly evening: EveningSent;
  readonly shape: CurveShape | null;
}

/**
 * What evening out comes to for a lettering of a piece, filled where it is kept filled.
 *
 * @param piece need hold no more than the lettering, its curve, and the curves that these follow
 */
export async function evenOutLettering(piece: Piece, letteringId: string): Promise<Evened> {
  const faces = await facesFor(piece);
  const lettering = findLettering(piece, letteringId);
  const finished = lettering && finish(piece, lettering, faces);
  return finished
    ? { evening: finished.evening && [...finished.evening], shape: finished.shape }
    : { evening: null, shape: null };
}

/** How white is read in a face, fitted to it: see `senseOf`. Null for a face that cannot be had. */
export async function senseOfFace(id: string): Promise<Sense | null> {
  const face = await faceOf(id);
  return face && senseOf(face);
}

interface Drawn {
  readonly drawing: Drawing;
  readonly lines: ReturnType<typeof copyMarks>;
  readonly layout: Layout | null;
}

/** A piece drawn, alone or as a sheet of copies. */
async function drawn(piece: Piece, { imposition, marks }: FileOptions): Promise<Result<Drawn>> {
  const drawing = drawPiece(piece, await facesFor(piece), await picturesFor(piece));
  if (!imposition) return ok({ drawing, lines: [], layout: null });
  const layout = layOut(piece.sheet, imposition);
  if (!layout.ok) return layout;
  return ok({
    drawing: repeated(drawing, layout.value, imposition),
    lines: marks ? copyMarks(piece.sheet, layout.value) : [],
    layout: layout.value,
  });
}

/** A piece with the faces and images it uses; faces that must not leave with it stay, and are named. */
async function withFaces(piece: Piece, forbidden: readonly string[]): Promise<Uint8Array> {
  await facesFor(piece);
  const ids = new Set(piece.items.filter(isLettering).map((item) => item.faceId));
  const carried: CarriedFace[] = [];
  for (const id of [...ids].sort()) {
    const file = forbidden.includes(id) ? null : await fileOf(id);
    if (file) carried.push({ id, ...file });
  }
  return writePieceFile(piece, carried, await imagesOf(piece));
}

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);

const WRITERS: Readonly<
  Record<Exclude<FileFormat, 'piece'>, (made: Drawn, options: FileOptions, piece: Piece) => Promise<Result<Uint8Array>>>
> = {
  'pdf': async ({ drawing, lines }, { marks, imposition }) =>
    ok(
      await writePdfPages(drawing.name, [{ drawing, lines }], {
        marks: marks && !imposition,
        profile: await cmykProfile(),
      }),
    ),
  'svg': async ({ drawing }) => ok(utf8(writeSvg(drawing))),
  'live-svg': async ({ drawing }, _options, piece) =>
    ok(utf8(writeLiveSvg(piece, drawing, await facesFor(piece)).text)),
  'png': ({ drawing }, options) => writePng(drawing, options, rasterise),
  'dxf': async ({ drawing }, { toleranceMm }) => ok(utf8(writeDxf(drawing, toleranceMm))),
};

/**
 * Makes a file of a piece.
 *
 * @param forbidden ids of faces that must not leave with a piece file
 * @returns its bytes, or why there are none: lettering would be missing from it, copies do not fit, or a picture would be too large
 */
export async function makeFile(
  piece: Piece,
  format: FileFormat,
  options: FileOptions,
  forbidden: readonly string[] = [],
): Promise<Result<Uint8Array>> {
  if (format === 'piece') return ok(await withFaces(piece, forbidden));
  const made = await drawn(piece, format === 'live-svg' ? { ...options, imposition: null } : options);
  if (!made.ok) return made;
  const [problem] = blocking(made.value.drawing);
  if (problem) return fail(problem);
  const file = await WRITERS[format](made.value, options, piece);
  return file.ok ? transfer(file, [file.value.buffer]) : file;
}

/** What a file will show, and the plates it needs. */
export interface Preview {
  readonly svg: string;
  readonly plates: readonly Plate[];
  readonly layout: Layout | null;
  /** What a live SVG cannot carry. */
  readonly notes: readonly string[];
}

/** Draws what a file of a format will show; `plate` by its place in the list of plates, null for all together. */
export async function previewFile(
  piece: Piece,
  format: FileFormat,
  options: FileOptions,
  plate: number | null,
): Promise<Result<Preview>> {
  const made = await drawn(
    piece,
    format === 'live-svg' || format === 'piece' ? { ...options, imposition: null } : options,
  );
  if (!made.ok) return made;
  const { drawing, lines, layout } = made.value;
  const plates = platesOf(drawing);
  const notes = format === 'live-svg' ? writeLiveSvg(piece, drawing, await facesFor(piece)).notes : [];
  const svg = writePreview(drawing, {
    plate: plate === null ? null : (plates[plate] ?? null),
    marks: format === 'pdf' && options.marks && !options.imposition,
    lines: format === 'dxf',
    printed: format === 'pdf',
    transparent: format === 'png' && options.transparent,
    crop: format === 'pdf' ? lines : [],
  });
  return ok({ svg, plates, layout, notes });
}

/** A piece as others will see it, as an SVG. */
export async function lookAt(piece: Piece, look: Look): Promise<string> {
  return writeLook(drawPiece(piece, await facesFor(piece), await picturesFor(piece)), look);
}

/** Everything that would go wrong with a piece in print. */
export async function proof(
  piece: Piece,
  evenings: readonly (readonly [letteringId: string, EveningSent])[],
  forbidden: readonly string[],
): Promise<{ findings: Finding[]; ms: number }> {
  const faces = await facesFor(piece),
    absent = await absentImages(piece);
  const from = performance.now();
  const known = new Map(evenings.map(([id, sent]) => [id, sent && new Map(sent)]));
  const given: Evenings = { of: ({ id }) => known.get(id) ?? null };
  const findings = proofPiece(piece, faces, given, new Set(forbidden), absent);
  return { findings, ms: performance.now() - from };
}
