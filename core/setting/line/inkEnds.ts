import type { MeasuredPath } from '../../geometry/measuredPath';
import { frameAt, ROW, walkTo } from '../../geometry/walk';
import type { MeasuredRun } from './measure';

/**
 * How far a letter's ink reaches along the curve from its place, mm along its own curve, in the reading direction.
 */
export interface InkReach {
  readonly back: number;
  readonly ahead: number;
}

/**
 * How a letter lies in the frame of its place: x in the reading direction, y towards the tops, from its baseline's
 * middle.
 */
export interface Pose {
  /** What a unit of the letter's own x and of its own y become. */
  readonly xx: number;
  readonly xy: number;
  readonly yx: number;
  readonly yy: number;
  /** Where its baseline's middle lies from its place. */
  readonly x: number;
}

export interface LetterAt {
  readonly measured: MeasuredRun;
  readonly index: number;
  readonly scaleX: number;
  readonly scaleY: number;
  readonly path: MeasuredPath;
  /** Its place on the curve, mm. */
  readonly s: number;
  readonly direction: 1 | -1;
  /** Curvature there in the reading direction, 1/mm, positive where tops fan out. */
  readonly curvature: number;
  /** Distance of the baseline from the curve towards the tops, mm. */
  readonly baselineMm: number;
  /** null for a letter that is only turned. */
  readonly pose: Pose | null;
  /** The one end that is asked for, where it is one: the other may then be a guess. */
  readonly end?: keyof InkReach | undefined;
}

/** Calls with every point of a letter's hull, mm from the middle of its baseline, x to its right and y up. */
export function eachHullPoint(
  { measured, index, scaleX, scaleY }: Pick<LetterAt, 'measured' | 'index' | 'scaleX' | 'scaleY'>,
  take: (x: number, y: number) => void,
): void {
  const { run, scales } = measured;
  const letter = run.letters[index]!;
  const k = scales ? scales[index]! : 1;
  const [sx, sy] = [scaleX * k, scaleY * k];
  for (const glyph of letter.glyphs) {
    const hull = run.face.hull(glyph.id);
    const dx = glyph.x - letter.advance / 2;
    for (let i = 0; i < hull.length; i += 2) take((hull[i]! + dx) * sx, (hull[i + 1]! + glyph.y) * sy);
  }
}

/**
 * The reach of one letter's ink along the curve, as it stands: every point of the letter's convex hull is dropped onto
 * the curve along the curve's normal, and the farthest feet count. On a circle these are the two rays from the centre
 * that just touch the letter. A letter without ink reaches as far as its advance.
 */
export function inkReach(at: LetterAt): InkReach {
  const reach = at.path.curvatureMin === at.path.curvatureMax ? reachOnCircle(at) : reachAnywhere(at);
  if (reach) return reach;
  const half = at.measured.halfAdvances[at.index]!;
  return { back: -half, ahead: half };
}

/**
 * Constant curvature, in closed form: a point at (x, y) stands at the angle atan(x / (1/κ + y)) from the letter's
 * own ray, which grows with the quotient, so only the quotients need comparing.
 */
function reachOnCircle({ measured, index, scaleX, scaleY, curvature, baselineMm, pose }: LetterAt): InkReach | null {
  const straight = curvature === 0;
  const base = straight ? 1 : 1 / curvature + baselineMm;
  const { run, scales } = measured;
  const letter = run.letters[index]!;
  const scale = scales ? scales[index]! : 1;
  const [sx, sy] = [scaleX * scale, scaleY * scale];
  let least = Infinity;
  let most = -Infinity;
  // The hot path of the setting: no calls, no objects.
  for (const glyph of letter.glyphs) {
    const hull = run.face.hull(glyph.id);
    const dx = glyph.x - letter.advance / 2;
    for (let i = 0; i < hull.length; i += 2) {
      let x = (hull[i]! + dx) * sx;
      let y = (hull[i + 1]! + glyph.y) * sy;
      if (pose) {
        const own = x;
        x = pose.xx * own + pose.yx * y + pose.x;
        y = pose.xy * own + pose.yy * y;
      }
      const quotient = straight ? x : x / (base + y);
      if (quotient < least) least = quotient;
      if (quotient > most) most = quotient;
    }
  }
  if (least > most) return null;
  if (straight) return { back: least, ahead: most };
  const [a, b] = [Math.atan(least) / curvature, Math.atan(most) / curvature];
  return { back: Math.min(a, b), ahead: Math.max(a, b) };
}

let guesses = new Float64Array(0),
  points = new Float64Array(0);

/**
 * Any curve: the osculating circle at the letter's place gives a first guess for every point, Newton's steps the foot
 * itself for those that may lie farthest: all whose guess is not behind the farthest one's by more than such guesses
 * miss.
 */
function reachAnywhere(at: LetterAt): InkReach | null {
  const { path, s, direction, curvature, baselineMm, pose, end } = at;
  const home = frameAt(path, s);
  const tx = home.tangent.x * direction,
    ty = home.tangent.y * direction;
  let count = 0,
    first = -1,
    last = -1;
  eachHullPoint(at, (px, py) => {
    if (count >= guesses.length) {
      guesses = Float64Array.from({ length: count * 2 + 256 }, (_, i) => guesses[i] ?? 0);
      points = Float64Array.from({ length: guesses.length * 2 }, (_, i) => points[i] ?? 0);
    }
    const x = pose ? pose.xx * px + pose.yx * py + pose.x : px;
    const y = baselineMm + (pose ? pose.xy * px + pose.yy * py : py);
    const guess = curvature === 0 ? x : Math.atan(x / (1 / curvature + y)) / curvature;
    guesses[count] = guess;
    points[2 * count] = home.point.x + tx * x + ty * y;
    points[2 * count + 1] = home.point.y + ty * x - tx * y;
    if (first < 0 || guess < guesses[first]!) first = count;
    if (last < 0 || guess > guesses[last]!) last = count;
    count++;
  });
  const exact = (i: number): number =>
    footOf(path, s, direction, points[2 * i]!, points[2 * i + 1]!, guesses[i]!).along;
  const farthest = (start: number, sign: 1 | -1): number => {
    let most = exact(start);
    const slack = 4 * Math.abs(most - guesses[start]!) + 1e-6;
    const limit = sign * guesses[start]! - slack;
    for (let i = 0; i < count; i++) {
      if (i === start || sign * guesses[i]! < limit) continue;
      const along = exact(i);
      if (sign * along > sign * most) most = along;
    }
    return most;
  };
  if (first < 0) return null;
  const back = end === 'ahead' ? guesses[first]! : farthest(first, -1),
    ahead = end === 'back' ? guesses[last]! : farthest(last, 1);
  // Where a curve bends sharply under a letter feet can change places.
  return end || back <= ahead ? { back, ahead } : null;
}

const row = new Float64Array(ROW.length);

/** Where a point of the sheet is seen from a curve: along from s in the reading direction, and towards the tops, mm. */
export interface Foot {
  readonly along: number;
  readonly height: number;
}

/**
 * The foot of a point on a path, near a place of it: Newton on the distance, with the stretch at the point's height.
 *
 * @param first a guess of how far along it lies
 * @param withinMm the last step may be this long; what it leaves is its square times the curvature
 */
export function footOf(
  path: MeasuredPath,
  s: number,
  direction: 1 | -1,
  px: number,
  py: number,
  first: number,
  withinMm = 1e-5,
): Foot {
  let along = first,
    height = 0;
  for (let i = 0; i < 6; i++) {
    walkTo(path, s + along * direction, 0, row, 0);
    const ux = row[ROW.tangentX]! * direction,
      uy = row[ROW.tangentY]! * direction;
    const rx = px - row[ROW.x]!,
      ry = py - row[ROW.y]!;
    const off = rx * ux + ry * uy;
    height = rx * uy - ry * ux;
    const stretch = 1 + row[ROW.curvature]! * direction * height;
    if (stretch < 1e-6) break;
    along += off / stretch;
    if (Math.abs(off) < withinMm) break;
  }
  return { along, height };
}
