import { trackIn } from '../../curves';
import { setStep, type Step } from '../../piece/steps';
import { isCurve, isLettering, isOrnaments, isTracing, type Curve, type Item, type Piece } from '../../piece/types';
import { movedTo } from './operations';
import { rewrite } from './reseat';

/** The list of all that a piece shows, as it lies on the sheet, and moves within it. */
export interface StackRow {
  readonly item: Item;
  /** Whether it stands on the curve that follows it in the list, with nothing between but what stands there too. */
  readonly nested: boolean;
}

/** The curve that an item stands on; null for what stands by itself. */
const standsOn = (item: Item): string | null => (isLettering(item) || isOrnaments(item) ? item.curveId : null);

/** Guides print nothing, so that their place is free: each comes right behind the last of what stands on it. */
function guidesOf(items: readonly Item[]): ReadonlySet<Item> {
  const bearing = new Set(items.map(standsOn));
  return new Set(
    items.filter((one) => isCurve(one) && one.fill === null && one.stroke === null && bearing.has(one.id)),
  );
}

/** What is painted, the frontmost first. Pictures to trace are no part of it. */
export function stackRows({ items }: Pick<Piece, 'items'>): readonly StackRow[] {
  const guides = guidesOf(items);
  const rows = items.filter((one) => !isTracing(one) && !guides.has(one)).reverse();
  for (const guide of items.filter((one) => guides.has(one)))
    rows.splice(rows.map(standsOn).lastIndexOf(guide.id) + 1, 0, guide);
  // From the back: what is nested stands on the curve that was met last, with nothing else since.
  let under: string | null = null;
  const nested = [...rows].reverse().map((item) => {
    const on = standsOn(item);
    if (on === null || on !== under) under = on === null && isCurve(item) ? item.id : null;
    return on !== null && on === under;
  });
  return rows.map((item, row) => ({ item, nested: nested[rows.length - 1 - row]! }));
}

/**
 * Moves a row of the list to another place; a curve takes along what is nested on it.
 *
 * @param from index among the rows of `stackRows`
 * @param to index that it has afterwards, the others closed up
 * @returns no steps where nothing changes; places beyond the ends are the ends
 */
export function moveRowSteps(piece: Piece, from: number, to: number): Step[] {
  const rows = stackRows(piece);
  const guides = guidesOf(piece.items);
  const moved = rows[from];
  if (!moved) return [];
  const block = new Set([moved.item.id]);
  if (isCurve(moved.item)) for (let n = from - 1; rows[n]?.nested; n--) block.add(rows[n]!.item.id);
  const others = rows.filter((_, n) => n !== from).map(({ item }) => item);
  const below = others.slice(Math.max(to, 0)).find((one) => !block.has(one.id) && !guides.has(one));
  const before = piece.items.map(({ id }) => id);
  const rest = before.filter((id) => !block.has(id));
  const at = below ? rest.indexOf(below.id) + 1 : 0;
  const after = [...rest.slice(0, at), ...before.filter((id) => block.has(id)), ...rest.slice(at)];
  const paints = new Set(rows.flatMap(({ item }) => (guides.has(item) ? [] : [item.id])));
  const painted = (ids: readonly string[]): string => ids.filter((id) => paints.has(id)).join('\n');
  // Only past guides nothing is moved.
  return painted(after) === painted(before) ? [] : stepsTo(before, after);
}

/**
 * The curve that words or ornaments come to stand on when their row is dropped: the one among whose rows it lies, or
 * with a key also the one right above which it lies. Null where they stay on their own.
 *
 * @param from index among the rows of `stackRows`
 * @param to index that the row has afterwards, the others closed up
 * @param asked whether the key is held
 */
export function curveOfDrop(piece: Piece, from: number, to: number, asked: boolean): Curve | null {
  const rows = stackRows(piece);
  const moved = rows[from]?.item;
  if (!moved || standsOn(moved) === null || (isLettering(moved) && moved.locked)) return null;
  const others = rows.filter((_, n) => n !== from);
  const bears = (row: StackRow | undefined): string | null =>
    row?.nested ? standsOn(row.item) : row && isCurve(row.item) ? row.item.id : null;
  const below = bears(others[to]),
    above = others[to - 1]?.nested ? bears(others[to - 1]) : null;
  if (below === null || below === standsOn(moved) || !(asked || above === below)) return null;
  const curve = piece.items.find((one): one is Curve => isCurve(one) && one.id === below);
  return curve && !curve.locked ? curve : null;
}

/** Puts words or ornaments on another curve; no steps where it cannot be measured. */
export function ontoCurveSteps(piece: Piece, item: Item, curve: Curve): Step[] {
  const track = trackIn(piece, curve);
  if (isLettering(item) && track.ok) return rewrite(piece, item, movedTo(item, curve.id, track.value));
  return isOrnaments(item) && track.ok ? [setStep(piece, item.id, ['curveId'], curve.id)] : [];
}

/** Moves an item past the next row above or below that it can pass; no steps at the end of the list. */
export function stepRowSteps(piece: Piece, id: string, by: 1 | -1): Step[] {
  const rows = stackRows(piece);
  const from = rows.findIndex(({ item }) => item.id === id);
  for (let to = from + by; from >= 0 && to >= 0 && to < rows.length; to += by) {
    const steps = moveRowSteps(piece, from, to);
    if (steps.length > 0) return steps;
  }
  return [];
}

/** Moves of one item each that lead from one order to the other. */
function stepsTo(before: readonly string[], after: readonly string[]): Step[] {
  const order = [...before];
  const steps: Step[] = [];
  for (const [to, id] of after.entries()) {
    const from = order.indexOf(id);
    if (from === to) continue;
    // Where all behind it only closed up, the one that stands there is moved, and nothing else.
    const standing = order[to]!;
    const [what, where] =
      order[to + 1] === id && after.indexOf(standing) > to + 1 ? [standing, after.indexOf(standing)] : [id, to];
    steps.push({ kind: 'reorder', id: what, from: order.indexOf(what), to: where });
    order.splice(order.indexOf(what), 1);
    order.splice(where, 0, what);
  }
  return steps;
}
