import { linesOf } from '#core/setting/line/set';
import { stripOf, type Strip } from '#core/setting/hand/strip';
import type { InjectionKey, Ref } from 'vue';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

const MAX_CAP = 30;
/** Letters are never drawn smaller than this: a long curve makes the strip scroll. */
const MIN_CAP = 13;
const SIDES = 20;
export const STRIP_ZOOM = { min: 1, max: 12 } as const;

/** The flat strip of the selected lettering: which line, unrolled, and how it lies in the window. */
export function useStrip(room: Ref<number>) {
  const store = usePiece();
  const view = useView();

  const lines = computed(() => (store.shownSetting ? linesOf(store.shownSetting) : []));
  const set = computed(() => lines.value[Math.min(view.stripLine, lines.value.length - 1)] ?? null);
  const strip = computed((): Strip | null => (set.value ? stripOf(set.value) : null));
  /**
   * Pixels in a mm: the window fills the strip, unless the capitals would grow too tall or too small; then the zoom.
   */
  const scale = computed(() => {
    if (!strip.value || !set.value) return 1;
    const { capMm } = set.value;
    return (
      Math.max(
        Math.min((room.value - 2 * SIDES) / (strip.value.to - strip.value.from), MAX_CAP / capMm),
        MIN_CAP / capMm,
      ) * view.stripZoom
    );
  });
  /** Letters grow with the zoom until they fill their height, then only their distances do. */
  const width = computed(() =>
    strip.value ? Math.max(room.value, (strip.value.to - strip.value.from) * scale.value + 2 * SIDES) : room.value,
  );
  const origin = computed(() =>
    strip.value ? width.value / 2 - ((strip.value.from + strip.value.to) / 2) * scale.value : 0,
  );
  const px = (mm: number): number => origin.value + mm * scale.value;
  const mmAt = (x: number): number => (x - origin.value) / scale.value;
  return { lines, set, strip, scale, width, origin, px, mmAt };
}

export type StripView = ReturnType<typeof useStrip>;
export const STRIP: InjectionKey<StripView> = Symbol('strip');
