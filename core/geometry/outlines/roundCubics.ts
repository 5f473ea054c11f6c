/** Widest arc drawn as one cubic: at 30° the cubic is off by less than 4e-7 of the radius. */
const WIDEST = Math.PI / 6;

/** A cubic that goes on from where the last one ended: its handles and its end. */
export type CubicOn = readonly [x1: number, y1: number, x2: number, y2: number, x: number, y: number];

/**
 * Part of a circle as cubics with handles of 4/3 tan(θ/4), the classic choice that meets the arc at ends and middle.
 */
export function roundCubics(x: number, y: number, radius: number, startRad: number, sweepRad: number): CubicOn[] {
  const count = Math.max(1, Math.ceil(Math.abs(sweepRad) / WIDEST - 1e-9));
  const step = sweepRad / count;
  const handle = (4 / 3) * Math.tan(step / 4) * radius;
  return Array.from({ length: count }, (_, i): CubicOn => {
    const a = startRad + i * step,
      b = a + step;
    const ca = Math.cos(a),
      sa = Math.sin(a),
      cb = Math.cos(b),
      sb = Math.sin(b);
    return [
      x + radius * ca - handle * sa,
      y + radius * sa + handle * ca,
      x + radius * cb + handle * sb,
      y + radius * sb - handle * cb,
      x + radius * cb,
      y + radius * sb,
    ];
  });
}
