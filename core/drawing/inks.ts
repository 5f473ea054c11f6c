import { screenHex } from '../ink/colour';
import type { StockName } from '../ink/stocks';
import type { Ink, InkId, Piece, Stroke } from '../piece/types';
import type { DrawnInk, DrawnStroke } from './sink';

/** The inks of a piece as they are drawn, by id. */
export type Inks = ReadonlyMap<InkId, DrawnInk>;

const drawn = new WeakMap<Ink, DrawnInk>();
const known = new WeakMap<readonly Ink[], { readonly stock: StockName; readonly inks: Inks }>();

/** An ink on a plate of its own, as it is drawn; the same ink gives the same object. */
export function plainDrawn(ink: Ink, stock: StockName): DrawnInk {
  let made = drawn.get(ink);
  if (made?.stock !== stock) {
    made = {
      ...ink,
      // What a machine does after printing is never mixed of process inks.
      kind: ink.purpose === 'print' ? ink.kind : 'spot',
      screen: screenHex(ink.cmyk, stock),
      stock,
      plate: { id: ink.id, name: ink.name, cmyk: ink.cmyk },
      share: 1,
    };
    drawn.set(ink, made);
  }
  return made;
}

/** An ink as it is drawn: a tint is a share of the ink that it is of, on the plate of that. */
function drawnInk(ink: Ink, inks: readonly Ink[], stock: StockName): DrawnInk {
  const of = ink.tint && inks.find((one) => one.id === ink.tint!.of && one.id !== ink.id && one.tint === null);
  if (!of) return plainDrawn(ink, stock);
  const share = ink.tint!.share / 100;
  const cmyk = of.cmyk.map((one) => one * share) as unknown as Ink['cmyk'];
  const { kind, purpose, plate } = plainDrawn(of, stock);
  return { ...ink, kind, purpose, cmyk, screen: screenHex(cmyk, stock), stock, plate, share };
}

/** The inks of a piece as they look on its paper; the same list on the same paper gives the same map. */
export function inksOf({
  inks,
  process: { stock },
}: {
  inks: Piece['inks'];
  process: { readonly stock: StockName };
}): Inks {
  let made = known.get(inks);
  if (made?.stock !== stock)
    known.set(inks, (made = { stock, inks: new Map(inks.map((ink) => [ink.id, drawnInk(ink, inks, stock)])) }));
  return made.inks;
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
