import { deltaE, fromHex, nearestCmyk, screenRgb } from '../../ink/colour';
import type { StockName } from '../../ink/stocks';
import { curveKind, trackOf } from '../../curves';
import type { BroughtIn } from '../../import/svg';
import { moveBy } from '../../shapes/similarity';
import { extentOf, middleOf } from '../../geometry/extent';
import { PLAIN_INK } from '../../piece/inks';
import { makeStroke } from '../../piece/make';
import { setStep, type Step } from '../../piece/steps';
import { LIMITS } from '../../fields/limits';
import { cutTo } from '../../fields/wellFormed';
import type { Art, ArtPart, Ink, Piece } from '../../piece/types';
import { fail, ok, type Result } from '../../result';

/** Colours nearer than this to an ink of the piece are printed with it, ΔE. */
const SAME = 2;
/** How much of the sheet art takes that is larger than it. */
const FILLS = 0.8;

/**
 * The ink of a piece for a screen colour: one that looks the same or is the nearest mix itself, or else a new process
 * ink.
 */
function inkFor(hex: string, inks: Ink[], stock: StockName, newId: () => string): string {
  const alike = inks.find((ink) => deltaE(screenRgb(ink.cmyk, stock), fromHex(hex)) < SAME);
  if (alike) return alike.id;
  const cmyk = nearestCmyk(fromHex(hex), stock);
  const same = inks.find((ink) => ink.cmyk.every((share, i) => share === cmyk[i]));
  if (same) return same.id;
  const names = new Set(inks.map((ink) => ink.name));
  let n = inks.length + 1;
  while (names.has(`Ink ${n}`)) n++;
  const made: Ink = { id: newId(), name: `Ink ${n}`, kind: 'process', cmyk, overprint: false, ...PLAIN_INK };
  inks.push(made);
  return made.id;
}

/** How far round the outlines reach, together. */
function boxOf(
  found: readonly BroughtIn[],
): { readonly min: { x: number; y: number }; readonly max: { x: number; y: number } } | null {
  const extents = found.flatMap(({ shape }) => {
    const track = trackOf(shape);
    return track.ok ? [extentOf(track.value.path)] : [];
  });
  if (extents.length === 0) return null;
  return {
    min: { x: Math.min(...extents.map((one) => one.min.x)), y: Math.min(...extents.map((one) => one.min.y)) },
    max: { x: Math.max(...extents.map((one) => one.max.x)), y: Math.max(...extents.map((one) => one.max.y)) },
  };
}

/**
 * Steps that put the outlines of an SVG on a piece as art, painted as the file paints them: every colour becomes an ink
 * that looks the same, one of the piece where there is one. It stands in the middle of the sheet, at its true size
 * where that fits.
 *
 * @returns `nothing-painted` where the file paints nothing in plain colours, `too-many-inks`, `too-many-parts`
 */
export function bringArtSteps(
  piece: Piece,
  found: readonly BroughtIn[],
  name: string,
  newId: () => string,
): Result<{ steps: Step[]; id: string }> {
  const painted = found.filter(({ paint }) => paint.fill !== null || paint.stroke !== null);
  const box = boxOf(painted);
  if (!box)
    return fail({
      code: 'nothing-painted',
      message:
        'Nothing in this file is painted in a plain colour. Import its outlines as curves instead, and give them inks here.',
    });
  const inks = [...piece.inks],
    { stock } = piece.process;
  const toMiddle = middleOf(box);
  const parts: ArtPart[] = [];
  for (const element of new Set(painted.map((one) => one.element))) {
    const own = painted.filter((one) => one.element === element);
    const { paint, strokeMm } = own[0]!;
    parts.push({
      outlines: own.map(
        ({ shape }) => curveKind(shape).transform(shape, moveBy({ x: -toMiddle.x, y: -toMiddle.y })) as typeof shape,
      ),
      rule: paint.rule,
      fill: paint.fill === null ? null : inkFor(paint.fill, inks, stock, newId),
      stroke:
        paint.stroke === null || strokeMm <= 0
          ? null
          : makeStroke(
              inkFor(paint.stroke, inks, stock, newId),
              Math.min(Math.max(strokeMm, LIMITS.strokeMm.min), LIMITS.strokeMm.max),
            ),
    });
  }
  if (parts.length > LIMITS.artParts.max)
    return fail({
      code: 'too-many-parts',
      value: parts.length,
      limit: LIMITS.artParts.max,
      message: `The file paints ${parts.length} shapes one by one; ${LIMITS.artParts.max} are the most. Merge some before importing it.`,
    });
  if (inks.length > LIMITS.inks.max)
    return fail({
      code: 'too-many-inks',
      value: inks.length,
      limit: LIMITS.inks.max,
      message: `The file has so many colours that the piece would have ${inks.length} inks; ${LIMITS.inks.max} are the most. Reduce its colours first.`,
    });
  const { widthMm, heightMm } = piece.sheet;
  const [w, h] = [box.max.x - box.min.x, box.max.y - box.min.y];
  const scale = Math.min(1, (FILLS * widthMm) / Math.max(w, 1e-6), (FILLS * heightMm) / Math.max(h, 1e-6));
  const art: Art = {
    type: 'art',
    id: newId(),
    name: cutTo(name, LIMITS.nameLength.max) || 'Art',
    parts,
    centre: { x: widthMm / 2, y: heightMm / 2 },
    scale,
    turnDeg: 0,
    within: null,
    locked: false,
    hidden: false,
    group: null,
  };
  return ok({
    id: art.id,
    steps: [
      ...(inks.length > piece.inks.length ? [setStep(piece, null, ['inks'], inks)] : []),
      { kind: 'insert', index: piece.items.length, item: art },
    ],
  });
}

const sizes = new WeakMap<Art['parts'], { readonly widthMm: number; readonly heightMm: number }>();

/** The size of art as it was brought in, mm; stored with its parts. */
export function artSize({ parts }: Art): { readonly widthMm: number; readonly heightMm: number } {
  const known = sizes.get(parts);
  if (known) return known;
  const box = boxOf(parts.flatMap((part) => part.outlines.map((shape) => ({ shape }) as BroughtIn)));
  const size = box ? { widthMm: box.max.x - box.min.x, heightMm: box.max.y - box.min.y } : { widthMm: 0, heightMm: 0 };
  sizes.set(parts, size);
  return size;
}
