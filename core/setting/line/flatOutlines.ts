import { bendingOf, letterRow } from '../../stances';
import { hypot } from '../../hypot';
import { ROW, walkTo } from '../../geometry/walk';
import { flattenedContours } from '../../geometry/outlines/outline';
import type { Face } from '../../type/face';
import type { Letter } from '../../type/shape';
import { anchorF, type SetLettering } from './set';

/**
 * Outlines are flattened to these shares of an em: at capitals of 5 mm the fine one is 0.004 mm, the exact one 0.00004
 * mm.
 */
const FLAT_EM = { coarse: 0.002, fine: 0.0006, close: 4e-5, exact: 5e-6 } as const;
/**
 * A straight side is bent when it is seen from a curve or when its letter is: it is followed in steps of this share of
 * an em.
 */
const STEP_EM = 0.05;

function withSteps(points: readonly number[], step: number): Float64Array {
  const out: number[] = [points[0]!, points[1]!];
  for (let i = 2; i < points.length; i += 2) {
    const [ax, ay, bx, by] = [points[i - 2]!, points[i - 1]!, points[i]!, points[i + 1]!];
    const parts = Math.max(1, Math.ceil(hypot(bx - ax, by - ay) / step));
    for (let n = 1; n <= parts; n++) out.push(ax + ((bx - ax) * n) / parts, ay + ((by - ay) * n) / parts);
  }
  return Float64Array.from(out);
}

export type Fineness = keyof typeof FLAT_EM;

type Known = WeakMap<Face, Map<number, readonly Float64Array[]>>;
const known: Readonly<Record<Fineness, Known>> = {
  coarse: new WeakMap(),
  fine: new WeakMap(),
  close: new WeakMap(),
  exact: new WeakMap(),
};

/** The contours of a glyph as closed lines of points (the first again at the end), pairs in font units, y upwards. */
export function contoursOf(face: Face, glyphId: number, fineness: Fineness): readonly Float64Array[] {
  let glyphs = known[fineness].get(face);
  if (!glyphs) known[fineness].set(face, (glyphs = new Map()));
  const cached = glyphs.get(glyphId);
  if (cached) return cached;
  // Glyphs are filled, so what a font leaves open counts as closed.
  const list = flattenedContours(face.outline(glyphId), face.metrics.upem * FLAT_EM[fineness]).map(({ points }) =>
    withSteps([...points, points[0]!, points[1]!], face.metrics.upem * STEP_EM),
  );
  glyphs.set(glyphId, list);
  return list;
}

/**
 * Calls with every contour of a letter of a line in the letter's own mm: x from the middle of its advance, y up from
 * its baseline.
 */
export function eachContour(
  set: SetLettering,
  index: number,
  fineness: Fineness,
  take: (points: Float64Array, sx: number, sy: number, dx: number, dy: number) => void,
): void {
  const {
    measured: { run, scales },
    scaleX,
    scaleY,
  } = set;
  const letter = run.letters[index]!;
  const k = scales ? scales[index]! : 1;
  for (const glyph of letter.glyphs) {
    const dx = glyph.x - letter.advance / 2;
    for (const points of contoursOf(run.face, glyph.id, fineness)) take(points, scaleX * k, scaleY * k, dx, glyph.y);
  }
}

const row = new Float64Array(ROW.length);

/**
 * The place on the curve, mm, of a bent letter's point x mm to the right of its middle: that of its own place on the
 * line.
 */
export function bentPlace(set: SetLettering, index: number, x: number): Float64Array {
  const { path, direction, measuredHeightMm, measured, shiftMm } = set;
  walkTo(
    path,
    anchorF(set) + direction * (measured.middles[index]! + shiftMm + x),
    direction * measuredHeightMm,
    row,
    0,
  );
  return row;
}

/** How far the letters of a setting are bent, 0 to 1. */
export const bending = ({ stance }: SetLettering): number => bendingOf(stance);

/** The outlines of a letter as it stands, in mm on the sheet. */
export function placedContours(set: SetLettering, index: number, fineness: Fineness = 'fine'): Float64Array[] {
  const [x0, y0, ax, ay, ux, uy] = letterRow(set.rows, index);
  const { direction, baselineMm } = set;
  const bent = bending(set);
  // A bent letter that was turned and moved by hand went as a whole: from where it would stand to where it stands.
  const home = bent > 0 ? bentPlace(set, index, 0).slice() : null;
  const tx = home ? home[ROW.tangentX]! * direction : 1,
    ty = home ? home[ROW.tangentY]! * direction : 0;
  const hx = home ? home[ROW.x]! + ty * baselineMm : 0,
    hy = home ? home[ROW.y]! - tx * baselineMm : 0;
  const cos = ax * tx + ay * ty,
    sin = ay * tx - ax * ty;
  const out: Float64Array[] = [];
  eachContour(set, index, fineness, (points, sx, sy, dx, dy) => {
    const placed = new Float64Array(points.length);
    for (let i = 0; i < points.length; i += 2) {
      const x = (points[i]! + dx) * sx,
        y = (points[i + 1]! + dy) * sy;
      placed[i] = x0 + ax * x + ux * y;
      placed[i + 1] = y0 + ay * x + uy * y;
      if (!home) continue;
      const at = bentPlace(set, index, x);
      const bx = at[ROW.x]! + at[ROW.tangentY]! * direction * (baselineMm + y) - hx,
        by = at[ROW.y]! - at[ROW.tangentX]! * direction * (baselineMm + y) - hy;
      placed[i]! += (x0 + bx * cos - by * sin - placed[i]!) * bent;
      placed[i + 1]! += (y0 + bx * sin + by * cos - placed[i + 1]!) * bent;
    }
    out.push(placed);
  });
  return out;
}

/** The outlines of a letter as the face has it, its middle at x on a straight line, in font units, y upwards. */
export const straightContours = (
  face: Face,
  letter: Letter,
  scale: number,
  x: number,
  fineness: Fineness = 'coarse',
): Float64Array[] =>
  letter.glyphs.flatMap((glyph) =>
    contoursOf(face, glyph.id, fineness).map((points) => {
      const out = new Float64Array(points.length);
      for (let i = 0; i < points.length; i += 2) {
        out[i] = x + (points[i]! + glyph.x - letter.advance / 2) * scale;
        out[i + 1] = (points[i + 1]! + glyph.y) * scale;
      }
      return out;
    }),
  );

const reaches = new WeakMap<readonly Float64Array[], readonly [number, number]>();

/** From where to where the contours of a glyph reach across, font units; from ∞ to -∞ where it has none. */
function reachOf(contours: readonly Float64Array[]): readonly [number, number] {
  const known = reaches.get(contours);
  if (known) return known;
  let least = Infinity,
    most = -Infinity;
  for (const points of contours)
    for (let i = 0; i < points.length; i += 2) {
      least = Math.min(least, points[i]!);
      most = Math.max(most, points[i]!);
    }
  const reach = [least, most] as const;
  reaches.set(contours, reach);
  return reach;
}

/** From where to where the coarse `straightContours` of a letter reach across. */
export function straightReach(face: Face, letter: Letter, scale: number, x: number): readonly [number, number] {
  let least = Infinity,
    most = -Infinity;
  for (const glyph of letter.glyphs) {
    const [from, to] = reachOf(contoursOf(face, glyph.id, 'coarse'));
    least = Math.min(least, x + (from + glyph.x - letter.advance / 2) * scale);
    most = Math.max(most, x + (to + glyph.x - letter.advance / 2) * scale);
  }
  return [least, most];
}
