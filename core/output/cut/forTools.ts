import type { Drawing } from '../../drawing/drawPiece';

/**
 * A drawing as tools follow it.
 *
 * @param seen whether what is seen of each ink is made one outline, so that nothing is cut twice
 */
export async function forTools(drawing: Drawing, seen: boolean): Promise<Drawing> {
  if (!seen) return drawing;
  const { seenBesideLines } = await import('../../drawing/singleLines');
  return seenBesideLines(drawing);
}
