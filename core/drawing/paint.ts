import { tracePicture } from './pictures';
import { asOffset } from './strokePlace';
import { drawnStroke, inksOf, type Inks } from './inks';
import type { DrawnInk, Paint, PaintedPicture } from './sink';
import type { OutlineSink, Trace } from '../geometry/outlines/outlineSink';
import { sweepOf } from '../geometry/outlines/sweep';
import { traceRegion } from './booleans';
import { traceLettering, traceOrnaments } from './traceLetters';
import { tracePath } from '../geometry/outlines/tracePath';
import { traceUnderline } from './underline';
import { curveKind, type Track } from '../curves';
import type { Similarity } from '../curves/similarity';
import type { DrawnShape } from '../piece/shapes/drawn';
import {
  findItem,
  letteringsOn,
  type Art,
  type Curve,
  type Item,
  type Lettering,
  type Ornaments,
  type Picture,
  type Piece,
} from '../piece/types';
import type { Result } from '../result';
import { setOrnaments, type SetOrnaments } from '../setting/space/ornaments';
import type { SetLettering } from '../setting/line/setLettering';

/** Something that is cut out of a painted outline, with a margin about it. */
export interface Hole {
  readonly trace: Trace;
  readonly marginMm: number;
}

/** What a painted outline is of its item: the letters, sign or curve itself, its stroke alone, or what lies beneath it. */
export type Part = 'own' | 'stroke' | 'halo' | 'shade' | 'underline' | 'halo-shade' | 'halo-underline';

/** One painted outline of a drawing. */
export interface PaintedPath {
  /** Its item's id; of parts beneath it with the part behind a point. */
  readonly id: string;
  readonly itemId: string;
  readonly part: Part;
  readonly paint: Paint;
  /** Sends the outline, without painting it. */
  readonly trace: Trace;
  /** What is cut out of it; for files this is done to the outline, see `cleanPath`. */
  readonly holes: readonly Hole[];
  /** Whether what overlaps in it is to be one outline. */
  readonly united: boolean;
  /** Beyond this nothing of it shows; null for all of it. */
  readonly within: Trace | null;
  /** By which rule its outlines are read. */
  readonly rule: 'nonzero' | 'evenodd';
  /** The picture that fills it instead of an ink; then the outline is its rectangle. */
  readonly picture?: PaintedPicture;
}

/** What painting goes by: where curves run and how lettering is set. */
export interface PaintGround {
  readonly track: (curveId: string) => Track | null;
  readonly set: (letteringId: string) => SetLettering | null;
  readonly ornaments: (id: string) => SetOrnaments | null;
}

const NO_HOLES: readonly Hole[] = [];
const plain = (item: Item, part: Part, fill: DrawnInk | null, trace: Trace): PaintedPath => ({
  id: part === 'own' ? item.id : `${item.id}.${part}`,
  itemId: item.id,
  part,
  paint: { fill, stroke: null, under: false },
  trace,
  holes: NO_HOLES,
  united: false,
  within: null,
  rule: 'nonzero',
});

/** Letters with everything beneath them, the lowest first: halo, shade, underline, then the letters themselves. */
function paintedLettering(set: SetLettering, inks: Inks): PaintedPath[] {
  const { lettering: item } = set;
  const { fill, stroke, halo, shade, underline, united } = item;
  const letters: Trace = (sink) => traceLettering(set, sink);
  const swept = shade && sweepOf(letters, shade.deg, shade.depthMm);
  const shadow: Trace | null = swept && ((sink) => traceRegion(swept, sink));
  const line: Trace = (sink) => traceUnderline(set, underline!.offMm, sink);
  const paths: PaintedPath[] = [];
  const haloInk = halo && inks.get(halo.ink);
  if (halo && haloInk) {
    const margin = (part: Part, trace: Trace, widthMm: number, filled: boolean): PaintedPath => ({
      ...plain(item, part, filled ? haloInk : null, trace),
      paint: {
        fill: filled ? haloInk : null,
        stroke: { ink: haloInk, widthMm, join: 'round', dashMm: null },
        under: false,
      },
    });
    const outer = stroke ? stroke.widthMm : 0;
    if (shadow) paths.push({ ...margin('halo-shade', shadow, 2 * halo.marginMm, true), united: true });
    if (underline) paths.push(margin('halo-underline', line, underline.widthMm + 2 * halo.marginMm, false));
    paths.push(margin('halo', letters, 2 * halo.marginMm + outer, true));
  }
  const shadeInk = shade && inks.get(shade.ink);
  if (shadeInk) paths.push({ ...plain(item, 'shade', shadeInk, shadow!), united: true });
  const underInk = underline && inks.get(underline.ink);
  if (underInk)
    paths.push({
      ...plain(item, 'underline', null, line),
      paint: {
        fill: null,
        stroke: { ink: underInk, widthMm: underline.widthMm, join: 'round', dashMm: null },
        under: false,
      },
    });
  const drawn = drawnStroke(stroke, inks, null);
  const filled = fill ? (inks.get(fill) ?? null) : null;
  if (filled || drawn)
    paths.push({
      ...plain(item, 'own', filled, letters),
      paint: { fill: filled, stroke: drawn, under: stroke?.under ?? false },
      united,
    });
  return paths;
}

function paintedCurve(curve: Curve, track: Track, inks: Inks, holes: readonly Hole[]): PaintedPath[] {
  const { path } = track.path;
  const fill = curve.fill ? (inks.get(curve.fill) ?? null) : null;
  const stroke = drawnStroke(curve.stroke, inks, path.closed ? track.path.lengthMm : null);
  if (curve.hidden || (!fill && !stroke)) return [];
  const own: Trace = (sink) => tracePath(path, sink);
  const beside =
    stroke && curve.stroke!.place !== 'centre' && path.closed
      ? asOffset(track, curve.stroke!.place, stroke.widthMm)
      : null;
  const under = curve.stroke?.under ?? false;
  if (!beside && holes.length === 0) return [{ ...plain(curve, 'own', fill, own), paint: { fill, stroke, under } }];
  const filled = fill ? [{ ...plain(curve, 'own', fill, own), holes }] : [];
  const stroked = stroke
    ? [
        {
          ...plain(curve, fill ? 'stroke' : 'own', null, beside ? (sink: OutlineSink) => tracePath(beside, sink) : own),
          paint: { fill: null, stroke, under: false },
        },
      ]
    : [];
  return under ? [...stroked, ...filled] : [...filled, ...stroked];
}

function paintedOrnaments(set: SetOrnaments, inks: Inks): PaintedPath[] {
  const { item } = set;
  if (set.placed.length === 0) return [];
  const fill = item.fill ? (inks.get(item.fill) ?? null) : null;
  return [
    {
      ...plain(item, 'own', fill, (sink) => traceOrnaments(set, sink)),
      paint: { fill, stroke: drawnStroke(item.stroke, inks, null), under: item.stroke?.under ?? false },
    },
  ];
}

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

/** A picture, cut to a curve where it is to be. */
function paintedPicture(item: Picture, inks: Inks, within: Track | null, mostInk: number): PaintedPath[] {
  const { imageId, widthPx, heightPx, fill } = item;
  return [
    {
      ...plain(item, 'own', null, (sink) => tracePicture(item, sink)),
      within: within && ((sink) => tracePath(within.path.path, sink)),
      picture: { imageId, widthPx, heightPx, ink: fill ? (inks.get(fill) ?? null) : null, mostInk },
    },
  ];
}

/** What an item cuts out of others, and the objects on which that depends. */
function cutter(piece: Piece, id: string, ground: PaintGround): { readonly of: object; readonly trace: Trace } | null {
  const item = findItem(piece, id);
  if (item?.type === 'curve') {
    const track = ground.track(id);
    return track && { of: track, trace: (sink) => tracePath(track.path.path, sink) };
  }
  if (item?.type === 'lettering') {
    const set = ground.set(id);
    return set && { of: set, trace: (sink) => traceLettering(set, sink) };
  }
  if (item?.type === 'art')
    return {
      of: item,
      trace: (sink) => {
        for (const part of item.parts) traceArt(item, part.outlines, sink);
      },
    };
  if (item?.type === 'ornaments') {
    const set = ground.ornaments(id);
    return set && { of: set, trace: (sink) => traceOrnaments(set, sink) };
  }
  return null;
}

interface Kept {
  readonly on: readonly unknown[];
  readonly paths: readonly PaintedPath[];
}
const painted = new WeakMap<Item, Kept>();

/**
 * The painted outlines of an item in painting order; none where it is hidden, has no ink or cannot be set. As long as what
 * they depend on is the same objects they are the same objects too.
 */
export function paintItem(piece: Piece, item: Item, ground: PaintGround): readonly PaintedPath[] {
  if (
    item.type === 'tracing' ||
    ((item.type === 'lettering' || item.type === 'art' || item.type === 'picture') && item.hidden)
  )
    return [];
  const inks = inksOf(piece);
  const base =
    item.type === 'art' || item.type === 'picture'
      ? item
      : item.type === 'curve'
        ? ground.track(item.id)
        : item.type === 'lettering'
          ? ground.set(item.id)
          : ground.ornaments(item.id);
  if (!base) return [];
  const cuts =
    item.type === 'curve'
      ? item.cuts.flatMap((cut) => {
          const by = cutter(piece, cut.itemId, ground);
          return by ? [{ ...by, marginMm: cut.marginMm }] : [];
        })
      : [];
  const within =
    (item.type === 'art' || item.type === 'picture') && item.within !== null ? ground.track(item.within) : null;
  const { mostInk } = piece.process;
  const on: unknown[] = [inks, base, within, item.type === 'picture' ? mostInk : null, ...cuts.map(({ of }) => of)];
  const known = painted.get(item);
  if (known && known.on.length === on.length && known.on.every((one, i) => one === on[i])) return known.paths;
  const paths =
    item.type === 'art'
      ? paintedArt(item, inks, within)
      : item.type === 'picture'
        ? paintedPicture(item, inks, within, mostInk)
        : item.type === 'curve'
          ? paintedCurve(item, base as Track, inks, cuts)
          : item.type === 'lettering'
            ? paintedLettering(base as SetLettering, inks)
            : paintedOrnaments(base as SetOrnaments, inks);
  painted.set(item, { on, paths });
  return paths;
}

/** All painted outlines of a piece, in painting order. */
export const paintPiece = (piece: Piece, ground: PaintGround): readonly PaintedPath[] =>
  piece.items.flatMap((item) => paintItem(piece, item, ground));

/** The settings of the letterings that show on a curve, as far as there are any. */
export const setsOn = (
  piece: Piece,
  curveId: string,
  sets: ReadonlyMap<string, Result<SetLettering>>,
): readonly SetLettering[] =>
  letteringsOn(piece, curveId).flatMap((one: Lettering) => {
    const set = sets.get(one.id);
    return set?.ok && !one.hidden ? [set.value] : [];
  });

const betweens = new WeakMap<
  Ornaments,
  { readonly track: Track; readonly sets: readonly SetLettering[]; readonly set: SetOrnaments }
>();

/** The ornaments of a curve set between its letterings. The same item between the same settings gives the same object. */
export function ornamentsBetween(item: Ornaments, track: Track, sets: readonly SetLettering[]): SetOrnaments {
  const known = betweens.get(item);
  if (
    known &&
    known.track === track &&
    known.sets.length === sets.length &&
    known.sets.every((one, i) => one === sets[i])
  )
    return known.set;
  const set = setOrnaments(item, track, sets);
  betweens.set(item, { track, sets, set });
  return set;
}
