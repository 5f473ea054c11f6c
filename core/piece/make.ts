import { standardOf, standardStyle, styleOf } from './items/lettering';
import type {
  Curve,
  CurveShape,
  InkId,
  Lettering,
  Ornaments,
  Picture,
  Piece,
  Sheet,
  Side,
  Stroke,
  Style,
  Tops,
  Tracing,
} from './types';

/** Ornaments as they are first put between the letterings of a curve. */
export const makeOrnaments = (id: string, name: string, curveId: string, fill: string | null): Ornaments => ({
  type: 'ornaments',
  id,
  name,
  curveId,
  sign: { kind: 'diamond' },
  height: 0.5,
  count: 1,
  turnDeg: 0,
  offMm: 0,
  fill,
  stroke: null,
  group: null,
});

/** The first of "Circle", "Circle 2", … that is not taken. */
export function firstFree(title: string, isTaken: (name: string) => boolean): string {
  for (let n = 1; ; n++) {
    const name = n === 1 ? title : `${title} ${n}`;
    if (!isTaken(name)) return name;
  }
}

/** A name that no curve and no picture of the piece has yet: "Circle", "Circle 2", … */
export function freeName(piece: Piece, title: string): string {
  const taken = new Set(piece.items.flatMap((item) => (item.type === 'lettering' ? [] : [item.name])));
  return firstFree(title, (name) => taken.has(name));
}

/** A curve without ink. */
export const makeCurve = (id: string, name: string, shape: CurveShape): Curve => ({
  type: 'curve',
  id,
  name,
  shape,
  locked: false,
  hidden: false,
  fill: null,
  stroke: null,
  cuts: [],
  equalRooms: false,
  group: null,
});

/** From line to line, in heights of the capitals. */
const LINES = 1.6;

/** How much of the sheet a new picture to trace fills, and how strongly it shows. */
const TRACING = { fills: 0.9, strength: 0.45 } as const;

/** A picture to trace, dimmed and locked, in the middle of the sheet. */
export function makeTracing(
  id: string,
  name: string,
  image: Pick<Tracing, 'imageId' | 'widthPx' | 'heightPx'>,
  { widthMm, heightMm }: Sheet,
): Tracing {
  const fit = Math.min((widthMm * TRACING.fills) / image.widthPx, (heightMm * TRACING.fills) / image.heightPx);
  return {
    type: 'tracing',
    id,
    name,
    ...image,
    centre: { x: widthMm / 2, y: heightMm / 2 },
    widthMm: Math.max(Math.round(image.widthPx * fit * 100) / 100, 0.1),
    turnDeg: 0,
    strength: TRACING.strength,
    locked: true,
    hidden: false,
  };
}

/** How large a new picture is at most on the sheet, and the resolution it has where it is smaller. */
const PICTURE = { fills: 0.6, dpi: 300, mmPerInch: 25.4 } as const;

/**
 * A picture to print, in its own colours, in the middle of the sheet: at 300 pixels an inch, smaller where the sheet
 * is.
 */
export function makePicture(
  id: string,
  name: string,
  image: Pick<Picture, 'imageId' | 'widthPx' | 'heightPx'>,
  { widthMm, heightMm }: Sheet,
): Picture {
  const mmPerPx = Math.min(
    PICTURE.mmPerInch / PICTURE.dpi,
    (widthMm * PICTURE.fills) / image.widthPx,
    (heightMm * PICTURE.fills) / image.heightPx,
  );
  return {
    type: 'picture',
    id,
    name,
    ...image,
    centre: { x: widthMm / 2, y: heightMm / 2 },
    widthMm: Math.max(Math.round(image.widthPx * mmPerPx * 100) / 100, 0.1),
    turnDeg: 0,
    fill: null,
    within: null,
    locked: false,
    hidden: false,
    group: null,
  };
}

export interface NewLettering {
  readonly id: string;
  readonly curve: Curve;
  /** How large the curve is, mm: its radius, or a third of its length. */
  readonly sizeMm: number;
  readonly tops: Tops;
  readonly side: Side;
  /** Where it is anchored. */
  readonly at: Lettering['anchor']['at'];
  readonly bookends: Lettering['bookends'];
  /** A lettering to take after: face, size, spacing, ink, and on the same side the same band. */
  readonly like: Lettering | null;
  /** What it is filled with where there is none to take after. */
  readonly ink: InkId | null;
}

/** A lettering without words, ready to be typed into. */
export function makeLettering({ id, curve, sizeMm, tops, side, at, bookends, like, ink }: NewLettering): Lettering {
  const capMm = Math.round(Math.min(Math.max(sizeMm * 0.18, 2), 12) * 2) / 2;
  const shift = like && like.seat.side === side ? like.seat.baselineShiftMm * (like.seat.tops === tops ? 1 : -1) : 0;
  const of: Style['of'] = like ?? {
    ...standardStyle(),
    lineDistanceMm: LINES * capMm,
    size: { by: 'cap', mm: capMm },
    fill: ink,
  };
  return {
    ...styleOf(of),
    type: 'lettering',
    id,
    curveId: curve.id,
    wording: '',
    seat: { tops, side, by: like?.seat.by ?? 'caps', hold: null, baselineShiftMm: shift === 0 ? 0 : shift },
    anchor: { at, startOffsetMm: 0, align: 'centre', by: 'ink' },
    bookends,
    fit: standardOf('fit'),
    adjustments: [],
    twin: null,
    hidden: false,
    locked: false,
    group: null,
  };
}

/** A stroke as it is first given: thin, centred, with mitred corners. */
export const makeStroke = (ink: InkId, widthMm = 0.35): Stroke => ({
  ink,
  widthMm,
  join: 'mitre',
  place: 'centre',
  dash: null,
  under: false,
});

/** A style with what a lettering looks like now. */
export const makeStyle = (id: string, name: string, lettering: Lettering): Style => ({
  id,
  name,
  of: styleOf(lettering),
});
