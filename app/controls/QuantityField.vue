<script setup lang="ts">
import type { Problem } from '#core/result';
import { LIMITS, type LimitName } from '#core/fields/limits';
import { newGesture } from '~/gestures/newGesture';
import { formatQuantity, parseQuantity, type Unit } from '~/utils/quantity';

/**
 * A value with its unit. Takes units and simple sums; Enter or leaving commits, Escape gives up, the arrow keys
 * and the wheel step (Shift for ten times). What cannot be taken is said below the field and nothing is lost.
 */
const props = withDefaults(
  defineProps<{
    label: string;
    modelValue: number;
    unit?: Unit;
    /** Takes the value, in the field's unit; gives why not. `gesture` joins steps that belong together. */
    commit: (value: number, gesture: string) => Problem | null;
    limits?: LimitName | { min: number; max: number };
    step?: number;
    places?: number;
    disabled?: boolean;
    /** Whether it stands for several values that differ: none is shown until one is given to all. */
    mixed?: boolean;
    /** Whether the keys stay in the field after Enter; else they go back to the sheet. */
    holdsEnter?: boolean;
  }>(),
  { unit: 'mm', limits: undefined, step: 0.1, places: 2, disabled: false, holdsEnter: false, mixed: false },
);

const draft = ref<string | null>(null);
const problem = ref<Problem | null>(null);
const input = useTemplateRef<HTMLInputElement>('input');
const messageId = useId();
let gesture = newGesture();

const shown = computed(() => draft.value ?? (props.mixed ? '' : formatQuantity(props.modelValue, props.places)));
const range = computed(() => (typeof props.limits === 'string' ? LIMITS[props.limits] : props.limits));
watch(
  () => props.modelValue,
  () => {
    problem.value = null;
  },
);

function take(value: number): boolean {
  const { value: limits } = range;
  if (limits && (value < limits.min || value > limits.max)) {
    problem.value = {
      code: 'out-of-range',
      value,
      message: `${props.label} must lie between ${formatQuantity(limits.min, 2)} and ${formatQuantity(limits.max, 2)}${props.unit ? ` ${props.unit}` : ''}.`,
    };
    return false;
  }
  problem.value = props.commit(value, gesture);
  return problem.value === null;
}

function commitDraft(): void {
  if (draft.value === null) return;
  if (props.mixed && draft.value.trim() === '') {
    draft.value = null;
    return;
  }
  if (!props.mixed && draft.value === formatQuantity(props.modelValue, props.places)) {
    draft.value = null;
    problem.value = null;
    return;
  }
  const parsed = parseQuantity(draft.value, props.unit);
  if (!parsed.ok) {
    problem.value = parsed.problem;
    return;
  }
  gesture = newGesture();
  if (take(parsed.value)) draft.value = null;
}

function stepBy(direction: number, event: KeyboardEvent | WheelEvent): void {
  event.preventDefault();
  const by = props.step * direction * (event.shiftKey ? 10 : 1);
  const base = draft.value === null ? props.modelValue : unwrap(draft.value);
  const next = Number((base + by).toFixed(6));
  if (take(next)) draft.value = null;
}

const unwrap = (text: string): number => {
  const parsed = parseQuantity(text, props.unit);
  return parsed.ok ? parsed.value : props.modelValue;
};

function onKey(event: KeyboardEvent): void {
  if (event.key === 'Enter') {
    // What is typed counts before whoever holds the field goes on with Enter.
    commitDraft();
    if (problem.value) {
      event.preventDefault();
      input.value?.select();
    } else if (!props.holdsEnter) input.value?.blur();
  } else if (event.key === 'Escape') {
    draft.value = null;
    problem.value = null;
    event.stopPropagation();
  } else if (event.key === 'ArrowUp') stepBy(1, event);
  else if (event.key === 'ArrowDown') stepBy(-1, event);
}

function onFocus(): void {
  gesture = newGesture();
  input.value?.select();
}

function onWheel(event: WheelEvent): void {
  if (document.activeElement === input.value) stepBy(event.deltaY < 0 ? 1 : -1, event);
}
defineExpose({ focus: () => input.value?.focus() });
</script>

<template>
  <span class="quantity" :class="{ wrong: problem }">
    <span class="box">
      <input
        ref="input"
        :value="shown"
        :placeholder="mixed ? 'mixed' : undefined"
        :aria-label="unit ? `${label}, ${unit === '°' ? 'degrees' : unit}` : label"
        :aria-invalid="problem !== null"
        :aria-describedby="problem ? messageId : undefined"
        :disabled="disabled"
        inputmode="decimal"
        autocomplete="off"
        spellcheck="false"
        @input="draft = ($event.target as HTMLInputElement).value"
        @blur="commitDraft"
        @focus="onFocus"
        @keydown="onKey"
        @wheel="onWheel" />
      <span v-if="unit" class="unit" aria-hidden="true">{{ unit }}</span>
    </span>
    <span v-if="problem" :id="messageId" class="why" role="alert">{{ problem.message }}</span>
  </span>
</template>

<style scoped>
.quantity {
  display: block;
  min-width: 0;
  position: relative;
}
.box {
  display: flex;
  align-items: center;
  height: 30px;
  padding: 0 8px 0 9px;
  background: var(--field);
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
.box:focus-within {
  border-color: var(--teal);
  box-shadow: 0 0 0 1px var(--teal);
}
input {
  flex: 1;
  min-width: 0;
  width: 100%;
  border: 0;
  background: none;
  padding: 0;
  font-variant-numeric: tabular-nums;
}
input:focus-visible {
  outline: none;
}
.unit {
  color: var(--ink-soft);
  padding-left: 4px;
}
.wrong .box {
  border-color: var(--rust);
  box-shadow: 0 0 0 1px var(--rust);
}
.why {
  position: absolute;
  z-index: 20;
  top: 34px;
  right: 0;
  width: max-content;
  max-width: 248px;
  padding: 7px 10px;
  background: var(--rust);
  color: #fff;
  border-radius: 6px;
  font-size: 12px;
  line-height: 1.35;
  box-shadow: 0 3px 10px #20303a33;
}
</style>
