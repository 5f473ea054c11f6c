import { extentOf } from '#core/geometry/extent';
import type { Vec } from '#core/geometry/vec';
import { coverOf, placeOff } from '#core/setting/hand/guides';
import { placeName } from '#core/setting/line/anchorPlaces';
import type { SetLettering } from '#core/setting/line/set';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** Curves that are seen smaller than this have smaller marks, px; and how small these become at most. */
const SMALL_PX = 320;
const LEAST = 0.6;
/** How much farther out a mark is tried while it would stand on letters, px, and how often. */
const FARTHER_PX = 10;
const TRIES = 5;
/** Between the letters and a bookend's tab, and between them and the anchor, px. */
const TAB_PX = 3;
const ANCHOR_PX = 13;

const covers = new WeakMap<SetLettering, readonly Vec[]>();
const coverOfSet = (set: SetLettering): readonly Vec[] => {
  let cover = covers.get(set);
  if (!cover) covers.set(set, (cover = coverOf(set)));
  return cover;
};

/** Whether a place lies within a closed line, by how often a ray from it crosses that. */
const within = (line: readonly Vec[], { x, y }: Vec): boolean =>
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

/** The marks of where the selected lettering stands: two bookends and the anchor, clear of letters and of each other. */
export function usePlaceMarks() {
  const store = usePiece();
  const view = useView();
  const set = computed(() => store.selectedSetting);

  /** How large the marks are: 1, and less on curves that are seen small. */
  const size = computed(() => {
    if (!set.value) return 1;
    const { min, max } = extentOf(set.value.track.path);
    const seen = Math.max(max.x - min.x, max.y - min.y) * view.scale;
    return Math.min(Math.max(seen / SMALL_PX, LEAST), 1);
  });
  const obstacles = computed(() =>
    view.tool === 'pick' ? [...store.settings.values()].flatMap((one) => (one.ok ? [coverOfSet(one.value)] : [])) : [],
  );

  /** How far out a mark stands that is `highPx` high, so that its middle lies on no letters, px beyond the cap line. */
  function clearOut(s: SetLettering, reading: number, asidePx: number, highPx: number, fromPx: number): number {
    for (let n = 0; n < TRIES; n++) {
      const out = fromPx + n * FARTHER_PX;
      const middle = placeOff(
        s.path,
        s.direction * reading + (s.direction * asidePx) / view.scale,
        s.direction,
        s.baselineMm + s.capMm + (out + highPx / 2) / view.scale,
      ).point;
      if (!obstacles.value.some((line) => within(line, middle))) return out;
    }
    return fromPx;
  }

  /** A bar across the band, and a tab beyond the cap line whose flat side is towards the letters. */
  function bookend(which: 'start' | 'end') {
    const s = set.value!;
    const k = size.value;
    const side = which === 'start' ? -1 : 1;
    const reading = which === 'start' ? s.overset.bookendStart : s.overset.bookendEnd;
    const out = clearOut(s, reading, side * 8 * k, 26 * k, TAB_PX);
    const foot = placeOff(s.path, s.direction * reading, s.direction, s.baselineMm - 3 / view.scale);
    const head = placeOff(s.path, s.direction * reading, s.direction, s.baselineMm + s.capMm + out / view.scale);
    const [a, b] = [view.toScreen(foot.point), view.toScreen(head.point)];
    const p = framed(b, head.along, k, side);
    // The start is a half-round, the end a half-round with a notch: told apart without their colours.
    const round = `A13 13 0 0 ${side === 1 ? 0 : 1} ${p(2, -25)}`;
    const tab = `M${p(0, -25)}L${p(0, 1)}L${p(2, 1)}${round}Z`;
    const notch =
      which === 'end' ? `M${p(3, -8)}L${p(10, -8)}M${p(3, -12)}L${p(11, -12)}M${p(3, -16)}L${p(10, -16)}` : '';
    const u = which === 'start' ? s.lettering.bookends.startU : s.lettering.bookends.endU;
    return {
      which,
      a,
      b,
      tab,
      notch,
      grip: `M${p(-5, -28)}L${p(19, -28)}L${p(19, 4)}L${p(-5, 4)}Z`,
      percent: Math.round(u * 1000) / 10,
      name: `${which === 'start' ? 'Start' : 'End'} bookend at ${placeName(s.track, u)}`,
    };
  }
  const bookends = computed(() => (set.value ? [bookend('start'), bookend('end')] : []));

  const anchor = computed(() => {
    const s = set.value;
    if (!s) return null;
    const k = size.value;
    const { path, anchorDistance, direction, baselineMm, capMm, overset } = s;
    const reading = direction * anchorDistance;
    // Beside a bookend it stands beyond its tab.
    const beside = [overset.bookendStart, overset.bookendEnd].some((one) => {
      const mm = Math.abs(one - reading) % path.lengthMm;
      return (path.path.closed ? Math.min(mm, path.lengthMm - mm) : mm) * view.scale < 26 * k;
    });
    const out = clearOut(s, reading, 0, 0, ANCHOR_PX * k + (beside ? 30 * k : 0));
    const place = placeOff(path, anchorDistance, direction, baselineMm + capMm + out / view.scale);
    const at = view.toScreen(place.point);
    const p = framed(at, place.along, k);
    return { at, d: `M${p(0, -8)}L${p(8, 0)}L${p(0, 8)}L${p(-8, 0)}Z` };
  });

  return { bookends, anchor };
}
