import { CURRENT_VERSION } from '#core/piece/version';
import { STANDARD_INKS } from '#core/piece/inks';
import { usualProcess } from '#core/piece/process';
import type { Piece } from '#core/piece/types';

export interface SheetPreset {
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Sheet sizes to begin with, in mm. */
export const SHEET_PRESETS: readonly SheetPreset[] = [
  { name: 'Roundel', widthMm: 84, heightMm: 84 },
  { name: 'Jar lid', widthMm: 70, heightMm: 70 },
  { name: 'Square label', widthMm: 100, heightMm: 100 },
  { name: 'Card', widthMm: 85, heightMm: 55 },
  { name: 'A6', widthMm: 105, heightMm: 148 },
  { name: 'A5', widthMm: 148, heightMm: 210 },
  { name: 'A4', widthMm: 210, heightMm: 297 },
];

/** A piece with nothing on it. */
export const emptyPiece = (name: string, widthMm: number, heightMm: number): Piece => ({
  format: 'under-arc-piece',
  version: CURRENT_VERSION,
  name,
  sheet: { widthMm, heightMm, bleedMm: 0 },
  paper: '#ffffff',
  inks: STANDARD_INKS,
  styles: [],
  process: usualProcess('offset'),
  guides: [],
  items: [],
});
