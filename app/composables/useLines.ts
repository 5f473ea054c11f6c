import type { MeasuredPath } from '#core/geometry/measuredPath';
import type { Vec } from '#core/geometry/vec';
import { parallelLine, type LinePlace } from '#core/setting/hand/guides';
import { useView } from '~/stores/view';

/** How far a line that is drawn may lie from where it should, px: not to be seen. */
export const FLAT_PX = 0.05;
/** Lines cached for one path: those of a few heights as it is looked at now. */
const KEPT = 24;
const known = new WeakMap<MeasuredPath, Map<string, string>>();

/** Path data of a line through places as they are shown, with so many steps to a unit. */
export function linePath(
  places: readonly LinePlace[],
  close: boolean,
  shown: (place: Vec) => Vec,
  steps: number,
): string {
  const write = (place: Vec): string => {
    const { x, y } = shown(place);
    return `${Math.round(x * steps) / steps} ${Math.round(y * steps) / steps}`;
  };
  let d = '';
  for (const place of places)
    d += d === '' ? `M${write(place)}` : place.via ? `Q${write(place.via)} ${write(place)}` : `L${write(place)}`;
  return close ? `${d}Z` : d;
}

/** Lines on the screen through places of the sheet. */
export function useLines() {
  const view = useView();

  const line = (places: readonly LinePlace[], close = false): string => linePath(places, close, view.toScreen, 10);

  /**
   * The whole of a path's parallel, so many mm towards the tops of what is read in a direction; cached, since curves
   * rarely change.
   */
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
