import { adjusted, adjustmentAt } from '#core/piece/wording/reword';
import type { Lettering } from '#core/piece/types';
import { letterAt, type Hit } from '#core/setting/hand/caret';
import { LETTER } from '#core/stances/index';
import type { Vec } from '#core/geometry/vec';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

const round = (value: number): number => Math.round(value * 100) / 100;

/** Picking single letters, and moving the picked one by drag. */
export function useLetterNudge() {
  const store = usePiece();
  const view = useView();

  const hitOn = (lettering: Lettering, at: Vec): Hit | null => {
    const set = store.settings.get(lettering.id);
    return set?.ok ? letterAt(set.value, at) : null;
  };
  const isPicked = (hit: Hit | null): hit is Hit =>
    hit !== null && view.range !== null && view.range.from === hit.from && view.range.to === hit.to;
  const pick = (hit: Hit): void => {
    view.gaps = [];
    view.range = { from: hit.from, to: hit.to };
  };

  /**
   * Moves a picked letter by a way along and off the curve, mm, from where it was when the drag began.
   *
   * @returns what to tell of it
   */
  function nudge(lettering: Lettering, at: number, alongMm: number, offMm: number, gesture: string): string {
    const was = adjustmentAt(lettering.adjustments, at);
    const next = { alongMm: round(was.alongMm + alongMm), offMm: round(was.offMm + offMm) };
    store.set('Nudge letter', lettering.id, ['adjustments'], adjusted(lettering.adjustments, at, next), gesture);
    return `${next.alongMm.toFixed(2)} mm along, ${next.offMm.toFixed(2)} mm off`;
  }

  /** A way on the sheet as mm along and off at a letter. */
  function inFrameOf({ line, index, from }: Hit, lettering: Lettering, way: Vec): { along: number; off: number } {
    const row = line.rows.subarray(index * LETTER.length, (index + 1) * LETTER.length);
    const back = (-adjustmentAt(lettering.adjustments, from).turnDeg * Math.PI) / 180;
    const turned = (x: number, y: number): Vec => ({
      x: x * Math.cos(back) - y * Math.sin(back),
      y: x * Math.sin(back) + y * Math.cos(back),
    });
    const a = turned(row[LETTER.ax]!, row[LETTER.ay]!),
      u = turned(row[LETTER.ux]!, row[LETTER.uy]!);
    const det = a.x * u.y - a.y * u.x;
    if (Math.abs(det) < 1e-9) return { along: 0, off: 0 };
    return { along: (way.x * u.y - way.y * u.x) / det, off: (a.x * way.y - a.y * way.x) / det };
  }

  return { hitOn, isPicked, pick, nudge, inFrameOf };
}
