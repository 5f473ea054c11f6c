import { screenHex } from '../ink/colour';
import type { Ink, InkId, Piece, Stroke } from '../piece/types';
import type { DrawnInk, DrawnStroke } from './sink';

/** The inks of a piece as they are drawn, by id. */
export type Inks = ReadonlyMap<InkId, DrawnInk>;

const drawn = new WeakMap<Ink, DrawnInk>();
const known = new WeakMap<readonly Ink[], Inks>();

/** An ink with its screen colour; the same ink gives the same object. */
export function drawnInk(ink: Ink): DrawnInk {
  let made = drawn.get(ink);
  if (!made) drawn.set(ink, (made = { ...ink, screen: screenHex(ink.cmyk) }));
  return made;
}

/** The inks of a piece; the same list gives the same map. */
export function inksOf({ inks }: Pick<Piece, 'inks'>): Inks {
  let made = known.get(inks);
  if (!made) known.set(inks, (made = new Map(inks.map((ink) => [ink.id, drawnInk(ink)]))));
  return made;
}

/** Dashes that come out even on a closed outline: a whole number of them, both parts changed by the same share. */
export function fittedDash(
  { onMm, offMm }: NonNullable<Stroke['dash']>,
  lengthMm: number | null,
): readonly [number, number] {
  if (lengthMm === null || lengthMm <= 0) return [onMm, offMm];
  const k = lengthMm / (onMm + offMm) / Math.max(1, Math.round(lengthMm / (onMm + offMm)));
  return [onMm * k, offMm * k];
}

/** A stroke as it is drawn, or null: without one, or where its ink is gone. */
export function drawnStroke(stroke: Stroke | null, inks: Inks, lengthMm: number | null): DrawnStroke | null {
  const ink = stroke && inks.get(stroke.ink);
  return ink
    ? { ink, widthMm: stroke.widthMm, join: stroke.join, dashMm: stroke.dash && fittedDash(stroke.dash, lengthMm) }
    : null;
}
