/** A value that was tried, and what it leaves: 0 where it fills. */
export interface Tried {
  readonly value: number;
  readonly left: number;
}

/** A value that is looked for within limits. */
export interface Search {
  /** What a value leaves; far below 0 where it cannot be had at all. */
  readonly left: (value: number) => number;
  /** Where it begins. */
  readonly from: Tried;
  /** A first guess; NaN for none. */
  readonly guess: number;
  readonly least: number;
  readonly most: number;
  /** Whether more of the value leaves less. */
  readonly takesRoom: boolean;
  /** A step to begin with where there is no guess. */
  readonly firstStep: number;
  /** What leaves less than this, either way, fills. */
  readonly meetsMm: number;
}

const SECANTS = 6;
const ROUNDS = 60;
/** Rounds of regula falsi after which the bracket is halved instead. */
const FALSI_ROUNDS = 30;
/** What is left of values that cannot be had lies beyond this. */
const NOWHERE = 1e5;
/** The most by which a step grows, and how far past the zero one that grows aims. */
const MOST_GROWTH = 100;
const OVER = 1.05;
const SAME_VALUE = 1e-13;

/** Secants from two values on, for as long as they come nearer and stay on the way. */
function secants({ left, meetsMm }: Search, first: Tried, second: Tried, onTheWay: (value: number) => boolean): Tried {
  let [x0, f0, x1, f1] = [first.value, first.left, second.value, second.left];
  for (let i = 0; i < SECANTS && Math.abs(f1) >= meetsMm && Math.abs(f1) < Math.abs(f0); i++) {
    const next = x1 - (f1 * (x1 - x0)) / (f1 - f0);
    if (!onTheWay(next)) break;
    [x0, f0, x1, f1] = [x1, f1, next, left(next)];
  }
  return { value: x1, left: f1 };
}

/** Steps that grow, by what is left, until one goes past the zero or comes to the limit: the last two values. */
function bracket(
  { left }: Search,
  first: Tried,
  second: Tried,
  limit: number,
  within: (value: number) => number,
): [Tried, Tried] {
  let [a, b] = [first, second];
  while (Math.sign(b.left) === Math.sign(a.left) && b.value !== limit) {
    const past = (OVER * b.left) / (a.left - b.left);
    const growth = past > 1 && past < MOST_GROWTH ? past : past > 0 && past <= 1 ? 1 : MOST_GROWTH;
    const next = within(b.value + (b.value - a.value) * growth);
    [a, b] = [b, { value: next, left: left(next) }];
  }
  return [a, b];
}

/** Regula falsi held in a bracket (Illinois), and halving where a value cannot be had at all. */
function falsePosition({ left, meetsMm }: Search, first: Tried, second: Tried): Tried {
  let [a, b] = [first, second];
  let side = 0;
  let [wa, wb] = [a.left, b.left];
  const nowhere = (one: Tried): boolean => Math.abs(one.left) >= NOWHERE;
  for (let i = 0; i < ROUNDS; i++) {
    const half = (a.value + b.value) / 2;
    const straight = i > FALSI_ROUNDS || nowhere(a) || nowhere(b) ? half : (a.value * wb - b.value * wa) / (wb - wa);
    const value = Number.isFinite(straight) ? straight : half;
    const c = { value, left: left(value) };
    if (Math.abs(c.left) < meetsMm || Math.abs(a.value - b.value) < SAME_VALUE) return c;
    if (Math.sign(c.left) === Math.sign(a.left)) {
      a = c;
      wa = c.left;
      if (side === -1) wb /= 2;
      side = -1;
    } else {
      b = c;
      wb = c.left;
      if (side === 1) wa /= 2;
      side = 1;
    }
  }
  return Math.abs(a.left) < Math.abs(b.left) ? a : b;
}

/**
 * The value, within its limits, that leaves nothing; the limit that comes nearest where none does. From a guess by
 * secants; where these do not come to it, regula falsi held in a bracket.
 */
export function findZero(search: Search): Tried {
  const { left, from, guess, least, most, takesRoom, firstStep, meetsMm } = search;
  if (Math.abs(from.left) < meetsMm) return from;
  // Where there is room, go up, else down.
  const up = takesRoom ? from.left > 0 : from.left < 0,
    sign = up ? 1 : -1;
  const limit = up ? most : least;
  const within = (value: number): number => (up ? Math.min(value, limit) : Math.max(value, limit));
  // A guess that is not on the way leaves a small first step.
  const ahead = (guess - from.value) * sign > 0 ? within(guess) : within(from.value + sign * firstStep);
  const first = { value: ahead, left: left(ahead) };
  const near = secants(search, from, first, (value) => (value - from.value) * sign > 0 && within(value) === value);
  if (Math.abs(near.left) < meetsMm) return near;
  const [a, b] = bracket(search, from, first, limit, within);
  if (b.value === a.value || Math.sign(b.left) === Math.sign(a.left))
    return Math.abs(b.left) <= Math.abs(from.left) ? b : from;
  return falsePosition(search, a, b);
}
