import type { Track } from '../curves';
import { mappedTrace, type Affine, type Trace } from '../geometry/outlines/outlineSink';
import type { SetLettering } from '../setting/line/set';
import type { SetOrnaments } from '../setting/space/ornaments';
import type { DrawnInk, Paint, PaintedPicture } from './sink';

/** Something that is cut out of a painted outline, with a margin about it. */
export interface Hole {
  readonly trace: Trace;
  readonly marginMm: number;
}

/**
 * What a painted outline is of its item: the letters, sign or curve itself, its stroke alone, or what lies beneath it.
 */
export type Part = 'own' | 'stroke' | 'halo' | 'shade' | 'underline' | 'halo-shade' | 'halo-underline';

/** One painted outline of a drawing. */
export interface PaintedPath {
  /** Its item's id; of parts beneath it with the part behind a point. */
  readonly id: string;
  readonly itemId: string;
  readonly part: Part;
  readonly paint: Paint;
  /** Sends the outline, without painting it. */
  readonly trace: Trace;
  /** What is cut out of it; for files this is done to the outline, see `cleanPath`. */
  readonly holes: readonly Hole[];
  /** Whether what overlaps in it is to be one outline. */
  readonly united: boolean;
  /** Beyond this nothing of it shows; null for all of it. */
  readonly within: Trace | null;
  /** By which rule its outlines are read. */
  readonly rule: 'nonzero' | 'evenodd';
  /** The picture that fills it instead of an ink; then the outline is its rectangle. */
  readonly picture?: PaintedPicture;
}

/** What painting goes by: where curves run and how lettering is set. */
export interface PaintGround {
  readonly track: (curveId: string) => Track | null;
  readonly set: (letteringId: string) => SetLettering | null;
  readonly ornaments: (id: string) => SetOrnaments | null;
}

const NO_HOLES: readonly Hole[] = [];
/** A painted outline with nothing but a fill: of an item, or of all that is painted in an ink. */
export const plain = (item: { readonly id: string }, part: Part, fill: DrawnInk | null, trace: Trace): PaintedPath => ({
  id: part === 'own' ? item.id : `${item.id}.${part}`,
  itemId: item.id,
  part,
  paint: { fill, stroke: null, under: false },
  trace,
  holes: NO_HOLES,
  united: false,
  within: null,
  rule: 'nonzero',
});

/** A painted outline moved or turned as a whole, with what is cut out of it. */
export const mappedPath = (path: PaintedPath, map: Affine): PaintedPath => ({
  ...path,
  trace: mappedTrace(path.trace, map),
  within: path.within && mappedTrace(path.within, map),
  holes: path.holes.map((hole) => ({ ...hole, trace: mappedTrace(hole.trace, map) })),
});
