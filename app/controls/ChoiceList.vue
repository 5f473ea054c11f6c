<script setup lang="ts">
/**
 * One of several, from a list that opens beneath it, in line with its right edge as the inspector is. The list is made
 * when it is opened. Takes what `el-select` takes.
 */
const PLACES = ['bottom-end', 'top-end'] as const;

/** `el-select` keeps Escape to itself though its list is closed: then it is for the dialog or the view about it. */
function handOn(event: KeyboardEvent): void {
  const field = event.target as HTMLElement;
  if (field.getAttribute('aria-expanded') === 'true') return;
  event.stopPropagation();
  const about = (event.currentTarget as HTMLElement).parentElement!;
  const again = new KeyboardEvent('keydown', { key: event.key, code: event.code, bubbles: true, cancelable: true });
  if (!about.dispatchEvent(again)) event.preventDefault();
}
</script>

<template>
  <el-select
    :persistent="false"
    placement="bottom-end"
    :fallback-placements="PLACES.slice()"
    @keydown.esc.capture="handOn">
    <slot />
  </el-select>
</template>
