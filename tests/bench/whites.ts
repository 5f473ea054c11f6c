// Two measures of white that share nothing with the one in core/: they look at the outlines of the letters as they
// stand, as points on the sheet, and know neither levels nor cones.
import { placedContours } from '#core/setting/line/flatOutlines';
import type { SetLettering } from '#core/setting/line/set';
import type { CurveShape } from '#core/piece/types';

/** The white between two neighbours by either measure, in heights of the letters. */
export interface Whites {
  readonly area: number;
  readonly nearness: number;
}

interface Point {
  readonly along: number;
  readonly up: number;
  readonly x: number;
  readonly y: number;
}

/**
 * A letter's outline as seen from a circle's centre or from a line: an arc length at the middle of the letters, and a
 * height over the baseline.
 */
function seen(set: SetLettering, index: number, shape: CurveShape): Point[] {
  const mid = set.baselineMm + set.capMm / 2;
  const points: Point[] = [];
  for (const contour of placedContours(set, index, 'fine')) {
    for (let i = 0; i + 3 < contour.length; i += 2) {
      // Long stretches are cut, so that every height is met.
      const [x0, y0, x1, y1] = [contour[i]!, contour[i + 1]!, contour[i + 2]!, contour[i + 3]!];
      const parts = Math.max(1, Math.ceil(Math.hypot(x1 - x0, y1 - y0) / (set.capMm / 60)));
      for (let n = 0; n < parts; n++) {
        const x = x0 + ((x1 - x0) * n) / parts,
          y = y0 + ((y1 - y0) * n) / parts;
        if (shape.kind === 'circle') {
          const dx = x - shape.centre.x,
            dy = shape.centre.y - y,
            outward = set.direction * set.track.outwardSign > 0;
          const own = (set.letterDistances[index]! * set.direction) / shape.radiusMm;
          // Counted from the letter's own ray, so that a ring that goes round once is not cut.
          const radius = Math.hypot(dx, dy),
            from = Math.atan2(dx, dy) * (outward ? 1 : -1) - own;
          const turned = own + from - Math.round(from / (2 * Math.PI)) * 2 * Math.PI;
          points.push({
            along: turned * (shape.radiusMm + (outward ? mid : -mid)),
            up: (radius - shape.radiusMm) * (outward ? 1 : -1) - set.baselineMm,
            x,
            y,
          });
        } else if (shape.kind === 'line')
          points.push({ along: x - shape.from.x, up: shape.from.y - y - set.baselineMm, x, y });
      }
    }
  }
  return points;
}

const SLICES = 40;
/** White deeper behind an edge than this share of the height is another letter's, not the gap's. */
const DEEP = 0.2;

/** The mean white area between two letters in the band, and the least distance of their outlines. */
function between(left: readonly Point[], right: readonly Point[], height: number): Whites {
  const edges = (points: readonly Point[], sign: 1 | -1): { at: number[]; edge: number } => {
    const at = Array<number>(SLICES).fill(-Infinity);
    for (const { along, up } of points) {
      const n = Math.floor((up / height) * SLICES);
      if (n >= 0 && n < SLICES) at[n] = Math.max(at[n]!, sign * along);
    }
    return { at, edge: Math.max(...at) };
  };
  const a = edges(left, 1),
    b = edges(right, -1);
  let area = 0;
  for (let n = 0; n < SLICES; n++)
    area += -Math.max(a.at[n]!, a.edge - DEEP * height) - Math.max(b.at[n]!, b.edge - DEEP * height);
  let nearness = Infinity;
  const near = left.filter((p) => p.along > a.edge - 1.5 * height),
    far = right.filter((p) => -p.along > b.edge - 1.5 * height);
  for (let i = 0; i < near.length; i++)
    for (let k = 0; k < far.length; k++)
      nearness = Math.min(nearness, (near[i]!.x - far[k]!.x) ** 2 + (near[i]!.y - far[k]!.y) ** 2);
  return { area: area / SLICES / height, nearness: Math.sqrt(nearness) / height };
}

/** The whites between the neighbours of a line, words apart left out. */
export function whitesOf(
  set: SetLettering,
  shape: CurveShape,
  pairs: readonly { readonly before: number; readonly after: number }[],
  heightMm: number,
): Whites[] {
  const letters = new Map<number, Point[]>();
  const of = (index: number): Point[] => {
    let one = letters.get(index);
    if (!one) letters.set(index, (one = seen(set, index, shape)));
    return one;
  };
  return pairs.map(({ before, after }) => between(of(before), of(after), heightMm));
}

/** Spearman's rank correlation; ties share their rank. */
export function rankAgreement(a: readonly number[], b: readonly number[]): number {
  const ranks = (values: readonly number[]): number[] => {
    const order = values.map((_, i) => i).sort((x, y) => values[x]! - values[y]!);
    const out = Array<number>(values.length);
    for (let i = 0; i < order.length;) {
      let k = i;
      while (k < order.length && Math.abs(values[order[k]!]! - values[order[i]!]!) < 1e-9) k++;
      for (let n = i; n < k; n++) out[order[n]!] = (i + k - 1) / 2;
      i = k;
    }
    return out;
  };
  const [ra, rb] = [ranks(a), ranks(b)],
    mean = (a.length - 1) / 2;
  let ab = 0,
    aa = 0,
    bb = 0;
  ra.forEach((x, i) => {
    const u = x - mean,
      v = rb[i]! - mean;
    ab += u * v;
    aa += u * u;
    bb += v * v;
  });
  return ab / Math.sqrt(aa * bb);
}
