/** A rectangle to be packed: how wide and high it is, mm. */
export interface Parcel {
  readonly wide: number;
  readonly high: number;
  /** Which piece it is of. */
  readonly of: number;
}

/** A rectangle of a sheet: its upper left corner and its size, mm. */
export interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly high: number;
}

/** A parcel that has its place; turned by a quarter or not. */
export interface Packed extends Rectangle {
  readonly of: number;
  readonly turned: boolean;
}

/** What one way of packing comes to. */
export interface Packing {
  readonly packed: readonly Packed[];
  /** What found no place. */
  readonly left: readonly Parcel[];
  /** The rectangles that stay free; they do not overlap. */
  readonly free: readonly Rectangle[];
}

/** Numbers that are equal but for rounding count as equal. */
const EQUAL_MM = 1e-9;

type Order = (a: Parcel, b: Parcel) => number;
/** How well a parcel of a size suits a free rectangle; the less the better. */
type Choice = (free: Rectangle, wide: number, high: number) => number;
/** Whether the first cut beside a parcel runs across the whole free rectangle, or down. */
type Split = (free: Rectangle, wide: number, high: number) => boolean;

const alike: Order = (a, b) => a.of - b.of;
const longest = ({ wide, high }: Parcel): number => Math.max(wide, high);
const ORDERS: readonly Order[] = [
  (a, b) => b.wide * b.high - a.wide * a.high || alike(a, b),
  (a, b) => longest(b) - longest(a) || alike(a, b),
  (a, b) => b.high - a.high || alike(a, b),
  (a, b) => b.wide - a.wide || alike(a, b),
];
const CHOICES: readonly Choice[] = [
  (free, wide, high) => Math.min(free.wide - wide, free.high - high),
  (free, wide, high) => Math.max(free.wide - wide, free.high - high),
  (free, wide, high) => free.wide * free.high - wide * high,
  (free) => free.y * 1e4 + free.x,
];
/** The larger of both rests that a cut across leaves, mm². */
const restAcross = (free: Rectangle, wide: number, high: number): number =>
  Math.max((free.wide - wide) * high, free.wide * (free.high - high));
const restDown = (free: Rectangle, wide: number, high: number): number =>
  Math.max((free.wide - wide) * free.high, wide * (free.high - high));
const SPLITS: readonly Split[] = [
  () => true,
  () => false,
  (free, wide, high) => restAcross(free, wide, high) >= restDown(free, wide, high),
  (free, wide, high) => free.wide - wide < free.high - high,
];

/** The free rectangles that are left of one, when a parcel lies in its upper left corner. */
function rests(free: Rectangle, wide: number, high: number, across: boolean): Rectangle[] {
  const { x, y } = free,
    beside = free.wide - wide,
    below = free.high - high;
  return [
    { x: x + wide, y, wide: beside, high: across ? high : free.high },
    { x, y: y + high, wide: across ? free.wide : wide, high: below },
  ].filter((one) => one.wide > EQUAL_MM && one.high > EQUAL_MM);
}

function packOnce(room: Rectangle, parcels: readonly Parcel[], turned: boolean, choice: Choice, split: Split): Packing {
  const free: Rectangle[] = [room],
    packed: Packed[] = [],
    left: Parcel[] = [];
  for (const parcel of parcels) {
    let best: { readonly at: number; readonly turn: boolean; readonly score: number } | null = null;
    for (const [at, one] of free.entries())
      for (const turn of turned && parcel.wide !== parcel.high ? [false, true] : [false]) {
        const [wide, high] = turn ? [parcel.high, parcel.wide] : [parcel.wide, parcel.high];
        if (wide > one.wide + EQUAL_MM || high > one.high + EQUAL_MM) continue;
        const score = choice(one, wide, high);
        if (!best || score < best.score - EQUAL_MM) best = { at, turn, score };
      }
    if (!best) {
      left.push(parcel);
      continue;
    }
    const into = free[best.at]!,
      [wide, high] = best.turn ? [parcel.high, parcel.wide] : [parcel.wide, parcel.high];
    packed.push({ x: into.x, y: into.y, wide, high, of: parcel.of, turned: best.turn });
    free.splice(best.at, 1, ...rests(into, wide, high, split(into, wide, high)));
  }
  return { packed, left, free };
}

/**
 * Ways to pack rectangles into a larger one, each so that a guillotine parts them: every cut runs straight through what
 * lies before it. Several orders, choices of the place and ways to cut are tried; none is sure to be the best there is.
 *
 * @param turned whether parcels may be turned by a quarter
 */
export function* packings(
  size: Pick<Rectangle, 'wide' | 'high'>,
  parcels: readonly Parcel[],
  turned: boolean,
): Generator<Packing> {
  const room = { x: 0, y: 0, ...size };
  for (const order of ORDERS) {
    const inOrder = [...parcels].sort(order);
    for (const choice of CHOICES)
      for (const split of SPLITS)
        for (const turn of turned ? [true, false] : [false]) yield packOnce(room, inOrder, turn, choice, split);
  }
}

/** The same numbers from 0 to 1 at every call (a linear congruence, period 2³²), so that a sheet comes out the same. */
function sameNumbers(): () => number {
  let state = 1;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/**
 * More ways, in orders by area that are changed at random, the same ones at every call; for where the plain orders
 * leave something over.
 *
 * @param tries how many
 */
export function* morePackings(
  size: Pick<Rectangle, 'wide' | 'high'>,
  parcels: readonly Parcel[],
  turned: boolean,
  tries: number,
): Generator<Packing> {
  const room = { x: 0, y: 0, ...size },
    next = sameNumbers();
  for (let n = 0; n < tries; n++) {
    const weights = parcels.map(({ wide, high }) => wide * high * (0.4 + 1.2 * next()));
    const order = parcels.map((_, i) => i).sort((a, b) => weights[b]! - weights[a]!);
    const [choice, split] = [
      CHOICES[Math.floor(next() * CHOICES.length)]!,
      SPLITS[Math.floor(next() * SPLITS.length)]!,
    ];
    yield packOnce(
      room,
      order.map((i) => parcels[i]!),
      turned,
      choice,
      split,
    );
  }
}
