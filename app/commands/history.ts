import { usePiece } from '~/stores/piece';
import type { Command } from './kind';

/** Going back and forth in what was done. */
export function historyCommands(): { readonly undo: Command; readonly redo: Command } {
  const store = usePiece();
  const labelOf = (list: 'undo' | 'redo'): string => store.history[list].at(-1)?.label ?? '';
  return {
    undo: {
      label: 'Undo',
      keys: ['Mod-z'],
      applies: () => labelOf('undo') !== '',
      detail: () => labelOf('undo'),
      run: store.undo,
      whileTyping: true,
    },
    redo: {
      label: 'Redo',
      keys: ['Mod-y', 'Mod-Shift-z'],
      applies: () => labelOf('redo') !== '',
      detail: () => labelOf('redo'),
      run: store.redo,
      whileTyping: true,
    },
  };
}
