import { usePiece } from '~/stores/piece';
import { useView, type Compare } from '~/stores/view';
import type { Command } from './kind';

/** Looking at the selected words in another way, for as long as a key is held. Nothing of the piece changes. */
export function compareCommands(): { readonly comparePlain: Command; readonly compareAlike: Command } {
  const store = usePiece();
  const view = useView();
  const compare = (label: string, key: string, how: Compare): Command => ({
    label,
    keys: [key],
    applies: () => store.selectedLettering !== null,
    run: () => {
      view.compare = how;
    },
    release: () => {
      view.compare = 'now';
    },
  });
  return {
    comparePlain: compare('Show as the typeface spaces it (hold)', 'b', 'plain'),
    compareAlike: compare('Show all gaps alike (hold)', 'Shift-b', 'alike'),
  };
}
