<script setup lang="ts">
import { nudgeRun } from '~/gestures/nudgeRun';
import { startDrag } from '~/gestures/startDrag';

/** A direction on the clock, turned by a drag round its middle or by the arrow keys. Whole degrees; Shift for tens. */
const props = defineProps<{ label: string; modelValue: number }>();
const emit = defineEmits<{ change: [deg: number, gesture: string] }>();
const face = useTemplateRef<SVGSVGElement>('face');

const whole = (deg: number): number => ((Math.round(deg) % 360) + 360) % 360;
function degAt(event: PointerEvent): number {
  const box = face.value!.getBoundingClientRect();
  return (
    (Math.atan2(event.clientX - box.left - box.width / 2, box.top + box.height / 2 - event.clientY) * 180) / Math.PI
  );
}
function onDown(event: PointerEvent): void {
  const from = degAt(event),
    was = props.modelValue;
  startDrag(event, { move: (next, gesture) => emit('change', whole(was + degAt(next) - from), gesture) });
}
function onKey(event: KeyboardEvent): void {
  const sign = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
  if (!sign) return;
  event.preventDefault();
  emit('change', whole(props.modelValue + sign * (event.shiftKey ? 10 : 1)), `dial${nudgeRun()}`);
}
</script>

<template>
  <svg
    ref="face"
    class="dial"
    viewBox="-20 -20 40 40"
    role="slider"
    tabindex="0"
    :aria-label="label"
    :aria-valuenow="Math.round(modelValue)"
    aria-valuemin="0"
    aria-valuemax="360"
    :aria-valuetext="`${Math.round(modelValue)} degrees`"
    @pointerdown="onDown"
    @keydown="onKey">
    <circle r="17" class="rim" />
    <line v-for="n in 8" :key="n" y1="-17" y2="-14" :transform="`rotate(${n * 45})`" />
    <g :transform="`rotate(${modelValue})`">
      <line class="hand" y1="-3" y2="-11" />
      <path d="M0 -17l4 -4l-4 -4l-4 4Z" transform="translate(0 7)" />
    </g>
  </svg>
</template>

<style scoped>
.dial {
  width: 40px;
  height: 40px;
  cursor: grab;
  touch-action: none;
}
.dial:focus-visible {
  outline: 2px solid var(--teal);
  border-radius: 50%;
}
.rim {
  fill: var(--field);
  stroke: var(--hairline);
}
line {
  stroke: #9b9482;
}
.hand {
  stroke: var(--teal);
  stroke-width: 1.5;
}
path {
  fill: var(--teal);
}
</style>
