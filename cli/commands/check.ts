import { imageIdsOf } from '#core/drawing/items/index';
import { proofPiece } from '#core/proof/index';
import { readFileAsPiece } from '../opened';
import { complain, say } from '../report';

/** Says what would go wrong with a piece in print. */
export async function check(file: string): Promise<number> {
  const opened = await readFileAsPiece(file);
  if (!opened) return 1;
  const { piece, faces, pictures } = opened;
  const absent = new Set([...imageIdsOf(piece, 'printed')].filter((id) => !pictures.has(id)));
  const findings = proofPiece(piece, faces, undefined, undefined, absent);
  complain(findings.map(({ code, message, itemId }) => ({ code, message, field: itemId })));
  if (findings.length > 0) return 1;
  say(`${file}: nothing wrong`);
  return 0;
}
