import type { EditLabel } from '#core/editing/labels';
import { adjusted, adjustmentAt } from '#core/piece/wording/reword';
import { scaledSize } from '#core/piece/items/lettering';
import type { Lettering } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** Steps of the keys below: thousandths of an em, mm, and a share of the size; with Ctrl ten times as much. */
const STEP = { kern: 5, tracking: 5, shiftMm: 0.1, size: 0.01 } as const;

/** Where the sign before a place in the wording begins. */
const before = (wording: string, at: number): number =>
  [...new Intl.Segmenter().segment(wording.slice(0, at))].at(-1)?.index ?? 0;

/**
 * Keys that space and size the words while the caret is in them: Alt with left and right for the gap at the caret, with
 * up and down for the baseline; with Shift too, the tracking and the size.
 */
export function useCaretKeys() {
  const store = usePiece();

  const edits: Readonly<
    Record<string, (one: Lettering, way: number, at: number) => readonly [EditLabel, readonly string[], unknown]>
  > = {
    kern: (one, way, at) => {
      const from = before(one.wording, at);
      const kern = adjustmentAt(one.adjustments, from).kern + way * STEP.kern;
      return ['Kern', ['adjustments'], adjusted(one.adjustments, from, { kern })];
    },
    tracking: (one, way) => ['Tracking', ['spacing', 'tracking'], one.spacing.tracking + way * STEP.tracking],
    shift: (one, way) => [
      'Shift baseline',
      ['seat', 'baselineShiftMm'],
      Math.round((one.seat.baselineShiftMm + way * STEP.shiftMm) * 100) / 100,
    ],
    size: (one, way) => ['Change size', ['size'], scaledSize(one.size, 1 + way * STEP.size)],
  };

  /** Does what a key is for, if it is one of these. */
  function caretKey(event: KeyboardEvent, gesture: string): void {
    const one = store.selectedLettering;
    const way = { ArrowLeft: -1, ArrowRight: 1, ArrowDown: -1, ArrowUp: 1 }[event.key];
    if (!event.altKey || !way || !one) return;
    event.preventDefault();
    const level = event.key === 'ArrowLeft' || event.key === 'ArrowRight';
    const what = level ? (event.shiftKey ? 'tracking' : 'kern') : event.shiftKey ? 'size' : 'shift';
    const { selectionStart } = event.target as HTMLTextAreaElement;
    if (what === 'kern' && selectionStart === 0) return;
    const [label, path, value] = edits[what]!(one, way * (event.ctrlKey || event.metaKey ? 10 : 1), selectionStart);
    const problem = store.set(label, one.id, path, value, `${gesture}-${what}`);
    if (problem) store.notice = { kind: 'warning', text: problem.message };
  }

  return { caretKey };
}
