import { tracksOf, type Track } from '../curves';
import { holdersOf, isLettering, isOrnaments, type Lettering, type Piece, type Sheet } from '../piece/types';
import { fail, ok, type Problem, type Result } from '../result';
import type { Evening } from '../setting/measure';
import type { SetOrnaments } from '../setting/ornaments';
import type { SetLettering } from '../setting/setLettering';
import { isFoundFor, needsSettling, settle, setWith } from '../setting/settle';
import type { Face } from '../type/face';
import { cleanPath } from './clean';
import { drawnInk } from './inks';
import { frameOfPicture, missingPicture, NO_PICTURES, type Pictures } from './pictures';
import { ornamentsBetween, paintPiece, setsOn, type PaintedPath } from './paint';
import type { DrawnInk, Sink } from './sink';

/** A piece as it prints: painted outlines in painting order. The screen and every file are written from it. */
export interface Drawing {
  readonly name: string;
  readonly sheet: Sheet;
  /** Colour of the paper on the screen. */
  readonly paper: string;
  readonly inks: readonly DrawnInk[];
  readonly paths: readonly PaintedPath[];
  /** The images of its pictures, as far as they are at hand. */
  readonly pictures: Pictures;
  /** What could not be drawn, or is drawn otherwise than a person may expect; `field` holds the item's id. */
  readonly problems: readonly Problem[];
}

/** The faces that are at hand, by id. */
export type Faces = ReadonlyMap<string, Face>;

interface Kept {
  track: Track;
  face: Face;
  held: readonly (Track | null)[];
  evening: Evening | null | undefined;
  result: Result<SetLettering>;
}

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
export interface SettingGround {
  readonly track: Track;
  readonly face: Face;
  readonly held: readonly (Track | null)[];
}

/** Finds what a lettering is set with, or why it cannot be set: `unknown-curve`, `unknown-face`, or why its curve has no track. */
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
      message: `The typeface “${lettering.faceId}” is not at hand. Choose another typeface for “${lettering.wording}”.`,
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

/**
 * The setting of a lettering of a piece, kept for as long as lettering, tracks, face and evening are the same objects.
 *
 * @param tracks of the piece, see `tracksOf`
 * @param evenings what evening out came to; left out, it is computed here and now
 * @returns the setting, or why there is none: `unknown-face`, `too-tight`, or why its curve has no track
 */
export function settingOf(
  lettering: Lettering,
  tracks: Tracks,
  faces: Faces,
  evenings?: Evenings,
): Result<SetLettering> {
  const ground = groundOf(lettering, tracks, faces);
  if (!ground.ok) return ground;
  const { track, face, held } = ground.value;
  const waits = evenings !== undefined && needsSettling(lettering);
  const evening = waits ? evenings.of(lettering) : undefined;
  const kept = settings.get(lettering);
  if (
    kept &&
    kept.face === face &&
    kept.track === track &&
    kept.evening === evening &&
    kept.held.every((one, i) => one === held[i])
  )
    return kept.result;
  const result = waits
    ? setWith(lettering, track, face, held, evening ?? null)
    : settle(lettering, track, face, held).result;
  settings.set(lettering, { track, face, held, evening, result });
  return result;
}

/**
 * Keeps a setting that was found on the way to the size of a curve, so that it is not made again; see `settingOf`.
 *
 * @param by the curves that held its seat then
 */
export function keepFound(
  lettering: Lettering,
  tracks: Tracks,
  faces: Faces,
  evenings: Evenings | undefined,
  found: SetLettering,
  by: readonly (Track | null)[],
): void {
  const ground = groundOf(lettering, tracks, faces);
  if (!ground.ok || !evenings || !needsSettling(lettering)) return;
  const { track, face, held } = ground.value,
    evening = evenings.of(lettering);
  if (!held.every((one, i) => one === by[i]) || !isFoundFor(found, lettering, track, face, evening)) return;
  settings.set(lettering, {
    track,
    face,
    held,
    evening,
    result: setWith(lettering, track, face, held, evening, found),
  });
}

/** Ornaments that have less white than none stand on letters. */
export const crowdedOrnaments = ({ item, whiteMm }: SetOrnaments): Problem | null =>
  whiteMm >= 0
    ? null
    : {
        code: 'ornament-crowded',
        field: item.id,
        value: whiteMm,
        message: `${item.name}: an ornament has no room between the words; ${(-whiteMm).toFixed(2)} mm are lacking at its sides. Make it smaller, fewer, or the words shorter.`,
      };

/**
 * Draws a piece.
 *
 * Lettering that cannot be set and pictures without an image are reported in `problems` and left out, so whoever writes a file must look at
 * `blocking` first; characters that a face lacks are drawn as its missing-glyph box and reported.
 */
export function drawPiece(piece: Piece, faces: Faces, pictures: Pictures = NO_PICTURES): Drawing {
  const problems: Problem[] = [];
  const tracks = tracksOf(piece);
  const sets = new Map<string, Result<SetLettering>>();
  for (const item of piece.items) if (isLettering(item)) sets.set(item.id, settingOf(item, tracks, faces));
  const ornaments = new Map<string, SetOrnaments>();
  for (const item of piece.items) {
    const track = isOrnaments(item) ? tracks.get(item.curveId) : undefined;
    if (isOrnaments(item) && track?.ok)
      ornaments.set(item.id, ornamentsBetween(item, track.value, setsOn(piece, item.curveId, sets)));
  }
  const paths = paintPiece(piece, {
    track: (id) => {
      const track = tracks.get(id);
      return track?.ok ? track.value : null;
    },
    set: (id) => {
      const set = sets.get(id);
      return set?.ok ? set.value : null;
    },
    ornaments: (id) => ornaments.get(id) ?? null,
  });
  for (const item of piece.items) {
    if (item.type === 'tracing' || (item.type !== 'ornaments' && item.hidden)) continue;
    if (item.type === 'art') continue;
    if (item.type === 'picture') {
      if (!pictures.has(item.imageId)) problems.push(missingPicture(item));
      continue;
    }
    if (item.type !== 'lettering') {
      const track = tracks.get(item.type === 'curve' ? item.id : item.curveId)!;
      const crowded = ornaments.has(item.id) ? crowdedOrnaments(ornaments.get(item.id)!) : null;
      if (!track.ok) problems.push({ ...track.problem, field: item.id });
      else if (crowded) problems.push(crowded);
      continue;
    }
    const set = sets.get(item.id)!;
    if (!set.ok) problems.push({ ...set.problem, field: item.id });
    else problems.push(...set.value.notes.map((note) => ({ ...note, field: item.id })));
  }
  return {
    name: piece.name,
    sheet: piece.sheet,
    paper: piece.paper,
    inks: piece.inks.map(drawnInk),
    paths,
    pictures,
    problems,
  };
}

/** Problems that are told but stop no file: nothing is missing from it. */
const HARMLESS: ReadonlySet<string> = new Set([
  'missing-character',
  'fold',
  'fit-not-met',
  'least-gap-too-large',
  'ornament-crowded',
  'hold-not-met',
]);

/** Problems for which no file may be made, because something would be missing from it. */
export const blocking = (drawing: Drawing): readonly Problem[] =>
  drawing.problems.filter((problem) => !HARMLESS.has(problem.code));

/** Sends a whole drawing to a writer: every path as one clean outline, see `cleanPath`. */
export function sendDrawing(drawing: Drawing, sink: Sink): void {
  for (const path of drawing.paths) {
    if (path.picture) {
      if (drawing.pictures.has(path.picture.imageId))
        sink.picture?.(path.picture, frameOfPicture(path.trace), path.within && cleanPath(path).trace, path.id);
      continue;
    }
    cleanPath(path).trace(sink);
    sink.paint(path.paint, path.id);
  }
}
