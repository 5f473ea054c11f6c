import { backToStart, inside, shapeOf, type Shape } from '../geometry/outlines/closest';
import { onEdge, regionOf, stepsOf, type Region } from '../geometry/outlines/edges';
import { middleLines } from '../geometry/outlines/middleLines';
import type { Trace } from '../geometry/outlines/outlineSink';
import { combine } from './booleans';
import { cleanPath } from './clean';
import type { Drawing } from './drawPiece';
import type { PaintedPath } from './painted';
import { seenDrawing } from './seen';

/** Single lines have no width; a stroke of a piece has one, see `LIMITS`. */
const NO_WIDTH = 0;
/** How far the lines may be from where they are straightened, mm. */
const STRAIGHTENED_MM = 0.005;

/** The contours of a region as closed lines of points. */
export const pointsOf = (region: Region): Float64Array[] =>
  region.map((contour) =>
    backToStart(
      Float64Array.from(
        contour.flatMap((edge) => {
          const n = stepsOf(edge);
          return Array.from({ length: n }, (_, i) => onEdge(edge, i / n)).flatMap(({ x, y }) => [x, y]);
        }),
      ),
    ),
  );

/** Each outer contour with its holes. */
function apartOf(contours: readonly Float64Array[]): Float64Array[][] {
  const shapes = contours.flatMap((points) => shapeOf([points]) ?? []);
  /** Those about each. */
  const about = shapes.map((one) => {
    const [x, y] = one.contours[0]! as unknown as readonly [number, number];
    return new Set(shapes.filter((other) => other !== one && inside(other, x, y)));
  });
  const holesOf = (outer: Shape, depth: number): Shape[] =>
    shapes.filter((_, j) => about[j]!.size === depth + 1 && about[j]!.has(outer));
  return shapes.flatMap((outer, i) =>
    about[i]!.size % 2 === 1 ? [] : [[outer, ...holesOf(outer, about[i]!.size)].map(({ contours: [own] }) => own!)],
  );
}

/** The middle lines of the fill of a painted outline; null where it is too intricate. */
function middleOf(path: PaintedPath): Trace | null {
  const region = combine('union', regionOf(cleanPath(path).trace), []);
  const found = apartOf(pointsOf(region)).map((contours) => middleLines(contours, STRAIGHTENED_MM));
  if (found.some((one) => one === null)) return null;
  const lines = found.flatMap((one) => one!);
  return (sink) => {
    for (const { points, closed } of lines) {
      sink.moveTo(points[0]!, points[1]!);
      for (let i = 2; i < points.length; i += 2) sink.lineTo(points[i]!, points[i + 1]!);
      if (closed) sink.closePath();
    }
  };
}

/**
 * A drawing whose letters are single lines, down the middle of their strokes, for tools that draw a letter and do not
 * cut it out. Their halos, shades and underlines go; letters too intricate for it stay outlines.
 *
 * @param isLettering whether an item is a lettering
 */
export const singleLined = (drawing: Drawing, isLettering: (itemId: string) => boolean): Drawing => ({
  ...drawing,
  paths: drawing.paths.flatMap((path): PaintedPath[] => {
    const ink = path.paint.fill ?? path.paint.stroke?.ink;
    if (!isLettering(path.itemId) || path.picture || !ink) return [path];
    if (path.part !== 'own') return [];
    const trace = middleOf(path);
    if (!trace) return [path];
    const stroke = { ink, widthMm: NO_WIDTH, join: 'round', dashMm: null } as const;
    return [{ ...path, trace, holes: [], united: false, within: null, paint: { fill: null, stroke, under: false } }];
  }),
});

/** Whether a painted outline is single lines. */
const isSingle = ({ paint: { fill, stroke } }: PaintedPath): boolean => !fill && stroke?.widthMm === NO_WIDTH;

/** A drawing of what is seen, see `seenDrawing`; single lines stay what they are, above all else. */
export const seenBesideLines = (drawing: Drawing): Drawing => {
  const rest = seenDrawing({ ...drawing, paths: drawing.paths.filter((path) => !isSingle(path)) });
  return { ...rest, paths: [...rest.paths, ...drawing.paths.filter(isSingle)] };
};
