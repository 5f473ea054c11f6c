import { measurePath } from '../geometry/measuredPath';
import { extentOf, middleOf } from '../geometry/extent';
import { findCurve, type Curve, type Piece } from '../piece/types';
import { curveKind, parentsOf, type CurveShape } from '../shapes';
import type { Track } from '../shapes/kind';
import { fail, ok, type Problem, type Result } from '../result';

export { curveKind } from '../shapes';
export type { Track } from '../shapes/kind';

interface Cached {
  parents: readonly Track[];
  result: Result<Track>;
}
const cached = new WeakMap<CurveShape, Cached>();

/**
 * The track of a shape: its path, measured, and where it is seen from. Cached for as long as the shape and its parents
 * are the same objects.
 *
 * @param parents tracks of the curves that it follows, in the order of `parentsOf`
 * @returns why there is none: `zero-length`, `vanishes`, `curves-cross`
 */
export function trackOf(shape: CurveShape, parents: readonly Track[] = []): Result<Track> {
  const known = cached.get(shape);
  if (known && known.parents.length === parents.length && known.parents.every((one, i) => one === parents[i]))
    return known.result;
  const result = makeTrack(shape, parents);
  cached.set(shape, { parents, result });
  return result;
}

function makeTrack(shape: CurveShape, parents: readonly Track[]): Result<Track> {
  const kind = curveKind(shape);
  const made = kind.path(shape, parents);
  if (!made.ok) return made;
  const path = measurePath(made.value);
  if (path.spans.length === 0) return fail(path.problems[0]!);
  const centre = kind.centre?.(shape) ?? parents[0]?.centre ?? middleOf(extentOf(path));
  // A closed curve is travelled clockwise where its tangent turns that way on the whole.
  const outwardSign =
    kind.outwardSign?.(shape) ??
    (parents.length > 0 ? parents[0]!.outwardSign : path.path.closed && path.turningRad < 0 ? -1 : 1);
  return ok({ path, centre, outwardSign });
}

const gone = (): Problem => ({
  code: 'unknown-curve',
  message: 'The curve that this one follows is gone. Delete this one, or undo.',
});
const circular = (): Problem => ({
  code: 'follows-itself',
  message: 'This curve follows itself, by way of others. Let it follow another curve.',
});

const byPiece = new WeakMap<Piece, Map<string, Result<Track>>>();

/** The tracks of all curves of a piece, by id; those that cannot be had with the reason why. */
export function tracksOf(piece: Piece): ReadonlyMap<string, Result<Track>> {
  const known = byPiece.get(piece);
  if (known) return known;
  const tracks = new Map<string, Result<Track>>();
  const underway = new Set<string>();
  const resolve = (curve: Curve): Result<Track> => {
    const done = tracks.get(curve.id);
    if (done) return done;
    if (underway.has(curve.id)) return fail(circular());
    underway.add(curve.id);
    const parents: Track[] = [];
    let problem: Problem | null = null;
    for (const [, id] of parentsOf(curve.shape)) {
      const parent = findCurve(piece, id);
      const track = parent ? resolve(parent) : fail(gone());
      if (track.ok) parents.push(track.value);
      else problem ??= track.problem;
    }
    const result = problem ? fail(problem) : trackOf(curve.shape, parents);
    underway.delete(curve.id);
    tracks.set(curve.id, result);
    return result;
  };
  for (const item of piece.items) if (item.type === 'curve') resolve(item);
  byPiece.set(piece, tracks);
  return tracks;
}

/**
 * The track of one curve of a piece.
 *
 * @returns why there is none: `unknown-curve` where the piece has it no more, or as `trackOf`
 */
export const trackIn = (piece: Piece, { id }: Curve): Result<Track> =>
  tracksOf(piece).get(id) ??
  fail({ code: 'unknown-curve', message: 'This curve has been deleted meanwhile. Select another one.' });
