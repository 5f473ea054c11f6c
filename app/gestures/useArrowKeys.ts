import { useEventListener } from '@vueuse/core';
import { findCurve, findLettering } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import type { useNudges } from './useNudges';

/**
 * The arrows move what is selected when nothing else has the keys: after Enter in a field, a frame, a click in the list.
 *
 * @returns what moves an item, or all that is selected with it, for grips that have the keys themselves
 */
export function useArrowKeys({ nudgeLettering, nudgeCurve, nudgeSeveral }: ReturnType<typeof useNudges>) {
  const store = usePiece();
  const view = useView();

  function nudge(id: string, x: number, y: number): void {
    const alone = store.selection.length < 2;
    const lettering = alone && findLettering(store.piece!, id);
    const curve = alone && findCurve(store.piece!, id);
    if (lettering) nudgeLettering(lettering, x, -y);
    else if (curve) nudgeCurve(curve, x, y);
    else nudgeSeveral(x, y);
  }

  const free = (event: KeyboardEvent): boolean =>
    !event.defaultPrevented &&
    !(event.ctrlKey || event.metaKey || event.altKey) &&
    !(view.open || view.keys || view.inks !== null || view.gaps.length > 0) &&
    (document.activeElement === document.body || Boolean(document.activeElement?.closest('.left .list')));

  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    const way = arrowWay(event);
    if (!way || store.selectedId === null || !free(event)) return;
    event.preventDefault();
    nudge(store.selectedId, way.x, way.y);
  });
  return nudge;
}
