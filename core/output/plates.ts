import { screenHex } from '../ink/colour';
import type { Drawing } from '../drawing/drawPiece';
import type { DrawnInk, Paint } from '../drawing/sink';
import { plainDrawn } from '../drawing/inks';
import { PLAIN_INK } from '../piece/inks';

/** What one plate prints: a process ink by its place in CMYK, or a spot ink by its id. */
export interface Plate {
  readonly name: string;
  readonly of: { readonly process: 0 | 1 | 2 | 3 } | { readonly spot: string };
  /** `#rrggbb` of the full ink on the screen. */
  readonly screen: string;
}

const PROCESS_NAMES = ['Cyan', 'Magenta', 'Yellow', 'Black'] as const;
const PROCESS_SCREEN = ['#009fe3', '#e6007e', '#ffed00', '#1d1d1b'] as const;

/** The plates of the four process inks. */
export const PROCESS_PLATES: readonly Plate[] = ([0, 1, 2, 3] as const).map((channel) => ({
  name: PROCESS_NAMES[channel],
  of: { process: channel },
  screen: PROCESS_SCREEN[channel],
}));

/** The inks that a drawing prints with, each once, in the order in which they first appear. */
export function printedInks({ paths }: Pick<Drawing, 'paths'>): DrawnInk[] {
  const inks = new Map<string, DrawnInk>();
  for (const { paint, picture } of paths)
    for (const ink of [paint.fill, paint.stroke?.ink, picture?.ink]) if (ink) inks.set(ink.id, ink);
  return [...inks.values()];
}

/** The plates that a drawing needs: the process inks that are used at all, then the spot inks by name. */
export function platesOf(drawing: Pick<Drawing, 'paths'>): Plate[] {
  const inks = printedInks(drawing);
  const coloured = drawing.paths.some(({ picture }) => picture && !picture.ink);
  const process = ([0, 1, 2, 3] as const).filter(
    (channel) => coloured || inks.some((ink) => ink.kind === 'process' && ink.cmyk[channel] > 0),
  );
  // A tint prints on the plate of the ink that it is of.
  const byPlate = new Map(inks.flatMap((ink) => (ink.kind === 'spot' ? [[ink.plate.id, ink] as const] : [])));
  const spots = [...byPlate.values()].sort((a, b) => (a.plate.name < b.plate.name ? -1 : 1));
  return [
    ...process.map((channel) => PROCESS_PLATES[channel]!),
    ...spots.map(({ plate, stock }): Plate => ({
      name: plate.name,
      of: { spot: plate.id },
      screen: screenHex(plate.cmyk, stock),
    })),
  ];
}

/** How much of an ink lies on a plate, 0 to 100 %. */
function shareOn(ink: DrawnInk, { of }: Plate): number {
  if ('spot' in of) return ink.kind === 'spot' && ink.plate.id === of.spot ? 100 * ink.share : 0;
  return ink.kind === 'process' ? ink.cmyk[of.process] : 0;
}

/** Grey of a share: 0 % is white, 100 % black. */
const grey = (share: number): string => {
  const two = Math.round(255 * (1 - share / 100))
    .toString(16)
    .padStart(2, '0');
  return `#${two}${two}${two}`;
};

/** What a picture in its own colours is on the plate of a spot ink: none of it. */
const NONE = plainDrawn(
  { id: 'none', name: 'None', kind: 'process', cmyk: [0, 0, 0, 0], overprint: false, ...PLAIN_INK },
  'coated',
);

/**
 * A drawing as one plate sees it: what prints on it in shades of grey, what knocks it out white. An ink that overprints
 * and has no share of the plate leaves it as it is.
 */
export function plateDrawing(drawing: Drawing, plate: Plate): Drawing {
  const on = (ink: DrawnInk | null): DrawnInk | null => {
    if (!ink) return null;
    const share = shareOn(ink, plate);
    return share === 0 && ink.overprint ? null : { ...ink, screen: grey(share) };
  };
  const { of } = plate;
  const paths = drawing.paths.flatMap((path) => {
    const { picture } = path;
    if (picture && !picture.ink && 'process' in of) return [{ ...path, picture: { ...picture, channel: of.process } }];
    if (picture) {
      const ink = picture.ink ? on(picture.ink) : NONE;
      return ink ? [{ ...path, picture: { ...picture, ink } }] : [];
    }
    const fill = on(path.paint.fill),
      ink = on(path.paint.stroke?.ink ?? null);
    const paint: Paint = {
      fill,
      stroke: ink && path.paint.stroke ? { ...path.paint.stroke, ink } : null,
      under: path.paint.under,
    };
    return fill || paint.stroke ? [{ ...path, paint }] : [];
  });
  return { ...drawing, paper: '#ffffff', paths };
}
