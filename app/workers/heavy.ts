import { transfer } from 'comlink';
import { drawPiece } from '#core/drawing/drawPiece';
import { type SpacingCorrections } from '#core/setting/settingOf';
import { finish } from '#core/editing/rules/radius';
import { otherPiecesOf, type Layout } from '#core/output/sheets/imposition';
import { writeLook, type Look } from '#core/output/looks';
import { type CarriedFace } from '#core/output/pieceFile';
import type { PlotRun } from '#core/output/cut/plotter';
import { platesOf, type Plate } from '#core/output/plates';
import { prepareFile, writeFile, type PreparedFile } from '#core/output/makeFile';
import { writePreview } from '#core/output/preview';
import { findLettering, isLettering, type CurveShape, type Piece } from '#core/piece/types';
import { proofPiece, type Finding } from '#core/proof/index';
import { ok, type Result } from '#core/result';
import { senseOf, type Sense } from '#core/setting/space/white/sense';
import { faceOf, facesFor, fileOf } from './faces';
import {
  asMeant,
  facesBeside,
  formatOf,
  type FileOptions,
  type FileTools,
  type FormatName,
} from '#core/output/formats/index';
import { absentImages, imagesOf, picturesFor } from './pictures';
import { cmykProfile, readOwnProfile } from './profile';
import { renderPixels } from './rasteriser';

export { cancelSeries, checkSeriesRows, makeSeriesFile, previewSeries } from './series';

/**
 * What evening out came to for one lettering, as it goes from worker to page; with the curve, where it is to be sized
 * for that.
 */
export type CorrectionSent = readonly (readonly [at: number, em: number])[] | null;
export interface Corrected {
  readonly correction: CorrectionSent;
  readonly shape: CurveShape | null;
}

/**
 * What evening out comes to for a lettering of a piece, filled where it is kept filled.
 *
 * @param piece need hold no more than the lettering, its curve, and the curves that these follow
 */
export async function evenOutLettering(piece: Piece, letteringId: string): Promise<Corrected> {
  const faces = await facesFor(piece);
  const lettering = findLettering(piece, letteringId);
  const finished = lettering && finish(piece, lettering, faces);
  return finished
    ? { correction: finished.correction && [...finished.correction], shape: finished.shape }
    : { correction: null, shape: null };
}

/** How white is read in a face, fitted to it: see `senseOf`. Null for a face that cannot be had. */
export async function senseOfFace(id: string): Promise<Sense | null> {
  const face = await faceOf(id);
  return face && senseOf(face);
}

/** What the writers need of the browser; faces that must not leave with a piece stay. */
const toolsFor = (forbidden: readonly string[]): FileTools => ({
  profile: cmykProfile,
  renderPixels,
  remarks: async (piece) =>
    proofPiece(piece, await facesFor(piece), undefined, new Set(forbidden), await absentImages(piece)),
  carried: async (piece) => {
    const ids = new Set(piece.items.filter(isLettering).map((item) => item.faceId));
    const faces: CarriedFace[] = [];
    for (const id of [...ids].sort()) {
      const file = forbidden.includes(id) ? null : await fileOf(id);
      if (file) faces.push({ id, ...file });
    }
    return { faces, images: await imagesOf(piece) };
  },
});

/** A piece drawn for a file, with the faces and images of all that lies on its sheet. */
async function prepared(format: FormatName, piece: Piece, options: FileOptions): Promise<Result<PreparedFile>> {
  if (options.ownProfile) {
    const read = await readOwnProfile(options.ownProfile.profileId);
    if (!read.ok) return read;
  }
  const all = [piece, ...otherPiecesOf(options.imposition)];
  await Promise.all(facesBeside(options).map(faceOf));
  const [faces] = await Promise.all(all.map(facesFor)),
    pictures = await Promise.all(all.map(picturesFor));
  return prepareFile(format, piece, faces!, options, new Map(pictures.flatMap((one) => [...one])));
}

/**
 * Makes a file of a piece.
 *
 * @param forbidden ids of faces that must not leave with a piece file
 * @returns its bytes, or why there are none: lettering would be missing from it, copies do not fit, or a picture would
 *   be too large
 */
export async function makeFile(
  piece: Piece,
  format: FormatName,
  options: FileOptions,
  forbidden: readonly string[] = [],
): Promise<Result<Uint8Array>> {
  const source = await prepared(format, piece, options);
  if (!source.ok) return source;
  const file = await writeFile(format, source.value, options, toolsFor(forbidden));
  return file.ok ? transfer(file, [file.value.buffer]) : file;
}

/** Most ink that a profile of a printer's own prints with, %; or why it cannot be used. */
export async function profileLimit(id: string): Promise<Result<number>> {
  const read = await readOwnProfile(id);
  return read.ok ? ok(read.value.mostInk) : read;
}

/** What a file will show, and the plates it needs. */
export interface Preview {
  readonly svg: string;
  readonly plates: readonly Plate[];
  readonly layout: Layout | null;
  /** What the format cannot carry. */
  readonly notes: readonly string[];
}

/** Draws what a file of a format will show; `plate` by its place in the list of plates, null for all together. */
export async function previewFile(
  piece: Piece,
  format: FormatName,
  options: FileOptions,
  plate: number | null,
): Promise<Result<Preview>> {
  const source = await prepared(format, piece, options);
  if (!source.ok) return source;
  const { drawing, layout, notes } = source.value,
    own = formatOf(format);
  const plates = platesOf(drawing);
  const svg = writePreview(drawing, {
    plate: plate === null ? null : (plates[plate] ?? null),
    ...own.preview(source.value, asMeant(options)),
  });
  return ok({ svg, plates, layout, notes: [...notes, ...((await own.notes?.(source.value, options)) ?? [])] });
}

/** One plate of a file, in shades of grey. */
export interface PlateSheet {
  readonly plate: Plate;
  readonly svg: string;
}

/** Every plate that a file of a format will have. */
export async function previewPlates(
  piece: Piece,
  format: FormatName,
  options: FileOptions,
): Promise<Result<readonly PlateSheet[]>> {
  const source = await prepared(format, piece, options);
  if (!source.ok) return source;
  const { drawing } = source.value;
  const how = formatOf(format).preview(source.value, asMeant(options));
  return ok(platesOf(drawing).map((plate) => ({ plate, svg: writePreview(drawing, { ...how, plate, trim: false }) })));
}

/** The way of a tool through a file of a format; null for a format that has none. */
export async function previewPlotter(
  piece: Piece,
  format: FormatName,
  options: FileOptions,
): Promise<Result<PlotRun | null>> {
  const source = await prepared(format, piece, options);
  if (!source.ok) return source;
  return ok((await formatOf(format).plotter?.(source.value, options)) ?? null);
}

/** A piece as others will see it, as an SVG. */
export async function lookAt(piece: Piece, look: Look): Promise<string> {
  return writeLook(drawPiece(piece, await facesFor(piece), await picturesFor(piece)), look);
}

/** Everything that would go wrong with a piece in print. */
export async function proof(
  piece: Piece,
  corrections: readonly (readonly [letteringId: string, CorrectionSent])[],
  forbidden: readonly string[],
): Promise<{ findings: Finding[]; ms: number }> {
  const faces = await facesFor(piece),
    absent = await absentImages(piece);
  const from = performance.now();
  const known = new Map(corrections.map(([id, sent]) => [id, sent && new Map(sent)]));
  const given: SpacingCorrections = { of: ({ id }) => known.get(id) ?? null };
  const findings = proofPiece(piece, faces, given, new Set(forbidden), absent);
  return { findings, ms: performance.now() - from };
}
