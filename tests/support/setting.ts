import type { CurveShape, Lettering } from '#core/piece/types';
import { setLettering } from '#core/setting/line/setLettering';
import { type SetLettering } from '#core/setting/line/set';
import type { Sink } from '#core/drawing/sink';
import type { Face } from '#core/type/face';
import type { Vec } from '#core/geometry/vec';
import { track } from './pieces';

/** Sets a lettering on the track of a shape; a refusal fails the test that asked. */
export function setOn(
  all: ReadonlyMap<string, Face>,
  what: Lettering,
  shape: CurveShape,
  held: readonly CurveShape[] = [],
): SetLettering {
  const result = setLettering(what, track(shape), all.get(what.faceId)!, held.map(track));
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}

/** Every point of what a tracer sends, curves cut into `steps`. */
export function pointsOf(trace: (sink: Sink) => void, steps = 40): Vec[] {
  const points: Vec[] = [];
  let x = 0,
    y = 0;
  const to = (nx: number, ny: number): void => {
    points.push({ x: nx, y: ny });
    x = nx;
    y = ny;
  };
  trace({
    moveTo: to,
    lineTo: to,
    closePath: () => {},
    paint: () => {},
    quadTo(x1, y1, x2, y2) {
      const [x0, y0] = [x, y];
      for (let i = 1; i <= steps; i++) {
        const t = i / steps,
          m = 1 - t;
        to(m * m * x0 + 2 * m * t * x1 + t * t * x2, m * m * y0 + 2 * m * t * y1 + t * t * y2);
      }
    },
    curveTo(x1, y1, x2, y2, x3, y3) {
      const [x0, y0] = [x, y];
      for (let i = 1; i <= steps; i++) {
        const t = i / steps,
          m = 1 - t;
        to(
          m ** 3 * x0 + 3 * m * m * t * x1 + 3 * m * t * t * x2 + t ** 3 * x3,
          m ** 3 * y0 + 3 * m * m * t * y1 + 3 * m * t * t * y2 + t ** 3 * y3,
        );
      }
    },
  });
  return points;
}
