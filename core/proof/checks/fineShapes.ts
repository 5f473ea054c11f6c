import { hypot } from '../../hypot';
import { quotedName } from '../../drawing/items';
import type { PaintedPath } from '../../drawing/painted';
import type { Item } from '../../piece/types';
import type { Check, Finding } from '../check';
import { betweenOf, filledBy, finestPlace, together, type Filled, type FinePlace } from '../fine';
import { flatOf } from '../flat';

/** Kinds of items whose forms come from outside or are drawn by hand; letters and exact shapes have checks of their own. */
const isLookedAt = (item: Item): boolean =>
  item.type === 'art' || item.type === 'ornaments' || (item.type === 'curve' && item.shape.kind === 'drawn');

const polygons = new WeakMap<PaintedPath['trace'], Filled>();
/** The fill of a painted outline as polygons, found once for each. */
function filledOf({ trace, rule }: PaintedPath): Filled {
  let made = polygons.get(trace);
  if (!made) {
    made = filledBy(flatOf(trace)?.contours ?? [], rule);
    polygons.set(trace, made);
  }
  return made;
}

interface Fine {
  readonly ink: FinePlace | null;
  readonly gap: FinePlace | null;
}
/**
 * What is looked at in a piece, as points to be gone through, the forms with little of it first: it takes a second. What
 * is more intricate is said to be left to the eye.
 */
const MOST_WORK = 200_000;

/** The points of forms, times how often lines at a distance of `mm` lie over each other there. */
function workOf(paths: readonly PaintedPath[], mm: number): number {
  let [points, length, area] = [0, 0, 0];
  for (const { trace } of paths) {
    const flat = flatOf(trace);
    if (!flat) continue;
    for (const line of flat.contours) {
      points += line.length / 2;
      for (let i = 2; i < line.length; i += 2) length += hypot(line[i]! - line[i - 2]!, line[i + 1]! - line[i - 1]!);
    }
    area += (flat.xMax - flat.xMin) * (flat.yMax - flat.yMin);
  }
  return points * (1 + (length * mm) / Math.max(area, 1));
}

/** What was found of an item, for as long as its painted outlines and the limits are the same. */
const found = new WeakMap<PaintedPath['trace'], { readonly key: string; readonly fine: Fine }>();

function fineOf(paths: readonly PaintedPath[], strokeMm: number, gapMm: number): Fine {
  const key = [paths.length, strokeMm, gapMm, ...paths.map(({ paint }) => paint.fill!.plate.id)].join(' ');
  const known = found.get(paths[0]!.trace);
  if (known?.key === key) return known.fine;
  const inks = [...new Set(paths.map(({ paint }) => paint.fill!.plate.id))];
  const places = inks.flatMap((ink) => {
    const own = together(paths.filter(({ paint }) => paint.fill!.plate.id === ink).map(filledOf));
    return finestPlace(own, strokeMm) ?? [];
  });
  const ofKind = (kind: FinePlace['kind']): FinePlace[] =>
    places.filter((one) => one.kind === kind).sort((a, b) => a.mm - b.mm);
  const finest = ofKind('part')[0] ?? ofKind('tip').at(-1) ?? null;
  const gap = finestPlace(betweenOf(together(paths.map(filledOf)), 3 * gapMm), gapMm);
  // A wedge of white that closes a little earlier at its end is no fault.
  const fine = { ink: finest, gap: gap?.kind === 'part' ? gap : null };
  found.set(paths[0]!.trace, { key, fine });
  return fine;
}

/** What is said of the fine places of an item. */
function saidOf(item: Item, { ink, gap }: Fine, leastStrokeMm: number, leastGapMm: number): Finding[] {
  const name = quotedName(item);
  const all: Finding[] = [];
  if (ink)
    all.push({
      code: 'thin-stroke',
      itemId: item.id,
      mm: ink.mm,
      at: ink.at,
      message:
        ink.kind === 'part'
          ? `${name}: its finest part is ${ink.mm.toFixed(2)} mm at this size; ${leastStrokeMm} mm can be printed. Make it larger, or that part thicker.`
          : `${name}: a tip of it is finer than ${leastStrokeMm} mm over its last ${ink.mm.toFixed(2)} mm and comes out blunt. Make it larger, or the tip blunter.`,
    });
  if (gap)
    all.push({
      code: 'thin-gap',
      itemId: item.id,
      mm: gap.mm,
      at: gap.at,
      message: `${name}: its narrowest gap is ${gap.mm.toFixed(2)} mm and fills up; the press holds ${leastGapMm} mm open. Make it larger, or the gap wider.`,
    });
  return all;
}

/** Parts of art, ornaments and drawn shapes that are too fine to print, and gaps within them that fill up. */
export const fineShapes: Check = ({ piece, paths }) => {
  const { leastStrokeMm, leastGapMm } = piece.process;
  const forms = piece.items.filter(isLookedAt).flatMap((item) => {
    // A stroke about a fill makes it wider; what is cut out is looked at by itself.
    const own = paths.filter(
      ({ itemId, paint, holes }) =>
        itemId === item.id && paint.fill?.purpose === 'print' && !paint.stroke && holes.length === 0,
    );
    return own.length > 0 ? [{ item, own, work: workOf(own, Math.max(leastStrokeMm, leastGapMm)) }] : [];
  });
  let left = MOST_WORK;
  const looked = new Set<string>();
  for (const { item, work } of [...forms].sort((a, b) => a.work - b.work)) {
    if (work > left) break;
    left -= work;
    looked.add(item.id);
  }
  return forms.flatMap(({ item, own }): Finding[] =>
    looked.has(item.id)
      ? saidOf(item, fineOf(own, leastStrokeMm, leastGapMm), leastStrokeMm, leastGapMm)
      : [
          {
            code: 'too-intricate',
            itemId: item.id,
            message: `${quotedName(item)}: it is too intricate for its fine parts to be looked for. Look at it large in the preview, or bring in a simpler one.`,
          },
        ],
  );
};
