import { curveKind, type Track } from '../../curves';
import type { Similarity } from '../../shapes/similarity';
import type { OutlineSink } from '../../geometry/outlines/outlineSink';
import { tracePath } from '../../geometry/outlines/tracePath';
import type { DrawnShape } from '../../shapes/drawn';
import type { Art } from '../../piece/types';
import { drawnStroke, type Inks } from '../inks';
import { plain, type PaintedPath } from '../painted';
import type { ItemKind } from './kind';

/** Sends outlines of art as they stand on the sheet. */
function traceArt({ centre, scale, turnDeg }: Art, outlines: readonly DrawnShape[], sink: OutlineSink): void {
  const by: Similarity = { mirrored: false, scale, turnDeg, origin: { x: 0, y: 0 }, move: centre };
  for (const outline of outlines) {
    const placed = curveKind(outline).transform(outline, by);
    const path = curveKind(placed).path(placed, []);
    if (path.ok) tracePath(path.value, sink);
  }
}

/** Art, a painted outline a part; cut to a curve where it is to be. */
function paintedArt(item: Art, inks: Inks, within: Track | null): PaintedPath[] {
  return item.parts.flatMap((part, n): PaintedPath[] => {
    const fill = part.fill ? (inks.get(part.fill) ?? null) : null;
    const stroke = drawnStroke(part.stroke, inks, null);
    if (!fill && !stroke) return [];
    return [
      {
        ...plain(item, 'own', fill, (sink) => traceArt(item, part.outlines, sink)),
        id: n === 0 ? item.id : `${item.id}.${n + 1}`,
        paint: {
          fill,
          stroke: stroke && { ...stroke, widthMm: stroke.widthMm * item.scale },
          under: part.stroke?.under ?? false,
        },
        rule: part.rule,
        within: within && ((sink) => tracePath(within.path.path, sink)),
      },
    ];
  });
}

export const art: ItemKind<Art> = {
  noun: 'art',
  name: ({ name }) => name,
  summary: ({ parts }) => (parts.length === 1 ? 'one shape' : `${parts.length} shapes`),
  ink: ({ parts: [first] }) => first?.fill ?? first?.stroke?.ink ?? null,
  painting(item, { inks, ground }) {
    if (item.hidden) return null;
    const within = item.within === null ? null : ground.track(item.within);
    return { on: [within], paint: () => paintedArt(item, inks, within) };
  },
  cutter: (item) => ({
    of: item,
    trace: (sink) => {
      for (const part of item.parts) traceArt(item, part.outlines, sink);
    },
  }),
};
