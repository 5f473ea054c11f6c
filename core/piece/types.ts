import type { ArcShape } from './shapes/arc';
import type { CircleShape } from './shapes/circle';
import type { DrawnShape } from './shapes/drawn';
import type { EllipseShape } from './shapes/ellipse';
import type { LineShape } from './shapes/line';
import type { MidwayShape } from './shapes/midway';
import type { ParallelShape } from './shapes/parallel';
import type { PolygonShape } from './shapes/polygon';
import type { RectangleShape } from './shapes/rectangle';
import type { SealShape } from './shapes/seal';
import type { SpiralShape } from './shapes/spiral';
import type { StarShape } from './shapes/star';
import type { WaveShape } from './shapes/wave';

import type { Art, ArtPart, Picture, PlacedImage, Tracing } from './art';
import type { Cut, Halo, Ink, InkId, Shade, Stroke, Underline } from './inks';
import type { Point } from './point';
import type { Process } from './process';
import type { Stance, StanceKind } from './stances';

export type {
  Art,
  ArtPart,
  Cut,
  Halo,
  Ink,
  InkId,
  Picture,
  PlacedImage,
  Point,
  Process,
  Shade,
  Stance,
  StanceKind,
  Stroke,
  Tracing,
  Underline,
};

/** The parameters of a curve. One member a kind, told apart by `kind`. */
export type CurveShape =
  | CircleShape
  | ArcShape
  | EllipseShape
  | SpiralShape
  | WaveShape
  | LineShape
  | RectangleShape
  | PolygonShape
  | StarShape
  | SealShape
  | DrawnShape
  | ParallelShape
  | MidwayShape;
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
  readonly fill: InkId | null;
  readonly stroke: Stroke | null;
  /** What is cut out of its fill. */
  readonly cuts: readonly Cut[];
  /** Whether the letterings on it are moved such that the rooms between them stay equal; of closed curves alone. */
  readonly equalRooms: boolean;
}

/**
 * Letter size: the height of the capitals, of the x, or of the ink of the wording itself in mm, or the em in
 * typographic points (1 pt = 1/72 inch).
 */
export type LetterSize =
  | { readonly by: 'cap'; readonly mm: number }
  | { readonly by: 'x'; readonly mm: number }
  | { readonly by: 'ink'; readonly mm: number }
  | { readonly by: 'em'; readonly pt: number };

export type Tops = 'outward' | 'inward';
export type Side = 'outside' | 'on' | 'inside';

/**
 * Which stretch of the letters' height is meant when they stand outside, on or inside the curve: from the baseline to
 * the cap line or to the height of the x, from descender to ascender, or what the ink of the wording covers.
 */
export type SeatedBy = 'caps' | 'x-height' | 'extents' | 'ink';

/**
 * What keeps a lettering at its distance beside its own curve, live: an edge of its band at a gap from another curve,
 * or its middle midway between two.
 */
export type SeatHold =
  | { readonly kind: 'touching'; readonly curveId: string; readonly gapMm: number }
  | { readonly kind: 'band'; readonly curveId: string; readonly otherId: string };

/** How a lettering meets its curve. */
export interface Seat {
  /** Which way the tops of the letters point. */
  readonly tops: Tops;
  /** Where the band of the letters lies: outside the curve, centred on it, or inside. */
  readonly side: Side;
  readonly by: SeatedBy;
  /** What takes the place of `side`; null for none. */
  readonly hold: SeatHold | null;
  /** Baseline shift in mm, positive towards the tops of the letters. */
  readonly baselineShiftMm: number;
}

/** A place on a curve: a clock point seen from its centre, a fraction of its length, or a distance along it. */
export type CurvePlace =
  | { readonly kind: 'clock'; readonly deg: number }
  | { readonly kind: 'fraction'; readonly u: number }
  | { readonly kind: 'distance'; readonly mm: number };

/** Filled spreads the letters so that the ink runs from bookend to bookend. */
export type Alignment = 'start' | 'centre' | 'end' | 'filled';

export interface Anchor {
  readonly at: CurvePlace;
  /** Distance along the curve from the anchor, mm, positive in the reading direction. */
  readonly startOffsetMm: number;
  /** Which part of the lettering stands at the anchor. */
  readonly align: Alignment;
  /** Whether its ends are those of its ink, or of its advances. */
  readonly by: 'ink' | 'advance';
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
  /** Width of the spaces between words: 1 as the face has them. */
  readonly words: number;
  /** Height at which advances are measured along the curve: 0 the baseline, 0.5 half the caps, 1 the cap line. */
  readonly measuredAt: number;
  /** Whether the face's own kerning is used. */
  readonly kerning: boolean;
  /** Whether the face's standard ligatures are used; they give way while tracking is not 0. */
  readonly ligatures: boolean;
  /** How far the gaps are evened out, 0 not at all, 1 until each is at its aim. */
  readonly evenOut: number;
  /** What evening out aims at: 0 as the typeface spaces its letters on a straight line, 1 all gaps alike to the eye, or between. */
  readonly lean: number;
  /** Whether evening out may make the line longer where letters would touch; else it keeps its length, and they touch. */
  readonly mayGrow: boolean;
  /** Letters that come closer than this are told of, and evening out keeps them apart by it, mm. */
  readonly leastGapMm: number;
}

/** What can be changed so that a lettering fills its room. */
export type FitBy = 'tracking' | 'width' | 'size' | 'radius';

/**
 * One way to fill the room, with how far it may go: tracking between two values in thousandths of an em; width, size and
 * radius between two shares of what they are.
 */
export interface FitRule {
  readonly by: FitBy;
  readonly least: number;
  readonly most: number;
}

/** How a lettering fills the room between its bookends: the first rule as far as it may, then the next. */
export interface Fit {
  /** Whether it is kept filled, whatever changes. */
  readonly kept: boolean;
  /**
   * Where a kept rule changes the radius: what its shares are counted from, the radius of a circle as long as the curve
   * was when it was last given its size by hand, mm. Null otherwise.
   */
  readonly baseRadiusMm: number | null;
  readonly rules: readonly FitRule[];
}

/** What lettering does at a sharp corner of its curve: it goes round by a radius, steps over it, or goes straight through. */
export type Corners =
  { readonly kind: 'round'; readonly radiusMm: number } | { readonly kind: 'step' } | { readonly kind: 'straight' };

/** What was done by hand to one letter, or to the gap after it. */
export interface Adjustment {
  /** Where the letter begins in the wording, in UTF-16 units. */
  readonly at: number;
  /** Added to the gap after it, thousandths of an em. */
  readonly kern: number;
  /** Nudged in the reading direction and towards the tops, mm, and turned clockwise, degrees; its neighbours stay. */
  readonly alongMm: number;
  readonly offMm: number;
  readonly turnDeg: number;
}

/** An OpenType feature by its tag: 0 off, 1 on, or the number of an alternate. */
export interface FeatureSwitch {
  readonly tag: string;
  readonly value: number;
}

/** An axis of a variable face by its tag, in the font's own units. */
export interface AxisSetting {
  readonly tag: string;
  readonly value: number;
}

/** As typed, all capitals, or small capitals: the face's own where it has them, else scaled capitals. */
export type LetterCase = 'typed' | 'capitals' | 'small-capitals';

/** What twins have in common: typeface, size, spacing, stance, ink, and the band in which they stand. */
export type TwinShare = 'face' | 'size' | 'space' | 'stance' | 'ink' | 'band';

/** A lettering that is kept in step with another one, each way, in what they share. */
export interface Twin {
  readonly of: string;
  readonly shares: readonly TwinShare[];
}

/** One text set on one curve. */
export interface Lettering {
  readonly type: 'lettering';
  readonly id: string;
  readonly curveId: string;
  /** Lines are parted by line feeds; each further one runs on its own parallel. */
  readonly wording: string;
  readonly letterCase: LetterCase;
  /** From baseline to baseline of two lines, mm; further lines lie away from the tops. */
  readonly lineDistanceMm: number;
  /** Name of a face that ships, as listed in fonts/faces.json. */
  readonly faceId: string;
  readonly size: LetterSize;
  /** Horizontal scale: 1 as the face is drawn. */
  readonly width: number;
  /** OpenType features switched by hand. */
  readonly features: readonly FeatureSwitch[];
  /** Axes of a variable face that are not at their standard. */
  readonly axes: readonly AxisSetting[];
  readonly seat: Seat;
  readonly anchor: Anchor;
  readonly bookends: Bookends;
  readonly spacing: Spacing;
  readonly fit: Fit;
  readonly corners: Corners;
  readonly stance: Stance;
  readonly adjustments: readonly Adjustment[];
  /** The lettering that it keeps in step with; null for none. */
  readonly twin: Twin | null;
  /** A hidden lettering keeps its place in the piece; it is not shown and does not print. */
  readonly hidden: boolean;
  readonly fill: InkId | null;
  readonly stroke: Stroke | null;
  readonly halo: Halo | null;
  readonly shade: Shade | null;
  readonly underline: Underline | null;
  /** Whether letters that overlap are made one outline. */
  readonly united: boolean;
}

/** What a style keeps of a lettering: face, size, spacing, stance and inks; neither words nor place. */
export const STYLE_FIELDS = [
  'letterCase',
  'lineDistanceMm',
  'faceId',
  'size',
  'width',
  'features',
  'axes',
  'spacing',
  'corners',
  'stance',
  'fill',
  'stroke',
  'halo',
  'shade',
  'underline',
  'united',
] as const satisfies readonly (keyof Lettering)[];
export type StyleField = (typeof STYLE_FIELDS)[number];

/** A look of lettering under a name, to be applied to others. */
export interface Style {
  readonly id: string;
  readonly name: string;
  readonly of: Pick<Lettering, StyleField>;
}

/** What an ornament shows: a small sign, or outlines that were brought in, the height of their box being theirs. */
export type OrnamentSign =
  | { readonly kind: 'dot' | 'diamond' | 'star' | 'leaf' | 'dash' }
  | { readonly kind: 'shape'; readonly outlines: readonly DrawnShape[] };

/** Small signs in the rooms between the letterings of a curve, as many in each; they follow every change of these. */
export interface Ornaments {
  readonly type: 'ornaments';
  readonly id: string;
  readonly name: string;
  readonly curveId: string;
  readonly sign: OrnamentSign;
  /** Height as a share of that of the capitals beside it. */
  readonly height: number;
  /** How many stand in each room, with equal white about them. */
  readonly count: number;
  /** Turned clockwise from how it stands on the curve, degrees. */
  readonly turnDeg: number;
  /** Moved towards the tops of the letters before it, mm. */
  readonly offMm: number;
  readonly fill: InkId | null;
  readonly stroke: Stroke | null;
}

export type Item = Curve | Lettering | Tracing | Ornaments | Art | Picture;

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
  readonly version: 8;
  readonly name: string;
  readonly sheet: Sheet;
  /** Colour of the paper on the screen, `#rrggbb`; it is not printed. */
  readonly paper: string;
  readonly inks: readonly Ink[];
  readonly styles: readonly Style[];
  /** How it is made real, which the proof goes by. */
  readonly process: Process;
  readonly guides: readonly Guide[];
  readonly items: readonly Item[];
}

export const isCurve = (item: Item): item is Curve => item.type === 'curve';
export const isLettering = (item: Item): item is Lettering => item.type === 'lettering';

export const isOrnaments = (item: Item): item is Ornaments => item.type === 'ornaments';
export const isArt = (item: Item): item is Art => item.type === 'art';
export const isPicture = (item: Item): item is Picture => item.type === 'picture';
export const isTracing = (item: Item): item is Tracing => item.type === 'tracing';

export const findItem = (piece: Piece, id: string): Item | undefined => piece.items.find((item) => item.id === id);
export const findCurve = (piece: Piece, id: string): Curve | undefined =>
  piece.items.find((item): item is Curve => item.type === 'curve' && item.id === id);
export const findLettering = (piece: Piece, id: string): Lettering | undefined =>
  piece.items.find((item): item is Lettering => item.type === 'lettering' && item.id === id);
export const letteringsOn = (piece: Piece, curveId: string): readonly Lettering[] =>
  piece.items.filter((item): item is Lettering => item.type === 'lettering' && item.curveId === curveId);

export const ornamentsOn = (piece: Piece, curveId: string): readonly Ornaments[] =>
  piece.items.filter((item): item is Ornaments => item.type === 'ornaments' && item.curveId === curveId);

/** The curves that a curve follows, with the name of the field that names each. */
export function parentsOf(shape: CurveShape): readonly (readonly [field: string, id: string])[] {
  if (shape.kind === 'parallel') return [['of', shape.of]];
  if (shape.kind === 'midway')
    return [
      ['first', shape.first],
      ['second', shape.second],
    ];
  return [];
}

/** Whether a curve may be changed: it is not locked and follows no other. */
export const isFree = (curve: Curve): boolean => !curve.locked && parentsOf(curve.shape).length === 0;

/** The curves that hold a lettering's seat, in the order of the hold. */
export function holdersOf({ hold }: Seat): readonly string[] {
  if (!hold) return [];
  return hold.kind === 'touching' ? [hold.curveId] : [hold.curveId, hold.otherId];
}

/** Curves that follow this one. */
export const followersOf = (piece: Piece, curveId: string): readonly Curve[] =>
  piece.items.filter(
    (item): item is Curve => item.type === 'curve' && parentsOf(item.shape).some(([, id]) => id === curveId),
  );
