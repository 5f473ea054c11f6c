<script setup lang="ts">
import type { Lettering } from '#core/piece/types';
import type { Axis, Face } from '#core/type/face';
import { usePiece } from '~/stores/piece';

/** The axes of a variable face, in the font's own units. */
const props = defineProps<{ lettering: Lettering; face: Face }>();
const store = usePiece();
useSidePanel();

const valueOf = ({ tag, standard }: Axis): number =>
  props.lettering.axes.find((one) => one.tag === tag)?.value ?? standard;
const stepOf = ({ min, max }: Axis): number => (max - min > 20 ? 1 : (max - min) / 100);
function set({ tag, standard }: Axis, value: number, gesture: string) {
  const rest = props.lettering.axes.filter((one) => one.tag !== tag);
  return store.set(
    'Vary the face',
    props.lettering.id,
    ['axes'],
    value === standard ? rest : [...rest, { tag, value }],
    gesture,
  );
}
</script>

<template>
  <SliderField
    v-for="axis in face.axes"
    :key="axis.tag"
    :label="axis.name"
    :model-value="valueOf(axis)"
    :limits="{ min: axis.min, max: axis.max }"
    :min="axis.min"
    :max="axis.max"
    :step="stepOf(axis)"
    :places="1"
    :commit="(value, g) => set(axis, value, g)" />
</template>
