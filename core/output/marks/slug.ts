import type { Drawing } from '../../drawing/drawPiece';
import { plainDrawn } from '../../drawing/inks';
import type { DrawnInk } from '../../drawing/sink';
import type { Trace } from '../../geometry/outlines/outlineSink';
import type { Vec } from '../../geometry/vec';
import { PLAIN_INK } from '../../piece/inks';
import { platesOf, printedInks } from '../plates';
import { MARKS_MM } from './printMarks';
import { strokeText, strokeTextMm } from './strokeLetters';

/** What stands beside a sheet for the press: a line that names the work, and a bar of its inks. */
export interface Slug {
  /** Strokes of the line, on every plate. */
  readonly strokes: readonly (readonly Vec[])[];
  /** Patches, each in one ink, from their upper left corner. */
  readonly patches: readonly Patch[];
}

interface Patch {
  readonly at: Vec;
  readonly sizeMm: number;
  readonly ink: DrawnInk;
}

/** The outline of a patch. */
export const tracePatch =
  ({ at: { x, y }, sizeMm }: Patch): Trace =>
  (sink) => {
    sink.moveTo(x, y);
    sink.lineTo(x + sizeMm, y);
    sink.lineTo(x + sizeMm, y + sizeMm);
    sink.lineTo(x, y + sizeMm);
    sink.closePath();
  };

/** The day of a date where the work is done, as 2026-05-04; '' for none. */
export function dayOf(date: Date | string | null): string {
  if (date === null) return '';
  const at = new Date(date);
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** Height of the capitals of the line, and the side of a patch, mm. */
const CAP_MM = 1.8,
  LEAST_CAP_MM = 0.9,
  PATCH_MM = 4;
/** From the trim to line and patches: beyond crop and registration marks, which reach to 8 mm at the least. */
const AWAY_MM = 5.6;
/** Shares of each ink in the bar. */
const SHARES = [1, 0.5] as const;
const CMYK = [
  [100, 0, 0, 0],
  [0, 100, 0, 0],
  [0, 0, 100, 0],
  [0, 0, 0, 100],
] as const;

/** The inks of the bar: each process ink that prints, then the spot inks; full, and as half of it. */
function barInks(drawing: Drawing): DrawnInk[] {
  const spots = printedInks(drawing).filter(({ kind, purpose }) => kind === 'spot' && purpose === 'print');
  return platesOf(drawing).flatMap(({ of, name }) => {
    if ('process' in of) {
      const cmyk = CMYK[of.process];
      return SHARES.map((share) =>
        plainDrawn(
          {
            ...PLAIN_INK,
            id: `bar-${name}-${share}`,
            name,
            kind: 'process',
            cmyk: cmyk.map((one) => one * share) as unknown as DrawnInk['cmyk'],
            overprint: false,
          },
          drawing.stock,
        ),
      );
    }
    const ink = spots.find(({ plate }) => plate.id === of.spot);
    return ink ? SHARES.map((share) => ({ ...ink, share, overprint: false })) : [];
  });
}

/** What the line says: all of it where there is room, else less; the name is cut last. */
function lineOf(drawing: Drawing, date: string, roomMm: number): { readonly text: string; readonly capMm: number } {
  const { widthMm, heightMm } = drawing.sheet;
  const plates = platesOf(drawing).map(({ name }) => name);
  const joined = (...facts: readonly string[]): string => facts.filter((one) => one !== '').join(' · ');
  const size = `${widthMm} × ${heightMm} mm`;
  const ways = [
    joined(drawing.name, date, size, '1:1', plates.join(', ')),
    joined(drawing.name, date, size, '1:1', `${plates.length} plates`),
    joined(drawing.name, date, size, '1:1'),
    joined(drawing.name, date),
  ];
  const lengthMm = (text: string, capMm: number): number => strokeTextMm(Array.from(text).length, capMm);
  const text = ways.find((one) => lengthMm(one, LEAST_CAP_MM) <= roomMm) ?? ways.at(-1)!;
  // It shrinks to its room as far as it can be read.
  const capMm = Math.max(Math.min(CAP_MM, (CAP_MM * roomMm) / Math.max(lengthMm(text, CAP_MM), 1e-6)), LEAST_CAP_MM);
  const signs = Array.from(text);
  const fits = signs.filter((_, n) => strokeTextMm(n + 1, capMm) <= roomMm + 1e-6).length;
  return { text: signs.slice(0, fits).join(''), capMm };
}

/**
 * The slug of a sheet: name, date, size, scale and plates in one line below the trim, and the bar of inks above it.
 *
 * @param date as it is to be read; '' for none
 * @param fromMm from the trim to where marks begin, mm
 */
export function slugOf(drawing: Drawing, date: string, fromMm: number): Slug {
  const { widthMm, heightMm } = drawing.sheet;
  // Beyond the corners too, to a millimetre from the edge of the medium.
  const leftMm = -(fromMm + MARKS_MM - 1);
  const { text, capMm } = lineOf(drawing, date, widthMm - 2 * leftMm);
  const x = strokeTextMm(Array.from(text).length, capMm) <= widthMm ? 0 : leftMm;
  const inks = barInks(drawing).slice(0, Math.max(Math.floor((widthMm - 2 * leftMm) / PATCH_MM), 1));
  const first = inks.length * PATCH_MM <= widthMm ? 0 : leftMm;
  return {
    strokes: strokeText(text, { x, y: heightMm + fromMm + AWAY_MM + CAP_MM }, capMm),
    patches: inks.map((ink, n) => ({
      at: { x: first + n * PATCH_MM, y: -fromMm - AWAY_MM - PATCH_MM },
      sizeMm: PATCH_MM,
      ink,
    })),
  };
}
