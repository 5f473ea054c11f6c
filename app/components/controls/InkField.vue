<script setup lang="ts">
/** A colour that may be none. */
defineProps<{ label: string; modelValue: string | null }>();
const emit = defineEmits<{ change: [colour: string | null] }>();

const SWATCHES = ['#20303a', '#1f4b57', '#0f6b6b', '#4d7a3a', '#b57b1e', '#f0b94a', '#f4e3b8', '#fbf8f1', '#b4452a', '#8c2f2b', '#000000', '#ffffff'];

/** The picker gives hex in upper case, or null when cleared. */
function take(value: string | null): void {
  const hex = value?.toLowerCase() ?? null;
  if (hex === null || /^#[0-9a-f]{6}$/.test(hex)) emit('change', hex);
}
</script>

<template>
  <div class="row">
    <span class="label">{{ label }}</span>
    <span class="ink">
      <el-color-picker
        :model-value="modelValue ?? undefined" :predefine="SWATCHES" color-format="hex" :aria-label="label"
        @change="take"
      />
      <span class="value">{{ modelValue ?? 'none' }}</span>
      <button v-if="modelValue" class="none" type="button" :aria-label="`${label}: none`" @click="emit('change', null)">none</button>
    </span>
  </div>
</template>

<style scoped>
.ink { display: flex; align-items: center; gap: 8px; min-height: 30px; }
.value { color: var(--ink-soft); font-variant-numeric: tabular-nums; }
.none { margin-left: auto; border: 0; background: none; color: var(--teal); cursor: pointer; padding: 4px; }
</style>
