import { useEventListener } from '@vueuse/core';
import { useView } from '~/stores/view';

interface Touch {
  readonly x: number;
  readonly y: number;
}

/**
 * Two fingers on the sheet zoom it by their distance and pan it by their middle. What the first one had begun is taken
 * back when the second comes down.
 */
export function usePinch(surface: Readonly<Ref<SVGSVGElement | null>>): void {
  const view = useView();
  const down = new Map<number, Touch>();
  const pair = (): { readonly middle: Touch; readonly apart: number } => {
    const [a, b] = [...down.values()];
    return { middle: { x: (a!.x + b!.x) / 2, y: (a!.y + b!.y) / 2 }, apart: Math.hypot(a!.x - b!.x, a!.y - b!.y) };
  };
  const release = ({ pointerId }: PointerEvent): void => {
    down.delete(pointerId);
  };

  useEventListener(
    surface,
    'pointerdown',
    (event: PointerEvent) => {
      if (event.pointerType !== 'touch') return;
      down.set(event.pointerId, { x: event.clientX, y: event.clientY });
      if (down.size < 2) return;
      event.stopPropagation();
      event.preventDefault();
      // As Escape does for a drag that is under way.
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', cancelable: true, bubbles: true }));
    },
    { capture: true },
  );
  useEventListener(
    window,
    'pointermove',
    (event: PointerEvent) => {
      if (!down.has(event.pointerId)) return;
      const was = down.size === 2 ? pair() : null;
      down.set(event.pointerId, { x: event.clientX, y: event.clientY });
      if (!was || !surface.value) return;
      event.stopPropagation();
      const now = pair();
      const box = surface.value.getBoundingClientRect();
      view.panBy(now.middle.x - was.middle.x, now.middle.y - was.middle.y);
      if (was.apart > 0) view.zoomAt({ x: now.middle.x - box.left, y: now.middle.y - box.top }, now.apart / was.apart);
    },
    { capture: true },
  );
  useEventListener(window, 'pointerup', release);
  useEventListener(window, 'pointercancel', release);
}
