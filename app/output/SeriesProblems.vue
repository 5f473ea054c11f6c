<script setup lang="ts">
import type { RowProblem } from '#core/output/series';

/** What is wrong with rows of a series, and how many of them are left out. */
const props = defineProps<{ problems: readonly RowProblem[] }>();
const rowsWrong = computed(() => new Set(props.problems.map((one) => one.row)).size);
const rowsLeft = computed(() => new Set(props.problems.filter((one) => one.stops).map((one) => one.row)).size);
</script>

<template>
  <div class="wrong">
    <p>
      <b>{{ rowsWrong === 1 ? 'One row has' : `${rowsWrong} rows have` }} problems</b>,
      {{ rowsLeft === 0 ? 'none is left out' : `${rowsLeft} ${rowsLeft === 1 ? 'is' : 'are'} left out` }}:
    </p>
    <ul>
      <li v-for="(one, n) in problems.slice(0, 200)" :key="n">
        Row {{ one.row }}{{ one.stops ? ', left out' : '' }}: {{ one.problem.message }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.wrong {
  border-left: 3px solid var(--rust);
  background: #f6e7e0;
  padding: 8px 10px;
  font-size: 12px;
}
.wrong ul {
  margin: 4px 0 0;
  padding-left: 16px;
  max-height: 180px;
  overflow-y: auto;
}
</style>
