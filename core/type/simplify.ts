import { COMMAND, PAIRS, type Outline } from './outline';

/** The tolerance is shared out: joining curves and leaving out points take this much each, the rest is for comparing by chords. */
const SHARE = 0.4;
const CHORD_SHARE = 0.1;
/** Most chords that a curve is compared by. */
const MOST_CHORDS = 32;
/** Longest run of curves that is tried as one. */
const LONGEST_RUN = 8;

interface Quad { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number; readonly x2: number; readonly y2: number }

/** The greatest distance of a quadratic from its chord: a quarter of its second difference. */
const flatness = (q: Quad): number => Math.hypot(q.x0 - 2 * q.x1 + q.x2, q.y0 - 2 * q.y1 + q.y2) / 4;

function sample(quads: readonly Quad[], chordError: number): number[] {
  const points = [quads[0]!.x0, quads[0]!.y0];
  for (const q of quads) {
    const count = Math.min(MOST_CHORDS, Math.max(2, Math.ceil(Math.sqrt(flatness(q) / chordError))));
    for (let k = 1; k <= count; k++) {
      const t = k / count, m = 1 - t;
      points.push(m * m * q.x0 + 2 * m * t * q.x1 + t * t * q.x2, m * m * q.y0 + 2 * m * t * q.y1 + t * t * q.y2);
    }
  }
  return points;
}

const toChord = (px: number, py: number, ax: number, ay: number, bx: number, by: number): number => {
  const dx = bx - ax, dy = by - ay, square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((px - ax) * dx + (py - ay) * dy) / square));
  return Math.hypot(px - ax - t * dx, py - ay - t * dy);
};

/** Whether every point lies within the tolerance of the polyline. */
function allNear(points: readonly number[], line: readonly number[], tolerance: number): boolean {
  for (let i = 0; i < points.length; i += 2) {
    let least = Infinity;
    for (let k = 2; k < line.length && least > tolerance; k += 2) least = Math.min(least, toChord(points[i]!, points[i + 1]!, line[k - 2]!, line[k - 1]!, line[k]!, line[k + 1]!));
    if (least > tolerance) return false;
  }
  return true;
}

/** The one quadratic with the ends and the end tangents of a run, if it stays within the tolerance of it. */
function asOne(run: readonly Quad[], tolerance: number): Quad | null {
  const first = run[0]!, last = run.at(-1)!;
  const ax = first.x1 - first.x0, ay = first.y1 - first.y0, bx = last.x2 - last.x1, by = last.y2 - last.y1;
  const cross = ax * by - ay * bx;
  if (cross === 0) return null;
  const along = ((last.x2 - first.x0) * by - (last.y2 - first.y0) * bx) / cross;
  const back = ((last.x2 - first.x0) * ay - (last.y2 - first.y0) * ax) / cross;
  if (!(along > 0 && back < 0)) return null;
  const one = { x0: first.x0, y0: first.y0, x1: first.x0 + along * ax, y1: first.y0 + along * ay, x2: last.x2, y2: last.y2 };
  const chordError = tolerance * CHORD_SHARE;
  const was = sample(run, chordError), now = sample([one], chordError);
  const near = tolerance * SHARE;
  return allNear(was, now, near) && allNear(now, was, near) ? one : null;
}

/** Writes an outline with its lines gathered: a point of a straight run that the chord passes near enough is left out. */
class Gatherer {
  readonly commands: number[] = [];
  readonly coords: number[] = [];
  private x = 0;
  private y = 0;
  private passed: number[] = [];
  constructor(private readonly tolerance: number) {}

  line(x: number, y: number): void {
    const { passed } = this;
    if (passed.length > 0) {
      const near = allNear([...passed], [this.x, this.y, x, y], this.tolerance);
      if (!near) { this.settle(); this.passed = [x, y]; return; }
    }
    passed.push(x, y);
  }

  private settle(): void {
    if (this.passed.length === 0) return;
    const [x, y] = this.passed.slice(-2) as [number, number];
    this.commands.push(COMMAND.line);
    this.coords.push(x, y);
    this.x = x; this.y = y;
    this.passed = [];
  }

  add(command: number, points: readonly number[]): void {
    this.settle();
    this.commands.push(command);
    this.coords.push(...points);
    if (points.length > 0) [this.x, this.y] = points.slice(-2) as [number, number];
  }
}

/**
 * An outline with fewer points that stays within a tolerance of the given one: runs of quadratics that one
 * quadratic can stand for become one, flat ones become lines, points on a straight run are left out. Ends of lines
 * and cubics stay where they are. For showing on a screen only; files get the outline itself.
 *
 * @param tolerance greatest deviation either way, in the outline's unit; above 0
 */
export function simplifyOutline(outline: Outline, tolerance: number): Outline {
  const near = tolerance * SHARE;
  const out = new Gatherer(near);
  let run: Quad[] = [];
  let x = 0, y = 0, i = 0;
  const flush = (): void => {
    for (let from = 0; from < run.length;) {
      let one = run[from]!, taken = 1;
      for (let count = Math.min(LONGEST_RUN, run.length - from); count > 1; count--) {
        const merged = asOne(run.slice(from, from + count), tolerance);
        if (merged) { one = merged; taken = count; break; }
      }
      if (flatness(one) <= near) out.line(one.x2, one.y2);
      else out.add(COMMAND.quad, [one.x1, one.y1, one.x2, one.y2]);
      from += taken;
    }
    run = [];
  };
  for (const command of outline.commands) {
    const points = Array.from(outline.coords.subarray(i, (i += PAIRS[command]! * 2)));
    if (command === COMMAND.quad) run.push({ x0: x, y0: y, x1: points[0]!, y1: points[1]!, x2: points[2]!, y2: points[3]! });
    else {
      flush();
      if (command === COMMAND.line) out.line(points[0]!, points[1]!);
      else out.add(command, points);
    }
    if (points.length > 0) [x, y] = points.slice(-2) as [number, number];
  }
  flush();
  return { commands: Uint8Array.from(out.commands), coords: Float64Array.from(out.coords) };
}

const known = new WeakMap<Outline, Map<number, Outline>>();

/**
 * The outline simplified to a tolerance, remembered. The tolerance is taken down to a power of two, so that a zoom
 * passes through few of them.
 */
export function simplified(outline: Outline, tolerance: number): Outline {
  const level = Math.floor(Math.log2(tolerance));
  let levels = known.get(outline);
  if (!levels) known.set(outline, (levels = new Map()));
  let value = levels.get(level);
  if (!value) levels.set(level, (value = simplifyOutline(outline, 2 ** level)));
  return value;
}
