import { readFileAsPiece } from '../opened';
import { complain, say } from '../report';
import { proofOf } from '../tools';

/** Says what would go wrong with a piece in print. */
export async function check(file: string): Promise<number> {
  const opened = await readFileAsPiece(file);
  if (!opened) return 1;
  const findings = proofOf(opened);
  complain(findings.map(({ code, message, itemId }) => ({ code, message, field: itemId })));
  if (findings.length > 0) return 1;
  say(`${file}: nothing wrong`);
  return 0;
}
