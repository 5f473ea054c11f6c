import { hypot } from '../hypot';
import { combine } from '../drawing/booleans';
import { lineEdge, onEdge } from '../geometry/outlines/edges';
import type { Vec } from '../geometry/vec';
import { shapeOf, signedArea } from '../geometry/outlines/closest';
import { contoursOf } from '../setting/line/flatOutlines';
import { linesOf, type SetLettering } from '../setting/line/set';
import { LETTER } from '../stances';
import type { Face } from '../type/face';

/** The thinnest stroke and the thinnest white of a glyph, in font units (of its height), each with its middle. */
export interface Thinnest {
  readonly stroke: Measured | null;
  readonly white: Measured | null;
}
export interface Measured {
  readonly width: number;
  readonly x: number;
  readonly y: number;
}

/** Sides count as those of one stroke where they run against each other within this, as a cosine: 25 degrees. */
const AGAINST = -0.9;
/** Nearer than this share of an em two sides are one and the same; farther than the other one nothing is thin. */
const SAME_EM = 1e-5,
  FAR_EM = 0.15;
/** Sides so few apart on their contour meet at a corner, or at the end of a stroke: there is nothing between them. */
const CORNER = 3;
/**
 * A stroke or a gap is as long as so many of its widths, being about as thin on the way; what is shorter is the tip of
 * a serif. Between two contours there is no tip: a bar under a counter is one however short it is.
 */
const LENGTH = 3,
  LENGTH_BETWEEN = 0.3,
  ABOUT = 1.5;
/** A leg that tapers along a counter is thinnest at its end, and hardly thicker for so many widths before it. */
const TAPER_LENGTH = 0.5,
  TAPER = 1.1;
/** Where on a side it is measured. */
const STATIONS = [0.2, 0.5, 0.8] as const;

interface Side {
  readonly contour: number;
  readonly index: number;
  readonly of: number;
  readonly ax: number;
  readonly ay: number;
  readonly bx: number;
  readonly by: number;
  readonly tx: number;
  readonly ty: number;
}

/** An em as booleans see it, mm: their tolerance is then a ten-thousandth of it. */
const EM_MM = 10;
/**
 * The contours of a glyph; where some that are filled lie over each other, as in faces made of parts, those of all of
 * them together.
 */
function partedContours(face: Face, glyphId: number): readonly Float64Array[] {
  const contours = contoursOf(face, glyphId, 'fine');
  const whole = Math.sign(contours.reduce((sum, points) => sum + signedArea(points), 0));
  const boxes = contours
    .filter((points) => Math.sign(signedArea(points)) === whole)
    .map((points) => shapeOf([points])!);
  const meet = boxes.some((a, i) =>
    boxes.slice(i + 1).some((b) => a.xMin < b.xMax && b.xMin < a.xMax && a.yMin < b.yMax && b.yMin < a.yMax),
  );
  if (!meet) return contours;
  const k = EM_MM / face.metrics.upem;
  const region = combine(
    'union',
    contours.map((points) =>
      Array.from({ length: points.length / 2 - 1 }, (_, i) =>
        lineEdge(points[2 * i]! * k, points[2 * i + 1]! * k, points[2 * i + 2]! * k, points[2 * i + 3]! * k),
      ),
    ),
    [],
  );
  return region.map((contour) => {
    const points = contour.flatMap((edge) => {
      const { x, y } = onEdge(edge, 0);
      return [x / k, y / k];
    });
    return Float64Array.from([...points, points[0]!, points[1]!]);
  });
}

/** Contours of a glyph as sides, its width scaled, the ink to the left of each. */
function sidesOf(face: Face, glyphId: number, ratio: number): Side[][] {
  const contours = partedContours(face, glyphId);
  const area = contours.reduce((sum, points) => sum + signedArea(points), 0);
  return contours.map((points, contour) => {
    const sides: Omit<Side, 'contour' | 'index' | 'of'>[] = [];
    for (let i = 2; i < points.length; i += 2) {
      const [ax, ay, bx, by] =
        area > 0
          ? [points[i - 2]! * ratio, points[i - 1]!, points[i]! * ratio, points[i + 1]!]
          : [points[i]! * ratio, points[i + 1]!, points[i - 2]! * ratio, points[i - 1]!];
      const length = hypot(bx - ax, by - ay);
      if (length > 0) sides.push({ ax, ay, bx, by, tx: (bx - ax) / length, ty: (by - ay) / length });
    }
    const ordered = area > 0 ? sides : sides.reverse();
    return ordered.map((side, index) => ({ ...side, contour, index, of: ordered.length }));
  });
}

/**
 * How far it is straight across from a place to the side that is met first, where that one runs against its own, and
 * whether that is one of another contour; else null.
 */
function across(
  sides: readonly Side[],
  x: number,
  y: number,
  nx: number,
  ny: number,
  own: Side,
  near: number,
  far: number,
): { readonly width: number; readonly between: boolean } | null {
  let best = far,
    met: Side | null = null;
  for (const side of sides) {
    if (side === own) continue;
    // Sides that lie wholly before or behind what is looked at are out of the question.
    const p = (side.ax - x) * nx + (side.ay - y) * ny,
      q = (side.bx - x) * nx + (side.by - y) * ny;
    if ((p > best && q > best) || (p < near && q < near)) continue;
    const ex = side.bx - side.ax,
      ey = side.by - side.ay;
    const cross = nx * ey - ny * ex;
    if (cross === 0) continue;
    const wx = side.ax - x,
      wy = side.ay - y;
    const at = (wx * ey - wy * ex) / cross;
    if (at <= near || at >= best) continue;
    const u = (wx * ny - wy * nx) / cross;
    if (u >= -1e-9 && u <= 1 + 1e-9) {
      best = at;
      met = side;
    }
  }
  if (!met || met.tx * own.tx + met.ty * own.ty > AGAINST) return null;
  const apart = Math.abs(met.index - own.index);
  return met.contour === own.contour && Math.min(apart, own.of - apart) <= CORNER
    ? null
    : { width: best, between: met.contour !== own.contour };
}

/**
 * The thinnest place along one contour, to one side of it: a least width that opens, or stays, both ways. Where two
 * sides close up to a corner it is no stroke and no gap.
 */
function thinnestAlong(
  contour: readonly Side[],
  all: readonly Side[],
  inward: boolean,
  near: number,
  far: number,
): Measured | null {
  const places = contour.flatMap((side) =>
    STATIONS.map((u) => {
      const x = side.ax + (side.bx - side.ax) * u,
        y = side.ay + (side.by - side.ay) * u;
      const [nx, ny] = inward ? [-side.ty, side.tx] : [side.ty, -side.tx];
      const met = across(all, x, y, nx, ny, side, near, far);
      return met && { ...met, x: x + (nx * met.width) / 2, y: y + (ny * met.width) / 2 };
    }),
  );
  const count = places.length;
  /** How far the place can be followed to one way while it stays about as thin. */
  const long = (i: number, step: 1 | -1, width: number, about = ABOUT): number => {
    let at = i;
    for (let n = 0; n < count; n++) {
      const next = places[(at + step + count) % count];
      if (!next || next.width > width * about) break;
      at = (at + step + count) % count;
    }
    return hypot(places[at]!.x - places[i]!.x, places[at]!.y - places[i]!.y);
  };
  let best: Measured | null = null;
  places.forEach((place, i) => {
    const before = places[(i + count - 1) % count],
      after = places[(i + 1) % count];
    if (!place || (best && place.width >= best.width)) return;
    const least = place.width * (1 - 1e-3);
    if ((before && before.width < least) || (after && after.width < least) || (!before && !after)) return;
    if (!before || !after) {
      const taper = long(i, before ? -1 : 1, place.width, TAPER);
      if (!place.between || taper < place.width * TAPER_LENGTH) return;
    }
    const lengths = place.between ? LENGTH_BETWEEN : LENGTH;
    if (long(i, 1, place.width) + long(i, -1, place.width) >= place.width * lengths) best = place;
  });
  return best;
}

function measure(face: Face, glyphId: number, ratio: number): Thinnest {
  const contours = sidesOf(face, glyphId, ratio);
  const all = contours.flat();
  const [near, far] = [face.metrics.upem * SAME_EM, face.metrics.upem * FAR_EM];
  const least = (inward: boolean): Measured | null =>
    contours.reduce<Measured | null>((best, contour) => {
      const found = thinnestAlong(contour, all, inward, near, far);
      return found && (!best || found.width < best.width) ? found : best;
    }, null);
  return { stroke: least(true), white: least(false) };
}

const known = new WeakMap<Face, Map<string, Thinnest>>();

/**
 * The thinnest places of a glyph, measured across it from its outlines: from every side straight across to the one
 * over against it. Kept with the face.
 *
 * @param ratio its width by its height, 1 as the face has it
 */
export function thinnestOf(face: Face, glyphId: number, ratio: number): Thinnest {
  let glyphs = known.get(face);
  if (!glyphs) known.set(face, (glyphs = new Map()));
  const key = `${glyphId} ${ratio.toFixed(4)}`;
  let found = glyphs.get(key);
  if (!found) glyphs.set(key, (found = measure(face, glyphId, ratio)));
  return found;
}

export interface ThinPlace {
  readonly mm: number;
  readonly at: Vec;
  readonly letter: string;
}

/**
 * The thinnest stroke or white of a lettering as it is set, all its lines; null without ink. Letters are measured as
 * the face has them, before they are bent.
 */
export function thinnestPlace(set: SetLettering, which: keyof Thinnest): ThinPlace | null {
  let best: ThinPlace | null = null;
  for (const line of linesOf(set)) {
    const {
      measured: { run, scales },
      scaleX,
      scaleY,
      rows,
    } = line;
    run.letters.forEach((letter, i) => {
      const k = scales ? scales[i]! : 1;
      for (const glyph of letter.glyphs) {
        const found = thinnestOf(run.face, glyph.id, scaleX / scaleY)[which];
        if (!found) continue;
        const mm = found.width * scaleY * k;
        if (best && mm >= best.mm) continue;
        const at = i * LETTER.length;
        const px = (found.x / (scaleX / scaleY) + glyph.x - letter.advance / 2) * scaleX * k,
          py = (found.y + glyph.y) * scaleY * k;
        best = {
          mm,
          letter: letter.text,
          at: {
            x: rows[at]! + rows[at + 2]! * px + rows[at + 4]! * py,
            y: rows[at + 1]! + rows[at + 3]! * px + rows[at + 5]! * py,
          },
        };
      }
    });
  }
  return best;
}
