import { transfer } from 'comlink';
import { tracksOf } from '#core/curves/index';
import { blocking, drawPiece, groundOf } from '#core/drawing/drawPiece';
import { writePdf } from '#core/output/pdf';
import { writeSvg } from '#core/output/svg';
import { findLettering, isLettering, type Piece } from '#core/piece/types';
import { fail, ok, type Result } from '#core/result';
import { settle } from '#core/setting/settle';
import { createFace, type Face } from '#core/type/face';
import list from '../../fonts/faces.json';

export type FileFormat = 'svg' | 'pdf';

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

/**
 * Makes a file of a piece.
 *
 * @returns its bytes, or why lettering would be missing from it
 */
export async function makeFile(piece: Piece, format: FileFormat): Promise<Result<Uint8Array>> {
  await ensureFaces(piece);
  const drawing = drawPiece(piece, faces);
  const [problem] = blocking(drawing);
  if (problem) return fail(problem);
  const bytes = format === 'pdf' ? await writePdf(drawing) : new TextEncoder().encode(writeSvg(drawing));
  return transfer(ok(bytes), [bytes.buffer]);
}
