import { useEventListener } from '@vueuse/core';
import type { InjectionKey } from 'vue';
import type { Curve } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { nudgeRun } from '../gestures/nudgeRun';
import { gapKey, useGaps } from '../composables/useGaps';
import { arrangeCommands } from './arrange';
import { clipboardCommands } from './clipboard';
import { compareCommands } from './compare';
import { historyCommands } from './history';
import { keyOf, type Command } from './kind';
import { lookCommands, viewCommands } from './look';
import { selectionCommands } from './selection';
import { toolCommands } from './tools';
import { treatCommands } from './treat';

export { firstKey, keyName, type Command } from './kind';

/** Everything that can be done on the bench by a key, a button or a row of a menu, in one table. */
export function createCommands(ask: (curve: Curve) => void) {
  const store = usePiece();
  const { remove, ...selection } = selectionCommands(ask);
  const table = {
    ...historyCommands(),
    ...toolCommands(() => store.piece?.sheet ?? null),
    ...selection,
    ...arrangeCommands(),
    ...clipboardCommands(),
    ...treatCommands(),
    ...lookCommands(),
    ...viewCommands(),
    ...compareCommands(),
  };
  return { table, remove };
}

export type Commands = ReturnType<typeof createCommands>['table'];
export const COMMANDS: InjectionKey<Commands> = Symbol('commands');

/** Fields in which signs are typed. Ticks, sliders and lists that are closed take none. */
const TYPED =
  'textarea, input:not([type=range], [type=checkbox], [type=radio], [type=button], [type=color], [readonly], [role=combobox][aria-expanded=false])';
const isTyping = (event: KeyboardEvent): boolean => (event.target as Element).closest(TYPED) !== null;
/** Whether Enter and Space are for what has the keys: a button, a list that opens. */
const isPressed = (event: KeyboardEvent): boolean =>
  (event.key === 'Enter' || event.key === ' ') &&
  (event.target as Element).closest('button, a, [role=combobox], [role=slider], select, summary') !== null;

/** Whether a pressed key is for a command, and not for what has the keys. */
function listens(command: Command, event: KeyboardEvent, typing: boolean, singleKeys: boolean): boolean {
  if (event.defaultPrevented || isPressed(event)) return false;
  if (typing && !command.whileTyping && !command.anywhere) return false;
  return singleKeys || event.key.length > 1 || event.ctrlKey || event.metaKey;
}

/** Whether what a browser does by the key of a command is not done. */
const holdsBack = (command: Command): boolean =>
  command.whileTyping === true || command.anywhere === true || (command.prevents === true && command.applies());

/**
 * Runs commands by their keys.
 *
 * @param holds whether keys belong to something else just now: a dialog, a view over the bench
 */
export function useKeys(commands: Commands, holds: (event: KeyboardEvent) => boolean): void {
  const view = useView();
  const gaps = useGaps();
  const byKey = new Map(
    Object.values<Command>(commands).flatMap((command) => command.keys.map((key) => [key, command] as const)),
  );
  let held: Command | null = null;
  const release = (): void => {
    held?.release?.();
    held = null;
  };

  /** What lasts as long as its key is held is begun once. */
  function run(command: Command, repeated: boolean): void {
    if ((repeated && command.release) || !command.applies()) return;
    command.run();
    if (command.release) held = command;
  }

  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (holds(event)) return;
    const typing = isTyping(event);
    // Selected gaps are worked on by the arrows, unless a field or a slider has the keys.
    if (!typing && view.gaps.length > 0 && (event.target as Element).closest('input') === null)
      if (gapKey(event, gaps, `kern${nudgeRun()}`)) return;
    const command = byKey.get(keyOf(event)) ?? null;
    if (!command || !listens(command, event, typing, view.singleKeys)) return;
    if (holdsBack(command)) event.preventDefault();
    // What is being typed counts before it is undone.
    if (command.whileTyping && typing) (document.activeElement as HTMLElement).blur();
    run(command, event.repeat);
  });
  useEventListener(window, 'keyup', (event: KeyboardEvent) => {
    if (held?.keys.some((key) => key.split('-').at(-1) === event.key.toLowerCase())) release();
  });
  useEventListener(window, 'blur', release);
}
