import { nanoid } from 'nanoid';
import { readableInk } from '#core/editing/edits/readableInk';
import type { Vec } from '#core/geometry/vec';
import { setStep } from '#core/piece/steps/index';
import type { Curve } from '#core/piece/types';
import { anchoredAt } from '#core/setting/hand/grips';
import { setDown } from '#core/setting/hand/setDown';
import { shareRing } from '#core/setting/hand/shareRing';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { useCurveEdits } from '../composables/useCurveEdits';
import type { SheetPointer } from './useSheetPointer';

/** What one click at a curve does: it sets new lettering there, or cuts the curve. */
export function useSetDown({ snapMm, tell, curveNear }: SheetPointer) {
  const store = usePiece();
  const view = useView();
  const edits = useCurveEdits();

  /** Sets a new lettering where the pointer is. Gives false when no curve is near. */
  function letterAt(where: Vec, on?: Curve): boolean {
    const curve = on ?? curveNear(where);
    const track = curve && store.trackOf(curve.id);
    if (!curve || !track) return false;
    const id = nanoid(8);
    const like = store.on(curve.id).at(-1) ?? null;
    const alone = setDown(
      id,
      curve,
      track,
      where,
      like,
      Math.max(snapMm() * 3, 1),
      readableInk(store.piece!, where, store.trackOf),
    );
    const sets = store.on(curve.id).flatMap((one) => {
      const set = store.settings.get(one.id);
      return set?.ok ? [set.value] : [];
    });
    const shared = shareRing(track, anchoredAt(alone, track), alone.seat.tops, sets);
    const problem = store.edit(
      'Set lettering',
      [
        ...(shared?.others ?? []).map((one) => setStep(store.piece!, one.id, ['bookends'], one.bookends)),
        {
          kind: 'insert',
          index: store.piece!.items.length,
          item: shared ? { ...alone, bookends: shared.bookends } : alone,
        },
      ],
      undefined,
      [id],
    );
    if (problem) {
      tell(problem.message, where);
      return true;
    }
    view.tool = 'pick';
    return true;
  }

  /** Cuts the curve where the pointer is. Gives false when no curve is near. */
  function cutAt(where: Vec, on?: Curve): boolean {
    const curve = on ?? curveNear(where);
    if (!curve || !edits.cutAt(curve, where, snapMm() * 2)) return false;
    view.tool = 'pick';
    return true;
  }

  return { letterAt, cutAt };
}
