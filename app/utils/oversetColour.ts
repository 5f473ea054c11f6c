import { deltaE, fromHex, screenRgb } from '#core/ink/colour';
import type { Piece } from '#core/piece/types';

/** Colours for letters that do not fit, the one that is taken where none is mistaken for an ink first. */
const COLOURS = ['#b4452a', '#8a1fb8', '#0b5fd0', '#e0107c', '#4d7a3a', '#111111'] as const;
/** Two colours that differ by less may be mistaken for each other, ΔE. */
const APART = 35;

/**
 * A colour for letters that do not fit that comes near to no ink on its paper: the first, or the one farthest from all
 * inks.
 */
export function oversetColour({ inks, process: { stock } }: Pick<Piece, 'inks' | 'process'>): string {
  const near = (hex: string): number =>
    Math.min(Infinity, ...inks.map(({ cmyk }) => deltaE(fromHex(hex), screenRgb(cmyk, stock))));
  return COLOURS.find((hex) => near(hex) >= APART) ?? [...COLOURS].sort((a, b) => near(b) - near(a))[0]!;
}
