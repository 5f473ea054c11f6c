import { CURRENT_VERSION } from '#core/piece/version';
import { fileURLToPath } from 'node:url';
import type { ArcShape } from '#core/shapes/arc';
import type { CircleShape } from '#core/shapes/circle';
import type { Curve, CurveShape, Item, Lettering, Piece, Seat, Spacing } from '#core/piece/types';
import { usualProcess } from '#core/piece/process';
import { PLAIN_INK, STANDARD_INKS, type Ink } from '#core/piece/inks';
import { STANDARD_FIT } from '#core/piece/seat';
import { STANDARD_SPACING } from '#core/piece/items/lettering';
import { trackOf, type Track } from '#core/curves/index';
import type { Face } from '#core/type/face';
import { shippedFaces } from '../../fonts/shippedFaces';

export const HOME = fileURLToPath(new URL('../..', import.meta.url));

let loading: Promise<ReadonlyMap<string, Face>> | undefined;
export const faces = (): Promise<ReadonlyMap<string, Face>> => (loading ??= shippedFaces(HOME));

export const circle = (radiusMm: number, x = 42, y = 42): CircleShape => ({
  kind: 'circle',
  centre: { x, y },
  radiusMm,
});
export const arc = (radiusMm: number, startDeg: number, sweepDeg: number): ArcShape => ({
  kind: 'arc',
  centre: { x: 42, y: 42 },
  radiusMm,
  startDeg,
  sweepDeg,
});

/** The track of a shape that follows no other. */
export function track(shape: CurveShape): Track {
  const made = trackOf(shape);
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
}

export const curve = (shape: CurveShape, id = 'ring'): Curve => ({
  type: 'curve',
  id,
  name: id,
  shape,
  locked: false,
  hidden: false,
  fill: null,
  stroke: null,
  cuts: [],
  equalRooms: false,
  group: null,
});

/** A seat by the capitals that nothing holds. */
export const seat = (tops: Seat['tops'] = 'outward', side: Seat['side'] = 'outside', baselineShiftMm = 0): Seat => ({
  tops,
  side,
  by: 'caps',
  hold: null,
  baselineShiftMm,
});

/** Spacing as the face has it, changed where a test wants. */
export const spacing = (changes: Partial<Spacing> = {}): Spacing => ({ ...STANDARD_SPACING, evenOut: 0, ...changes });

/** A lettering with sensible values, changed where a test wants. */
export function lettering(wording: string, changes: Partial<Lettering> = {}): Lettering {
  return {
    type: 'lettering',
    id: 'words',
    curveId: 'ring',
    wording,
    letterCase: 'typed',
    lineDistanceMm: 8,
    faceId: 'limelight',
    size: { by: 'cap', mm: 5 },
    width: 1,
    features: [],
    axes: [],
    seat: seat(),
    anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
    bookends: { startU: 0.5, endU: 0.5 },
    spacing: spacing(),
    fit: STANDARD_FIT,
    corners: { kind: 'round', radiusMm: 2 },
    stance: { kind: 'turned', strength: 1, centre: null },
    adjustments: [],
    twin: null,
    locked: false,
    group: null,
    hidden: false,
    fill: 'deep',
    stroke: null,
    halo: null,
    shade: null,
    underline: null,
    united: false,
    ...changes,
  };
}

export const piece = (items: readonly Item[]): Piece => ({
  format: 'under-arc-piece',
  version: CURRENT_VERSION,
  name: 'Ottermere trial',
  sheet: { widthMm: 84, heightMm: 84, bleedMm: 0 },
  paper: '#ffffff',
  inks: STANDARD_INKS,
  styles: [],
  process: usualProcess('offset'),
  guides: [],
  items,
});

/** An ink that is called by its id, changed where a test wants. */
export const inkOf = (id: string, kind: Ink['kind'], cmyk: Ink['cmyk'], changes: Partial<Ink> = {}): Ink => ({
  ...PLAIN_INK,
  id,
  name: id,
  kind,
  cmyk,
  overprint: false,
  ...changes,
});

/** Words in a narrow face, set openly, so that nothing is wrong with them. */
export const openWords = (wording: string, changes: Partial<Lettering> = {}): Lettering =>
  lettering(wording, { faceId: 'league-gothic', spacing: spacing({ tracking: 60 }), ...changes });
