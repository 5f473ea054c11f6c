import { extentOf } from '#core/geometry/extent';
import type { Vec } from '#core/geometry/vec';
import { coverOf, placeOff, type GuidePlace } from '#core/setting/hand/guides';
import { placeName } from '#core/setting/line/anchorPlaces';
import type { SetLettering } from '#core/setting/line/set';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** Curves that are seen smaller than this have smaller marks, px; and how small these become at most. */
const SMALL_PX = 320;
const LEAST = 0.6;
/** How much farther out a mark is tried while it would stand on letters, px, and how often. */
const FARTHER_PX = 6;
const TRIES = 14;
/** Between the letters and a bookend's tab, and between them and the anchor, px. */
const TAB_PX = 3;
const ANCHOR_PX = 13;

/** The band of a lettering, and the box about it, by which most places are told to lie outside. */
interface Obstacle {
  readonly line: readonly Vec[];
  readonly min: Vec;
  readonly max: Vec;
}
const found = new WeakMap<readonly Vec[], Obstacle>();
function obstacleOf(line: readonly Vec[]): Obstacle {
  let made = found.get(line);
  if (!made) {
    const [xs, ys] = [line.map(({ x }) => x), line.map(({ y }) => y)];
    const ends = (pick: (...values: number[]) => number): Vec => ({ x: pick(...xs), y: pick(...ys) });
    found.set(line, (made = { line, min: ends(Math.min), max: ends(Math.max) }));
  }
  return made;
}

/** Whether a place lies within a closed line, by how often a ray from it crosses that. */
const within = ({ line, min, max }: Obstacle, { x, y }: Vec): boolean =>
  x >= min.x &&
  x <= max.x &&
  y >= min.y &&
  y <= max.y &&
  line.reduce((inside, a, i) => {
    const b = line[(i + 1) % line.length]!;
    return a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x ? !inside : inside;
  }, false);

/**
 * Writes points of a mark's own frame at its place: x along the curve, mirrored for side −1, y towards the letters'
 * feet, px.
 */
const framed =
  (at: Vec, { x: ax, y: ay }: Vec, k: number, side: 1 | -1 = 1): ((x: number, y: number) => string) =>
  (x, y) =>
    `${at.x + k * (side * x * ax - y * ay)} ${at.y + k * (side * x * ay + y * ax)}`;

/** A lettering whose marks are drawn, how it is seen, and what they are to be clear of. */
interface Shown {
  readonly set: SetLettering;
  /** Pixels in a millimetre. */
  readonly scale: number;
  readonly toScreen: (place: Vec) => Vec;
  /** How large the marks are: 1, and less on curves that are seen small. */
  readonly size: number;
  readonly obstacles: readonly Obstacle[];
}

/** A place at a reading, so many px beyond the cap line. */
const beyond = ({ set, scale }: Shown, reading: number, outPx: number): GuidePlace =>
  placeOff(set.path, set.direction * reading, set.direction, set.baselineMm + set.capMm + outPx / scale);

/** What a mark covers, px from its place: along the curve, and outwards from where it begins. */
interface Covers {
  readonly from: number;
  readonly to: number;
  readonly high: number;
}
/** Shares of what a mark covers at which it is looked whether letters lie there. */
const LOOKS = [0, 0.25, 0.5, 0.75, 1];

/** How far out a mark stands so that nothing of it lies on letters, px beyond the cap line. */
function clearOut(shown: Shown, reading: number, { from, to, high }: Covers, fromPx: number): number {
  const lies = (out: number): boolean =>
    LOOKS.some((across) =>
      LOOKS.some((up) => {
        const along = reading + (from + across * (to - from)) / shown.scale;
        const { point } = beyond(shown, along, out + up * high);
        return shown.obstacles.some((line) => within(line, point));
      }),
    );
  for (let n = 0; n < TRIES; n++) if (!lies(fromPx + n * FARTHER_PX)) return fromPx + n * FARTHER_PX;
  return fromPx;
}

/** A bar across the band, and a tab beyond the cap line whose flat side is towards the letters. */
function bookend(shown: Shown, which: 'start' | 'end') {
  const { set, size: k, scale, toScreen } = shown;
  const side = which === 'start' ? -1 : 1;
  const reading = which === 'start' ? set.overset.bookendStart : set.overset.bookendEnd;
  const head = beyond(shown, reading, clearOut(shown, reading, { from: 0, to: side * 14 * k, high: 26 * k }, TAB_PX));
  const foot = placeOff(set.path, set.direction * reading, set.direction, set.baselineMm - 3 / scale);
  const [a, b] = [toScreen(foot.point), toScreen(head.point)];
  const p = framed(b, head.along, k, side);
  const round = `A${13 * k} ${13 * k} 0 0 ${side === 1 ? 0 : 1} ${p(2, -25)}`;
  const u = which === 'start' ? set.lettering.bookends.startU : set.lettering.bookends.endU;
  return {
    which,
    a,
    b,
    tab: `M${p(0, -25)}L${p(0, 1)}L${p(2, 1)}${round}Z`,
    // Lines across the end's tab tell the two apart without their sides.
    lines: which === 'end' ? [-7, -12, -17].map((y) => `M${p(2.5, y)}L${p(y === -12 ? 11 : 9.5, y)}`).join('') : '',
    grip: `M${p(-5, -28)}L${p(19, -28)}L${p(19, 4)}L${p(-5, 4)}Z`,
    percent: Math.round(u * 1000) / 10,
    name: `${which === 'start' ? 'Start' : 'End'} bookend at ${placeName(set.track, u)}`,
  };
}

/** The diamond of the anchor; beside a bookend it stands beyond its tab. */
function anchorMark(shown: Shown) {
  const { size: k, scale, toScreen } = shown;
  const { path, anchorDistance, direction, overset } = shown.set;
  const reading = direction * anchorDistance;
  const beside = [overset.bookendStart, overset.bookendEnd].some((one) => {
    const mm = Math.abs(one - reading) % path.lengthMm;
    return (path.path.closed ? Math.min(mm, path.lengthMm - mm) : mm) * scale < 26 * k;
  });
  const half = 8 * k;
  const foot = ANCHOR_PX * k + (beside ? 30 * k : 0) - half;
  const place = beyond(
    shown,
    reading,
    clearOut(shown, reading, { from: -half, to: half, high: 2 * half }, foot) + half,
  );
  const at = toScreen(place.point);
  const p = framed(at, place.along, k);
  return { at, d: `M${p(0, -8)}L${p(8, 0)}L${p(0, 8)}L${p(-8, 0)}Z` };
}

/** The marks of where the selected lettering stands: two bookends and the anchor, clear of letters and of each other. */
export function usePlaceMarks() {
  const store = usePiece();
  const view = useView();
  const obstacles = computed(() =>
    view.tool === 'pick'
      ? [...store.settings.values()].flatMap((one) =>
          one.ok && !one.value.lettering.hidden ? [obstacleOf(coverOf(one.value))] : [],
        )
      : [],
  );
  const marks = computed(() => {
    const set = store.selectedSetting;
    if (!set || set.lettering.hidden) return null;
    const { min, max } = extentOf(set.track.path);
    const seen = Math.max(max.x - min.x, max.y - min.y) * view.scale;
    const shown: Shown = {
      set,
      scale: view.scale,
      toScreen: view.toScreen,
      size: Math.min(Math.max(seen / SMALL_PX, LEAST), 1),
      obstacles: obstacles.value,
    };
    return { bookends: [bookend(shown, 'start'), bookend(shown, 'end')], anchor: anchorMark(shown) };
  });
  return { bookends: computed(() => marks.value?.bookends ?? []), anchor: computed(() => marks.value?.anchor ?? null) };
}
