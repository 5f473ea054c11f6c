import { tracksOf } from '../curves';
import { strokeWidth } from '../geometry/outlines/middleLines';
import { regionOf } from '../geometry/outlines/edges';
import { scaledSize } from '../piece/items/lettering';
import { STANDARD_FIT } from '../piece/seat';
import { isLettering, type Lettering, type Piece } from '../piece/types';
import { linesOf, worstLine, type SetLettering } from '../setting/line/set';
import { settingOf, type Faces } from '../setting/settingOf';
import { LINE_FACE } from '../type/lineFace';
import { combine } from './booleans';
import { pointsOf } from './singleLines';
import { traceLettering } from './traceLetters';

/** Strokes no wider than this part of the height of the capitals, over so much of their length, make good single lines. */
const THIN = 1 / 6,
  OVER = 0.9;
/** How much wider or narrower than it is drawn the face of single lines may become: no stroke has a width that would show it. */
const WIDTHS = { min: 0.5, max: 1.5 } as const;

/** Tracking does not grow with the letters, so their width is found in so many turns. */
const TURNS = 4;

/** Whether the letters of a setting are thin enough to be drawn by the middle of their strokes. */
function isThin(set: SetLettering): boolean {
  const region = combine(
    'union',
    regionOf((sink) => traceLettering(set, sink)),
    [],
  );
  const width = strokeWidth(pointsOf(region), OVER);
  return width !== null && width <= THIN * set.capMm;
}

/**
 * A lettering in the face of single lines: as tall as it was and as long, by narrower or wider letters; smaller where
 * they cannot be narrow enough, shorter where they cannot be wide enough. Null where the face lacks one of its letters.
 */
function lined(set: SetLettering, settled: (item: Lettering) => SetLettering | null): Lettering | null {
  const plain: Lettering = {
    ...set.fitted,
    faceId: LINE_FACE,
    size: { by: 'cap', mm: set.capMm },
    width: 1,
    features: [],
    axes: [],
    fit: STANDARD_FIT,
    // A gap set by hand was right between other letters; what was moved or turned was meant so.
    adjustments: set.fitted.adjustments.map((one) => ({ ...one, kern: 0 })),
  };
  const long = worstLine(set).overset.inkMm;
  let best = plain;
  for (let turn = 0; turn < TURNS; turn++) {
    const now = settled(best);
    if (!now || now.notes.some(({ code }) => code === 'missing-character')) return null;
    const by = long / worstLine(now).overset.inkMm;
    const width = Math.min(WIDTHS.max, Math.max(WIDTHS.min, best.width * by));
    // Only where it can be no narrower it becomes smaller.
    const size = width > best.width * by ? scaledSize(best.size, (best.width * by) / width) : best.size;
    best = { ...best, width, size };
  }
  return best;
}

/** A piece for tools that draw single lines, and the letterings that another face was taken for. */
export interface Lined {
  readonly piece: Piece;
  readonly changed: readonly Lettering[];
}

/**
 * A piece whose letters are thin enough for single lines: words in thick faces are set in the face of single lines, in
 * the room that they had. Words that it has no letters for stay as they are.
 *
 * @param faces with `LINE_FACE` among them; without it nothing changes
 */
export function inLineFace(piece: Piece, faces: Faces): Lined {
  const tracks = tracksOf(piece),
    changed: Lettering[] = [];
  const settled = (item: Lettering): SetLettering | null => {
    const set = settingOf(item, tracks, faces);
    return set.ok ? set.value : null;
  };
  if (!faces.has(LINE_FACE)) return { piece, changed };
  const items = piece.items.map((item) => {
    if (!isLettering(item) || item.hidden) return item;
    const set = settled(item);
    const other = set && linesOf(set).some(({ rows }) => rows.length > 0) && !isThin(set) ? lined(set, settled) : null;
    if (other) changed.push(item);
    return other ?? item;
  });
  return { piece: { ...piece, items }, changed };
}
