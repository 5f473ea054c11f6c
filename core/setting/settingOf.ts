import type { Track } from '../curves';
import { SAME_MM, wayBetween } from '../geometry/moved';
import { add, distance } from '../geometry/vec';
import { holdersOf, type Lettering } from '../piece/types';
import { fail, ok, type Result } from '../result';
import type { Face } from '../type/face';
import type { SpacingCorrection } from './line/measure';
import { movedSet, type SetLettering } from './line/set';
import { isFoundFor, needsSettling, settle, setWith } from './space/settle';

/** The faces that are at hand, by id. */
export type Faces = ReadonlyMap<string, Face>;

interface Kept {
  track: Track;
  face: Face;
  held: readonly (Track | null)[];
  correction: SpacingCorrection | null | undefined;
  result: Result<SetLettering>;
  /** Where it was set in full, if it was only moved since. */
  from?: Kept;
}

/** Where a lettering finds the curves that hold its seat. */
export type Tracks = ReadonlyMap<string, Result<Track>>;
const settings = new WeakMap<Lettering, Kept>();

/**
 * What evening out came to for letterings, for those who cannot wait for it: it is computed elsewhere, and until it is
 * there the last result stands.
 */
export interface SpacingCorrections {
  readonly of: (lettering: Lettering) => SpacingCorrection | null;
}

/** What a lettering of a piece is set with, where all of it is at hand. */
export interface SettingGround {
  readonly track: Track;
  readonly face: Face;
  readonly held: readonly (Track | null)[];
}

/**
 * Finds what a lettering is set with, or why it cannot be set: `unknown-curve`, `unknown-face`, or why its curve has no
 * track.
 */
export function groundOf(lettering: Lettering, tracks: Tracks, faces: Faces): Result<SettingGround> {
  const track =
    tracks.get(lettering.curveId) ??
    fail({
      code: 'unknown-curve',
      message: `The curve of “${lettering.wording}” is gone. Undo, or move it to another.`,
    });
  const plain = faces.get(lettering.faceId);
  if (!plain) {
    return fail({
      code: 'unknown-face',
      field: 'faceId',
      value: lettering.faceId,
      message: `The typeface “${lettering.faceId}” is missing. Choose another typeface for “${lettering.wording}”.`,
    });
  }
  if (!track.ok) return track;
  const face = lettering.axes.length > 0 ? plain.vary(lettering.axes) : plain;
  const held = holdersOf(lettering.seat).map((id) => {
    const one = tracks.get(id);
    return one?.ok ? one.value : null;
  });
  return ok({ track: track.value, face, held });
}

/** What was set, with its curve and those that hold its seat moved since, all alike; null where more than that changed. */
function movedFrom(
  cached: Kept,
  track: Track,
  held: readonly (Track | null)[],
): Pick<Kept, 'track' | 'held' | 'result' | 'from'> | null {
  const from = cached.from ?? cached;
  if (!from.result.ok || from.held.length !== held.length) return null;
  const way = wayBetween(from.track.path.path, track.path.path);
  if (!way || distance(add(from.track.centre, way), track.centre) > SAME_MM) return null;
  const alike = from.held.every((one, i) => {
    const now = held[i],
      own = one && now ? wayBetween(one.path.path, now.path.path) : null;
    return own ? distance(way, own) <= SAME_MM : one === null && now === null;
  });
  const moved = alike ? movedSet(from.result.value, track, way) : null;
  return moved && { track, held, result: ok(moved), from };
}

/**
 * The setting of a lettering of a piece, cached for as long as lettering, tracks, face and correction are the same objects.
 *
 * @param tracks of the piece, see `tracksOf`
 * @param corrections what evening out came to; left out, it is computed here and now
 * @returns the setting, or why there is none: `unknown-face`, `too-tight`, or why its curve has no track
 */
export function settingOf(
  lettering: Lettering,
  tracks: Tracks,
  faces: Faces,
  corrections?: SpacingCorrections,
): Result<SetLettering> {
  const ground = groundOf(lettering, tracks, faces);
  if (!ground.ok) return ground;
  const { track, face, held } = ground.value;
  const waits = corrections !== undefined && needsSettling(lettering);
  const correction = waits ? corrections.of(lettering) : undefined;
  const cached = settings.get(lettering);
  if (cached?.face === face && cached.correction === correction) {
    if (cached.track === track && cached.held.every((one, i) => one === held[i])) return cached.result;
    const moved = movedFrom(cached, track, held);
    if (moved) {
      settings.set(lettering, { ...moved, face, correction });
      return moved.result;
    }
  }
  const result = waits
    ? setWith(lettering, track, face, held, correction ?? null)
    : settle(lettering, track, face, held).result;
  settings.set(lettering, { track, face, held, correction, result });
  return result;
}

/**
 * Keeps a setting that was found on the way to the size of a curve, so that it is not made again; see `settingOf`.
 *
 * @param by the curves that held its seat then
 */
export function cacheSetting(
  lettering: Lettering,
  tracks: Tracks,
  faces: Faces,
  corrections: SpacingCorrections | undefined,
  found: SetLettering,
  by: readonly (Track | null)[],
): void {
  const ground = groundOf(lettering, tracks, faces);
  if (!ground.ok || !corrections || !needsSettling(lettering)) return;
  const { track, face, held } = ground.value,
    correction = corrections.of(lettering);
  if (!held.every((one, i) => one === by[i]) || !isFoundFor(found, lettering, track, face, correction)) return;
  settings.set(lettering, {
    track,
    face,
    held,
    correction,
    result: setWith(lettering, track, face, held, correction, found),
  });
}
