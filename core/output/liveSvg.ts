import { tracksOf } from '../curves';
import { type Drawing } from '../drawing/drawPiece';
import { settingOf, type Faces } from '../setting/settingOf';
import { fitHermite } from '../geometry/hermite';
import { frameAt } from '../geometry/walk';
import type { Lettering, Piece } from '../piece/types';
import { linesOf, type SetLettering } from '../setting/line/set';
import type { Face } from '../type/face';
import type { ShapedRun } from '../type/shape';
import { applyCase } from '../setting/line/letterCase';
import { dataUri } from './base64';
import { lettersApart, type ApartLetter } from './lettersApart';
import { alongBaseline, baselineAt, livePlaces, type LivePlaces } from './livePlaces';
import { escape, svgElements } from './svg';

/** A file for further editing, and what it could not carry. */
export interface LiveSvg {
  readonly text: string;
  readonly notes: readonly string[];
  /** Which typefaces are needed to see it, said in a sentence; empty where all are in it. */
  readonly faceNote: readonly string[];
}

/**
 * How the words of a lettering stand in the file: each letter at its place on the path; as a text of its own; or as
 * outlines, with the words hidden beside them, since no text can be bent.
 */
type Standing = 'placed' | 'apart' | 'outlines';
const STANDING: Readonly<Record<Standing, readonly string[]>> = {
  placed: [],
  apart: ['each letter is a text of its own'],
  outlines: ['the letters are outlines, since text cannot be bent; the words lie hidden beside them, on their curve'],
};

/** What SVG's text has no words for, as far as a lettering uses it. */
function lost({ lettering: { halo, shade, underline, features } }: SetLettering, standing: Standing): string[] {
  return [
    ...STANDING[standing],
    ...(halo || shade || underline ? ['halo, shade and underline are outlines'] : []),
    ...(features.some((one) => one.value > 1) ? ['alternates may differ'] : []),
  ];
}

/** A path of a baseline turns by no more than this in one cubic, radians: browsers measure cubics coarsely. */
const TURN = 0.05;
/** Places at which the turning of a baseline is looked at, which may go both ways. */
const LOOKS = 100;

/** The line on which a line of text stands: its baseline between two places of its curve, in the reading direction. */
function baseline(set: SetLettering, from: number, to: number): string {
  const turnedAt = Array.from({ length: LOOKS + 1 }, (_, i) => {
    const x = from + ((to - from) * i) / LOOKS;
    return frameAt(set.path, set.direction * x).turningRad;
  });
  const turning = turnedAt.slice(1).reduce((sum, one, i) => sum + Math.abs(one - turnedAt[i]!), 0);
  const parts = fitHermite(
    (x) => {
      const { point, ahead, stretch } = baselineAt(set, x);
      return { point, derivative: { x: ahead.x * stretch, y: ahead.y * stretch } };
    },
    from,
    to,
    0.0005,
    Math.min(0.1, TURN / Math.max(turning, TURN)),
  );
  return `M${n(parts[0]!.p0.x)} ${n(parts[0]!.p0.y)}${parts.map(({ p1, p2, p3 }) => `C${[p1, p2, p3].map(({ x, y }) => `${n(x)} ${n(y)}`).join(' ')}`).join('')}`;
}

const n = (value: number): string => String(Math.round(value * 1e4) / 1e4 || 0);
const fine = (value: number): string => String(Math.round(value * 1e6) / 1e6 || 0);
/** A list of an attribute; nothing where all are zero. */
const listed = (name: string, values: readonly number[]): string =>
  values.every((value) => Math.abs(value) < 5e-5) ? '' : ` ${name}="${values.map(n).join(' ')}"`;

/** A typeface as browsers and other programs find it, with a generic one to stand in (CSS Fonts 4). */
function fontOf({ family: { name, weight, italic, generic } }: Face): string {
  const quoted = /^[A-Za-z][A-Za-z0-9 -]*$/.test(name) ? name : `'${name.replace(/['\\]/g, '\\$&')}'`;
  return `font-family="${escape(quoted)}, ${generic}" font-weight="${weight}"${italic ? ' font-style="italic"' : ''}`;
}

/** The style of a line of text: its features as they are set, and no kerning where each letter has its place. */
function styleOf({ lettering, measured: { run } }: SetLettering, kerned: boolean): string {
  const { features } = applyCase(run.wording, lettering.letterCase, run.face);
  const tags = [
    ...Object.entries(features),
    ...lettering.features.map(({ tag, value }) => [tag, value] as const),
    ...(lettering.spacing.ligatures && lettering.spacing.tracking === 0 ? [] : [['liga', 0] as const]),
  ];
  return [
    'white-space: pre',
    ...(kerned ? [] : ['font-kerning: none']),
    ...(tags.length > 0
      ? [`font-feature-settings: ${tags.map(([tag, value]) => `'${tag}' ${value}`).join(', ')}`]
      : []),
  ].join('; ');
}

/**
 * Text of one line on its baseline: each letter at its place, or where that cannot be said tracked so that it is as long
 * on the baseline as it is where it is measured.
 */
function textOf(set: SetLettering, index: number, paint: string, places: LivePlaces | null): string {
  const { lettering, fitted, measured, scaleY, overset } = set;
  const { run, middles, firstInk, lastInk } = measured;
  if (firstInk < 0) return '';
  const em = run.face.metrics.upem * scaleY;
  const id = `${lettering.id}-line-${index + 1}`;
  const { inkStart, inkEnd } = overset;
  let spacing = '';
  if (!places) {
    const long = alongBaseline(set, inkEnd) - alongBaseline(set, inkStart);
    const gaps = Math.max(1, lastInk - firstInk);
    const each = (fitted.spacing.tracking / 1000) * em + (middles.length > 1 ? (long - overset.inkMm) / gaps : 0);
    spacing = ` letter-spacing="${n(each)}" textLength="${Math.round(long * 1e3) / 1e3}"`;
  }
  const from = places?.from ?? inkStart,
    to = places?.to ?? Math.max(overset.bookendEnd, inkEnd);
  const style = styleOf(set, !places && lettering.spacing.kerning);
  return [
    `<path id="${id}" d="${baseline(set, from, to)}" fill="none"/>`,
    `<text ${paint} ${fontOf(run.face)} font-size="${n(em)}"${spacing} style="${style}">`,
    `<textPath href="#${id}">${places ? placedText(run, places) : escape(run.wording)}</textPath></text>`,
  ].join('');
}

/**
 * Words with the places of their letters. A letter of several characters ends a stretch, since only its first one has a
 * place.
 */
function placedText({ letters, wording }: ShapedRun, { x, dy, rotate }: LivePlaces): string {
  const parts: string[] = [];
  let first = 0;
  letters.forEach(({ index }, i) => {
    const next = letters[i + 1]?.index ?? wording.length;
    if (next - index === 1 && i + 1 < letters.length) return;
    const lists = `x="${x
      .slice(first, i + 1)
      .map(n)
      .join(' ')}"${listed('dy', dy.slice(first, i + 1))}${listed('rotate', rotate.slice(first, i + 1))}`;
    parts.push(`<tspan ${lists}>${escape(wording.slice(letters[first]!.index, next))}</tspan>`);
    first = i + 1;
  });
  return parts.join('');
}

/** A line of text whose letters are texts of their own, read as one. */
function apartText(set: SetLettering, index: number, paint: string, places: readonly ApartLetter[]): string {
  const { run } = set.measured;
  const size = n(run.face.metrics.upem * set.scaleY);
  return [
    `<g id="${set.lettering.id}-line-${index + 1}" role="img" aria-label="${escape(run.wording)}" ${paint} ${fontOf(run.face)} font-size="${size}" style="${styleOf(set, false)}">`,
    ...places.map(
      ({ text, matrix, x, rightToLeft }) =>
        `<text transform="matrix(${matrix.map(fine).join(' ')})" x="${n(x)}"${rightToLeft ? ' direction="rtl"' : ''}>${escape(text)}</text>`,
    ),
    '</g>',
  ].join('');
}

/** Typefaces in the file itself, so that whoever opens it sees them. */
function embedding(faces: Iterable<Face>, carried: ReadonlyMap<string, Uint8Array>): string {
  const rules = [...faces].flatMap(({ id, family: { name, weight, italic } }) => {
    const bytes = carried.get(id);
    if (!bytes) return [];
    const quoted = `'${name.replace(/['\\]/g, '\\$&')}'`;
    return `@font-face{font-family:${quoted};font-weight:${weight};font-style:${italic ? 'italic' : 'normal'};src:url(${dataUri('font/ttf', bytes)})}`;
  });
  return rules.length === 0 ? '' : `<style>${escape(rules.join(''))}</style>`;
}

/**
 * Writes a piece as an SVG whose words stay words: the standard's text on a path (SVG 2, 11.8), with the typefaces by
 * name. What the standard cannot say is listed in the notes and in the file.
 *
 * @param carried the bytes of typefaces that go into the file, by their ids; null for none
 */
export function writeLiveSvg(
  piece: Piece,
  drawing: Drawing,
  faces: Faces,
  carried: ReadonlyMap<string, Uint8Array> | null = null,
): LiveSvg {
  const tracks = tracksOf(piece);
  const notes: string[] = [];
  const said = (lettering: Lettering, list: readonly string[]): void => {
    if (list.length > 0) notes.push(`“${lettering.wording.slice(0, 30).replace(/\n/g, ' ')}”: ${list.join('; ')}.`);
  };
  const used = new Set<Face>();
  const elements = drawing.paths.flatMap((path) => {
    const [element] = svgElements({ ...drawing, paths: [path] });
    const item = piece.items.find((one) => one.id === path.itemId);
    if (item?.type !== 'lettering' || path.part !== 'own') return [element!];
    const set = settingOf(item, tracks, faces);
    if (!set.ok) return [element!];
    const paint = /class="[^"]*" fill="[^"]*"[^>]*?(?= d=)/.exec(element!)?.[0] ?? '';
    used.add(set.value.measured.run.face);
    const lines = linesOf(set.value).map((line) => ({ line, places: livePlaces(line), apart: lettersApart(line) }));
    const standing = lines.every(({ places }) => places)
      ? 'placed'
      : lines.every(({ apart }) => apart)
        ? 'apart'
        : 'outlines';
    said(item, lost(set.value, standing));
    const texts = lines.map(({ line, places, apart }, i) =>
      standing === 'apart' ? apartText(line, i, paint, apart!) : textOf(line, i, paint, places),
    );
    return standing === 'outlines' ? [element!, `<g display="none">${texts.join('')}</g>`] : texts;
  });
  const { widthMm, heightMm } = drawing.sheet;
  const without = [...used].filter(({ id }) => !carried?.has(id)).map(({ name }) => name);
  const faceNote = without.length > 0 ? [`Whoever opens it needs the typefaces: ${without.join(', ')}.`] : [];
  return {
    notes,
    faceNote,
    text: [
      '<?xml version="1.0" encoding="UTF-8"?>',
      `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}">`,
      `<title>${escape(drawing.name)}</title>`,
      `<desc>${escape([...notes, ...faceNote].join(' '))}</desc>`,
      ...(carried ? [embedding(used, carried)] : []),
      ...elements,
      '</svg>',
      '',
    ].join('\n'),
  };
}
