import type { ArcShape } from './shapes/arc';
import type { CircleShape } from './shapes/circle';
import type { DrawnShape } from './shapes/drawn';
import type { EllipseShape } from './shapes/ellipse';
import type { LineShape } from './shapes/line';
import type { MidwayShape } from './shapes/midway';
import type { ParallelShape } from './shapes/parallel';
import type { PolygonShape } from './shapes/polygon';
import type { RectangleShape } from './shapes/rectangle';
import type { SpiralShape } from './shapes/spiral';
import type { StarShape } from './shapes/star';
import type { WaveShape } from './shapes/wave';

import type { Point } from './point';

export type { Point };

/** A screen colour, `#rrggbb` in lower case. */
export type Colour = string;

export interface Stroke {
  readonly colour: Colour;
  /** Width in mm, centred on the outline. */
  readonly widthMm: number;
}

/** The parameters of a curve. One member a kind, told apart by `kind`. */
export type CurveShape =
  | CircleShape | ArcShape | EllipseShape | SpiralShape | WaveShape | LineShape | RectangleShape | PolygonShape | StarShape
  | DrawnShape | ParallelShape | MidwayShape;
export type CurveKindName = CurveShape['kind'];

/** A guide that lettering sits on. It prints only if it has a fill or a stroke. */
export interface Curve {
  readonly type: 'curve';
  readonly id: string;
  readonly name: string;
  readonly shape: CurveShape;
  /** A locked curve is not moved or changed by the pointer; a hidden one is not shown and does not print. */
  readonly locked: boolean;
  readonly hidden: boolean;
  readonly fill: Colour | null;
  readonly stroke: Stroke | null;
}

/** Letter size: the height of the capitals in mm, or the em in typographic points (1 pt = 1/72 inch). */
export type LetterSize =
  | { readonly by: 'cap'; readonly mm: number }
  | { readonly by: 'em'; readonly pt: number };

export type Tops = 'outward' | 'inward';
export type Side = 'outside' | 'on' | 'inside';

/** How a lettering meets its curve. */
export interface Seat {
  /** Which way the tops of the letters point. */
  readonly tops: Tops;
  /** Where the band of the capitals lies: outside the curve, centred on it, or inside. */
  readonly side: Side;
  /** Baseline shift in mm, positive towards the tops of the letters. */
  readonly baselineShiftMm: number;
}

/** A place on a curve: a clock point seen from its centre, or a fraction of its length. */
export type CurvePlace =
  | { readonly kind: 'clock'; readonly deg: number }
  | { readonly kind: 'fraction'; readonly u: number };

export type Alignment = 'start' | 'centre' | 'end';

export interface Anchor {
  readonly at: CurvePlace;
  /** Distance along the curve from the anchor, mm, positive in the reading direction. */
  readonly startOffsetMm: number;
  /** Which part of the lettering's ink stands at the anchor. */
  readonly align: Alignment;
}

/**
 * The stretch within which a lettering may run, as fractions of the curve's length in the curve's own
 * direction, named in reading order. Equal values on a closed curve mean the whole curve, seen from there.
 */
export interface Bookends {
  readonly startU: number;
  readonly endU: number;
}

export interface Spacing {
  /** Thousandths of an em added between letters. */
  readonly tracking: number;
  /** Height at which advances are measured along the curve: 0 the baseline, 0.5 half the caps, 1 the cap line. */
  readonly measuredAt: number;
  /** Whether the face's own kerning is used. */
  readonly kerning: boolean;
  /** Whether the face's standard ligatures are used; they give way while tracking is not 0. */
  readonly ligatures: boolean;
}

/** What lettering does at a sharp corner of its curve: it goes round by a radius, steps over it, or goes straight through. */
export type Corners =
  | { readonly kind: 'round'; readonly radiusMm: number }
  | { readonly kind: 'step' }
  | { readonly kind: 'straight' };

/** One text set on one curve. */
export interface Lettering {
  readonly type: 'lettering';
  readonly id: string;
  readonly curveId: string;
  readonly wording: string;
  /** Name of a face that ships, as listed in fonts/faces.json. */
  readonly faceId: string;
  readonly size: LetterSize;
  readonly seat: Seat;
  readonly anchor: Anchor;
  readonly bookends: Bookends;
  readonly spacing: Spacing;
  readonly corners: Corners;
  readonly fill: Colour | null;
  readonly stroke: Stroke | null;
}

/** A picture that lies under the sheet to be traced. It is no part of the design and never printed. */
export interface Tracing {
  readonly type: 'tracing';
  readonly id: string;
  readonly name: string;
  /** Name of the image that is stored beside the pieces: the first 32 hexadecimal digits of the SHA-256 of its bytes. */
  readonly imageId: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly centre: Point;
  /** Its width on the sheet; the height follows from the pixels. */
  readonly widthMm: number;
  /** Turning about its centre, degrees clockwise. */
  readonly turnDeg: number;
  /** How strongly it shows: 0 not at all, 1 undimmed. */
  readonly strength: number;
  readonly locked: boolean;
  readonly hidden: boolean;
}

export type Item = Curve | Lettering | Tracing;

export interface Sheet {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly bleedMm: number;
}

/** A line across or down the whole sheet to line things up with; never printed. */
export interface Guide {
  /** `across` runs from left to right at a height, `down` from top to bottom at a place across. */
  readonly runs: 'across' | 'down';
  readonly mm: number;
}

/** One design, the unit that is saved. Items are listed in the order in which they are painted. */
export interface Piece {
  readonly format: 'under-arc-piece';
  readonly version: 3;
  readonly name: string;
  readonly sheet: Sheet;
  readonly guides: readonly Guide[];
  readonly items: readonly Item[];
}

export const isCurve = (item: Item): item is Curve => item.type === 'curve';
export const isLettering = (item: Item): item is Lettering => item.type === 'lettering';

export const isTracing = (item: Item): item is Tracing => item.type === 'tracing';

export const findItem = (piece: Piece, id: string): Item | undefined => piece.items.find((item) => item.id === id);
export const findCurve = (piece: Piece, id: string): Curve | undefined =>
  piece.items.find((item): item is Curve => item.type === 'curve' && item.id === id);
export const findLettering = (piece: Piece, id: string): Lettering | undefined =>
  piece.items.find((item): item is Lettering => item.type === 'lettering' && item.id === id);
export const letteringsOn = (piece: Piece, curveId: string): readonly Lettering[] =>
  piece.items.filter((item): item is Lettering => item.type === 'lettering' && item.curveId === curveId);

/** The curves that a curve follows, with the name of the field that names each. */
export function parentsOf(shape: CurveShape): readonly (readonly [field: string, id: string])[] {
  if (shape.kind === 'parallel') return [['of', shape.of]];
  if (shape.kind === 'midway') return [['first', shape.first], ['second', shape.second]];
  return [];
}

/** Curves that follow this one. */
export const followersOf = (piece: Piece, curveId: string): readonly Curve[] =>
  piece.items.filter((item): item is Curve => item.type === 'curve' && parentsOf(item.shape).some(([, id]) => id === curveId));
