import { directionOn, lineEdge, onEdge, type Edge, type Region } from '../geometry/outlines/edges';
import type { DrawnLine } from '../geometry/outlines/lines';
import type { Vec } from '../geometry/vec';
import type { Join } from '../piece/inks';
import { combine } from './booleans';
import { MITRE_LIMIT } from './sink';

type PlainEdge = Extract<Edge, { points: unknown }>;
const isPlain = (edge: Edge): edge is PlainEdge => edge.kind !== 'round';

/** What stands at a corner between two parallels, where these part: an arc, the lines on to where they meet, or across. */
function cornerOf(
  join: Join,
  x: number,
  y: number,
  from: Vec,
  to: Vec,
  before: Vec,
  turn: number,
  marginMm: number,
): Edge[] {
  if (join === 'round')
    return [
      { kind: 'round', x, y, radius: Math.abs(marginMm), startRad: Math.atan2(from.y - y, from.x - x), sweepRad: turn },
    ];
  if (join === 'bevel' || 1 / Math.cos(turn / 2) > MITRE_LIMIT) return [lineEdge(from.x, from.y, to.x, to.y)];
  const far = (Math.abs(marginMm) * Math.tan(Math.abs(turn) / 2)) / Math.hypot(before.x, before.y);
  const tip = { x: from.x + before.x * far, y: from.y + before.y * far };
  return [lineEdge(from.x, from.y, tip.x, tip.y), lineEdge(tip.x, tip.y, to.x, to.y)];
}

/**
 * The parallel of a row of edges at a distance to the right of travel, with what stands at its corners. On the hollow
 * side of a corner it goes back through that, which makes a loop: one that winds the wrong way where it lies outside.
 */
function besideOf(edges: readonly PlainEdge[], mm: number, join: Join, closed: boolean): Edge[] {
  return edges.flatMap((edge, i): Edge[] => {
    const moved: Edge = { kind: 'parallel', points: edge.points, distance: mm };
    if (!closed && i === edges.length - 1) return [moved];
    const after = edges[(i + 1) % edges.length]!;
    const before = directionOn(edge.points, 1),
      ahead = directionOn(after.points, 0);
    const [x, y] = [edge.points[6], edge.points[7]];
    const turn = Math.atan2(before.x * ahead.y - before.y * ahead.x, before.x * ahead.x + before.y * ahead.y);
    if (Math.abs(turn) < 1e-6) return [moved];
    const from = onEdge(moved, 1),
      to = onEdge({ kind: 'parallel', points: after.points, distance: mm }, 0);
    if (turn * mm > 0) return [moved, ...cornerOf(join, x, y, from, to, before, turn, mm)];
    return [moved, lineEdge(from.x, from.y, x, y), lineEdge(x, y, to.x, to.y)];
  });
}

/**
 * A region with an even margin about it, round at its corners unless asked otherwise: all points that are no farther
 * from it. Less than 0 takes as much away instead. Parallels are true ones, within 0.001 mm.
 */
export function withMargin(region: Region, marginMm: number, join: Join = 'round'): Region {
  const clean = combine('union', region, []);
  if (marginMm === 0) return clean;
  const raw = clean.map((contour) => besideOf(contour.filter(isPlain), marginMm, join, true));
  return combine('union', raw, [], 'positive');
}

/** An edge travelled the other way. */
function backwards(edge: PlainEdge): PlainEdge {
  const [x0, y0, x1, y1, x2, y2, x3, y3] = edge.points;
  return { ...edge, points: [x3, y3, x2, y2, x1, y1, x0, y0] };
}

/**
 * What a band of an even width along lines covers, cut off straight across where a line ends: the area that a stroke
 * paints. It is bounded by true parallels, within 0.001 mm.
 */
export function bandAlong(lines: readonly DrawnLine[], widthMm: number, join: Join): Region {
  const across = (a: Edge, b: Edge): Edge => {
    const [from, to] = [onEdge(a, 1), onEdge(b, 0)];
    return lineEdge(from.x, from.y, to.x, to.y);
  };
  const raw = lines.flatMap(({ edges, closed }): Edge[][] => {
    const plain = edges.filter(isPlain);
    if (plain.length === 0) return [];
    const there = besideOf(plain, widthMm / 2, join, closed),
      back = besideOf(plain.map(backwards).reverse(), widthMm / 2, join, closed);
    if (closed) return [there, back];
    return [[...there, across(there.at(-1)!, back[0]!), ...back, across(back.at(-1)!, there[0]!)]];
  });
  return combine('union', raw, [], 'positive');
}
