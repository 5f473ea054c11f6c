import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import type { Command } from './kind';

/** What the browser does by its own keys, for menus: its events are heard where they are told, see `useClipboard`. */
export function clipboardCommands() {
  const store = usePiece();
  const view = useView();
  const any = (): boolean => store.selection.length > 0;
  const paste = (label: string, heard: string, inPlace: boolean): Command => ({
    label,
    keys: [],
    heard,
    applies: () => store.piece !== null,
    run: () => view.askToPaste(inPlace),
  });
  return {
    copy: { label: 'Copy', keys: [], heard: 'Mod-c', applies: any, run: () => void document.execCommand('copy') },
    cut: { label: 'Cut', keys: [], heard: 'Mod-x', applies: any, run: () => void document.execCommand('cut') },
    paste: paste('Paste', 'Mod-v', false),
    pasteInPlace: paste('Paste in place', 'Mod-Shift-v', true),
  } satisfies Record<string, Command>;
}
