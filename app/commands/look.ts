import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import type { Command } from './kind';

/** The parts of the bench, in the order in which F6 goes through them. */
const PARTS = ['.left', '.desk', '.strip', '.inspector', '.top'] as const;
const FOCUSABLE = 'button:not(:disabled), input:not(:disabled), textarea, [tabindex="0"], a[href]';

/** Brings the keys to a part: to what is pressed in it, or to its first control. Gives false where it has none. */
export function goToPart(selector: string): boolean {
  const part = document.querySelector<HTMLElement>(`.bench ${selector}`);
  const first =
    part?.querySelector<HTMLElement>('[aria-pressed="true"]') ?? part?.querySelector<HTMLElement>(FOCUSABLE);
  first?.focus();
  return Boolean(first);
}

/** Brings the keys to the next part of the bench, or the one before. */
function nextPart(by: 1 | -1): void {
  const parts = PARTS.filter((one) => document.querySelector(`.bench ${one}`) !== null);
  const now = parts.findIndex((one) => Boolean(document.activeElement?.closest(`.bench ${one}`)));
  for (let n = 1; n <= parts.length; n++)
    if (goToPart(parts[(now + by * n + parts.length * (n + 1)) % parts.length]!)) return;
}

/** The views that lie over the bench. */
export function viewCommands() {
  const view = useView();
  return {
    proof: {
      label: 'Look at the proof',
      keys: ['p'],
      applies: () => true,
      run: () => {
        view.open = 'proof';
      },
    },
    output: {
      label: 'Make files',
      keys: ['f'],
      applies: () => true,
      run: () => {
        view.open = 'output';
      },
    },
  } satisfies Record<string, Command>;
}

/** How the sheet is looked at, where the keys are, and the table of them. */
export function lookCommands() {
  const store = usePiece();
  const view = useView();
  const show = (label: string, key: string, how: 'plain' | 'alone'): Command => ({
    label,
    keys: [key],
    applies: () => true,
    run: () => {
      view.clean = view.clean === how ? 'helpers' : how;
    },
  });
  return {
    zoomIn: { label: 'Zoom in', keys: ['+', 'Shift-+', '='], applies: () => true, run: () => view.zoomBy(1.25) },
    zoomOut: { label: 'Zoom out', keys: ['-', '_', 'Shift-_'], applies: () => true, run: () => view.zoomBy(1 / 1.25) },
    trueSize: { label: 'Show at true size (100 %)', keys: ['9'], applies: () => true, run: () => view.trueSize() },
    hideHelpers: show('Hide or show all helpers', 'h', 'plain'),
    sheetAlone: show('Show the sheet alone', 'Shift-h', 'alone'),
    editWords: {
      label: 'Type the words',
      keys: ['Enter'],
      applies: () => view.tool !== 'pick' || store.selectedLettering !== null,
      run: () => {
        if (view.tool === 'pick') view.askForWords();
        else view.placesAsked++;
      },
      prevents: true,
    },
    nextPart: {
      label: 'Go to the next part of the bench',
      keys: ['F6'],
      applies: () => true,
      run: () => nextPart(1),
      anywhere: true,
    },
    partBefore: {
      label: 'Go to the part before',
      keys: ['Shift-F6'],
      applies: () => true,
      run: () => nextPart(-1),
      anywhere: true,
    },
    keys: {
      label: 'Show this table of keys',
      keys: ['?', 'Shift-?'],
      applies: () => true,
      run: () => {
        view.keys = true;
      },
    },
  } satisfies Record<string, Command>;
}
