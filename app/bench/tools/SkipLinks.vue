<script setup lang="ts">
import { goToPart } from '~/commands/look';

/** Ways past the bar for whoever goes by the Tab key; seen only while they have it. */
const WAYS = [
  ['.left', 'To the list'],
  ['.desk', 'To the sheet'],
  ['.inspector', 'To the settings'],
] as const;
</script>

<template>
  <nav class="skip" aria-label="Skip to a part">
    <button v-for="[part, name] in WAYS" :key="part" type="button" class="key" @click="goToPart(part)">
      {{ name }}
    </button>
  </nav>
</template>

<style scoped>
.skip button {
  position: absolute;
  left: 8px;
  top: 8px;
  z-index: 3;
  clip-path: inset(50%);
}
.skip button:focus {
  clip-path: none;
}
</style>
