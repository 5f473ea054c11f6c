import type { Track } from '../curves/kind';
import { stretchedFromDistance } from '../geometry/walk';
import { linesOf, type SetLettering } from './setLettering';

/** The empty stretch of a curve between two letterings, in the curve's own direction, mm along it, unwrapped. */
export interface Room {
  readonly from: number;
  readonly to: number;
  /** The letterings before and behind it. */
  readonly before: SetLettering;
  readonly after: SetLettering;
  /** Its length in the middle of the band, mm. */
  readonly lengthMm: number;
}

/** Where the ink of a lettering lies, all lines of it, mm in the curve's own direction. */
export function inkStretch(set: SetLettering): { readonly from: number; readonly to: number } {
  let from = Infinity, to = -Infinity;
  for (const { overset, direction } of linesOf(set)) {
    from = Math.min(from, direction * overset.inkStart, direction * overset.inkEnd);
    to = Math.max(to, direction * overset.inkStart, direction * overset.inkEnd);
  }
  return { from, to };
}

/** Distance of the middle of a lettering's band from the curve, mm to the left of travel. */
export const bandMiddle = ({ direction, baselineMm, capMm }: SetLettering): number => direction * (baselineMm + capMm / 2);

/** The part of the sheet across the curve that a lettering stands in, mm to the left of travel. */
function acrossOf(set: SetLettering): readonly [number, number] {
  const edges = linesOf(set).flatMap(({ direction, baselineMm, capMm }) => [direction * baselineMm, direction * (baselineMm + capMm)]);
  return [Math.min(...edges), Math.max(...edges)];
}

/** Letterings that stand over one another in bands of their own, and so move together; with where their ink lies, mm in the curve's own direction, unwrapped. */
export interface Stack { readonly sets: readonly SetLettering[]; readonly from: number; readonly to: number }

/** A stack of letterings of a closed curve: the others lie where they are nearest to the first. */
export function stackOf(sets: readonly SetLettering[], lengthMm: number): Stack {
  const first = inkStretch(sets[0]!);
  let { from, to } = first;
  for (const set of sets.slice(1)) {
    const one = inkStretch(set);
    const turns = Math.round((one.from + one.to - first.from - first.to) / 2 / lengthMm) * lengthMm;
    from = Math.min(from, one.from - turns);
    to = Math.max(to, one.to - turns);
  }
  return { sets, from, to };
}

/** The letterings of a closed curve by what stands over one another. Those that run into each other in one band are apart. */
export function stacksOn(sets: readonly SetLettering[], lengthMm: number): Stack[] {
  const stacks: SetLettering[][] = [];
  const over = (a: SetLettering, b: SetLettering): boolean => {
    const [one, other] = [inkStretch(a), inkStretch(b)];
    const [[low, high], [lower, higher]] = [acrossOf(a), acrossOf(b)];
    return (high <= lower || higher <= low) && (wrap(other.from - one.from, lengthMm) < one.to - one.from || wrap(one.from - other.from, lengthMm) < other.to - other.from);
  };
  for (const set of sets) {
    const [into, ...more] = stacks.filter((stack) => stack.some((one) => over(one, set)));
    if (!into) { stacks.push([set]); continue; }
    into.push(set, ...more.flat());
    for (const stack of more) stacks.splice(stacks.indexOf(stack), 1);
  }
  return stacks.map((stack) => stackOf(stack, lengthMm));
}

const wrap = (s: number, length: number): number => s - Math.floor(s / length) * length;

/**
 * The empty rooms between the letterings that stand on one curve, in its own direction: on a closed curve one behind each
 * lettering, on an open one only those between two. Letterings over one another, as in two bands of one ring, count as one.
 * Letterings without ink make no room.
 */
export function roomsOn({ path }: Track, sets: readonly SetLettering[]): Room[] {
  const { lengthMm } = path;
  const { closed } = path.path;
  const inked = sets.filter((set) => linesOf(set).some((line) => line.measured.firstInk >= 0)).map((set) => {
    const { from, to } = inkStretch(set);
    const start = closed ? wrap(from, lengthMm) : from;
    return { from: start, to: start + to - from, first: set, last: set };
  }).sort((a, b) => a.from - b.from);
  const blocks: { from: number; to: number; first: SetLettering; last: SetLettering }[] = [];
  for (const one of inked) {
    const before = blocks.at(-1);
    if (!before || one.from > before.to) blocks.push({ ...one });
    else if (one.to > before.to) { before.to = one.to; before.last = one.last; }
  }
  if (blocks.length === 0) return [];
  const rooms: Room[] = [];
  for (let i = 0; i < blocks.length - (closed ? 0 : 1); i++) {
    const before = blocks[i]!, after = blocks[(i + 1) % blocks.length]!;
    const to = after.from + (i + 1 === blocks.length ? lengthMm : 0);
    if (to <= before.to) continue;
    const k = (bandMiddle(before.last) + bandMiddle(after.first)) / 2;
    rooms.push({
      from: before.to, to, before: before.last, after: after.first,
      lengthMm: stretchedFromDistance(path, to, k) - stretchedFromDistance(path, before.to, k),
    });
  }
  return rooms;
}
