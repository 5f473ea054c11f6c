import { tracksOf, type Track } from '../curves';
import { holdersOf, type Curve, type Lettering, type Piece, type Sheet } from '../piece/types';
import { fail, type Problem, type Result } from '../result';
import { setLettering, type SetLettering } from '../setting/setLettering';
import type { Face } from '../type/face';
import type { Paint, Sink } from './sink';
import { traceLettering } from './traceLetters';
import { tracePath } from './tracePath';

/** One painted outline of a drawing. */
export interface PaintedPath {
  readonly id: string;
  readonly paint: Paint;
  /** Sends the outline, without painting it. */
  readonly trace: (sink: Sink) => void;
}

/** A piece as it prints: painted outlines in painting order. The screen and every file are written from it. */
export interface Drawing {
  readonly name: string;
  readonly sheet: Sheet;
  readonly paths: readonly PaintedPath[];
  /** What could not be drawn, or is drawn otherwise than a person may expect; `field` holds the item's id. */
  readonly problems: readonly Problem[];
}

/** The faces that are at hand, by id. */
export type Faces = ReadonlyMap<string, Face>;

interface Kept { track: Track; face: Face; held: readonly (Track | null)[]; result: Result<SetLettering> }

/** Where a lettering finds the curves that hold its seat. */
export type Tracks = ReadonlyMap<string, Result<Track>>;
const settings = new WeakMap<Lettering, Kept>();

/**
 * The setting of a lettering of a piece, kept for as long as lettering, tracks and face are the same objects.
 *
 * @param tracks of the piece, see `tracksOf`
 *
 * @returns the setting, or why there is none: `unknown-face`, `too-tight`, or why its curve has no track
 */
export function settingOf(lettering: Lettering, tracks: Tracks, faces: Faces): Result<SetLettering> {
  const track = tracks.get(lettering.curveId) ?? fail({ code: 'unknown-curve', message: `The curve of “${lettering.wording}” is gone. Undo, or move it to another.` });
  const plain = faces.get(lettering.faceId);
  if (!plain) {
    return fail({ code: 'unknown-face', field: 'faceId', value: lettering.faceId, message: `The typeface “${lettering.faceId}” is not at hand. Choose another typeface for “${lettering.wording}”.` });
  }
  if (!track.ok) return track;
  const face = lettering.axes.length > 0 ? plain.vary(lettering.axes) : plain;
  const kept = settings.get(lettering);
  const held = holdersOf(lettering.seat).map((id) => { const one = tracks.get(id); return one?.ok ? one.value : null; });
  if (kept && kept.face === face && kept.track === track.value && kept.held.every((one, i) => one === held[i])) return kept.result;
  const result = setLettering(lettering, track.value, face, held);
  settings.set(lettering, { track: track.value, face, held, result });
  return result;
}

const painted = new WeakMap<SetLettering, PaintedPath>();

/** The painted outline of a set lettering; the same setting gives the same object. */
export function paintLettering(set: SetLettering): PaintedPath {
  let path = painted.get(set);
  if (!path) {
    const { id, fill, stroke } = set.lettering;
    path = { id, paint: { fill, stroke }, trace: (sink) => traceLettering(set, sink) };
    painted.set(set, path);
  }
  return path;
}

const paintedCurves = new WeakMap<Curve, { track: Track; path: PaintedPath }>();

/** The painted outline of a curve, or null when it has no ink or is hidden. The same curve on the same track gives the same object. */
export function paintCurve(curve: Curve, track: Track): PaintedPath | null {
  if (curve.hidden || (!curve.fill && !curve.stroke)) return null;
  const known = paintedCurves.get(curve);
  if (known?.track === track) return known.path;
  const { id, fill, stroke } = curve;
  const path: PaintedPath = { id, paint: { fill, stroke }, trace: (sink) => tracePath(track.path.path, sink) };
  paintedCurves.set(curve, { track, path });
  return path;
}

/**
 * Draws a piece.
 *
 * Lettering that cannot be set is reported in `problems` and left out, so whoever writes a file must look at
 * `blocking` first; characters that a face lacks are drawn as its missing-glyph box and reported.
 */
export function drawPiece(piece: Piece, faces: Faces): Drawing {
  const paths: PaintedPath[] = [];
  const problems: Problem[] = [];
  const tracks = tracksOf(piece);
  for (const item of piece.items) {
    if (item.type === 'curve') {
      const track = tracks.get(item.id)!;
      if (!track.ok) problems.push({ ...track.problem, field: item.id });
      const path = track.ok ? paintCurve(item, track.value) : null;
      if (path) paths.push(path);
      continue;
    }
    // A picture to trace is no part of the design.
    if (item.type === 'tracing') continue;
    const set = settingOf(item, tracks, faces);
    if (!set.ok) {
      problems.push({ ...set.problem, field: item.id });
      continue;
    }
    problems.push(...set.value.notes.map((note) => ({ ...note, field: item.id })));
    paths.push(paintLettering(set.value));
  }
  return { name: piece.name, sheet: piece.sheet, paths, problems };
}

/** Problems for which no file may be made, because something would be missing from it. */
export const blocking = (drawing: Drawing): readonly Problem[] =>
  drawing.problems.filter((problem) => problem.code !== 'missing-character' && problem.code !== 'fold');

/** Sends a whole drawing to a writer. */
export function sendDrawing(drawing: Drawing, sink: Sink): void {
  for (const path of drawing.paths) {
    path.trace(sink);
    sink.paint(path.paint, path.id);
  }
}
