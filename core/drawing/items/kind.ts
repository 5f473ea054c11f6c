import type { Trace } from '../../geometry/outlines/outlineSink';
import type { InkId, Item, Piece } from '../../piece/types';
import type { Problem, Result } from '../../result';
import type { Track } from '../../curves';
import type { SetLettering } from '../../setting/line/set';
import type { SetOrnaments } from '../../setting/space/ornaments';
import type { Inks } from '../inks';
import type { PaintedPath, PaintGround } from '../painted';
import type { Pictures } from '../pictures';

/** What an item cuts out of others, and the object on which that depends. */
export interface Cutter {
  readonly of: object;
  readonly trace: Trace;
}

/** What an item is painted with. */
export interface PaintTools {
  readonly piece: Piece;
  readonly inks: Inks;
  readonly ground: PaintGround;
  /** What another item of the piece cuts out; null where it is not there or has no outline. */
  readonly cutterOf: (id: string) => Cutter | null;
}

/** How an item is painted, and the objects on which that depends beside the inks of the piece. */
export interface Painting {
  readonly on: readonly unknown[];
  readonly paint: () => PaintedPath[];
}

/** What a piece is drawn with. */
export interface DrawGround {
  readonly tracks: ReadonlyMap<string, Result<Track>>;
  readonly sets: ReadonlyMap<string, Result<SetLettering>>;
  readonly ornaments: ReadonlyMap<string, SetOrnaments>;
  readonly pictures: Pictures;
}

/** An image that an item shows. */
export interface ShownImage {
  readonly imageId: string;
  /** Whether it leaves in print files; those to trace do not. */
  readonly printed: boolean;
}

/**
 * One kind of item: how it is painted, what people read of it, what it needs. One file a kind; items/index.ts lists
 * them.
 */
export interface ItemKind<T extends Item> {
  /** What it is, within a sentence. */
  readonly noun: string;
  /** What people call it. Letterings are called by their words. */
  readonly name: (item: T) => string;
  /** The same within a sentence. */
  readonly quoted?: (item: T) => string;
  /** What stands beside its name in the list. */
  readonly summary: (item: T) => string;
  /** The ink that stands for it in the stacking order; null for none. */
  readonly ink: (item: T) => InkId | null;
  readonly images?: (item: T) => readonly ShownImage[];
  /** Null where nothing of it is painted: it is hidden, cannot be set, or never prints. */
  readonly painting: (item: T, tools: PaintTools) => Painting | null;
  /** What it cuts out of shapes that it is cut out of; left out where it has no outline of its own. */
  readonly cutter?: (item: T, ground: PaintGround) => Cutter | null;
  /** What could not be drawn of it, or is drawn otherwise than a person may expect. */
  readonly problems?: (item: T, ground: DrawGround) => readonly Problem[];
}
