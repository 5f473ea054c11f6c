import { regionOf, type Region } from '../geometry/outlines/edges';
import { combine, traceRegion } from './booleans';
import { cleanPath } from './clean';
import type { Drawing } from './drawPiece';
import { plain, type PaintedPath } from './painted';
import type { DrawnInk } from './sink';
import { strokeRegion } from './strokeOutline';

/** What is seen of an ink, without overlaps. */
export interface SeenInk {
  readonly ink: DrawnInk;
  readonly region: Region;
}

/** What a drawing paints, from beneath to above. */
function layersOf(paths: readonly PaintedPath[]): SeenInk[] {
  return paths.flatMap((path): SeenInk[] => {
    if (path.picture) return [];
    const clean = cleanPath(path);
    const { fill, stroke, under } = path.paint;
    const own = fill ? [{ ink: fill, region: combine('union', regionOf(clean.trace), []) }] : [];
    const edge = stroke ? [{ ink: stroke.ink, region: strokeRegion(clean.trace, stroke) }] : [];
    return under ? [...edge, ...own] : [...own, ...edge];
  });
}

/**
 * What is seen of each ink: all that it paints as one region, without what is painted over it by inks that knock out.
 * Inks for machines cover nothing, and nothing covers them.
 */
export function seenByInk(drawing: Drawing): SeenInk[] {
  let above: Region = [];
  const seen = new Map<string, SeenInk>();
  for (const { ink, region } of layersOf(drawing.paths).reverse()) {
    const technical = ink.purpose !== 'print';
    const shown = technical || above.length === 0 ? region : combine('difference', region, above);
    const known = seen.get(ink.id);
    seen.set(ink.id, { ink, region: known ? combine('union', known.region, shown) : shown });
    if (!technical && !ink.overprint) above = above.length === 0 ? region : combine('union', above, region);
  }
  return drawing.inks.flatMap(({ id }) => seen.get(id) ?? []).filter(({ region }) => region.length > 0);
}

/**
 * A drawing of what is seen, one filled outline an ink: nothing in it lies over anything else, so that no tool cuts
 * twice.
 */
export function seenDrawing(drawing: Drawing): Drawing {
  return {
    ...drawing,
    paths: seenByInk(drawing).map(({ ink, region }) =>
      plain(ink, 'own', ink, (sink) => {
        traceRegion(region, sink);
      }),
    ),
  };
}
