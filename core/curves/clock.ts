import { hypot } from '../hypot';
import { rootBetween } from '../geometry/root';
import { clockAngleDeg, normaliseDeg } from '../geometry/vec';
import { frameAt } from '../geometry/walk';
import type { CurvePlace } from '../piece/types';
import type { Track } from '../shapes/kind';

const wrapHalf = (deg: number): number => normaliseDeg(deg + 180) - 180;

/** Whether a path is one circle or arc about the track's own centre: then fractions and angles keep step. */
function roundOf({ path, centre }: Track): { startDeg: number; sweepDeg: number } | null {
  const [only, more] = path.path.segments;
  if (more || only?.kind !== 'arc' || hypot(only.centre.x - centre.x, only.centre.y - centre.y) > 1e-9) return null;
  return { startDeg: normaliseDeg((only.startRad * 180) / Math.PI + 90), sweepDeg: (only.sweepRad * 180) / Math.PI };
}

/** Angles that differ by less than rounding are the same angle. */
const tidy = (deg: number): number => normaliseDeg(Math.round(deg * 1e9) / 1e9);

/** The clock angle, 0 ≤ result < 360, of a fraction of a curve, seen from its centre. */
export function clockAtFraction(track: Track, u: number): number {
  const round = roundOf(track);
  return tidy(round ? round.startDeg + round.sweepDeg * u : angleAt(track, u));
}
const angleAt = (track: Track, u: number): number =>
  clockAngleDeg(track.centre, frameAt(track.path, u * track.path.lengthMm).point);

const SAMPLES = 360;
/** How nearly the place where a ray meets a curve is found, in fractions of its length and in degrees. */
const NEAR_U = 1e-15;
const NEAR_DEG = 1e-11;
const sampled = new WeakMap<Track, Float64Array>();

/** Clock angles at even fractions, for finding where a ray crosses. */
function samplesOf(track: Track): Float64Array {
  let angles = sampled.get(track);
  if (!angles) {
    angles = Float64Array.from({ length: SAMPLES + 1 }, (_, i) => clockAtFraction(track, i / SAMPLES));
    sampled.set(track, angles);
  }
  return angles;
}

/**
 * A curve scaled about its own centre is seen from there as before: it takes the samples over.
 *
 * @param scaled track of the same curve, scaled about the centre of `track`
 */
export function sharesClock(track: Track, scaled: Track): void {
  const angles = sampled.get(track);
  if (angles && !sampled.has(scaled)) sampled.set(scaled, angles);
}

/**
 * The fraction of its length at which the ray at a clock angle meets a curve: the farthest from the centre where it
 * meets it more than once; the nearest in angle where it does not at all.
 */
export function fractionAtClock(track: Track, deg: number): number {
  const round = roundOf(track);
  if (round) {
    const sweep = Math.abs(round.sweepDeg);
    const along = normaliseDeg((deg - round.startDeg) * Math.sign(round.sweepDeg));
    // Rounding may put the start a hair before itself.
    if (along > 360 - 1e-9) return 0;
    if (along <= sweep) return along / sweep;
    return along - sweep < 360 - along ? 1 : 0;
  }
  const angles = samplesOf(track);
  const off = (u: number): number => wrapHalf(angleAt(track, u) - deg);
  let best: { u: number; far: number } | null = null;
  let nearest = { u: 0, off: Infinity };
  for (let i = 0, a = wrapHalf(angles[0]! - deg), b = a; i < SAMPLES; i++, a = b) {
    b = wrapHalf(angles[i + 1]! - deg);
    if (Math.abs(a) < nearest.off) nearest = { u: i / SAMPLES, off: Math.abs(a) };
    if (a * b > 0 || Math.abs(a - b) > 180) continue;
    const u = rootBetween(off, i / SAMPLES, a, (i + 1) / SAMPLES, b, NEAR_U, NEAR_DEG);
    const { point } = frameAt(track.path, u * track.path.lengthMm);
    const far = hypot(point.x - track.centre.x, point.y - track.centre.y);
    if (!best || far > best.far + 1e-9) best = { u, far };
  }
  return best?.u ?? (Math.abs(off(1)) < nearest.off ? 1 : nearest.u);
}

/** A place on a curve as a fraction of its length. */
export function fractionOf(track: Track, place: CurvePlace): number {
  switch (place.kind) {
    case 'clock':
      return fractionAtClock(track, place.deg);
    case 'fraction':
      return place.u;
    case 'distance':
      return place.mm / track.path.lengthMm;
  }
}
