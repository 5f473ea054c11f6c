import { nanoid } from 'nanoid';
import { straightened } from '#core/curves/bendThrough';
import { draft, draftAt, type DraggedKind } from '#core/curves/draft';
import { curveKind } from '#core/curves/index';
import type { Vec } from '#core/geometry/vec';
import { freeName, makeCurve } from '#core/piece/make';
import type { CurveShape } from '#core/piece/types';
import type { Problem } from '#core/result';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { startDrag } from './startDrag';
import { roundPoint, type SheetPointer } from './useSheetPointer';
import type { Snapped } from './useSnapping';

/** Whether what is dragged from a place was drawn to something in the direction that counts. */
const drawnAlong = (from: Vec, { to, drawn }: Snapped): boolean =>
  Math.abs(to.x - from.x) >= Math.abs(to.y - from.y) ? drawn.x : drawn.y;

/** Puts new curves on the sheet: whole, or drawn by one drag. */
export function useCurveDraft({ at, tidyMm, snap, tell, hush }: SheetPointer) {
  const store = usePiece();
  const view = useView();

  /** Puts a new curve on the sheet, selected. */
  function addCurve(shape: CurveShape, gesture?: string): Problem | null {
    const kind = curveKind(shape);
    const problem = kind.problem(shape);
    if (problem) return problem;
    const item = makeCurve(nanoid(8), freeName(store.piece!, kind.title), shape);
    return store.edit(
      `Add ${kind.title.toLowerCase()}`,
      [{ kind: 'insert', index: store.piece!.items.length, item }],
      gesture,
      [item.id],
    );
  }

  /** Adds a curve by one drag; a mere click gives one of a fitting size. */
  function drawCurve(event: PointerEvent, kindName: DraggedKind): void {
    const begun = snap(at(event), event);
    const from = begun.reason ? begun.to : roundPoint(begun.to);
    let id: string | null = null;
    startDrag(event, {
      move: (next, gesture) => {
        const snapped = snap(at(next), next, id);
        const { to: drawn, reason } = snapped;
        const to = next.shiftKey && (kindName === 'line' || kindName === 'wave') ? straightened(from, drawn) : drawn;
        // What it came to rest on is kept; else lengths come in steps.
        const shape = draft(kindName, from, to, drawnAlong(from, snapped) ? (mm) => mm : tidyMm);
        if (curveKind(shape).problem(shape)) return;
        if (id) store.set('Change curve', id, ['shape'], shape, gesture);
        else if (!addCurve(shape, gesture)) id = store.selectedId;
        tell(reason || curveKind(shape).sizeLabel(shape), to, reason !== '');
      },
      end: () => {
        if (!id) addCurve(draftAt(kindName, from, store.piece!.sheet));
        hush();
        view.tool = 'letter';
      },
    });
  }

  /** Adds a curve of a fitting size in the middle of the sheet. */
  function addFitting(kindName: DraggedKind): void {
    const { sheet } = store.piece!;
    const problem = addCurve(draftAt(kindName, { x: sheet.widthMm / 2, y: sheet.heightMm / 2 }, sheet));
    if (problem) store.notice = { kind: 'warning', text: problem.message };
    view.tool = 'pick';
  }

  return { addCurve, addFitting, drawCurve };
}
