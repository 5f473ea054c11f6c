import { allNear, CHORD_SHARE, JOIN_SHARE, longest, sample, type Quad } from './joinCurves';
import { COMMAND, PAIRS, type Outline } from './outline';

/** Longest run of curves that is tried as one. */
const LONGEST_RUN = 8;

/**
 * Writes an outline with its lines gathered: what a straight run leads by is left out where its chord passes near
 * enough, and so is the line that closing draws anyway.
 */
class Gatherer {
  readonly commands: number[] = [];
  readonly coords: number[] = [];
  private x = 0;
  private y = 0;
  private startX = 0;
  private startY = 0;
  /** Points of the given outline since the last one that was written. */
  private passed: number[] = [];
  constructor(private readonly tolerance: number) {}

  /** @param by points of the given outline on the way, the end of the line being the last */
  line(by: readonly number[]): void {
    const [x, y] = by.slice(-2) as [number, number];
    if (this.passed.length > 0 && !allNear([...this.passed, ...by], [this.x, this.y, x, y], this.tolerance))
      this.settle();
    this.passed.push(...by);
  }

  private settle(): void {
    if (this.passed.length === 0) return;
    const [x, y] = this.passed.slice(-2) as [number, number];
    this.write(COMMAND.line, [x, y]);
    this.passed = [];
  }

  private write(command: number, points: readonly number[]): void {
    this.commands.push(command);
    this.coords.push(...points);
    if (points.length > 0) [this.x, this.y] = points.slice(-2) as [number, number];
  }

  add(command: number, points: readonly number[]): void {
    this.settle();
    if (command === COMMAND.move) [this.startX, this.startY] = points as [number, number];
    if (
      command === COMMAND.close &&
      this.commands.at(-1) === COMMAND.line &&
      this.x === this.startX &&
      this.y === this.startY
    ) {
      this.commands.pop();
      this.coords.splice(-2);
    }
    this.write(command, points);
  }
}

/**
 * An outline with fewer points that stays within a tolerance of the given one: runs of quadratics that one quadratic or
 * cubic can stand for become one, flat ones become lines, points on a straight run are left out. Ends of lines and
 * cubics stay where they are. For showing on a screen only; files get the outline itself.
 *
 * @param tolerance greatest deviation either way, in the outline's unit; above 0
 */
export function simplifyOutline(outline: Outline, tolerance: number): Outline {
  const near = tolerance * JOIN_SHARE;
  const out = new Gatherer(near);
  let run: Quad[] = [];
  let x = 0,
    y = 0,
    i = 0;
  const flush = (): void => {
    for (let from = 0; from < run.length;) {
      const { command, points, taken } = longest(run.slice(from, from + LONGEST_RUN), tolerance);
      const part = run.slice(from, from + taken);
      const { x0, y0 } = part[0]!,
        { x2, y2 } = part.at(-1)!;
      const was = sample(part, tolerance * CHORD_SHARE);
      if (allNear(was, [x0, y0, x2, y2], near)) out.line(was.slice(2));
      else out.add(command, points);
      from += taken;
    }
    run = [];
  };
  for (const command of outline.commands) {
    const points = Array.from(outline.coords.subarray(i, (i += PAIRS[command]! * 2)));
    if (command === COMMAND.quad)
      run.push({ x0: x, y0: y, x1: points[0]!, y1: points[1]!, x2: points[2]!, y2: points[3]! });
    else {
      flush();
      if (command === COMMAND.line) out.line(points);
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
