<script setup lang="ts">
import type { Curve, Lettering, Ornaments, Stroke } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

const props = defineProps<{ item: Curve | Lettering | Ornaments }>();
const store = usePiece();
const fill = (colour: string | null): void => { store.set('Fill', props.item.id, ['fill'], colour); };
const stroke = (value: Stroke | null, gesture?: string) => store.set('Stroke', props.item.id, ['stroke'], value, gesture);
const prints = computed(() => props.item.fill !== null || props.item.stroke !== null);
</script>

<template>
  <section class="section" aria-label="Ink">
    <header><h2>Ink</h2><span v-if="!prints" class="quiet">does not print</span></header>
    <InkField label="Fill" :model-value="item.fill" @change="fill" />
    <StrokeField label="Stroke" :model-value="item.stroke" :commit="stroke" />
  </section>
</template>
