import { usePiece } from '~/stores/piece';
import { startDrag } from '../startDrag';
import type { StripPointer } from './useStripPointer';

/** Least and most tracking that a drag gives, thousandths of an em. */
const TRACKING = { least: -500, most: 2000 } as const;

/** Spreads the letters of the strip about the anchor: the one that is held follows the pointer. */
export function useStripSpread({ set, strip, scale, at, tell }: StripPointer) {
  const store = usePiece();

  return function spread(event: PointerEvent): void {
    const {
      lettering,
      scaleX,
      measured: { run },
    } = set.value!;
    const x = at(event),
      mm = scale.value,
      from = event.clientX;
    const em = (run.face.metrics.upem / 1000) * scaleX;
    const before = lettering.spacing.tracking;
    // As many gaps lie between the anchor and the letter as its share of the line.
    const letters = strip.value!.letters;
    const mean = letters.length > 1 ? (letters.at(-1)!.x - letters[0]!.x) / (letters.length - 1) : 1;
    const count = Math.abs(x) < mean / 2 ? Math.sign(x || 1) / 2 : x / mean;
    startDrag(event, {
      move: (next, gesture) => {
        const wanted = Math.round((before + (next.clientX - from) / mm / count / em) * 2) / 2;
        const tracking = Math.min(Math.max(wanted, TRACKING.least), TRACKING.most);
        const problem = store.set('Tracking', lettering.id, ['spacing', 'tracking'], tracking, gesture);
        tell(problem?.message ?? `tracking ${tracking.toFixed(1)}`);
      },
      end: () => tell(''),
    });
  };
}
