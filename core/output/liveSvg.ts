import { PLAIN_STANCE } from '../piece/stance';
import { tracksOf } from '../curves';
import { type Drawing } from '../drawing/drawPiece';
import { settingOf, type Faces } from '../setting/settingOf';
import { fitHermite } from '../geometry/hermite';
import { frameAt, stretchedFromDistance } from '../geometry/walk';
import type { Lettering, Piece } from '../piece/types';
import { linesOf, type SetLettering } from '../setting/line/set';
import type { Face } from '../type/face';
import { escape, svgElements } from './svg';

/** A file for further editing, and what it could not carry. */
export interface LiveSvg {
  readonly text: string;
  readonly notes: readonly string[];
}

/** What SVG's text on a path has no words for, as far as a lettering uses it. */
function lost({ lettering, correction, measured, fitted }: SetLettering): string[] {
  const { stance, adjustments, halo, shade, underline, spacing, anchor, features } = lettering;
  return [
    ...(stance.kind !== PLAIN_STANCE.kind && stance.strength > 0
      ? [`letters stand turned instead of ${stance.kind}`]
      : []),
    ...(correction && correction.size > 0 ? ['gaps are not evened out'] : []),
    ...(adjustments.length > 0 ? ['kerns and moves by hand are left out'] : []),
    ...(anchor.align === 'filled' ? ['letters are not spread to fill their room'] : []),
    ...(fitted.width !== 1 ? ['letters have their own width'] : []),
    ...(spacing.words !== 1 ? ['spaces between words have the width of the face'] : []),
    ...(halo || shade || underline ? ['halo, shade and underline are outlines'] : []),
    ...(features.some((one) => one.value > 1) ? ['alternates may differ'] : []),
    ...(measured.run.joined ? ['joined letters are turned, not bent'] : []),
  ];
}

/**
 * The line on which a line of text stands, from its first ink: its baseline, in the reading direction, as far as the
 * words may run.
 */
function baseline({ path, direction, baselineMm, overset }: SetLettering): string {
  const from = overset.inkStart,
    to = Math.max(overset.bookendEnd, overset.inkEnd);
  const parts = fitHermite(
    (x) => {
      const { point, tangent, curvature } = frameAt(path, direction * x);
      const [ux, uy] = [tangent.x * direction, tangent.y * direction],
        stretch = 1 + curvature * direction * baselineMm;
      return {
        point: { x: point.x + uy * baselineMm, y: point.y - ux * baselineMm },
        derivative: { x: ux * stretch, y: uy * stretch },
      };
    },
    from,
    to,
    0.0005,
  );
  const n = (value: number): string => String(Math.round(value * 1e4) / 1e4);
  return `M${n(parts[0]!.p0.x)} ${n(parts[0]!.p0.y)}${parts.map(({ p1, p2, p3 }) => `C${[p1, p2, p3].map(({ x, y }) => `${n(x)} ${n(y)}`).join(' ')}`).join('')}`;
}

/** A typeface as browsers and other programs find it, with a generic one to stand in (CSS Fonts 4). */
function fontOf({ family: { name, weight, italic, generic } }: Face): string {
  const quoted = /^[A-Za-z][A-Za-z0-9 -]*$/.test(name) ? name : `'${name.replace(/['\\]/g, '\\$&')}'`;
  return `font-family="${escape(quoted)}, ${generic}" font-weight="${weight}"${italic ? ' font-style="italic"' : ''}`;
}

/** Text of one line on its baseline: tracked so that it is as long on the baseline as it is where it is measured. */
function textOf(set: SetLettering, index: number, paint: string): string {
  const { lettering, fitted, measured, scaleY, path, direction, baselineMm, overset } = set;
  const { run, middles, firstInk, lastInk } = measured;
  if (firstInk < 0) return '';
  const { upem } = run.face.metrics;
  const em = upem * scaleY;
  const k = direction * baselineMm;
  const along = (at: number): number => direction * stretchedFromDistance(path, direction * at, k);
  const long = along(overset.inkEnd) - along(overset.inkStart);
  const own = overset.inkMm;
  const gaps = Math.max(1, lastInk - firstInk);
  const spacing = (fitted.spacing.tracking / 1000) * em + (middles.length > 1 ? (long - own) / gaps : 0);
  const id = `${lettering.id}-line-${index + 1}`;
  return [
    `<path id="${id}" d="${baseline(set)}" fill="none"/>`,
    `<text ${paint} ${fontOf(run.face)} font-size="${Math.round(em * 1e4) / 1e4}" letter-spacing="${Math.round(spacing * 1e4) / 1e4}" textLength="${Math.round(long * 1e3) / 1e3}"${lettering.spacing.kerning ? '' : ' style="font-kerning: none"'}>`,
    `<textPath href="#${id}">${escape(run.wording)}</textPath></text>`,
  ].join('');
}

/**
 * Writes a piece as an SVG whose words stay words: the standard's text on a path (SVG 2, 11.8), with the typefaces by
 * name. Best effort, for editing further: what the standard cannot say is listed in the notes and in the file.
 */
export function writeLiveSvg(piece: Piece, drawing: Drawing, faces: Faces): LiveSvg {
  const tracks = tracksOf(piece);
  const notes: string[] = [];
  const said = (lettering: Lettering, list: readonly string[]): void => {
    if (list.length > 0) notes.push(`“${lettering.wording.slice(0, 30).replace(/\n/g, ' ')}”: ${list.join('; ')}.`);
  };
  const elements = drawing.paths.flatMap((path) => {
    const [element] = svgElements({ ...drawing, paths: [path] });
    const item = piece.items.find((one) => one.id === path.itemId);
    if (item?.type !== 'lettering' || path.part !== 'own') return [element!];
    const set = settingOf(item, tracks, faces);
    if (!set.ok) return [element!];
    const paint = /class="[^"]*" fill="[^"]*"[^>]*?(?= d=)/.exec(element!)?.[0] ?? '';
    said(item, lost(set.value));
    return linesOf(set.value).map((line, i) => textOf(line, i, paint));
  });
  const { widthMm, heightMm } = drawing.sheet;
  if (elements.some((one) => one.includes('<text')))
    notes.push('Whoever opens it needs the same typefaces; advances are measured on the baseline there.');
  return {
    notes,
    text: [
      '<?xml version="1.0" encoding="UTF-8"?>',
      `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}">`,
      `<title>${escape(drawing.name)}</title>`,
      `<desc>${escape(notes.join(' '))}</desc>`,
      ...elements,
      '</svg>',
      '',
    ].join('\n'),
  };
}
