import type { Tracing } from '../../piece/types';
import type { ItemKind } from './kind';

/** A picture to trace lies under the sheet: it is shown by the bench alone and never printed. */
export const tracing: ItemKind<Tracing> = {
  noun: 'picture to trace',
  name: ({ name }) => name,
  summary: ({ strength }) => `${Math.round(strength * 100)} %`,
  ink: () => null,
  images: ({ imageId }) => [{ imageId, printed: false }],
  painting: () => null,
};
