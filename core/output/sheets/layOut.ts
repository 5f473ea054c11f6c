import type { Sheet } from '../../piece/types';
import { fail, ok, type Problem, type Result } from '../../result';
import type { Imposition, Layout, Place } from './imposition';
import { morePackings, packings, type Packing, type Parcel } from './pack';
import { nestedWays, straightWays, type Block, type Room } from './ways';

/** One piece of a sheet as it is laid out. */
export interface SheetPart {
  readonly sheet: Sheet;
  /** How people call it. */
  readonly name: string;
  /** How many copies; null for as many as fit beside the others, of the first piece alone. */
  readonly quantity: number | null;
  /** Whether it has a back. */
  readonly back: boolean;
}

/** Copies of pieces of several sizes on one sheet, backs not counted. */
const MOST_MIXED = 1000;
/** So many parcels are tried in further ways, where something is left over. */
const MORE_WORK = 20_000;

const wideOf = ({ sheet }: SheetPart, turned = false): number => (turned ? sheet.heightMm : sheet.widthMm);
const highOf = ({ sheet }: SheetPart, turned = false): number => (turned ? sheet.widthMm : sheet.heightMm);

/** What makes it impossible to lay parts on a sheet, however large that is. */
function unfit(parts: readonly SheetPart[], { gutterMm, nested }: Imposition): Problem | null {
  const bleedMm = Math.max(...parts.map(({ sheet }) => sheet.bleedMm));
  if (gutterMm < 2 * bleedMm - 1e-9)
    return {
      code: 'gutter-too-small',
      value: gutterMm,
      limit: 2 * bleedMm,
      message: `With a bleed of ${bleedMm} mm the gutter must be ${2 * bleedMm} mm or more, or neighbours print into each other.`,
    };
  const [first] = parts;
  if (nested && parts.length === 1 && Math.abs(wideOf(first!) - highOf(first!)) > 1e-6)
    return {
      code: 'not-round',
      message: 'Only pieces as wide as high can be nested as discs. Lay them in straight rows.',
    };
  return null;
}

/** Why a piece cannot lie in a room at all, or null. */
function tooLarge(part: SheetPart, { across, down }: Room, turned: boolean, half: boolean): Problem | null {
  const w = wideOf(part),
    h = highOf(part);
  const lies = (wide: number, high: number): boolean => across + 1e-9 >= wide && down + 1e-9 >= high;
  if (lies(w, h) || (turned && lies(h, w))) return null;
  return {
    code: 'no-room',
    value: Math.min(across, down),
    limit: Math.max(w, h),
    message: `Not one copy of ${w} × ${h} mm fits on what the margins leave${half ? ' of half the sheet' : ''}, ${Math.max(across, 0).toFixed(1)} × ${Math.max(down, 0).toFixed(1)} mm. Take a larger sheet or smaller margins.`,
  };
}

/** Copies of one piece: as many as are asked for, or as fit. */
function copiesOf(part: SheetPart, room: Room, nested: boolean, turned: boolean): Result<Block> {
  const all = nested ? nestedWays(room, wideOf(part)) : straightWays(room, wideOf(part), highOf(part), turned);
  if (part.quantity === null) return ok(all);
  const fit = all.places.length;
  if (part.quantity > fit)
    return fail({
      code: 'too-many-copies',
      value: part.quantity,
      limit: fit,
      message: `${fit === 1 ? 'Only one copy fits' : `Only ${fit} copies fit`} on the sheet, ${part.quantity} are asked for. Take a larger sheet, smaller margins or fewer copies.`,
    });
  const places = all.places.slice(0, part.quantity);
  const wide = Math.max(...places.map((one) => one.x + wideOf(part, one.turned))),
    high = Math.max(...places.map((one) => one.y + highOf(part, one.turned)));
  return ok({
    places,
    wide,
    high,
    columns: Math.min(all.columns, places.length),
    rows: new Set(places.map((one) => one.y)).size,
  });
}

/** A packing with what is free filled with copies of the first piece, where that takes as many as fit. */
interface Filled {
  readonly places: readonly Place[];
  readonly left: readonly Parcel[];
  readonly wide: number;
  readonly high: number;
}

function filled(packing: Packing, parts: readonly SheetPart[], gutterMm: number, turned: boolean): Filled {
  const [first] = parts;
  const places: Place[] = packing.packed.map(({ x, y, of, turned: turn }) => ({ x, y, of, turned: turn }));
  if (first!.quantity === null)
    for (const { x, y, wide, high } of packing.free) {
      const room = { across: wide - gutterMm, down: high - gutterMm, gutterMm };
      const { places: more } = straightWays(room, wideOf(first!), highOf(first!), turned);
      places.push(...more.map((one) => ({ ...one, x: one.x + x, y: one.y + y, of: 0 })));
    }
  return {
    places,
    left: packing.left,
    wide: Math.max(0, ...places.map((one) => one.x + wideOf(parts[one.of ?? 0]!, one.turned))),
    high: Math.max(0, ...places.map((one) => one.y + highOf(parts[one.of ?? 0]!, one.turned))),
  };
}

/** How many copies lie otherwise than most of their piece. */
function oddOnes(places: readonly Place[]): number {
  const upright = new Map<number, number>(),
    turned = new Map<number, number>();
  for (const { of = 0, turned: turn } of places) {
    const count = turn ? turned : upright;
    count.set(of, (count.get(of) ?? 0) + 1);
  }
  return [...upright].reduce((sum, [of, count]) => sum + Math.min(count, turned.get(of) ?? 0), 0);
}

/**
 * Whether one filling is better than another: less is left over, then more copies lie on it, then more of them lie one
 * way, then they lie closer.
 */
function isBetter(a: Filled, b: Filled): boolean {
  const lost = ({ left }: Filled): number => left.reduce((sum, { wide, high }) => sum + wide * high, 0);
  const over = lost(a) - lost(b);
  if (Math.abs(over) > 1e-6) return over < 0;
  if (a.places.length !== b.places.length) return a.places.length > b.places.length;
  const odd = oddOnes(a.places) - oddOnes(b.places);
  if (odd !== 0) return odd < 0;
  return a.wide * a.high < b.wide * b.high - 1e-6;
}

/** Whether parcels may fill a room at all, by their areas. */
const fills = (parcels: readonly Parcel[], { wide, high }: { readonly wide: number; readonly high: number }): boolean =>
  parcels.reduce((sum, one) => sum + one.wide * one.high, 0) <= wide * high + 1e-6;

/** Copies of several pieces, so that straight cuts part them. */
function mixed(parts: readonly SheetPart[], room: Room, turned: boolean): Result<Block> {
  const { gutterMm } = room;
  const parcels = parts.flatMap((part, of): Parcel[] => {
    const parcel = { wide: wideOf(part) + gutterMm, high: highOf(part) + gutterMm, of };
    return Array.from({ length: Math.min(part.quantity ?? 0, MOST_MIXED + 1) }, () => parcel);
  });
  if (parcels.length > MOST_MIXED)
    return fail({
      code: 'too-many-copies',
      value: parcels.length,
      limit: MOST_MIXED,
      message: `A sheet of several pieces takes ${MOST_MIXED} copies at most. Ask for fewer.`,
    });
  let best = null as Filled | null;
  const size = { wide: room.across + gutterMm, high: room.down + gutterMm };
  const consider = (packing: Packing): void => {
    const one = filled(packing, parts, gutterMm, turned);
    if (!best || isBetter(one, best)) best = one;
  };
  for (const packing of packings(size, parcels, turned)) consider(packing);
  if (best!.left.length > 0 && fills(parcels, size))
    for (const packing of morePackings(size, parcels, turned, Math.ceil(MORE_WORK / parcels.length))) {
      consider(packing);
      if (best!.left.length === 0) break;
    }
  const { left, places, wide, high } = best!;
  const over = parts.flatMap(({ quantity, name }, n) => {
    const count = left.filter(({ of }) => of === n).length;
    return count > 0 ? [`${count} of ${quantity} “${name}”`] : [];
  });
  if (over.length > 0)
    return fail({
      code: 'too-many-copies',
      value: left.length,
      message: `Not all of them fit on the sheet: ${over.join(' and ')} found no place. Take a larger sheet, smaller margins or fewer copies.`,
    });
  if (!places.some(({ of }) => of === 0))
    return fail({
      code: 'no-room',
      message: `The other pieces leave no place for “${parts[0]!.name}”. Take a larger sheet or fewer copies of the others.`,
    });
  return ok({ places, wide, high, columns: 0, rows: 0 });
}

/**
 * Lays copies of pieces on a sheet, the backs of those that have one on the right half of it: when the sheet is turned
 * over from left to right and printed again with the same plates, each back lies behind its front.
 *
 * @param parts the first one may take as many copies as fit; one that is alone may be nested
 * @returns `no-room` when not one copy fits, `too-many-copies` when not as many fit as are asked for,
 *   `gutter-too-small` when bleeds would run into each other, `not-round` where nesting is asked for a piece that is
 *   not as wide as high
 */
export function layOutParts(parts: readonly SheetPart[], imposition: Imposition): Result<Layout> {
  const { widthMm, heightMm, marginMm, gutterMm, turned = false } = imposition;
  const problem = unfit(parts, imposition);
  if (problem) return fail(problem);
  const nested = imposition.nested && parts.length === 1,
    half = parts.some(({ back }) => back);
  const room: Room = {
    across: half ? widthMm / 2 - marginMm - gutterMm / 2 : widthMm - 2 * marginMm,
    down: heightMm - 2 * marginMm,
    gutterMm,
  };
  for (const part of parts) {
    const large = tooLarge(part, room, turned, half);
    if (large) return fail(large);
  }
  const block = parts.length === 1 ? copiesOf(parts[0]!, room, nested, turned) : mixed(parts, room, turned);
  if (!block.ok) return block;
  const fronts = block.value.places.map((one) => ({
    ...one,
    x: one.x + marginMm + (room.across - block.value.wide) / 2,
    y: one.y + marginMm + (room.down - block.value.high) / 2,
  }));
  const backs = fronts
    .filter(({ of = 0 }) => parts[of]!.back)
    .map((one) => ({ ...one, x: widthMm - one.x - wideOf(parts[one.of ?? 0]!, one.turned), back: true }));
  const places = [...fronts, ...backs];
  const covered = places.reduce((sum, { of = 0 }) => {
    const area = wideOf(parts[of]!) * highOf(parts[of]!);
    return sum + (nested ? (Math.PI * area) / 4 : area);
  }, 0);
  return ok({
    places,
    columns: block.value.columns * (half ? 2 : 1),
    rows: block.value.rows,
    waste: 1 - covered / (widthMm * heightMm),
  });
}

/** Lays as many copies of one piece on a sheet as it takes, or as are asked for: see `layOutParts`. */
export const layOut = (sheet: Sheet, imposition: Imposition): Result<Layout> =>
  layOutParts([{ sheet, name: '', quantity: imposition.quantity ?? null, back: false }], imposition);
