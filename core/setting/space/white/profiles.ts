import { STANCES, LETTER } from '../../../stances';
import { hypot } from '../../../hypot';
import { ROW, walkTo } from '../../../geometry/walk';
import type { Face } from '../../../type/face';
import { bending, bentPlace, eachContour } from '../../line/flatOutlines';
import { surroundings, type Surroundings } from '../../line/nearFeet';
import { type SetLettering } from '../../line/set';
import { addStretch, fillSides, noExtremes, type Levels, type Sides } from './sides';

/** Where a curve is stretched by less at a height, a first guess goes by its own curve. */
const LEAST_STRETCH = 0.2;
/** Levels count as stretched by no less than this where a curve folds back under the letters. */
export const LEAST_COUNTED = 0.05;

const home = new Float64Array(ROW.length);

/** The sides of a letter as it stands, seen from the curve. */
export interface Profile {
  readonly sides: Sides;
  readonly stretch: Float64Array | null;
  /**
   * What its own places count from, along the curve in the reading direction, mm; and its first and last place from
   * there.
   */
  readonly from: number;
  readonly front: number;
  readonly edge: number;
  /** The turning of the curve near the letter; null on a line and a circle. */
  readonly turningAt: Surroundings['turningAt'] | null;
}

/** Letters of a face as they stand on a curve of one curvature at one size: the same wherever they stand. */
interface SameEverywhere {
  readonly key: string;
  readonly profiles: Map<string, Profile | null>;
}
/** Letterings of one face on several rings are looked at in turn. */
const MOST_RINGS = 8;
const everywhere = new WeakMap<Face, SameEverywhere[]>();

/** The profiles that are known for letterings like this one; null where letters look otherwise at every place. */
export function knownProfiles(set: SetLettering, levels: Levels): Map<string, Profile | null> | null {
  const { path, direction, baselineMm, scaleX, scaleY, stance, measured } = set;
  if (path.curvatureMin !== path.curvatureMax || !STANCES[stance.kind].followsCurve) return null;
  const key = [
    path.curvatureMin * direction,
    baselineMm,
    scaleX,
    scaleY,
    levels.step,
    levels.low,
    levels.count,
    stance.kind,
    stance.strength,
    STANCES[stance.kind].bends ? set.measuredHeightMm : 0,
  ].join();
  let rings = everywhere.get(measured.run.face);
  if (!rings) everywhere.set(measured.run.face, (rings = []));
  let one = rings.find((ring) => ring.key === key);
  if (!one) {
    if (rings.length >= MOST_RINGS) rings.shift();
    rings.push((one = { key, profiles: new Map() }));
  }
  return one.profiles;
}

/** The profile of a letter, found once for all that are alike where letters look the same everywhere. */
export function profileAt(
  set: SetLettering,
  index: number,
  levels: Levels,
  reach: number,
  known: Map<string, Profile | null> | null,
): Profile | null {
  const {
    measured: { run, scales, origins },
    lettering,
    letterDistances,
    direction,
  } = set;
  const byHand = lettering.adjustments.some(
    (one) => one.at === origins[index] && (one.alongMm !== 0 || one.offMm !== 0 || one.turnDeg !== 0),
  );
  if (!known || byHand) return profileOf(set, index, levels, reach);
  const { glyphs, advance } = run.letters[index]!;
  const key = `${advance} ${scales ? scales[index]! : 1} ${glyphs.length === 1 ? `${glyphs[0]!.id} ${glyphs[0]!.x} ${glyphs[0]!.y}` : glyphs.map(({ id, x, y }) => `${id} ${x} ${y}`).join()}`;
  let profile = known.get(key);
  if (profile === undefined) known.set(key, (profile = profileOf(set, index, levels, reach)));
  return profile && { ...profile, from: direction * letterDistances[index]! };
}

/** The sides of a letter as it stands, seen from the curve: places are along the curve in the reading direction. */
function profileOf(set: SetLettering, index: number, levels: Levels, reach: number): Profile | null {
  const { rows, path, direction, baselineMm, letterDistances, measured } = set;
  const at = index * LETTER.length;
  const s = letterDistances[index]!;
  walkTo(path, s, 0, home, 0);
  const tx = home[ROW.tangentX]! * direction,
    ty = home[ROW.tangentY]! * direction,
    bend = home[ROW.curvature]! * direction;
  // The letter in the frame of its place: x along the reading direction, y towards the tops from the curve.
  const rx = rows[at]! - home[ROW.x]!,
    ry = rows[at + 1]! - home[ROW.y]!;
  const ox = rx * tx + ry * ty,
    oy = rx * ty - ry * tx;
  const ax = rows[at + LETTER.ax]! * tx + rows[at + LETTER.ay]! * ty,
    ay = rows[at + LETTER.ax]! * ty - rows[at + LETTER.ay]! * tx;
  const ux = rows[at + LETTER.ux]! * tx + rows[at + LETTER.uy]! * ty,
    uy = rows[at + LETTER.ux]! * ty - rows[at + LETTER.uy]! * tx;
  const even = path.curvatureMin === path.curvatureMax;
  const sign = bend < 0 ? -1 : 1,
    base = bend === 0 ? 0 : 1 / bend;
  const bent = bending(set);
  const ink = noExtremes(levels);
  const near = even ? null : surroundings(path, s, direction, measured.halfAdvances[index]! + reach);
  eachContour(set, index, 'coarse', (points, sx, sy, dx, dy) => {
    let px = 0,
      py = 0;
    for (let i = 0; i < points.length; i += 2) {
      const lx = (points[i]! + dx) * sx,
        ly = (points[i + 1]! + dy) * sy;
      const u = ox + ax * lx + ux * ly,
        v = oy + ay * lx + uy * ly;
      let along = u,
        height = v;
      if (near) {
        const stretch = 1 + bend * v;
        const foot = near.foot(
          home[ROW.x]! + tx * u + ty * v,
          home[ROW.y]! + ty * u - tx * v,
          stretch > LEAST_STRETCH ? u / stretch : u,
        );
        along = foot.along;
        height = foot.height;
      } else if (bend !== 0) {
        // On a circle in closed form: its centre lies at −1/κ in this frame.
        along = Math.atan2(u, sign * (v + base)) / Math.abs(bend);
        height = sign * hypot(u, v + base) - base;
      }
      let x = along,
        y = height - baselineMm;
      if (bent > 0) {
        x += (direction * (bentPlace(set, index, lx)[ROW.distance]! - s) - x) * bent;
        y += (ly - y) * bent;
      }
      if (i > 0) addStretch(ink, levels, px, py, x, y);
      px = x;
      py = y;
    }
  });
  const stretch =
    bend === 0
      ? null
      : Float64Array.from({ length: levels.count }, (_, n) =>
          Math.max(1 + bend * (baselineMm + (n + levels.low + 0.5) * levels.step), LEAST_COUNTED),
        );
  const sides = fillSides(ink, levels, stretch);
  return (
    sides && {
      sides,
      stretch,
      from: direction * s,
      front: ink.front,
      edge: ink.edge,
      turningAt: near ? near.turningAt : null,
    }
  );
}
