/** A picture that was drawn; not whole where a typeface or an image that belongs to it was not at hand. */
export interface Drawn {
  readonly svg: string;
  readonly whole: boolean;
}

/** A picture of a piece as it was at a revision. */
interface Known {
  readonly revision: number;
  readonly drawn: Promise<Drawn>;
}

/** Pictures of the shelf that are cached. */
const MOST = 500;
const known = new Map<string, Known>();

/**
 * The picture of a piece at a revision, drawn once: asked for again while it is being drawn, it is the same. A picture
 * that could not be drawn, or not wholly, is drawn anew when it is asked for again.
 */
export function pictureAt(id: string, revision: number, draw: () => Promise<Drawn>): Promise<Drawn> {
  const before = known.get(id);
  if (before && before.revision === revision) return before.drawn;
  const drawn = draw();
  known.delete(id);
  known.set(id, { revision, drawn });
  if (known.size > MOST) known.delete(known.keys().next().value!);
  const forget = (): void => {
    if (known.get(id)?.drawn === drawn) known.delete(id);
  };
  drawn.then(({ whole }) => {
    if (!whole) forget();
  }, forget);
  return drawn;
}
