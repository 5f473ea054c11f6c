import { allNear, CHORD_SHARE, JOIN_SHARE, longest, sample, type Quad } from './joinCurves';
import { COMMAND, PAIRS, type Outline } from './outline';

/** What becomes a line has its tolerance halved: flat curves may be lines, and points of a straight run left out. */
const LINE_SHARE = JOIN_SHARE / 2;
/** Longest run of curves that is tried as one. */
const LONGEST_RUN = 8;

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
 * quadratic or cubic can stand for become one, flat ones become lines, points on a straight run are left out. Ends of lines
 * and cubics stay where they are. For showing on a screen only; files get the outline itself.
 *
 * @param tolerance greatest deviation either way, in the outline's unit; above 0
 */
export function simplifyOutline(outline: Outline, tolerance: number): Outline {
  const near = tolerance * LINE_SHARE;
  const out = new Gatherer(near);
  let run: Quad[] = [];
  let x = 0, y = 0, i = 0;
  const flush = (): void => {
    for (let from = 0; from < run.length;) {
      const { command, points, taken } = longest(run.slice(from, from + LONGEST_RUN), tolerance);
      const part = run.slice(from, from + taken);
      const { x0, y0 } = part[0]!, { x2, y2 } = part.at(-1)!;
      if (allNear(sample(part, tolerance * CHORD_SHARE), [x0, y0, x2, y2], near)) out.line(x2, y2);
      else out.add(command, points);
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
 * The outline simplified to a tolerance, remembered. The tolerance is taken down to a half power of two, so that a zoom
 * passes through few of them.
 */
export function simplified(outline: Outline, tolerance: number): Outline {
  const level = Math.floor(2 * Math.log2(tolerance));
  let levels = known.get(outline);
  if (!levels) known.set(outline, (levels = new Map()));
  let value = levels.get(level);
  if (!value) levels.set(level, (value = simplifyOutline(outline, 2 ** (level / 2))));
  return value;
}
