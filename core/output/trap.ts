import { combine, traceRegion } from '../drawing/booleans';
import { withMargin } from '../drawing/margins';
import type { Drawing } from '../drawing/drawPiece';
import { plain, type PaintedPath } from '../drawing/painted';
import { seenWithPictures, type SeenInk, type SeenPicture } from '../drawing/seen';
import type { Pictures } from '../drawing/pictures';
import type { DrawnInk } from '../drawing/sink';
import { fromHex, linear, screenHex } from '../ink/colour';
import { opacityOf } from '../ink/separate';

/** How far inks may be spread into each other, mm; 0 for not at all. */
export const TRAP_LIMITS = { min: 0, max: 0.5 } as const;

/** Shares of ink that differ by less leave nothing white between them that is seen, %. */
const LIKE = 5;

/** How much of an ink lies on each plate, %: the process plates by number, spot inks by the plate's id. */
function shares(ink: DrawnInk): ReadonlyMap<string, number> {
  if (ink.kind === 'spot') return new Map([[ink.plate.id, 100 * ink.share]]);
  return new Map(ink.cmyk.map((share, channel) => [`process ${channel}`, share]));
}
/** Whether an ink has clearly more than another one on some plate: where it is missing there, the paper shows. */
const exceeds = (one: DrawnInk, other: DrawnInk): boolean => {
  const against = shares(other);
  return [...shares(one)].some(([plate, share]) => share > (against.get(plate) ?? 0) + LIKE);
};

function luminance({ screen }: DrawnInk): number {
  const [r, g, b] = fromHex(screen);
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b);
}

/** The lighter ink as it is printed on top of the darker one: each plate has what it has of either. */
function onto(lighter: DrawnInk, darker: DrawnInk): DrawnInk {
  const both = lighter.kind === 'process' && darker.kind === 'process';
  const most = (a: DrawnInk['cmyk'], b: DrawnInk['cmyk']): DrawnInk['cmyk'] =>
    a.map((share, i) => Math.max(share, b[i]!)) as unknown as DrawnInk['cmyk'];
  return {
    ...lighter,
    id: `${lighter.id}-on-${darker.id}`,
    overprint: true,
    cmyk: both ? most(lighter.cmyk, darker.cmyk) : lighter.cmyk,
    screen: screenHex(most(lighter.cmyk, darker.cmyk), lighter.stock),
  };
}

/** What the lighter of two inks spreads into the darker one; null where they do not meet, or need not. */
function between(one: SeenInk, other: SeenInk, widthMm: number): PaintedPath | null {
  if (!exceeds(one.ink, other.ink) || !exceeds(other.ink, one.ink)) return null;
  const [lighter, darker] = luminance(one.ink) >= luminance(other.ink) ? [one, other] : [other, one];
  const region = combine('intersection', withMargin(lighter.region, widthMm), darker.region);
  if (region.length === 0) return null;
  const ink = onto(lighter.ink, darker.ink);
  return plain(ink, 'own', ink, (sink) => {
    traceRegion(region, sink);
  });
}

/** An ink that does not change what it is printed on but by what it has itself. */
const overprinted = (ink: DrawnInk): DrawnInk => ({ ...ink, id: `${ink.id}-on-picture`, overprint: true });

/**
 * What an ink spreads into a picture that it meets; null where it does not, or need not. A picture is dark here and
 * light there, and its own edge cannot be moved, so it is always the ink that spreads.
 */
function into({ path, region }: SeenPicture, { ink, region: own }: SeenInk, widthMm: number): PaintedPath | null {
  const of = path.picture!.ink;
  if ([...shares(ink).values()].every((share) => share <= LIKE)) return null;
  if (of && (!exceeds(of, ink) || !exceeds(ink, of))) return null;
  const spread = combine('intersection', withMargin(own, widthMm), region);
  if (spread.length === 0) return null;
  const made = overprinted(ink);
  return plain({ id: `${made.id}.${path.id}` }, 'own', made, (sink) => {
    traceRegion(spread, sink);
  });
}

/** Whether a picture is opaque everywhere; one that is not at hand is not. */
function isOpaque({ picture }: PaintedPath, pictures: Pictures): boolean {
  const file = picture && pictures.get(picture.imageId);
  return file !== undefined && (file.format === 'jpeg' || (file.rgba !== null && opacityOf(file.rgba) === null));
}

/**
 * A drawing with inks spread into each other where they meet, so that no paper shows between them when plates lie
 * beside each other by no more than a width: the lighter into the darker, printed on top of it. Inks that overprint,
 * and those for machines, need none. Into a picture that is opaque every ink spreads that meets it.
 *
 * @param widthMm above 0, see `TRAP_LIMITS`
 */
export function trapped(drawing: Drawing, widthMm: number): Drawing {
  const opaque = new Set(drawing.paths.filter((path) => path.picture && isOpaque(path, drawing.pictures)));
  const seen = seenWithPictures(drawing, (picture) => opaque.has(picture));
  const inks = seen.inks.filter(({ ink }) => ink.purpose === 'print' && !ink.overprint);
  const traps = inks.flatMap((one, i) => inks.slice(i + 1).flatMap((other) => between(one, other, widthMm) ?? []));
  const beside = seen.pictures
    .filter(({ path }) => opaque.has(path))
    .flatMap((picture) => inks.flatMap((one) => into(picture, one, widthMm) ?? []));
  return { ...drawing, paths: [...drawing.paths, ...traps, ...beside] };
}
