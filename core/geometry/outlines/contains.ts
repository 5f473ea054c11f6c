import { onEdge, stepsOf, type Region } from './edges';

/** Whether a place lies within a region, by the chords of its boundary, even and odd. */
export function contains(region: Region, { x, y }: { readonly x: number; readonly y: number }): boolean {
  let inside = false;
  for (const edge of region.flat()) {
    const n = stepsOf(edge);
    for (let i = 0; i < n; i++) {
      const [a, b] = [onEdge(edge, i / n), onEdge(edge, (i + 1) / n)];
      if (a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)) inside = !inside;
    }
  }
  return inside;
}
