import { tracksOf, type Track } from '../curves';
import { holdersOf, letteringsOn, type Curve, type Lettering, type Ornaments, type Piece, type Sheet } from '../piece/types';
import { fail, ok, type Problem, type Result } from '../result';
import type { Evening } from '../setting/measure';
import { setOrnaments, type SetOrnaments } from '../setting/ornaments';
import type { SetLettering } from '../setting/setLettering';
import { needsSettling, settle, setWith } from '../setting/settle';
import type { Face } from '../type/face';
import type { Paint, Sink } from './sink';
import { traceLettering, traceOrnaments } from './traceLetters';
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

interface Kept { track: Track; face: Face; held: readonly (Track | null)[]; evening: Evening | null | undefined; result: Result<SetLettering> }

/** Where a lettering finds the curves that hold its seat. */
export type Tracks = ReadonlyMap<string, Result<Track>>;
const settings = new WeakMap<Lettering, Kept>();

/**
 * What evening out came to for letterings, for those who cannot wait for it: it is computed elsewhere, and until it is
 * there the last result stands.
 */
export interface Evenings {
  readonly of: (lettering: Lettering) => Evening | null;
}

/** What a lettering of a piece is set with, where all of it is at hand. */
export interface SettingGround { readonly track: Track; readonly face: Face; readonly held: readonly (Track | null)[] }

/** Finds what a lettering is set with, or why it cannot be set: `unknown-curve`, `unknown-face`, or why its curve has no track. */
export function groundOf(lettering: Lettering, tracks: Tracks, faces: Faces): Result<SettingGround> {
  const track = tracks.get(lettering.curveId) ?? fail({ code: 'unknown-curve', message: `The curve of “${lettering.wording}” is gone. Undo, or move it to another.` });
  const plain = faces.get(lettering.faceId);
  if (!plain) {
    return fail({ code: 'unknown-face', field: 'faceId', value: lettering.faceId, message: `The typeface “${lettering.faceId}” is not at hand. Choose another typeface for “${lettering.wording}”.` });
  }
  if (!track.ok) return track;
  const face = lettering.axes.length > 0 ? plain.vary(lettering.axes) : plain;
  const held = holdersOf(lettering.seat).map((id) => { const one = tracks.get(id); return one?.ok ? one.value : null; });
  return ok({ track: track.value, face, held });
}

/**
 * The setting of a lettering of a piece, kept for as long as lettering, tracks, face and evening are the same objects.
 *
 * @param tracks of the piece, see `tracksOf`
 * @param evenings what evening out came to; left out, it is computed here and now
 * @returns the setting, or why there is none: `unknown-face`, `too-tight`, or why its curve has no track
 */
export function settingOf(lettering: Lettering, tracks: Tracks, faces: Faces, evenings?: Evenings): Result<SetLettering> {
  const ground = groundOf(lettering, tracks, faces);
  if (!ground.ok) return ground;
  const { track, face, held } = ground.value;
  const waits = evenings !== undefined && needsSettling(lettering);
  const evening = waits ? evenings.of(lettering) : undefined;
  const kept = settings.get(lettering);
  if (kept && kept.face === face && kept.track === track && kept.evening === evening && kept.held.every((one, i) => one === held[i])) return kept.result;
  const result = waits ? setWith(lettering, track, face, held, evening ?? null) : settle(lettering, track, face, held).result;
  settings.set(lettering, { track, face, held, evening, result });
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

const paintedOrnaments = new WeakMap<Ornaments, { track: Track; sets: readonly SetLettering[]; set: SetOrnaments; path: PaintedPath }>();

/** The ornaments of a curve set between its letterings, and their painted outline. The same item between the same settings gives the same objects. */
export function paintOrnaments(item: Ornaments, track: Track, sets: readonly SetLettering[]): { readonly set: SetOrnaments; readonly path: PaintedPath } {
  const known = paintedOrnaments.get(item);
  if (known && known.track === track && known.sets.length === sets.length && known.sets.every((one, i) => one === sets[i])) return known;
  const set = setOrnaments(item, track, sets);
  const made = { track, sets, set, path: { id: item.id, paint: { fill: item.fill, stroke: item.stroke }, trace: (sink: Sink) => traceOrnaments(set, sink) } };
  paintedOrnaments.set(item, made);
  return made;
}

/** Ornaments that have less white than none stand on letters. */
export const crowdedOrnaments = ({ item, whiteMm }: SetOrnaments): Problem | null => (whiteMm >= 0 ? null : {
  code: 'ornament-crowded', field: item.id, value: whiteMm,
  message: `${item.name}: an ornament has no room between the words; ${(-whiteMm).toFixed(2)} mm are lacking at its sides. Make it smaller, fewer, or the words shorter.`,
});

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
    // A picture to trace is no part of the design.
    if (item.type === 'tracing') continue;
    if (item.type === 'curve' || item.type === 'ornaments') {
      const track = tracks.get(item.type === 'curve' ? item.id : item.curveId)!;
      if (!track.ok) { problems.push({ ...track.problem, field: item.id }); continue; }
      if (item.type === 'curve') { paths.push(...[paintCurve(item, track.value)].filter((path) => path !== null)); continue; }
      const sets = letteringsOn(piece, item.curveId).flatMap((one) => { const set = settingOf(one, tracks, faces); return set.ok ? [set.value] : []; });
      const { set, path } = paintOrnaments(item, track.value, sets);
      const crowded = crowdedOrnaments(set);
      if (crowded) problems.push(crowded);
      if (set.placed.length > 0) paths.push(path);
      continue;
    }
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

/** Problems that are told but stop no file: nothing is missing from it. */
const HARMLESS: ReadonlySet<string> = new Set(['missing-character', 'fold', 'fit-not-met', 'least-gap-too-large', 'ornament-crowded']);

/** Problems for which no file may be made, because something would be missing from it. */
export const blocking = (drawing: Drawing): readonly Problem[] =>
  drawing.problems.filter((problem) => !HARMLESS.has(problem.code));

/** Sends a whole drawing to a writer. */
export function sendDrawing(drawing: Drawing, sink: Sink): void {
  for (const path of drawing.paths) {
    path.trace(sink);
    sink.paint(path.paint, path.id);
  }
}
