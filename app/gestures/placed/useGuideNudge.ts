import type { Guide } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { nudgeRun } from '../nudgeRun';
import { roundGuide } from './useGuideDrag';

/** Arrows move a guide by 0.1 mm, with Shift by 1; Delete removes it. */
export function useGuideNudge() {
  const store = usePiece();

  return function nudgeGuide(event: KeyboardEvent, index: number): void {
    const { guides } = store.piece!;
    const sign = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 }[event.key];
    const moved = (one: Guide): Guide => ({ ...one, mm: roundGuide(one.mm + sign! * (event.shiftKey ? 1 : 0.1)) });
    if (event.key === 'Delete' || event.key === 'Backspace')
      store.set(
        'Remove guide',
        null,
        ['guides'],
        guides.filter((_, i) => i !== index),
      );
    else if (sign)
      store.set(
        'Move guide',
        null,
        ['guides'],
        guides.map((one, i) => (i === index ? moved(one) : one)),
        `guide-${index}${nudgeRun()}`,
      );
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
}
