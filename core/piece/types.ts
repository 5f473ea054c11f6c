import type { Item } from './items';
import type { Art } from './items/art';
import type { Curve } from './items/curve';
import type { Lettering } from './items/lettering';
import type { Ornaments } from './items/ornaments';
import type { Picture } from './items/picture';
import type { Tracing } from './items/tracing';
import type { Piece } from './schema';
import type { Seat } from './seat';
import { parentsOf } from '../shapes';

export type { TwinShare } from '../fields';
export type { Cut, Ink, InkId, Stroke } from './inks';
export type { Item } from './items';
export type { Art, ArtPart } from './items/art';
export type { Curve } from './items/curve';
export {
  STYLE_FIELDS,
  type Adjustment,
  type Corners,
  type FeatureSwitch,
  type LetterCase,
  type Lettering,
  type LetterSize,
  type Spacing,
  type Style,
} from './items/lettering';
export type { Ornaments, OrnamentSign } from './items/ornaments';
export type { Picture } from './items/picture';
export type { Tracing } from './items/tracing';
export type { Guide, Piece, Sheet } from './schema';
export type {
  Alignment,
  Anchor,
  Bookends,
  CurvePlace,
  Fit,
  FitBy,
  FitRule,
  Seat,
  SeatedBy,
  SeatHold,
  Side,
  Tops,
} from './seat';
export type { CurveShape } from '../shapes';
export type { Stance, StanceKind } from './stance';
export { parentsOf };

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
