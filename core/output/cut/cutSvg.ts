import type { Drawing } from '../../drawing/drawPiece';
import type { DrawnInk } from '../../drawing/sink';
import type { Contour } from '../../geometry/outlines/outline';
import type { Trace } from '../../geometry/outlines/outlineSink';
import { escape, pathData } from '../svg';
import { contoursInsideOut, outlinesInsideOut } from './contours';

/** Width of the lines, mm: what cutters take for a line to follow, not for a shape. */
const HAIRLINE_MM = 0.01;

/** How finely contours are looked at to tell which lies within which, mm. */
const LOOKED_AT_MM = 0.05;

/** The contours of an outline as path data of their own, from the inside out. */
function dataOf(trace: Trace, contours: readonly Contour[]): string[] {
  const parts = pathData(trace, 4)
    .split(/(?=M)/)
    .filter((part) => part !== '');
  if (parts.length !== contours.length) return [parts.join('')];
  const data = new Map(contours.map((contour, i) => [contour, parts[i]!]));
  return contoursInsideOut(contours).map((contour) => data.get(contour)!);
}

/**
 * Writes a drawing as an SVG for cutters: hairlines in millimetres, a group and a colour for each ink, nothing filled,
 * all from the inside out. Pictures are left out.
 */
export function writeCutSvg(drawing: Drawing): string {
  const { name, sheet } = drawing;
  const byInk = new Map<string, { readonly ink: DrawnInk; readonly data: string[] }>();
  for (const { ink, trace, contours } of outlinesInsideOut(drawing, LOOKED_AT_MM)) {
    if (!ink) continue;
    const group = byInk.get(ink.plate.id) ?? { ink, data: [] };
    group.data.push(...dataOf(trace, contours));
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
