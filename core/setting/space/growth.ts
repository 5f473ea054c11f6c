import { mayComeTo } from './collisions';
import { nearness } from '../line/placedShape';
import { linesOf, type SetLettering } from '../line/set';
import { trueGaps } from './trueGaps';

/** How evening out has changed the length of a line. */
export interface Growth {
  /** Share of the length that the line had without it. */
  readonly share: number;
  /** The pairs that stop at each other, by their letters. */
  readonly pairs: readonly string[];
}

/** Letters as near as this to how near they may come, mm, stop there. */
const STOPS_MM = 1e-3;

function growthOfLine(line: SetLettering): Growth {
  const { correction, measured, scaleX, overset, lettering } = line;
  const { run, origins } = measured;
  const own = new Set(origins);
  let em = 0;
  for (const [at, by] of correction ?? []) if (own.has(at)) em += by;
  const mm = (em * run.face.metrics.upem * scaleX) / 1000;
  const { leastGapMm } = lettering.spacing;
  const pairs = trueGaps(line).filter(({ before, after, clearMm }) => {
    if (clearMm > leastGapMm + STOPS_MM) return false;
    const near = nearness(line, before, after, leastGapMm + STOPS_MM);
    return near !== null && near <= mayComeTo(line, before, after, leastGapMm) + STOPS_MM;
  });
  return {
    share: overset.inkMm - mm > 0 ? mm / (overset.inkMm - mm) : 0,
    pairs: [...new Set(pairs.map(({ before, after }) => `${run.letters[before]!.text}${run.letters[after]!.text}`))],
  };
}

/** The growth of the line of a setting that has grown most. */
export const growthOf = (set: SetLettering): Growth =>
  linesOf(set)
    .map(growthOfLine)
    .reduce((most, one) => (one.share > most.share ? one : most));
