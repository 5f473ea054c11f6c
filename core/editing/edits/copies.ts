import { tracksOf } from '../../curves';
import { clockAtFraction, fractionOf } from '../../curves/clock';
import type { Track } from '../../shapes/kind';
import { moveBy, turnAbout } from '../../shapes/similarity';
import type { Vec } from '../../geometry/vec';
import { wrap } from '../../geometry/wrap';
import { freeName } from '../../piece/make';
import { applySteps, setStep, type Step } from '../../piece/steps';
import { InTurn } from '../inTurn';
import {
  findItem,
  holdersOf,
  isCurve,
  isLettering,
  parentsOf,
  type CurveShape,
  type Ink,
  type Item,
  type Lettering,
  type Piece,
} from '../../piece/types';
import { fail, ok, type Result } from '../../result';
import { isClosed, placeAtFraction } from '../../setting/line/anchorPlaces';
import { replaceInk } from './inkEdits';
import { moveSteps } from './several';
import { reseatLettering } from '../../setting/line/seat';
import { movedTo } from './operations';
import { rewrite } from './reseat';

/** What was copied: a piece that holds it alone, and what of it was selected itself. */
export interface Copied {
  readonly piece: Piece;
  readonly ids: readonly string[];
}

/** An item without what refers to others that do not come along. */
function onlyWith(item: Item, taken: ReadonlySet<string>): Item {
  if (isLettering(item) && item.twin && !taken.has(item.twin.of)) return { ...item, twin: null };
  if (isCurve(item) && item.cuts.some((cut) => !taken.has(cut.itemId)))
    return { ...item, cuts: item.cuts.filter((cut) => taken.has(cut.itemId)) };
  if ((item.type === 'art' || item.type === 'picture') && item.within !== null && !taken.has(item.within))
    return { ...item, within: null };
  return item;
}

/**
 * What is selected, to be copied: curves with all that stands on them, letterings with the curves that they need, and
 * the inks.
 */
export function copyOf(piece: Piece, ids: readonly string[]): Copied {
  const taken = new Set<string>();
  const take = (id: string): void => {
    const item = taken.has(id) ? undefined : findItem(piece, id);
    if (!item) return;
    taken.add(id);
    if (isCurve(item)) for (const [, parent] of parentsOf(item.shape)) take(parent);
    if ('curveId' in item) take(item.curveId);
    if (isLettering(item)) for (const holder of holdersOf(item.seat)) take(holder);
  };
  for (const id of ids) take(id);
  for (const item of piece.items) if ('curveId' in item && ids.includes(item.curveId)) take(item.id);
  const items = piece.items.filter(({ id }) => taken.has(id)).map((item) => onlyWith(item, taken));
  return { piece: { ...piece, guides: [], styles: [], items }, ids: ids.filter((id) => taken.has(id)) };
}

/** The inks of a copy that a piece does not have, under ids that it does not have; the copy as it then asks for them. */
function withInksOf(
  piece: Piece,
  copied: Piece,
  newId: () => string,
): { readonly inks: readonly Ink[]; readonly items: readonly Item[] } {
  const more: Ink[] = [];
  let now = copied;
  for (const ink of copied.inks) {
    const same = piece.inks.find(
      (one) => one.name === ink.name && one.kind === ink.kind && one.cmyk.every((v, i) => v === ink.cmyk[i]),
    );
    if (same?.id === ink.id) continue;
    const steps = replaceInk({ ...now, styles: [] }, ink.id, same?.id ?? null);
    if (steps.length === 0) continue;
    const taken = new Set([...piece.inks, ...more].map(({ name }) => name));
    let name = ink.name;
    for (let n = 2; taken.has(name); n++) name = `${ink.name} ${n}`;
    const id = same?.id ?? newId();
    if (!same) more.push({ ...ink, id, name });
    const changed = applySteps(now, replaceInk({ ...now, styles: [] }, ink.id, id));
    if (changed.ok) now = changed.value;
  }
  return { inks: more, items: now.items };
}

/** An item under a new id, with everything it refers to under the new ones too. */
function renamed(item: Item, ids: ReadonlyMap<string, string>): Item {
  const of = (id: string): string => ids.get(id) ?? id;
  const own =
    'group' in item && item.group ? { ...item, id: of(item.id), group: of(item.group) } : { ...item, id: of(item.id) };
  if (isCurve(own)) {
    const shape = parentsOf(own.shape).reduce(
      (now, [field, id]): CurveShape => ({ ...now, [field]: of(id) }) as CurveShape,
      own.shape,
    );
    return { ...own, shape, cuts: own.cuts.map((cut) => ({ ...cut, itemId: of(cut.itemId) })) };
  }
  if (isLettering(own)) {
    const { hold } = own.seat;
    const held =
      hold &&
      (hold.kind === 'band'
        ? { ...hold, curveId: of(hold.curveId), otherId: of(hold.otherId) }
        : { ...hold, curveId: of(hold.curveId) });
    return {
      ...own,
      curveId: of(own.curveId),
      seat: { ...own.seat, hold: held },
      twin: own.twin && { ...own.twin, of: of(own.twin.of) },
    };
  }
  if (own.type === 'ornaments') return { ...own, curveId: of(own.curveId) };
  if (own.type === 'art' || own.type === 'picture') return { ...own, within: own.within && of(own.within) };
  return own;
}

export interface PasteOptions {
  readonly newId: () => string;
  /** By how much it is moved on the sheet, mm. */
  readonly by: Vec;
  /** A curve that letterings which were copied alone are set on; null leaves them on a copy of their own curve. */
  readonly onto: string | null;
}

/** What is put down, and the ids that are then selected. */
export interface Pasted {
  readonly steps: readonly Step[];
  readonly ids: readonly string[];
}

/** Whether letterings alone were copied, without the curves that they stand on. */
const wordsAlone = ({ piece, ids }: Copied): boolean =>
  ids.length > 0 && ids.every((id) => piece.items.some((one) => one.id === id && isLettering(one)));

/** An item as it is put down: words on the curve that they are meant for, anything else under a name that is free. */
function settledOn(item: Item, piece: Piece, target: { readonly id: string; readonly track: Track } | null): Item {
  if (!isLettering(item)) return { ...item, name: freeName(piece, item.name) };
  return target && target.id !== item.curveId ? { ...movedTo(item, target.id, target.track), twin: null } : item;
}

/**
 * Steps that put a copy on a piece, above all that is there.
 *
 * @returns `nothing-copied`, or a problem of the copy that does not fit the piece
 */
export function pasteSteps(piece: Piece, copied: Copied, { newId, by, onto }: PasteOptions): Result<Pasted> {
  const track = onto === null ? undefined : tracksOf(piece).get(onto);
  const target = wordsAlone(copied) && track?.ok ? { id: onto!, track: track.value } : null;
  const { inks, items: inked } = withInksOf(piece, copied.piece, newId);
  const placed = target ? inked.filter(({ id }) => copied.ids.includes(id)) : inked;
  if (placed.length === 0)
    return fail({ code: 'nothing-copied', message: 'Nothing was copied yet. Select something and copy it first.' });
  // What was grouped is a group of its own.
  const groups = new Set(placed.flatMap((one) => ('group' in one && one.group ? [one.group] : [])));
  const ids = new Map([...placed.map(({ id }) => id), ...groups].map((id) => [id, newId()]));
  const steps: Step[] = inks.length > 0 ? [setStep(piece, null, ['inks'], [...piece.inks, ...inks])] : [];
  let now = piece;
  for (const item of placed) {
    const made = settledOn(renamed(item, ids), now, target);
    steps.push({ kind: 'insert', index: now.items.length, item: made });
    now = { ...now, items: [...now.items, made] };
  }
  const after = applySteps(piece, steps);
  if (!after.ok) return after;
  const chosen = copied.ids.flatMap((id) => ids.get(id) ?? []);
  const moved = target || (by.x === 0 && by.y === 0) ? [] : moveSteps(after.value, chosen, moveBy(by));
  return ok({ steps: [...steps, ...moved], ids: chosen });
}

/** A lettering moved along its closed curve by an angle seen from the centre, degrees in the way of the clock. */
function turnedOnRing(piece: Piece, lettering: Lettering, deg: number): Partial<Lettering> | null {
  const track = tracksOf(piece).get(lettering.curveId);
  if (!track?.ok || !isClosed(track.value)) return null;
  const { anchor, bookends } = lettering;
  const by = (u: number): number => wrap(u + deg / 360);
  return {
    anchor: { ...anchor, at: placeAtFraction(track.value, by(fractionOf(track.value, anchor.at))) },
    bookends: { startU: by(bookends.startU), endU: by(bookends.endU) },
  };
}

/** Turns letterings along their closed curves, all by the same angle, degrees in the way of the clock. */
export const turnLetteringsSteps = (piece: Piece, letterings: readonly Lettering[], deg: number): Step[] =>
  letterings.flatMap((one) => {
    const turned = turnedOnRing(piece, one, deg);
    return turned ? Object.entries(turned).map(([field, value]) => setStep(piece, one.id, [field], value)) : [];
  });

/**
 * Duplicates a selection, the copies turned. Letterings are turned along their closed curve, or set a line further in
 * where it is open; anything else is turned about its own middle, or moved aside where it is not turned.
 *
 * @param turnDeg degrees in the way of the clock
 */
export function duplicateSteps(
  piece: Piece,
  ids: readonly string[],
  turnDeg: number,
  newId: () => string,
): Result<Pasted> {
  const words = ids.flatMap((id) => piece.items.filter(isLettering).filter((one) => one.id === id));
  if (words.length > 0 && words.length === ids.length) {
    const made = words.map((one): Lettering => {
      const turned = turnDeg === 0 ? null : turnedOnRing(piece, one, turnDeg);
      const aside = {
        seat: { ...one.seat, hold: null, baselineShiftMm: one.seat.baselineShiftMm - one.lineDistanceMm },
      };
      return { ...one, id: newId(), twin: null, ...(turned ?? aside) };
    });
    return ok({
      steps: made.map((item, n): Step => ({ kind: 'insert', index: piece.items.length + n, item })),
      ids: made.map(({ id }) => id),
    });
  }
  const by = turnDeg === 0 ? { x: 3, y: 3 } : { x: 0, y: 0 };
  const pasted = pasteSteps(piece, copyOf(piece, ids), { newId, by, onto: null });
  if (!pasted.ok || turnDeg === 0) return pasted;
  const after = applySteps(piece, pasted.value.steps);
  if (!after.ok) return after;
  const turned = pasted.value.ids.flatMap((id): Step[] => {
    const track = tracksOf(after.value).get(id);
    const item = findItem(after.value, id);
    const centre = track?.ok ? track.value.centre : item && 'centre' in item ? item.centre : null;
    return centre ? moveSteps(after.value, [id], turnAbout(centre, turnDeg)) : [];
  });
  return ok({ ...pasted.value, steps: [...pasted.value.steps, ...turned] });
}

export interface TurnedCopies {
  /** Degrees in the way of the clock, from each copy to the next. */
  readonly turnDeg: number;
  readonly count: number;
  /** Whether letterings are turned over, in their band, where they would stand upside down. */
  readonly upright: boolean;
  readonly newId: () => string;
}

/** Whether letters that are read along a closed curve at a clock angle hang upside down: tops down, by the angle. */
const hangs = (deg: number, tops: Lettering['seat']['tops']): boolean =>
  (tops === 'outward') === wrap(deg / 360 - 0.25) < 0.5;

/** Turns a copy of lettering over in its band where it hangs; what was set upside down itself is meant so. */
function uprightSteps(piece: Piece, wasId: string, id: string): Step[] {
  const was = findItem(piece, wasId),
    one = findItem(piece, id);
  if (!was || !one || !isLettering(was) || !isLettering(one)) return [];
  const track = tracksOf(piece).get(one.curveId);
  if (!track?.ok || !isClosed(track.value)) return [];
  const at = (lettering: Lettering): number =>
    clockAtFraction(track.value, wrap(fractionOf(track.value, lettering.anchor.at)));
  if (hangs(at(was), was.seat.tops) || !hangs(at(one), one.seat.tops)) return [];
  return rewrite(piece, one, reseatLettering(one, one.seat.tops === 'outward' ? 'inward' : 'outward', one.seat.side));
}

/** Several copies of a selection, each turned farther than the one before, as one edit. */
export function copiesTurnedSteps(
  piece: Piece,
  ids: readonly string[],
  { turnDeg, count, upright, newId }: TurnedCopies,
): Result<Pasted> {
  const turn = new InTurn(piece);
  const made: string[] = [];
  for (let n = 1; n <= count; n++) {
    const copy = duplicateSteps(turn.piece, ids, turnDeg * n, newId);
    if (!copy.ok) return copy;
    const done = turn.make(copy.value.steps);
    if (!done.ok) return done;
    made.push(...copy.value.ids);
    for (const [k, id] of upright ? copy.value.ids.entries() : []) {
      const turned = turn.make(uprightSteps(turn.piece, ids[k]!, id));
      if (!turned.ok) return turned;
    }
  }
  return ok({ steps: turn.steps, ids: made });
}
