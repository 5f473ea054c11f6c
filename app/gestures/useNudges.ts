import { curveKind } from '#core/curves/index';
import { moveBy } from '#core/shapes/similarity';
import { transformSteps } from '#core/editing/edits/operations';
import { moveSteps } from '#core/editing/edits/several';
import type { Curve, Lettering } from '#core/piece/types';
import { isClosed } from '#core/setting/line/anchorPlaces';
import { placedByBookends } from '#core/setting/space/fill';
import { usePiece } from '~/stores/piece';
import { nudgeRun } from './nudgeRun';
import { roundMm } from './useSheetPointer';

/** What the arrow keys move: lettering, curves and their handles. */
export function useNudges() {
  const store = usePiece();

  /** Moves a lettering by keys: along its curve, or off it. */
  function nudgeLettering(lettering: Lettering, alongMm: number, offMm: number): void {
    if (lettering.locked) {
      store.notice = { kind: 'info', text: 'This lettering is locked. Unlock it to move it.' };
      return;
    }
    const gesture = `nudge-${lettering.id}-${alongMm !== 0 ? 'along' : 'off'}`.slice(0, 60) + nudgeRun();
    const { anchor, seat } = lettering;
    const track = store.trackUnder(lettering);
    const fixed = lettering.fit.kept && track !== null && placedByBookends(lettering, isClosed(track));
    if (alongMm && fixed) store.notice = { kind: 'info', text: 'It is kept filled between its bookends: move these.' };
    else if (alongMm)
      store.set(
        'Slide along the curve',
        lettering.id,
        ['anchor', 'startOffsetMm'],
        roundMm(anchor.startOffsetMm + alongMm),
        gesture,
      );
    if (offMm)
      store.set(
        'Shift baseline',
        lettering.id,
        ['seat', 'baselineShiftMm'],
        roundMm(seat.baselineShiftMm + offMm),
        gesture,
      );
  }

  /** Moves a handle of a curve by keys. */
  function nudgeHandle(curve: Curve, handleId: string, dx: number, dy: number): void {
    if (curve.locked) return;
    const kind = curveKind(curve.shape);
    const { at: from } = kind.handles(curve.shape).find((handle) => handle.id === handleId)!;
    const shape = kind.moveHandle(curve.shape, handleId, { x: from.x + dx, y: from.y + dy });
    if (!kind.problem(shape))
      store.set('Change curve', curve.id, ['shape'], shape, `nudge-${curve.id}-${handleId}${nudgeRun()}`);
  }

  function nudgeCurve(curve: Curve, dx: number, dy: number): void {
    if (curve.locked) return;
    store.edit(
      'Move curve',
      transformSteps(store.piece!, curve, moveBy({ x: dx, y: dy })),
      `nudge-${curve.id}${nudgeRun()}`,
    );
  }

  /** Moves everything that is selected. */
  function nudgeSeveral(dx: number, dy: number): void {
    const steps = moveSteps(store.piece!, store.selection, moveBy({ x: dx, y: dy }));
    const problem = store.edit('Move', steps, `nudge-several${nudgeRun()}`);
    if (problem) store.notice = { kind: 'warning', text: problem.message };
  }

  return { nudgeLettering, nudgeHandle, nudgeCurve, nudgeSeveral };
}
