<template>
  <NuxtLink to="/" class="mark" aria-label="Under Arc, to the shelf">
    <svg viewBox="0 0 28 22" width="28" height="22" aria-hidden="true">
      <path
        d="M3 18a11 11 0 0 1 22 0"
        fill="none"
        stroke="var(--brass-light)"
        stroke-width="2.4"
        stroke-linecap="round" />
      <path d="M10 20h8" stroke="#fff" stroke-width="2.4" stroke-linecap="round" />
    </svg>
    <span>Under Arc</span>
  </NuxtLink>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 12px;
  color: #fff;
  text-decoration: none;
  font: 19px var(--wordmark);
  white-space: nowrap;
}
</style>
