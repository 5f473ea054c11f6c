<script setup lang="ts">
import { useTimestamp } from '@vueuse/core';
import { longestWork, stopLongest } from '~/workers/door';

/** Tells what has been worked on for a while, and stops it. */

/** What is done sooner needs no words, ms. */
const UNSAID_MS = 2000;
const LOOK_MS = 250;

const { timestamp, pause, resume } = useTimestamp({ interval: LOOK_MS, controls: true });
const takenMs = computed(() => {
  const job = longestWork.value;
  return job && timestamp.value ? performance.now() - job.since : 0;
});
watch(
  () => longestWork.value !== null,
  (any) => {
    if (any) resume();
    else pause();
  },
  { immediate: true },
);
</script>

<template>
  <div v-if="longestWork && takenMs > UNSAID_MS" class="long" role="status">
    <span class="spin" aria-hidden="true" />
    <span>{{ longestWork.name }} has taken {{ Math.floor(takenMs / 1000) }} s so far.</span>
    <button type="button" class="key" @click="stopLongest">Stop</button>
  </div>
</template>

<style scoped>
.long {
  position: fixed;
  bottom: 18px;
  left: 50%;
  z-index: 60;
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 10px 8px 14px;
  border: 1px solid var(--hairline);
  border-radius: 8px;
  background: var(--field);
  box-shadow: 0 4px 18px #20303a2e;
  transform: translateX(-50%);
}
.spin {
  width: 12px;
  height: 12px;
  border: 2px solid var(--hairline);
  border-top-color: var(--teal);
  border-radius: 50%;
  animation: turn 1s linear infinite;
}
@keyframes turn {
  to {
    transform: rotate(1turn);
  }
}
@media (prefers-reduced-motion: reduce) {
  .spin {
    animation: none;
  }
}
</style>
