import { combine, traceRegion } from './booleans';
import { withMargin } from './margins';
import { regionOf, type Region } from '../geometry/outlines/edges';
import type { Hole, PaintedPath } from './painted';

const cleaned = new WeakMap<PaintedPath, PaintedPath>();
/** Holes by what makes them, so that two shapes cut by the same letters share the work. */
const margins = new WeakMap<Hole['trace'], Map<number, Region>>();

function holeRegion({ trace, marginMm }: Hole): Region {
  let known = margins.get(trace);
  if (!known) margins.set(trace, (known = new Map()));
  let region = known.get(marginMm);
  if (!region) known.set(marginMm, (region = marginMm > 0 ? withMargin(regionOf(trace), marginMm) : regionOf(trace)));
  return region;
}

/**
 * A painted outline as it leaves for print: what overlaps in it united where it asks for that, what is cut out of it
 * taken away, what lies beyond its limit left out, so that one clean outline is left, to be read by the non-zero rule.
 * One that has nothing of this is given back as it is.
 */
export function cleanPath(path: PaintedPath): PaintedPath {
  if (!path.united && path.holes.length === 0 && !path.within && path.rule === 'nonzero') return path;
  let made = cleaned.get(path);
  if (!made) {
    let region: Region = regionOf(path.trace);
    if (path.united || path.rule === 'evenodd') region = combine('union', region, [], path.rule);
    if (path.within) region = combine('intersection', region, regionOf(path.within));
    for (const hole of path.holes) region = combine('difference', region, holeRegion(hole));
    made = {
      ...path,
      united: false,
      holes: [],
      within: null,
      rule: 'nonzero',
      trace: (sink) => traceRegion(region, sink),
    };
    cleaned.set(path, made);
  }
  return made;
}
