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

/** What is seen of a picture. */
export interface SeenPicture {
  readonly path: PaintedPath;
  readonly region: Region;
}

type Layer = SeenInk | SeenPicture;
const isPicture = (layer: Layer): layer is SeenPicture => 'path' in layer;

/** What a drawing paints, from beneath to above. */
function layersOf(paths: readonly PaintedPath[]): Layer[] {
  return paths.flatMap((path): Layer[] => {
    const clean = cleanPath(path);
    if (path.picture) return [{ path, region: combine('union', regionOf(clean.trace), []) }];
    const { fill, stroke, under } = path.paint;
    const own = fill ? [{ ink: fill, region: combine('union', regionOf(clean.trace), []) }] : [];
    const edge = stroke ? [{ ink: stroke.ink, region: strokeRegion(clean.trace, stroke) }] : [];
    return under ? [...edge, ...own] : [...own, ...edge];
  });
}

/** What is seen of inks and of pictures. */
interface Seen {
  readonly inks: readonly SeenInk[];
  readonly pictures: readonly SeenPicture[];
}

function seenOf(drawing: Drawing, layers: readonly Layer[], covers: (picture: PaintedPath) => boolean): Seen {
  let above: Region = [];
  const inks = new Map<string, SeenInk>(),
    pictures: SeenPicture[] = [];
  const cover = (region: Region): void => {
    above = above.length === 0 ? region : combine('union', above, region);
  };
  for (const layer of [...layers].reverse()) {
    const technical = !isPicture(layer) && layer.ink.purpose !== 'print';
    const shown = technical || above.length === 0 ? layer.region : combine('difference', layer.region, above);
    if (isPicture(layer)) {
      pictures.push({ path: layer.path, region: shown });
      if (covers(layer.path)) cover(layer.region);
      continue;
    }
    const { ink } = layer,
      known = inks.get(ink.id);
    inks.set(ink.id, { ink, region: known ? combine('union', known.region, shown) : shown });
    if (!technical && !ink.overprint) cover(layer.region);
  }
  const is = ({ region }: { readonly region: Region }): boolean => region.length > 0;
  return { inks: drawing.inks.flatMap(({ id }) => inks.get(id) ?? []).filter(is), pictures: pictures.filter(is) };
}

/**
 * What is seen of each ink: all that it paints as one region, without what is painted over it by inks that knock out.
 * Inks for machines cover nothing, and nothing covers them; nor do pictures.
 */
export const seenByInk = (drawing: Drawing): readonly SeenInk[] =>
  seenOf(
    drawing,
    layersOf(drawing.paths).filter((layer) => !isPicture(layer)),
    () => false,
  ).inks;

/**
 * The same with pictures among the inks.
 *
 * @param covers whether a picture hides what lies beneath it
 */
export const seenWithPictures = (drawing: Drawing, covers: (picture: PaintedPath) => boolean): Seen =>
  seenOf(drawing, layersOf(drawing.paths), covers);

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
