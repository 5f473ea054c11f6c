import type { MeasuredPath } from '../geometry/measuredPath';
import { isSmooth, pointAt, tangentAt } from '../geometry/segment';
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

/** Parts of one span at most, of an arc, and of what may bend without bounds. */
const MOST_PARTS = { arc: 720, smooth: 64 } as const;

/**
 * The whole of a parallel of a curve as a polyline: as few points as stay near it, and every corner.
 *
 * @param heightMm towards the tops of what is read in `direction`
 * @param flatMm how far the polyline may lie from the parallel, mm
 */
export function parallelLine({ spans, startDistance, spanTurning }: MeasuredPath, direction: 1 | -1, heightMm: number, flatMm: number): Vec[] {
  const points: Vec[] = [];
  spans.forEach((span, i) => {
    const { segment, t0, t1, curvature0, curvature1 } = span;
    const along = startDistance[i + 1]! - startDistance[i]!;
    // A chord that turns by δ over a length ℓ leaves its arc by ℓδ/8; halved, since parts are even in t, not in length.
    const turning = Math.max(Math.abs(spanTurning[i]!), along * Math.max(Math.abs(curvature0), Math.abs(curvature1)));
    const length = along + turning * Math.abs(heightMm);
    const parts = Math.min(Math.max(Math.ceil(Math.sqrt((length * turning) / (4 * flatMm))), 1), isSmooth(segment) ? MOST_PARTS.smooth : MOST_PARTS.arc);
    for (let n = 0; n <= parts; n++) {
      const t = t0 + ((t1 - t0) * n) / parts;
      const tangent = tangentAt(segment, t);
      const { x, y } = pointAt(segment, t);
      points.push({ x: x + tangent.y * direction * heightMm, y: y - tangent.x * direction * heightMm });
    }
  });
  return points;
}

/** For pointing at, not for looking at. */
const COVER_STEP_MM = 1.5;

/** Points along a stretch of a parallel of a curve, for pointing at. */
function stretchPoints(path: MeasuredPath, from: number, to: number, direction: 1 | -1, heightMm: number): Vec[] {
  const count = Math.min(720, Math.max(12, Math.ceil(Math.abs(to - from) / COVER_STEP_MM)));
  return Array.from({ length: count + 1 }, (_, i) => placeOff(path, from + ((to - from) * i) / count, direction, heightMm).point);
}

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
  return [...stretchPoints(path, from, to, direction, low), ...stretchPoints(path, to, from, direction, high)];
}
