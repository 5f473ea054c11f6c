import type { StripView } from '~/composables/useStrip';

/** How near to a place, in pixels, something dragged along the strip snaps to it. */
export const STRIP_SNAP_PX = 8;

/** The strip under the pointer, and where what a drag is about is told. */
export interface StripPointer extends StripView {
  /** Left edge of the strip in the window, px. */
  readonly left: () => number;
  /** Place along the strip under the pointer, mm from the anchor. */
  readonly at: (event: PointerEvent) => number;
  readonly tell: (text: string) => void;
}

export function useStripPointer(
  unrolled: StripView,
  surface: Readonly<Ref<SVGSVGElement | null>>,
  tell: (text: string) => void,
): StripPointer {
  const left = (): number => surface.value!.getBoundingClientRect().left;
  return { ...unrolled, left, at: (event) => unrolled.mmAt(event.clientX - left()), tell };
}
