import { slideTo } from '#core/setting/hand/grips';
import { placedByBookends } from '#core/setting/space/fill';
import type { Gap } from '#core/setting/space/gaps';
import { useGaps } from '~/composables/useGaps';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { startDrag } from '../startDrag';
import { useLetterNudge } from '../useLetterNudge';
import { STRIP_SNAP_PX, type StripPointer } from './useStripPointer';
import { useStripSpread } from './useStripSpread';

/** The white between two letters as the strip shows it: where it can be clicked, px. */
export interface StripWhite {
  readonly gap: Gap;
  readonly x: number;
  readonly width: number;
  readonly middle: number;
  readonly picked: boolean;
}

/**
 * A press on the letters of the strip: a click picks the gap or the letter, a drag slides the words along the curve, or
 * moves the letter that was picked before; with Alt it spreads them.
 */
export function useStripLetters(pointer: StripPointer, whites: Readonly<Ref<readonly StripWhite[]>>) {
  const { set, strip, scale, px, at, tell } = pointer;
  const store = usePiece();
  const view = useView();
  const gaps = useGaps();
  const { nudge } = useLetterNudge();
  const spread = useStripSpread(pointer);

  /** A fit that is kept by tracking has the say in it. */
  const trackedByFit = (): boolean =>
    store.selectedLettering?.fit.kept === true &&
    store.selectedLettering.fit.rules.some((rule) => rule.by === 'tracking');

  /** The letter whose middle is nearest to a place: where it begins in the words, and where the next does. */
  function letterAt(x: number): { readonly from: number; readonly to: number } {
    const { origins, end } = set.value!.measured;
    let index = 0;
    const { letters } = strip.value!;
    letters.forEach((letter, i) => {
      if (Math.abs(letter.x - x) < Math.abs(letters[index]!.x - x)) index = i;
    });
    const from = origins[index] ?? 0;
    return { from, to: origins.reduce((least, one) => (one > from && one < least ? one : least), end) };
  }

  /** The gap under a place, as long as it can be hit. */
  const whiteAt = (x: number): StripWhite | undefined =>
    whites.value.find(
      (one) => Math.abs(px(x) - one.middle) <= Math.min(one.width / 2, Math.max(one.gap.leastMm * scale.value, 4)),
    );

  return function dragLetters(event: PointerEvent): void {
    if (event.altKey && !trackedByFit()) {
      spread(event);
      return;
    }
    const { lettering, track, measured } = set.value!;
    const all = strip.value!;
    const mm = scale.value;
    const [fromX, fromY] = [event.clientX, event.clientY];
    const white = whiteAt(at(event)),
      letter = letterAt(at(event));
    const picked = !view.typing && view.range?.from === letter.from && view.range.to === letter.to;
    startDrag(event, {
      move: (next, gesture) => {
        const x = (next.clientX - fromX) / mm;
        if (picked) tell(nudge(lettering, letter.from, x, (fromY - next.clientY) / mm, gesture));
        else if (lettering.fit.kept && placedByBookends(lettering, track.path.path.closed))
          tell('kept filled between its bookends: move these');
        else {
          const grip = slideTo(lettering, track, all.fractionAt(x), STRIP_SNAP_PX / mm);
          store.set('Slide along the curve', lettering.id, ['anchor'], grip.value, gesture);
          tell(grip.label);
        }
      },
      end: (last, moved) => {
        tell('');
        if (moved || measured.origins.length === 0) return;
        if (white) gaps.pick(white.gap.at, last.shiftKey);
        else {
          gaps.letGo();
          view.range = letter;
        }
      },
    });
  };
}
