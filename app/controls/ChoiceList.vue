<script setup lang="ts">
/**
 * One of several, from a list that opens beneath it, in line with its right edge as the inspector is. The list is made
 * when it is opened. Takes what `el-select` takes.
 */
const PLACES = ['bottom-end', 'top-end'] as const;
</script>

<template>
  <el-select :persistent="false" placement="bottom-end" :fallback-placements="PLACES.slice()"><slot /></el-select>
</template>
