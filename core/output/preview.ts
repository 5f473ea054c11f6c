import { printedOnly, type Drawing } from '../drawing/drawPiece';
import { screenHex } from '../ink/colour';
import { plain } from '../drawing/painted';
import type { DrawnInk } from '../drawing/sink';
import { plateDrawing, type Plate } from './plates';
import { MARKS_MM, marksFromMm, printMarks, type Marks } from './marks/printMarks';
import { dayOf, slugOf, tracePatch } from './marks/slug';
import { svgElements } from './svg';

export interface PreviewOptions {
  /** One plate alone, in shades of grey; null for all inks together. */
  readonly plate?: Plate | null;
  /** Crop and registration marks about the trim. */
  readonly marks?: boolean;
  /** From the trim to the marks, and their width, mm; as usual where they are left out. */
  readonly marksAwayMm?: number;
  readonly marksWidthMm?: number;
  /** With marks: the line that names the work and, with a date, its day; and the bar of inks. */
  readonly slug?: { readonly date: string | null } | null;
  /** Outlines as a tool follows them, instead of painted ones. */
  readonly lines?: boolean;
  /** Pictures as they will look once they are separated. */
  readonly printed?: boolean;
  /** Without what is for machines after printing. */
  readonly printedOnly?: boolean;
  /** Whether the trim is drawn as a dashed line where there is a bleed. */
  readonly trim?: boolean;
  /** Without paper. */
  readonly transparent?: boolean;
  /** Lines that are drawn on every plate, mm of the sheet. */
  readonly crop?: readonly (readonly [number, number, number, number])[];
}

const TRIM = 'fill="none" stroke="#b4452a" stroke-dasharray="1.2 0.8"';

/** A drawing whose pictures look as they will in print. */
export const asInPrint = (drawing: Drawing): Drawing => ({
  ...drawing,
  paths: drawing.paths.map((path) => (path.picture ? { ...path, picture: { ...path.picture, printed: true } } : path)),
});

/** The line that names the work and the bar of inks, with all plates or with one. `day` is '' for none. */
function slugElements(drawing: Drawing, day: string, fromMm: number, thin: number, plate: Plate | null): string[] {
  const { strokes, patches } = slugOf(drawing, day, fromMm);
  const lines = strokes.map((stroke) => `M${stroke.map(({ x, y }) => `${x.toFixed(3)} ${y.toFixed(3)}`).join('L')}`);
  const bar: Drawing = {
    ...drawing,
    paths: patches.map((patch) =>
      plain(patch.ink, 'own', { ...patch.ink, screen: tinted(patch.ink) }, tracePatch(patch)),
    ),
  };
  return [
    `<path d="${lines.join('')}" fill="none" stroke="#000" stroke-width="${thin / 2}"/>`,
    ...svgElements(plate ? plateDrawing(bar, plate) : bar, 3),
  ];
}
/** An ink at its share, as it looks on the screen. */
const tinted = ({ cmyk, share, kind, stock }: DrawnInk): string =>
  screenHex(kind === 'spot' ? (cmyk.map((one) => one * share) as unknown as DrawnInk['cmyk']) : cmyk, stock);

/** Marks as elements, never too fine to be seen. */
function markElements({ lines, circles }: Marks, widthMm: number): string[] {
  const paint = `stroke="#000" stroke-width="${widthMm}"`;
  return [
    ...lines.map(([x0, y0, x1, y1]) => `<path d="M${x0} ${y0}L${x1} ${y1}" ${paint}/>`),
    ...circles.map(([x, y, r]) => `<circle cx="${x}" cy="${y}" r="${r}" fill="none" ${paint}/>`),
  ];
}

/** A drawing as a tool follows it: fine lines in the place of what is painted. */
const asLines = (drawing: Drawing, widthMm: number): Drawing => ({
  ...drawing,
  paths: drawing.paths
    .filter((path) => !path.picture)
    .map((path) => ({
      ...path,
      paint: {
        fill: null,
        stroke: { ink: (path.paint.fill ?? path.paint.stroke?.ink)!, widthMm, join: 'round', dashMm: null },
        under: false,
      },
    })),
});

/** A drawing as it is looked at: of one plate, as it will print, or without what is for machines. */
function shownOf(
  drawing: Drawing,
  { plate, printed, printedOnly: colours }: Pick<PreviewOptions, 'plate' | 'printed' | 'printedOnly'>,
): Drawing {
  const whole = colours ? printedOnly(drawing) : drawing;
  if (plate) return plateDrawing(whole, plate);
  return printed ? asInPrint(whole) : whole;
}

/**
 * What a file will show, as an SVG: paper, everything within the bleed, the trim as a dashed line where there is a
 * bleed, marks.
 */
export function writePreview(
  drawing: Drawing,
  {
    plate,
    marks,
    marksAwayMm,
    marksWidthMm,
    slug,
    lines,
    trim = true,
    printed,
    printedOnly: colours,
    transparent,
    crop = [],
  }: PreviewOptions,
): string {
  const { widthMm: w, heightMm: h, bleedMm } = drawing.sheet;
  const fromMm = marksFromMm(drawing.sheet, marksAwayMm);
  const out = marks ? fromMm + MARKS_MM : bleedMm;
  const shown = shownOf(drawing, { plate, printed, printedOnly: colours });
  const thin = Math.max(w, h) / 500;
  const box = (by: number): string => `x="${-by}" y="${-by}" width="${w + 2 * by}" height="${h + 2 * by}"`;
  const { lines: strokes, circles } = marks ? printMarks(drawing.sheet, marksAwayMm) : { lines: [], circles: [] };
  const elements = svgElements(lines ? asLines(shown, thin / 1.5) : shown, 3);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${-out} ${-out} ${w + 2 * out} ${h + 2 * out}">`,
    transparent ? '' : `<rect ${box(out)} fill="#ffffff"/><rect ${box(bleedMm)} fill="${shown.paper}"/>`,
    `<clipPath id="bleed"><rect ${box(bleedMm)}/></clipPath><g clip-path="url(#bleed)">`,
    ...elements,
    '</g>',
    ...markElements({ lines: [...strokes, ...crop], circles }, Math.max(thin / 2, marksWidthMm ?? 0)),
    ...(marks && slug ? slugElements(drawing, dayOf(slug.date), fromMm, thin, plate ?? null) : []),
    trim && bleedMm > 0 ? `<rect ${box(0)} ${TRIM} stroke-width="${thin / 1.5}"/>` : '',
    '</svg>',
  ].join('');
}
