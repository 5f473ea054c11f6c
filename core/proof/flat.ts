import type { PaintedPath } from '../drawing/painted';
import { backToStart, shapeOf, windingOf, type Shape } from '../geometry/outlines/closest';
import { COMMAND, flattenedContours } from '../geometry/outlines/outline';
import type { Trace } from '../geometry/outlines/outlineSink';
import type { Vec } from '../geometry/vec';

/** How far chords may be from an outline while it is looked at, mm. */
const CHORD_MM = 0.01;

/** Outlines as polygons, an open contour as it is drawn. */
interface Flat extends Shape {
  /** Each contour as a fill closes it, with its own box: of words most are far from any one place. */
  readonly parts: readonly Shape[];
}

const shapes = new WeakMap<Trace, Flat | null>();

/** Whether a place lies in the box of a shape: elsewhere nothing needs to be worked out. */
const isNear = ({ xMin, xMax, yMin, yMax }: Shape, x: number, y: number): boolean =>
  x >= xMin && x <= xMax && y >= yMin && y <= yMax;

/** Whether a place lies inside outlines, by the non-zero rule. Asked for very many places. */
export function within(flat: Flat, x: number, y: number): boolean {
  if (!isNear(flat, x, y)) return false;
  let winding = 0;
  for (const part of flat.parts) if (isNear(part, x, y)) winding += windingOf(part.contours[0]!, x, y);
  return winding !== 0;
}

/** An outline as polygons; null where it is nothing. Found once for each trace. */
export function flatOf(trace: Trace): Flat | null {
  const known = shapes.get(trace);
  if (known !== undefined) return known;
  const commands: number[] = [],
    coords: number[] = [];
  const add = (command: number, ...values: number[]): void => {
    commands.push(command);
    coords.push(...values);
  };
  trace({
    moveTo: (x, y) => add(COMMAND.move, x, y),
    lineTo: (x, y) => add(COMMAND.line, x, y),
    quadTo: (...values) => add(COMMAND.quad, ...values),
    curveTo: (...values) => add(COMMAND.cubic, ...values),
    closePath: () => add(COMMAND.close),
  });
  const contours = flattenedContours(
    { commands: Uint8Array.from(commands), coords: Float64Array.from(coords) },
    CHORD_MM,
  );
  const whole = shapeOf(contours.map(({ points, closed }) => (closed ? backToStart(points) : points)));
  const shape = whole && { ...whole, parts: contours.flatMap(({ points }) => shapeOf([backToStart(points)]) ?? []) };
  shapes.set(trace, shape);
  return shape;
}

/** Whether the fill of a painted outline covers a place: what is cut out of it, and what lies beyond its limit, does not. */
export function covers({ trace, holes, within: limit, paint, picture }: PaintedPath, { x, y }: Vec): boolean {
  if ((!paint.fill || paint.fill.purpose !== 'print') && !picture) return false;
  const holds = (one: Trace): boolean => {
    const shape = flatOf(one);
    return shape !== null && within(shape, x, y);
  };
  return holds(trace) && (limit === null || holds(limit)) && !holes.some((hole) => holds(hole.trace));
}

/** How far inside an edge a place is taken, mm. */
const INSIDE_MM = 0.03;

/** Some places within the fill of an outline, spread over its contours; none where it is too thin everywhere. */
export function placesIn(path: PaintedPath, most: number): Vec[] {
  const shape = flatOf(path.trace);
  if (!shape) return [];
  const each = Math.max(1, Math.floor(most / shape.contours.length));
  const skip = Math.max(1, Math.floor(shape.contours.length / most));
  return shape.contours
    .filter((_, i) => i % skip === 0)
    .flatMap((points) => {
      const count = points.length / 2;
      const step = Math.max(1, Math.floor(count / each));
      const found: Vec[] = [];
      for (let i = 0; i + 1 < count && found.length < each; i += step) {
        const [ax, ay, bx, by] = [points[2 * i]!, points[2 * i + 1]!, points[2 * i + 2]!, points[2 * i + 3]!];
        const length = Math.hypot(bx - ax, by - ay);
        if (length < 1e-9) continue;
        const [nx, ny] = [(-(by - ay) / length) * INSIDE_MM, ((bx - ax) / length) * INSIDE_MM];
        const middle = { x: (ax + bx) / 2, y: (ay + by) / 2 };
        for (const side of [1, -1]) {
          const at = { x: middle.x + side * nx, y: middle.y + side * ny };
          if (within(shape, at.x, at.y)) {
            found.push(at);
            break;
          }
        }
      }
      return found;
    });
}
