import type { Drawing } from '../../drawing/drawPiece';
import type { PaintedPath } from '../../drawing/painted';
import type { DrawnInk } from '../../drawing/sink';
import { screenHex } from '../../ink/colour';

const alike = (a: DrawnInk, b: DrawnInk): boolean => JSON.stringify(a) === JSON.stringify(b);
const plateKey = (ink: DrawnInk): string => ink.plate.name.toLowerCase();

/** An ink on the plate of another of the same name: in its colour, a tint as the same share of it. */
function printedOn(plate: DrawnInk['plate'], ink: DrawnInk): DrawnInk {
  const cmyk = plate.cmyk.map((one) => one * ink.share) as unknown as DrawnInk['cmyk'];
  return { ...ink, plate, cmyk, screen: screenHex(cmyk, ink.stock) };
}

/** A path in other inks, and as that of another piece. */
function inInks(path: PaintedPath, of: (ink: DrawnInk) => DrawnInk, mark: string): PaintedPath {
  const { paint, picture } = path;
  return {
    ...path,
    id: `${mark}${path.id}`,
    itemId: `${mark}${path.itemId}`,
    paint: {
      ...paint,
      fill: paint.fill && of(paint.fill),
      stroke: paint.stroke && { ...paint.stroke, ink: of(paint.stroke.ink) },
    },
    ...(picture ? { picture: { ...picture, ink: picture.ink && of(picture.ink) } } : {}),
  };
}

/**
 * Drawings of several pieces made ready for one sheet: what each has as an ink of its own stays so, though another may
 * call an ink the same; spot inks of one name, in whatever case, print on one plate, that of the first piece that has
 * it.
 *
 * @returns as many drawings, in their order; the first is as it was
 */
export function inOneInkList(drawings: readonly Drawing[]): Drawing[] {
  const byId = new Map<string, DrawnInk>(),
    plates = new Map<string, DrawnInk>();
  const names = new Set<string>();
  const enter = (ink: DrawnInk): void => {
    byId.set(ink.id, ink);
    names.add(ink.name.toLowerCase());
    if (ink.kind === 'spot' && !plates.has(plateKey(ink))) plates.set(plateKey(ink), ink);
  };
  return drawings.map((drawing, n) => {
    if (n === 0) {
      drawing.inks.forEach(enter);
      return drawing;
    }
    const mark = `${n + 1}.`;
    const made = new Map<string, DrawnInk>();
    for (const ink of drawing.inks) {
      const known = byId.get(ink.id);
      if (known && alike(known, ink)) {
        made.set(ink.id, known);
        continue;
      }
      const plate = ink.kind === 'spot' ? plates.get(plateKey(ink)) : undefined;
      const onPlate = plate
        ? printedOn(plate.plate, ink)
        : { ...ink, plate: { ...ink.plate, id: `${mark}${ink.plate.id}` } };
      const own: DrawnInk = {
        ...onPlate,
        id: `${mark}${ink.id}`,
        name: names.has(ink.name.toLowerCase()) && !plate ? `${ink.name}, ${drawing.name}` : ink.name,
      };
      made.set(ink.id, own);
    }
    [...made.values()].forEach(enter);
    const of = (ink: DrawnInk): DrawnInk => made.get(ink.id) ?? ink;
    return { ...drawing, inks: [...made.values()], paths: drawing.paths.map((path) => inInks(path, of, mark)) };
  });
}
