import { wrap } from '../../geometry/wrap';
import type { Track } from '../../shapes/kind';
import type { MeasuredPath } from '../../geometry/measuredPath';
import { nearest } from '../../geometry/nearest';
import { frameAt, stretchedFromDistance } from '../../geometry/walk';
import { linesOf, type SetLettering } from '../line/set';

/** The empty stretch of a curve between two letterings, in the curve's own direction, mm along it, unwrapped. */
export interface Room {
  readonly from: number;
  readonly to: number;
  /** The letterings before and behind it. */
  readonly before: SetLettering;
  readonly after: SetLettering;
  /** Its length in the middle of the band, mm. */
  readonly lengthMm: number;
  /** Where the middle of the band lies, mm to the left of the curve's travel. */
  readonly middleMm: number;
}

/**
 * A place beside what a lettering runs on, as it lies beside its curve. Where a seat is held by other curves the
 * letters may run on a line of their own, which is longer or shorter than the curve and nearer to it here than there.
 *
 * @param at mm along what it runs on, unwrapped
 * @param k mm to the left of travel
 * @returns mm along the curve, unwrapped, and to the left of its travel
 */
function besideCurve(
  path: MeasuredPath,
  set: SetLettering,
  at: number,
  k: number,
): { readonly at: number; readonly k: number } {
  if (set.path === path) return { at, k };
  const { point, tangent } = frameAt(set.path, at);
  const foot = nearest(path, { x: point.x + tangent.y * k, y: point.y - tangent.x * k });
  if (!foot) return { at, k };
  const here = frameAt(path, foot.s);
  const left =
    (point.x + tangent.y * k - foot.point.x) * here.tangent.y -
    (point.y - tangent.x * k - foot.point.y) * here.tangent.x;
  // As many turns as along the line; where that starts elsewhere the foot decides.
  const guess = (at / set.path.lengthMm) * path.lengthMm;
  const turns = path.path.closed ? Math.round((guess - foot.s) / path.lengthMm) : 0;
  return { at: foot.s + turns * path.lengthMm, k: left };
}

/** The ends of the ink of each line of a lettering, mm in the direction of what it runs on. */
const inkEnds = (set: SetLettering) =>
  linesOf(set).map((line) => {
    const ends = [line.direction * line.overset.inkStart, line.direction * line.overset.inkEnd] as const;
    return { line, from: Math.min(...ends), to: Math.max(...ends) };
  });

/** Where the ink of a lettering lies, all lines of it, mm in the curve's own direction. */
function inkStretch(path: MeasuredPath, set: SetLettering): { readonly from: number; readonly to: number } {
  let from = Infinity,
    to = -Infinity;
  for (const one of inkEnds(set)) {
    from = Math.min(from, besideCurve(path, one.line, one.from, bandMiddle(one.line)).at);
    to = Math.max(to, besideCurve(path, one.line, one.to, bandMiddle(one.line)).at);
  }
  return { from, to };
}

/** Distance of the middle of a lettering's band from what it runs on, mm to the left of travel. */
export const bandMiddle = ({ direction, baselineMm, capMm }: SetLettering): number =>
  direction * (baselineMm + capMm / 2);

/** The part of the sheet across the curve that a lettering stands in, mm to the left of travel. */
function acrossOf(path: MeasuredPath, set: SetLettering): readonly [number, number] {
  const edges = inkEnds(set).flatMap(({ line, from, to }) =>
    [from, (from + to) / 2, to].flatMap((at) =>
      [line.baselineMm, line.baselineMm + line.capMm].map(
        (height) => besideCurve(path, line, at, line.direction * height).k,
      ),
    ),
  );
  return [Math.min(...edges), Math.max(...edges)];
}

/**
 * Letterings that stand over one another in bands of their own, and so move together; with where their ink lies, mm in
 * the curve's own direction, unwrapped.
 */
export interface Stack {
  readonly sets: readonly SetLettering[];
  readonly from: number;
  readonly to: number;
}

/** A stack of letterings of a closed curve: the others lie where they are nearest to the first. */
export function stackOf(sets: readonly SetLettering[], path: MeasuredPath): Stack {
  const { lengthMm } = path;
  const first = inkStretch(path, sets[0]!);
  let { from, to } = first;
  for (const set of sets.slice(1)) {
    const one = inkStretch(path, set);
    const turns = Math.round((one.from + one.to - first.from - first.to) / 2 / lengthMm) * lengthMm;
    from = Math.min(from, one.from - turns);
    to = Math.max(to, one.to - turns);
  }
  return { sets, from, to };
}

/**
 * The letterings of a closed curve by what stands over one another. Those that run into each other in one band are
 * apart.
 */
export function stacksOn(sets: readonly SetLettering[], path: MeasuredPath): Stack[] {
  const { lengthMm } = path;
  const stacks: SetLettering[][] = [];
  const over = (a: SetLettering, b: SetLettering): boolean => {
    const [one, other] = [inkStretch(path, a), inkStretch(path, b)];
    const [[low, high], [lower, higher]] = [acrossOf(path, a), acrossOf(path, b)];
    return (
      (high <= lower || higher <= low) &&
      (wrap(other.from - one.from, lengthMm) < one.to - one.from ||
        wrap(one.from - other.from, lengthMm) < other.to - other.from)
    );
  };
  for (const set of sets) {
    const [into, ...more] = stacks.filter((stack) => stack.some((one) => over(one, set)));
    if (!into) {
      stacks.push([set]);
      continue;
    }
    into.push(set, ...more.flat());
    for (const stack of more) stacks.splice(stacks.indexOf(stack), 1);
  }
  return stacks.map((stack) => stackOf(stack, path));
}

/** The first or the last of a lettering's ink, mm in the direction of what it runs on. */
const endOf = (set: SetLettering, which: 'from' | 'to'): number =>
  inkEnds(set).reduce(
    (end, one) => (which === 'from' ? Math.min(end, one.from) : Math.max(end, one.to)),
    which === 'from' ? Infinity : -Infinity,
  );

/**
 * The empty rooms between the letterings that stand on one curve, in its own direction: on a closed curve one behind
 * each lettering, on an open one only those between two. Letterings over one another, as in two bands of one ring,
 * count as one. Letterings without ink make no room.
 */
export function roomsOn({ path }: Track, sets: readonly SetLettering[]): Room[] {
  const { lengthMm } = path;
  const { closed } = path.path;
  const inked = sets
    .filter((set) => linesOf(set).some((line) => line.measured.firstInk >= 0))
    .map((set) => {
      const { from, to } = inkStretch(path, set);
      const start = closed ? wrap(from, lengthMm) : from;
      return { from: start, to: start + to - from, first: set, last: set };
    })
    .sort((a, b) => a.from - b.from);
  const blocks: { from: number; to: number; first: SetLettering; last: SetLettering }[] = [];
  for (const one of inked) {
    const before = blocks.at(-1);
    if (!before || one.from > before.to) blocks.push({ ...one });
    else if (one.to > before.to) {
      before.to = one.to;
      before.last = one.last;
    }
  }
  if (blocks.length === 0) return [];
  const rooms: Room[] = [];
  for (let i = 0; i < blocks.length - (closed ? 0 : 1); i++) {
    const before = blocks[i]!,
      after = blocks[(i + 1) % blocks.length]!;
    const to = after.from + (i + 1 === blocks.length ? lengthMm : 0);
    if (to <= before.to) continue;
    const ends = [
      besideCurve(path, before.last, endOf(before.last, 'to'), bandMiddle(before.last)),
      besideCurve(path, after.first, endOf(after.first, 'from'), bandMiddle(after.first)),
    ];
    const k = (ends[0]!.k + ends[1]!.k) / 2;
    rooms.push({
      from: before.to,
      to,
      before: before.last,
      after: after.first,
      middleMm: k,
      lengthMm: stretchedFromDistance(path, to, k) - stretchedFromDistance(path, before.to, k),
    });
  }
  return rooms;
}
