import { frameAt, stretchedFromDistance } from '../geometry/walk';
import type { Vec } from '../geometry/vec';
import type { SetLettering } from '../setting/line/set';
import { bendingOf, LETTER } from '../stances';

/** The frame of a baseline at a distance of its curve, in the reading direction. */
interface BaselineFrame {
  readonly point: Vec;
  /** Unit vectors in the reading direction and towards the tops. */
  readonly ahead: Vec;
  readonly up: Vec;
  /** mm along the baseline in a mm along its curve. */
  readonly stretch: number;
}

/** The baseline of a line of text at a distance along its curve, mm in the reading direction. */
export function baselineAt({ path, direction, baselineMm }: SetLettering, x: number): BaselineFrame {
  const { point, tangent, curvature } = frameAt(path, direction * x);
  const ahead = { x: tangent.x * direction, y: tangent.y * direction },
    up = { x: ahead.y, y: -ahead.x };
  return {
    point: { x: point.x + up.x * baselineMm, y: point.y + up.y * baselineMm },
    ahead,
    up,
    stretch: 1 + curvature * direction * baselineMm,
  };
}

/** How far along the baseline a distance along its curve is, mm in the reading direction. */
export function alongBaseline({ path, direction, baselineMm }: SetLettering, x: number): number {
  return direction * stretchedFromDistance(path, direction * x, direction * baselineMm);
}

/**
 * Where the letters of a line stand on its baseline, as SVG's text on a path says it: for each UTF-16 unit of the words
 * its distance along the path, a move across it, and a turn.
 */
export interface LivePlaces {
  /** The stretch of the curve along which the baseline must run, mm in the reading direction. */
  readonly from: number;
  readonly to: number;
  /** Where it begins, mm along the baseline; mm away from the tops, each added to those before; degrees clockwise. */
  readonly x: readonly number[];
  readonly dy: readonly number[];
  readonly rotate: readonly number[];
}

/** Rounds of looking for the place on the baseline from which a letter is placed; it is near from the first. */
const ROUNDS = 6;
const EXACT = 1e-6;
/** The cosine of the angle between a letter's own upright and the baseline's, from which they meet well. */
const LEAST_SLANT = 0.3;
/** How far a letter may be from where it can be placed, mm. */
const MISSED_MM = 0.005;

/** Whether the letters of a line are only moved and turned, and are read from left to right, one after the other. */
function isRigid({ measured: { run, scales }, stance, scaleX, scaleY, rows }: SetLettering): boolean {
  if (run.joined || bendingOf(stance) > 0 || scales || Math.abs(scaleX / scaleY - 1) > EXACT) return false;
  return run.letters.every(({ index }, i) => {
    const at = i * LETTER.length;
    const [ax, ay, ux, uy] = [LETTER.ax, LETTER.ay, LETTER.ux, LETTER.uy].map((one) => rows[at + one]!) as [
      number,
      number,
      number,
      number,
    ];
    const turned = Math.abs(ux - ay) < EXACT && Math.abs(uy + ax) < EXACT && Math.abs(ax * ax + ay * ay - 1) < EXACT;
    return turned && (i === 0 || index > run.letters[i - 1]!.index);
  });
}

/**
 * The places of the letters of a line, see `LivePlaces`. A letter stands on the path by the middle of its advance and is
 * turned about that place, with the path there and by its own turn; then it is moved along its own upright (SVG 2,
 * 11.8.3, as Chromium has it).
 *
 * @returns null where letters are sheared, bent, scaled or read from the right, see `isRigid`, or stand where no place
 *   of the baseline leads
 */
export function livePlaces(set: SetLettering): LivePlaces | null {
  const { measured, scaleX, rows, letterDistances, direction, overset } = set;
  const { letters } = measured.run;
  if (!isRigid(set)) return null;
  const stands = letters.map(({ advance }, i) => {
    const row = i * LETTER.length;
    const [px, py, ax, ay] = [rows[row]!, rows[row + 1]!, rows[row + LETTER.ax]!, rows[row + LETTER.ay]!];
    let x = direction * letterDistances[i]!,
      frame = baselineAt(set, x);
    const off = (): Vec => ({ x: px - frame.point.x, y: py - frame.point.y });
    for (let round = 0; round < ROUNDS; round++) {
      const { x: dx, y: dy } = off(),
        { ahead, stretch } = frame;
      // Where the letter's own upright meets the baseline, or is nearest to it where they run alike.
      const slant = ahead.x * ax + ahead.y * ay;
      const way = Math.abs(slant) > LEAST_SLANT ? (dx * ax + dy * ay) / slant : dx * ahead.x + dy * ahead.y;
      x += way / Math.max(stretch, 0.1);
      frame = baselineAt(set, x);
    }
    const { x: dx, y: dy } = off(),
      { ahead } = frame;
    const turn = (Math.atan2(ahead.x * ay - ahead.y * ax, ahead.x * ax + ahead.y * ay) * 180) / Math.PI;
    return { x, half: (advance * scaleX) / 2, down: dy * ax - dx * ay, turn, missedMm: Math.abs(dx * ax + dy * ay) };
  });
  if (stands.some(({ missedMm }) => missedMm > MISSED_MM)) return null;
  const from = Math.min(overset.inkStart, ...stands.map(({ x }) => x)) - 1,
    to = Math.max(overset.inkEnd, ...stands.map(({ x }) => x)) + 1;
  const places = { x: [] as number[], dy: [] as number[], rotate: [] as number[] };
  const start = alongBaseline(set, from);
  let before = 0;
  stands.forEach(({ x, half, down, turn }) => {
    places.x.push(alongBaseline(set, x) - start - half);
    places.dy.push(down - before);
    places.rotate.push(turn);
    before = down;
  });
  return { from, to, ...places };
}
