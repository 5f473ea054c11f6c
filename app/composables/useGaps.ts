import type { EditLabel } from '#core/editing/labels';
import { adjusted, adjustmentAt } from '#core/piece/wording/reword';
import type { Adjustment, Lettering } from '#core/piece/types';
import type { Problem } from '#core/result';
import { gapsOf, type Gap } from '#core/setting/space/gaps';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** Gaps of the selected lettering: picking them, and setting them by hand. */
export function useGaps() {
  const store = usePiece();
  const view = useView();

  /** All gaps, as they are shown. */
  const gaps = computed((): readonly Gap[] => (store.shownSetting ? gapsOf(store.shownSetting) : []));
  const picked = computed(() => gaps.value.filter((gap) => view.gaps.includes(gap.at)));
  const byHand = computed(() => store.selectedLettering?.adjustments.filter((one) => one.kern !== 0).length ?? 0);

  /** Picks a gap; with `add` it joins those that are picked, or leaves them. */
  function pick(at: number, add = false): void {
    view.range = null;
    view.gaps = !add ? [at] : view.gaps.includes(at) ? view.gaps.filter((one) => one !== at) : [...view.gaps, at];
  }
  const letGo = (): void => {
    view.gaps = [];
  };

  function change(
    label: EditLabel,
    lettering: Lettering,
    to: (was: Omit<Adjustment, 'at'>) => number,
    gesture?: string,
  ): Problem | null {
    const list = view.gaps.reduce(
      (all, at) => adjusted(all, at, { kern: to(adjustmentAt(lettering.adjustments, at)) }),
      lettering.adjustments,
    );
    return store.set(label, lettering.id, ['adjustments'], list, gesture);
  }
  /** Widens the picked gaps by thousandths of an em. */
  const kernBy = (em: number, gesture: string): Problem | null =>
    store.selectedLettering
      ? change('Kern', store.selectedLettering, (was) => Math.round((was.kern + em) * 10) / 10, gesture)
      : null;
  const kernTo = (em: number, gesture?: string): Problem | null =>
    store.selectedLettering ? change('Kern', store.selectedLettering, () => em, gesture) : null;
  const clear = (): void => {
    if (store.selectedLettering) change('Clear kern', store.selectedLettering, () => 0);
  };
  function clearAll(): void {
    const { selectedLettering: lettering } = store;
    if (lettering)
      store.set(
        'Clear kerns',
        lettering.id,
        ['adjustments'],
        lettering.adjustments.reduce((all, one) => adjusted(all, one.at, { kern: 0 }), lettering.adjustments),
      );
  }

  /** Picks the gap before or behind the last one picked; the first one where none is. */
  function step(by: 1 | -1): void {
    if (gaps.value.length === 0) return;
    const now = gaps.value.findIndex((gap) => gap.at === view.gaps.at(-1));
    pick(gaps.value[now < 0 ? 0 : Math.min(Math.max(now + by, 0), gaps.value.length - 1)]!.at);
  }
  /** Picks the letter gap that is farthest from its target, on the wide side or on the tight one. */
  function pickWorst(side: 'widest' | 'tightest'): void {
    const sign = side === 'widest' ? 1 : -1;
    const letters = gaps.value.filter((gap) => !gap.word);
    const worst = letters.reduce<Gap | null>(
      (best, gap) => (!best || sign * (gap.mm - gap.targetMm) > sign * (best.mm - best.targetMm) ? gap : best),
      null,
    );
    if (worst) pick(worst.at);
  }

  return { gaps, picked, byHand, pick, letGo, kernBy, kernTo, clear, clearAll, step, pickWorst };
}

/**
 * Keys that work on picked gaps: the arrows by 5 thousandths of an em, with Shift 50, with Alt 1; with Ctrl to the next
 * gap.
 */
export function gapKey(
  event: KeyboardEvent,
  on: Pick<ReturnType<typeof useGaps>, 'kernBy' | 'step' | 'clear'>,
  gesture: string,
): boolean {
  const way = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (way !== 0 && (event.ctrlKey || event.metaKey)) on.step(way);
  else if (way !== 0) on.kernBy(way * (event.altKey ? 1 : event.shiftKey ? 50 : 5), gesture);
  else if (event.key === 'Delete' || event.key === 'Backspace') on.clear();
  else return false;
  event.preventDefault();
  return true;
}
