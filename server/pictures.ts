/** A picture of a piece as it was at a revision. */
interface Known { readonly revision: number; readonly svg: Promise<string> }

/** Pictures of the shelf that are kept ready. */
const MOST = 500;
const known = new Map<string, Known>();

/**
 * The picture of a piece at a revision, drawn once: asked for again while it is being drawn, it is the same. A picture that could
 * not be drawn is drawn anew when it is asked for again.
 */
export function pictureAt(id: string, revision: number, draw: () => Promise<string>): Promise<string> {
  const before = known.get(id);
  if (before && before.revision === revision) return before.svg;
  const svg = draw();
  known.delete(id);
  known.set(id, { revision, svg });
  if (known.size > MOST) known.delete(known.keys().next().value!);
  svg.catch(() => { if (known.get(id)?.svg === svg) known.delete(id); });
  return svg;
}
