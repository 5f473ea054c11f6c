import type { MeasuredPath } from '#core/geometry/measuredPath';
import type { Vec } from '#core/geometry/vec';
import { parallelLine } from '#core/setting/guides';
import { useView } from '~/stores/view';

/** How far a line that is drawn may lie from where it should, px: not to be seen. */
export const FLAT_PX = 0.05;
/** Lines kept for one path: those of a few heights as it is looked at now. */
const KEPT = 24;
const known = new WeakMap<MeasuredPath, Map<string, string>>();

/** Lines on the screen through places of the sheet. */
export function useLines() {
  const view = useView();

  function line(points: readonly Vec[], close = false): string {
    const { toScreen } = view;
    let d = '';
    for (let i = 0; i < points.length; i++) {
      const { x, y } = toScreen(points[i]!);
      d += `${i ? 'L' : 'M'}${Math.round(x * 10) / 10} ${Math.round(y * 10) / 10}`;
    }
    return close ? `${d}Z` : d;
  }

  /** The whole of a path's parallel, so many mm towards the tops of what is read in a direction; kept, since curves rarely change. */
  function parallel(path: MeasuredPath, heightMm = 0, direction: 1 | -1 = 1): string {
    let lines = known.get(path);
    if (!lines) known.set(path, (lines = new Map()));
    const key = `${heightMm * direction} ${view.transform}`;
    let d = lines.get(key);
    if (d === undefined) {
      if (lines.size >= KEPT) lines.clear();
      lines.set(key, (d = line(parallelLine(path, direction, heightMm, FLAT_PX / view.scale))));
    }
    return d;
  }

  return { line, parallel };
}
