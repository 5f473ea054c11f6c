import { useEventListener } from '@vueuse/core';
import type { InjectionKey } from 'vue';
import type { Curve } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { nudgeRun } from '../gestures/nudgeRun';
import { gapKey, useGaps } from '../composables/useGaps';
import { compareCommands } from './compare';
import { historyCommands } from './history';
import { keyOf, type Command } from './kind';
import { selectionCommands } from './selection';
import { toolCommands } from './tools';

export { firstKey, type Command } from './kind';

/** Everything that can be done on the bench by a key, a button or a row of a menu, in one table. */
export function createCommands(ask: (curve: Curve) => void) {
  const store = usePiece();
  const { remove, ...selection } = selectionCommands(ask);
  const table = {
    ...historyCommands(),
    ...toolCommands(() => store.piece?.sheet ?? null),
    ...selection,
    ...compareCommands(),
  };
  return { table, remove };
}

export type Commands = ReturnType<typeof createCommands>['table'];
export const COMMANDS: InjectionKey<Commands> = Symbol('commands');

const isTyping = (event: KeyboardEvent): boolean =>
  (event.target as Element).closest('input:not([type=range]), textarea') !== null;

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

  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (holds(event)) return;
    const typing = isTyping(event);
    // Selected gaps are worked on by the arrows, unless a field or a slider has the keys.
    if (!typing && view.gaps.length > 0 && (event.target as Element).closest('input') === null)
      if (gapKey(event, gaps, `kern${nudgeRun()}`)) return;
    const command = byKey.get(keyOf(event));
    if (!command || (typing && !command.whileTyping)) return;
    if (command.whileTyping) {
      event.preventDefault();
      // What is being typed counts before it is undone.
      if (typing) (document.activeElement as HTMLElement).blur();
    }
    if (event.repeat && command.release) return;
    if (!command.applies()) return;
    command.run();
    if (command.release) held = command;
  });
  useEventListener(window, 'keyup', (event: KeyboardEvent) => {
    if (held?.keys.some((key) => key.split('-').at(-1) === event.key.toLowerCase())) release();
  });
  useEventListener(window, 'blur', release);
}
