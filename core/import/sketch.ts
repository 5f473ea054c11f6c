import fitCurve from 'fit-curve';
import { distance, type Vec } from '../geometry/vec';
import type { CurveNode, DrawnShape } from '../shapes/drawn';
import { fail, ok, type Result } from '../result';

/** A turn sharper than this between the ways in and out of a place makes it a corner, radians. */
const CORNER = Math.PI / 3;

/** Points at even distances along a polyline, both ends among them. */
function evenly(points: readonly Vec[], step: number): Vec[] {
  const out: Vec[] = [points[0]!];
  let rest = 0;
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1]!,
      b = points[i]!;
    const length = distance(a, b);
    for (let at = step - rest; at <= length; at += step)
      out.push({ x: a.x + ((b.x - a.x) * at) / length, y: a.y + ((b.y - a.y) * at) / length });
    rest = (rest + length) % step;
  }
  const last = points.at(-1)!;
  if (distance(out.at(-1)!, last) > step * 0.2) out.push(last);
  else out[out.length - 1] = last;
  return out;
}

/** Gaussian smoothing; the ends stay where they are. */
function smoothed(points: readonly Vec[], sigma: number): Vec[] {
  if (sigma < 0.3) return points.slice();
  const reach = Math.ceil(sigma * 3);
  const weights = Array.from({ length: reach + 1 }, (_, i) => Math.exp(-(i * i) / (2 * sigma * sigma)));
  return points.map((point, i) => {
    // Near an end the window shrinks, so that the end itself does not move.
    const window = Math.min(reach, i, points.length - 1 - i);
    let x = point.x * weights[0]!,
      y = point.y * weights[0]!,
      sum = weights[0]!;
    for (let k = 1; k <= window; k++) {
      const w = weights[k]!;
      x += w * (points[i - k]!.x + points[i + k]!.x);
      y += w * (points[i - k]!.y + points[i + k]!.y);
      sum += 2 * w;
    }
    return { x: x / sum, y: y / sum };
  });
}

/** Indices at which a polyline turns sharply, seen over a few points to each side. */
function cornersOf(points: readonly Vec[], window: number): number[] {
  const turnAt = (i: number): number => {
    const a = points[i - window],
      b = points[i]!,
      c = points[i + window];
    if (!a || !c) return 0;
    return Math.abs(
      Math.atan2(
        (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x),
        (b.x - a.x) * (c.x - b.x) + (b.y - a.y) * (c.y - b.y),
      ),
    );
  };
  const found: number[] = [];
  for (let i = window; i < points.length - window; i++) {
    const here = turnAt(i);
    if (here < CORNER) continue;
    let peak = true;
    for (let k = -window; k <= window; k++) if (turnAt(i + k) > here || (turnAt(i + k) === here && k < 0)) peak = false;
    if (peak) found.push(i);
  }
  return found;
}

/**
 * A freehand line as a drawn curve of few cubics: evened, smoothed, parted at its corners and fitted.
 *
 * @param smoothness 0 follows the hand, 1 is as calm as can be
 * @param toleranceMm how far the fit may stray from the smoothed line
 * @returns `too-short` for less than two places
 */
export function fitSketch(points: readonly Vec[], smoothness: number, toleranceMm: number): Result<DrawnShape> {
  const length = points.reduce((sum, p, i) => (i ? sum + distance(p, points[i - 1]!) : 0), 0);
  if (points.length < 2 || length < 0.5)
    return fail({ code: 'too-short', message: 'That line is too short for a curve. Draw a longer one.' });
  const step = Math.max(length / 800, Math.min(length / 40, 0.3));
  const even = evenly(points, step);
  const closes = distance(even[0]!, even.at(-1)!) < Math.max(length * 0.02, 1) && even.length > 12;
  const calm = smoothed(even, smoothness * 12);
  const cuts = [0, ...cornersOf(calm, Math.max(2, Math.round(1.2 / step))), calm.length - 1];
  const nodes: CurveNode[] = [];
  for (let i = 1; i < cuts.length; i++) {
    const part = calm.slice(cuts[i - 1], cuts[i]! + 1).map(({ x, y }) => [x, y]);
    if (part.length < 2) continue;
    // The library compares squared distances.
    const cubics = fitCurve(part, (toleranceMm * (1 + smoothness * 3)) ** 2) as unknown as [number, number][][];
    cubics.forEach(([a, b, c, d], k) => {
      const point = ([x, y]: [number, number]): Vec => ({ x, y });
      if (nodes.length === 0) nodes.push({ kind: 'corner', at: point(a!), back: null, ahead: null });
      nodes[nodes.length - 1] = { ...nodes.at(-1)!, ahead: point(b!), kind: k > 0 ? 'smooth' : 'corner' };
      nodes.push({ kind: 'corner', at: point(d!), back: point(c!), ahead: null });
    });
  }
  if (closes && nodes.length > 3) {
    const last = nodes.pop()!;
    nodes[0] = { ...nodes[0]!, back: last.back };
    return ok({ kind: 'drawn', nodes, closed: true });
  }
  return nodes.length < 2
    ? fail({ code: 'too-short', message: 'That line is too short for a curve. Draw a longer one.' })
    : ok({ kind: 'drawn', nodes, closed: false });
}
