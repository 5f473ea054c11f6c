import type { Item, Piece } from '../../piece/types';
import { art } from './art';
import { curve } from './curve';
import type { ItemKind } from './kind';
import { lettering } from './lettering';
import { ornaments } from './ornaments';
import { picture } from './picture';
import { tracing } from './tracing';

export type { Cutter } from './kind';

/** One line a kind. */
const ITEM_KINDS: { readonly [K in Item['type']]: ItemKind<Extract<Item, { type: K }>> } = {
  curve,
  lettering,
  ornaments,
  art,
  picture,
  tracing,
};

/** What is particular to the kind of an item. */
export const itemKind = <T extends Item>(item: T): ItemKind<T> => ITEM_KINDS[item.type] as unknown as ItemKind<T>;

/** What people call an item. */
export const nameOf = (item: Item): string => itemKind(item).name(item);

/** What an item is called within a sentence: letterings by the beginning of their words, in quotation marks. */
export function quotedName(item: Item): string {
  const kind = itemKind(item);
  return (kind.quoted ?? kind.name)(item);
}

/** Ids of the images that a piece shows: those that it prints, or all. */
export const imageIdsOf = (piece: Piece, which: 'printed' | 'all'): ReadonlySet<string> =>
  new Set(
    piece.items
      .flatMap((item) => itemKind(item).images?.(item) ?? [])
      .filter(({ printed }) => printed || which === 'all')
      .map(({ imageId }) => imageId),
  );
