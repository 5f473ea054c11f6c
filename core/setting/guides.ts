import type { MeasuredPath } from '../geometry/measuredPath';
import { frameAt } from '../geometry/walk';
import type { Vec } from '../geometry/vec';
import { linesOf, type SetLettering } from './setLettering';

/** A place off a curve, with the direction in which a lettering is read there. */
export interface GuidePlace {
  readonly point: Vec;
  /** Unit vectors: the reading direction, and towards the tops of the letters. */
  readonly along: Vec;
  readonly up: Vec;
}

/** The place at distance s along a curve, `heightMm` towards the tops of what is read in `direction`. */
export function placeOff(path: MeasuredPath, s: number, direction: 1 | -1, heightMm: number): GuidePlace {
  const { point, tangent } = frameAt(path, s);
  const along = { x: tangent.x * direction, y: tangent.y * direction };
  const up = { x: along.y, y: -along.x };
  return { point: { x: point.x + up.x * heightMm, y: point.y + up.y * heightMm }, along, up };
}

/** Points along a parallel of a curve, dense enough to be drawn as a polyline. */
export function parallelPoints(path: MeasuredPath, from: number, to: number, direction: 1 | -1, heightMm: number, stepMm = 0.25): Vec[] {
  const count = Math.min(720, Math.max(12, Math.ceil(Math.abs(to - from) / stepMm)));
  return Array.from({ length: count + 1 }, (_, i) => placeOff(path, from + ((to - from) * i) / count, direction, heightMm).point);
}

/** For pointing at, not for looking at. */
const COVER_STEP_MM = 1.5;

/**
 * The outline of the strip of the sheet that a lettering's ink covers, for pointing at it: from the baseline of its last
 * line to the cap line of its first.
 */
export function coverOf(set: SetLettering): Vec[] {
  const { direction, path, baselineMm, capMm, stance } = set;
  const lines = linesOf(set);
  const inked = lines.filter((line) => line.overset.inkMm > 0);
  const margin = inked.length > 0 ? 0 : capMm;
  const among = inked.length > 0 ? inked : lines;
  const from = direction * (Math.min(...among.map((line) => line.overset.inkStart)) - margin);
  const to = direction * (Math.max(...among.map((line) => line.overset.inkEnd)) + margin);
  // Stacked letters stand to both sides of their line.
  const [low, high] = stance.kind === 'stacked' ? [baselineMm - capMm / 2, baselineMm + capMm / 2] : [lines.at(-1)!.baselineMm, baselineMm + capMm];
  return [...parallelPoints(path, from, to, direction, low, COVER_STEP_MM), ...parallelPoints(path, to, from, direction, high, COVER_STEP_MM)];
}
