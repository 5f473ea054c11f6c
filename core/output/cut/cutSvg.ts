import type { Drawing } from '../../drawing/drawPiece';
import { toolOutlines } from '../../drawing/strokeOutline';
import type { DrawnInk } from '../../drawing/sink';
import { escape, pathData } from '../svg';

/** Width of the lines, mm: what cutters take for a line to follow, not for a shape. */
const HAIRLINE_MM = 0.01;

/**
 * Writes a drawing as an SVG for cutters: hairlines in millimetres, a group and a colour for each ink, nothing filled.
 * Pictures are left out.
 */
export function writeCutSvg({ name, sheet, paths }: Drawing): string {
  const byInk = new Map<string, { readonly ink: DrawnInk; readonly data: string[] }>();
  for (const path of paths) {
    const ink = path.paint.fill ?? path.paint.stroke?.ink;
    if (path.picture || !ink) continue;
    const group = byInk.get(ink.plate.id) ?? { ink, data: [] };
    group.data.push(...toolOutlines(path).map((trace) => pathData(trace, 4)));
    byInk.set(ink.plate.id, group);
  }
  const { widthMm: w, heightMm: h } = sheet;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}">`,
    `<title>${escape(name)}</title>`,
    ...[...byInk.values()].map(
      ({ ink, data }) =>
        `<g id="${escape(ink.plate.name.replace(/\s+/g, '_'))}" fill="none" stroke="${ink.screen}" stroke-width="${HAIRLINE_MM}">${data.map((d) => `<path d="${d}"/>`).join('')}</g>`,
    ),
    '</svg>\n',
  ].join('\n');
}
