import type { Affine, Trace } from '../../geometry/outlines/outlineSink';
import { combine, traceRegion } from '../../drawing/booleans';
import { cleanPath } from '../../drawing/clean';
import type { Drawing } from '../../drawing/drawPiece';
import { MITRE_LIMIT } from '../../drawing/sink';
import { strokeRegion } from '../../drawing/strokeOutline';
import { lineEdge, onEdge, regionOf, type Region } from '../../geometry/outlines/edges';
import { mappedPath, type PaintedPath } from '../../drawing/painted';
import type { Sheet } from '../../piece/types';
import { cutInk, cutLines } from './cutLines';
import { placeBox, type Imposition, type Layout, type Place } from './imposition';

/** A box by its upper left and its lower right corner, mm. */
type Box = readonly [x0: number, y0: number, x1: number, y1: number];

const trimmed = new WeakMap<PaintedPath, readonly PaintedPath[]>();

/** Where a region reaches beyond a box. */
const reaches = (region: Region, [x0, y0, x1, y1]: Box): boolean =>
  // Edges lie within the box of their own points, but for round ones, which are looked at in their middle.
  region.some((contour) =>
    contour.some((edge) =>
      [onEdge(edge, 0.25), onEdge(edge, 0.5), onEdge(edge, 0.75), onEdge(edge, 0)].some(
        ({ x, y }) => x < x0 || x > x1 || y < y0 || y > y1,
      ),
    ),
  );

/** Whether an outline lies within a box for certain: all the points by which it is drawn do. */
const liesWithin = (region: Region, [x0, y0, x1, y1]: Box): boolean =>
  region.every((contour) =>
    contour.every(
      (edge) =>
        edge.kind !== 'round' &&
        edge.points.every((value, i) => (i % 2 === 0 ? value >= x0 && value <= x1 : value >= y0 && value <= y1)),
    ),
  );

/**
 * A path that reaches beyond the bleed, cut off there, so that it does not print into a neighbour. A stroke that does
 * becomes its own outline, filled.
 */
function withinBleed(path: PaintedPath, { widthMm, heightMm, bleedMm }: Sheet): readonly PaintedPath[] {
  const known = trimmed.get(path);
  if (known) return known;
  const box: Box = [-bleedMm, -bleedMm, widthMm + bleedMm, heightMm + bleedMm];
  const [x0, y0, x1, y1] = box;
  const frame: Region = [
    [lineEdge(x0, y0, x1, y0), lineEdge(x1, y0, x1, y1), lineEdge(x1, y1, x0, y1), lineEdge(x0, y1, x0, y0)],
  ];
  const cutTo = (region: Region): Trace | null => {
    if (!reaches(region, box)) return null;
    const cut = combine('intersection', region, frame);
    return (sink) => traceRegion(cut, sink);
  };
  const clean = cleanPath(path);
  const { fill, stroke, under } = path.paint;
  const made = ((): readonly PaintedPath[] => {
    if (path.picture) {
      // A picture keeps its frame, and shows within what is left.
      const within = cutTo(regionOf(clean.trace));
      return [within ? { ...path, within } : path];
    }
    // What a stroke covers is worked out only where it may reach so far, at the tip of a corner.
    const reachMm = stroke ? (stroke.widthMm / 2) * MITRE_LIMIT : 0,
      room: Box = [x0 + reachMm, y0 + reachMm, x1 - reachMm, y1 - reachMm];
    // A line without width has no edge, and prints nothing.
    const hasEdge = stroke && stroke.widthMm > 0 && !liesWithin(regionOf(clean.trace), room);
    const edge = hasEdge ? cutTo(strokeRegion(clean.trace, stroke)) : null;
    const inner = fill && cutTo(regionOf(clean.trace));
    if (!stroke || !edge) return [inner ? { ...clean, trace: inner } : clean];
    const own: PaintedPath = { ...clean, trace: inner ?? clean.trace, paint: { fill, stroke: null, under: false } };
    const line: PaintedPath = {
      ...clean,
      id: `${clean.id}.edge`,
      trace: edge,
      paint: { fill: stroke.ink, stroke: null, under: false },
    };
    if (!fill) return [line];
    return under ? [line, own] : [own, line];
  })();
  trimmed.set(path, made);
  return made;
}

/** How a drawing is moved to its place: by a, b, c, d, e and f of an affine map. */
function toPlace({ widthMm, heightMm }: Sheet, { x, y, turned, back }: Place): Affine {
  if (!turned) return [1, 0, 0, 1, x, y];
  // A quarter turn in the way of the clock puts the lower left corner of the piece at the upper left of its place; a
  // back is turned against it, so that its head lies behind that of its front when the sheet is turned over.
  return back ? [0, -1, 1, 0, x, y + widthMm] : [0, 1, -1, 0, x + heightMm, y];
}

/**
 * A sheet of paper with drawings laid on it, one a place, as one drawing.
 *
 * @param drawings as many as there are places, or fewer: what is left over stays white. Those of several pieces must
 *   have come to one list of inks before, see `inOneInkList`
 */
export function imposed(
  name: string,
  drawings: readonly Drawing[],
  layout: Layout,
  { widthMm, heightMm, nested, others = [], cutLines: cut }: Imposition,
): Drawing {
  const [first] = drawings,
    each = [...new Set(drawings)];
  const inks = new Map(each.flatMap((one) => one.inks.map((ink) => [ink.id, ink] as const)));
  const places = layout.places.slice(0, drawings.length);
  const paths = places.flatMap((place, n) => {
    const drawing = drawings[n]!,
      map = toPlace(drawing.sheet, place);
    return drawing.paths
      .flatMap((path) => withinBleed(path, drawing.sheet))
      .map((own): PaintedPath => ({ ...mappedPath(own, map), id: `${own.id}.${n + 1}` }));
  });
  if (cut && first) {
    const ink = cutInk(each);
    inks.set(ink.id, ink);
    const boxes = places.map((place, n) => placeBox(drawings[n]!.sheet, place));
    paths.push(...cutLines(boxes, nested && others.length === 0, ink));
  }
  return {
    name,
    sheet: { widthMm, heightMm, bleedMm: 0 },
    paper: first?.paper ?? '#ffffff',
    stock: first?.stock ?? 'coated',
    inks: [...inks.values()],
    paths,
    pictures: new Map(each.flatMap((one) => [...one.pictures])),
    problems: each.flatMap((one) => one.problems),
  };
}
