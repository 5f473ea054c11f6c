import { transfer } from 'comlink';
import { blocking, drawPiece } from '#core/drawing/drawPiece';
import { writePdf } from '#core/output/pdf';
import { writeSvg } from '#core/output/svg';
import { isLettering, type Piece } from '#core/piece/types';
import { fail, ok, type Result } from '#core/result';
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
