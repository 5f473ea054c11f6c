import type { Piece } from '#core/piece/types';
import { piece } from '../support/pieces';
import { made } from './support';
import { useBench } from './useBench';

/** A bench with what tests of the hand need: pieces put on it, keys pressed in turn, and what the server then has. */
export function useHand() {
  const on = useBench();
  const items = async (): Promise<any[]> => {
    await on.bench.kept();
    return (await on.bench.piece()).items;
  };
  return {
    on,
    items,
    open: async (list: Piece['items']): Promise<void> => {
      await on.bench.open(await made(on.server, piece(list)));
      await on.page.locator('[data-lettering], [data-curve]').first().waitFor({ state: 'attached' });
    },
    press: (...keys: string[]): Promise<void> =>
      keys.reduce((before, key) => before.then(() => on.page.keyboard.press(key)), Promise.resolve()),
    item: async (id: string): Promise<any> => (await items()).find((one) => one.id === id),
    /** How many rows of the list are selected. */
    chosen: (): Promise<number> => on.page.locator('.left [aria-pressed=true]').count(),
    pick: (name: RegExp): Promise<void> => on.page.locator('.left').getByRole('button', { name }).first().click(),
  };
}
