import { fitSketch } from '#core/import/sketch';
import type { Vec } from '#core/geometry/vec';
import { useView } from '~/stores/view';
import { startDrag } from './startDrag';
import type { DraftPorts } from './usePointTools';

/** How near a sketch is followed: in px, and at the least in mm. */
const FOLLOWED = { px: 0.6, mm: 0.08 } as const;

/** Freehand: a drag becomes a curve through few nodes, as smooth as is asked for. */
export function useFreehand({ at, finishWith, problem }: DraftPorts) {
  const view = useView();
  const hand = shallowRef<readonly Vec[]>([]);
  const smoothness = ref(0.35);
  const sketch = computed(() =>
    hand.value.length > 2
      ? fitSketch(hand.value, smoothness.value, Math.max(FOLLOWED.mm, FOLLOWED.px / view.scale))
      : null,
  );

  function down(event: PointerEvent): void {
    hand.value = [at(event)];
    startDrag(event, {
      move: (next) => {
        hand.value = [...hand.value, at(next)];
      },
    });
  }

  function finish(): void {
    if (sketch.value?.ok) finishWith(sketch.value.value);
    else if (sketch.value) problem.value = sketch.value.problem.message;
  }

  function clear(): void {
    hand.value = [];
  }

  const calm = (value: number): void => {
    smoothness.value = value;
  };

  return { hand, smoothness, sketch, down, finish, clear, calm };
}
