<script setup lang="ts">
import { useView, type Tool } from '~/stores/view';

/** The ways to add a curve, and the two other tools. */
const view = useView();
const CURVES: readonly { tool: Tool; name: string; path: string }[] = [
  { tool: 'circle', name: 'Circle', path: 'M12 4a8 8 0 1 1-.01 0Z' },
  { tool: 'arc', name: 'Arc', path: 'M3 16a10 10 0 0 1 18 0' },
];
const choose = (tool: Tool): void => { view.tool = view.tool === tool ? 'pick' : tool; };
</script>

<template>
  <div class="add">
    <h2>Add a curve</h2>
    <div class="tools">
      <button v-for="{ tool, name, path } in CURVES" :key="tool" type="button" :aria-pressed="view.tool === tool" @click="choose(tool)">
        <svg viewBox="0 0 24 22" width="24" height="22" aria-hidden="true"><path :d="path" fill="none" stroke="currentColor" stroke-width="1.6" stroke-linecap="round" /></svg>
        {{ name }}
      </button>
    </div>
    <h2>Set lettering</h2>
    <div class="tools">
      <button type="button" class="wide" :aria-pressed="view.tool === 'letter'" @click="choose('letter')">
        <svg viewBox="0 0 40 22" width="40" height="22" aria-hidden="true">
          <path d="M4 20a18 18 0 0 1 32 0" fill="none" stroke="var(--brass)" stroke-width="1.4" />
          <text x="20" y="10" text-anchor="middle" font-size="10" font-weight="600" fill="currentColor">Ab</text>
        </svg>
        Click at a curve
      </button>
    </div>
  </div>
</template>

<style scoped>
h2 { font-size: 12px; font-weight: 600; color: var(--ink-soft); margin: 14px 0 8px; }
.tools { display: grid; grid-template-columns: repeat(4, 1fr); gap: 6px; }
.tools button {
  display: grid; justify-items: center; gap: 1px; padding: 6px 2px 5px; border: 1px solid var(--hairline); border-radius: 6px;
  background: var(--field); cursor: pointer; font-size: 12px;
}
.tools .wide { grid-column: span 4; grid-auto-flow: column; justify-content: center; align-items: center; gap: 8px; }
.tools button:hover { border-color: #a9a28f; }
.tools button[aria-pressed='true'] { border-color: var(--teal); background: var(--teal-wash); box-shadow: 0 0 0 1px var(--teal); color: var(--teal); }
</style>
