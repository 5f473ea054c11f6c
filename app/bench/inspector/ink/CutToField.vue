<script setup lang="ts">
import { isCurve, type Art, type Picture } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** The closed curve beyond which nothing of something brought in shows. */
const props = defineProps<{ item: Art | Picture; word: 'art' | 'picture' }>();
const store = usePiece();
const closed = computed(() =>
  store.piece!.items.filter(isCurve).filter((one) => store.trackOf(one.id)?.path.path.closed),
);
const set = (id: string) =>
  store.set(`Cut ${props.word} to a curve`, props.item.id, ['within'], id === 'none' ? null : id);
</script>

<template>
  <div class="row">
    <span class="label">Cut to</span>
    <ChoiceList :model-value="item.within ?? 'none'" aria-label="Cut to a curve" @change="set">
      <el-option value="none" label="no curve" />
      <el-option v-for="curve in closed" :key="curve.id" :value="curve.id" :label="curve.name" />
    </ChoiceList>
  </div>
</template>
