import { areaOf, lineEdge, onCubic, partOf, regionOf, type CubicPoints, type Edge, type Region } from './edges';
import type { OutlineSink } from './outlineSink';

/**
 * Where, strictly inside, a cubic runs along a direction: roots of the cross product with its derivative, a quadratic.
 */
export function along([x0, y0, x1, y1, x2, y2, x3, y3]: CubicPoints, vx: number, vy: number): number[] {
  const cross = (x: number, y: number): number => vx * y - vy * x;
  const p = cross(x1 - x0, y1 - y0),
    q = cross(x2 - x1, y2 - y1),
    r = cross(x3 - x2, y3 - y2);
  const a = p - 2 * q + r,
    b = 2 * (q - p),
    c = p;
  const roots: number[] = [];
  if (Math.abs(a) < 1e-12 * (Math.abs(b) + Math.abs(c))) {
    if (b !== 0) roots.push(-c / b);
  } else {
    const d = b * b - 4 * a * c;
    if (d >= 0) roots.push((-b - Math.sqrt(d)) / (2 * a), (-b + Math.sqrt(d)) / (2 * a));
  }
  return roots.filter((t) => t > 1e-9 && t < 1 - 1e-9).sort((m, n) => m - n);
}

const moved = ([x0, y0, x1, y1, x2, y2, x3, y3]: CubicPoints, vx: number, vy: number): CubicPoints => [
  x0 + vx,
  y0 + vy,
  x1 + vx,
  y1 + vy,
  x2 + vx,
  y2 + vy,
  x3 + vx,
  y3 + vy,
];

/**
 * What a region sweeps over while it is moved by a vector, exactly: the region where it was, where it comes to, and
 * what every stretch of its boundary sweeps over, all winding the same way. Painted by the non-zero rule they are one
 * shape.
 */
export function sweep(region: Region, vx: number, vy: number): Region {
  const sign = areaOf(region) < 0 ? -1 : 1;
  const pieces: Edge[][] = [];
  for (const contour of region)
    for (const edge of contour) {
      if (edge.kind !== 'line' && edge.kind !== 'cubic') continue;
      const cuts = edge.kind === 'line' ? [0, 1] : [0, ...along(edge.points, vx, vy), 1];
      for (let i = 1; i < cuts.length; i++) {
        const [from, to] = [cuts[i - 1]!, cuts[i]!];
        const { dx, dy } = onCubic(edge.points, (from + to) / 2);
        const side = dx * vy - dy * vx;
        // What runs along the way sweeps over nothing.
        if (Math.abs(side) < 1e-9) continue;
        const way = side * sign > 0 ? ([from, to] as const) : ([to, from] as const);
        const near = partOf(edge.points, way[0], way[1]),
          far = moved(partOf(edge.points, way[1], way[0]), vx, vy);
        pieces.push([
          { kind: edge.kind, points: near },
          lineEdge(near[6], near[7], far[0], far[1]),
          { kind: edge.kind, points: far },
          lineEdge(far[6], far[7], near[0], near[1]),
        ]);
      }
    }
  const there = region.map((contour) =>
    contour.flatMap((edge): Edge[] =>
      edge.kind === 'line' || edge.kind === 'cubic' ? [{ ...edge, points: moved(edge.points, vx, vy) }] : [],
    ),
  );
  return [...region, ...there, ...pieces];
}

/** The sweep of an outline by a depth in a direction: degrees clockwise from 12 o'clock on the sheet. */
export function sweepOf(trace: (sink: OutlineSink) => void, deg: number, depthMm: number): Region {
  const angle = (deg * Math.PI) / 180;
  return sweep(regionOf(trace), Math.sin(angle) * depthMm, -Math.cos(angle) * depthMm);
}
