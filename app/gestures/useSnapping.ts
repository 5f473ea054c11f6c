import { curveKind } from '#core/curves/index';
import type { Vec } from '#core/geometry/vec';
import { isCurve } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** Pixels within which something draws what is dragged. */
export const SNAP_PX = 9;

export interface Snapped {
  readonly to: Vec;
  /** Why it came to rest there; empty where nothing drew it. */
  readonly reason: string;
  /** In which directions it was drawn. */
  readonly drawn: { readonly x: boolean; readonly y: boolean };
}

const FREE = { x: false, y: false };

interface Draw {
  x?: number;
  y?: number;
  reason: string;
}

/** What a dragged point comes to rest on: guides, the sheet's centre and edges, centres and nodes of other curves. */
export function useSnapping() {
  const store = usePiece();
  const view = useView();

  function draws(except: string | null): Draw[] {
    const { widthMm, heightMm } = store.piece!.sheet;
    const list: Draw[] = [
      { x: widthMm / 2, reason: 'centre line' },
      { y: heightMm / 2, reason: 'centre line' },
      { x: 0, reason: 'edge of the sheet' },
      { x: widthMm, reason: 'edge of the sheet' },
      { y: 0, reason: 'edge of the sheet' },
      { y: heightMm, reason: 'edge of the sheet' },
    ];
    for (const { runs, mm } of store.piece!.guides)
      list.push(runs === 'across' ? { y: mm, reason: 'guide' } : { x: mm, reason: 'guide' });
    for (const curve of store.piece!.items.filter(isCurve)) {
      if (curve.id === except || curve.hidden) continue;
      const track = store.trackOf(curve.id);
      if (track) list.push({ ...track.centre, reason: `centre of ${curve.name}` });
      for (const handle of curveKind(curve.shape).handles(curve.shape)) {
        if (!handle.from && handle.id !== 'centre') list.push({ ...handle.at, reason: `on ${curve.name}` });
      }
    }
    return list;
  }

  /**
   * Where a point comes to rest. Points draw before lines; Alt, held, suspends it all.
   *
   * @param except a curve that does not draw: the one that is dragged
   * @param lines whether guides, centre lines and edges draw too, or points alone
   */
  function snap(to: Vec, event: { altKey: boolean }, except: string | null = null, lines = true): Snapped {
    if (event.altKey) return { to, reason: '', drawn: FREE };
    const reach = SNAP_PX / view.scale;
    const all = draws(except);
    let best: { draw: Draw; far: number } | null = null;
    for (const draw of all) {
      if (draw.x === undefined || draw.y === undefined) continue;
      const far = Math.hypot(draw.x - to.x, draw.y - to.y);
      if (far < reach && (!best || far < best.far)) best = { draw, far };
    }
    if (best)
      return { to: { x: best.draw.x!, y: best.draw.y! }, reason: best.draw.reason, drawn: { x: true, y: true } };
    if (!lines) return { to, reason: '', drawn: FREE };
    const near = (axis: 'x' | 'y', other: 'x' | 'y'): Draw | undefined =>
      all
        .filter(
          (draw) => draw[axis] !== undefined && draw[other] === undefined && Math.abs(draw[axis]! - to[axis]) < reach,
        )
        .sort((a, b) => Math.abs(a[axis]! - to[axis]) - Math.abs(b[axis]! - to[axis]))[0];
    const [x, y] = [near('x', 'y'), near('y', 'x')];
    const reason =
      x && y && x.reason === 'centre line' && y.reason === 'centre line'
        ? 'centre of the sheet'
        : ((x ?? y)?.reason ?? '');
    return { to: { x: x?.x ?? to.x, y: y?.y ?? to.y }, reason, drawn: { x: x !== undefined, y: y !== undefined } };
  }

  return { snap };
}
