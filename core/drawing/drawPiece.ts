import { settingOf, type Faces } from '../setting/settingOf';
import type { StockName } from '../ink/stocks';
import { tracksOf } from '../curves';
import { isLettering, isOrnaments, type Piece, type Sheet } from '../piece/types';
import { type Problem, type Result } from '../result';
import { type SetOrnaments, ornamentsBetween, setsOn } from '../setting/space/ornaments';
import type { SetLettering } from '../setting/line/set';
import { cleanPath } from './clean';
import { inksOf } from './inks';
import { itemKind } from './items';
import { frameOfPicture, NO_PICTURES, type Pictures } from './pictures';
import { paintPiece } from './paint';
import { type PaintedPath } from './painted';
import type { DrawnInk, Sink } from './sink';

/** A piece as it prints: painted outlines in painting order. The screen and every file are written from it. */
export interface Drawing {
  readonly name: string;
  readonly sheet: Sheet;
  /** Colour of the paper on the screen. */
  readonly paper: string;
  /** What it is printed on. */
  readonly stock: StockName;
  readonly inks: readonly DrawnInk[];
  readonly paths: readonly PaintedPath[];
  /** The images of its pictures, as far as they are at hand. */
  readonly pictures: Pictures;
  /** What could not be drawn, or is drawn otherwise than a person may expect; `field` holds the item's id. */
  readonly problems: readonly Problem[];
}

/**
 * Draws a piece.
 *
 * Lettering that cannot be set and pictures without an image are reported in `problems` and left out, so whoever writes
 * a file must look at `blocking` first; characters that a face lacks are drawn as its missing-glyph box and reported.
 */
export function drawPiece(piece: Piece, faces: Faces, pictures: Pictures = NO_PICTURES): Drawing {
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
  const ground = { tracks, sets, ornaments, pictures };
  return {
    name: piece.name,
    sheet: piece.sheet,
    paper: piece.paper,
    stock: piece.process.stock,
    inks: [...inksOf(piece).values()],
    paths,
    pictures,
    problems: piece.items.flatMap((item) => itemKind(item).problems?.(item, ground) ?? []),
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

/** Whether an ink is for a machine after printing, and no colour. */
const technical = (ink: DrawnInk | null | undefined): boolean =>
  ink !== null && ink !== undefined && ink.purpose !== 'print';

/** A drawing with what is printed alone: without lines to cut, varnish and the like. */
export function printedOnly(drawing: Drawing): Drawing {
  if (!drawing.inks.some(technical)) return drawing;
  const paths = drawing.paths.flatMap((path) => {
    const { fill, stroke } = path.paint;
    const paint = {
      ...path.paint,
      fill: technical(fill) ? null : fill,
      stroke: technical(stroke?.ink) ? null : stroke,
    };
    const picture = technical(path.picture?.ink);
    return picture || (!path.picture && !paint.fill && !paint.stroke) ? [] : [{ ...path, paint }];
  });
  return { ...drawing, paths };
}

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
