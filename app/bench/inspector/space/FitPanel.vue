<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { curveKind } from '#core/curves/index';
import { groundOf } from '#core/setting/settingOf';
import { setStep, type Step } from '#core/piece/steps/index';
import { isFree, type FitBy, type FitRule, type Lettering } from '#core/piece/types';
import { fillRoom, wideRule, type FillResult, type Filling } from '#core/setting/space/fill';
import { fillProblem, saidValue } from '#core/setting/space/fillProblem';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

/**
 * Fills the room between the bookends: by one thing, or by several in an order with limits, once or for as long as it
 * is kept.
 */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();
const faces = useFaces();

const BY: readonly { by: FitBy; name: string }[] = [
  { by: 'tracking', name: 'tracking' },
  { by: 'size', name: 'size' },
  { by: 'width', name: 'width' },
  { by: 'radius', name: 'radius' },
];
const fit = computed(() => props.lettering.fit);
const kept = computed(() => fit.value.kept);

/** Tried when the hand rests, of things as they are then: the values are shown before they are taken. */
const resting = useIdleValue(() => ({
  lettering: props.lettering,
  setting: store.selectedSetting,
  curve: store.selectedCurve,
  tracks: store.tracks,
  corrections: store.corrections,
}));
function fillingOf(lettering: Lettering): Filling | null {
  const ground = groundOf(lettering, resting.value.tracks, faces.loaded);
  return ground.ok ? { lettering, ...ground.value, correction: resting.value.corrections.of(lettering) } : null;
}
const shape = computed(() => {
  const { curve } = resting.value;
  return curve && isFree(curve) ? curve.shape : null;
});
const offers = computed(() => {
  const { lettering } = resting.value;
  const filling = lettering.wording.trim() === '' ? null : fillingOf(lettering);
  return new Map(
    BY.flatMap(({ by }) => {
      if (!filling || (by === 'radius' && !shape.value)) return [];
      const made = fillRoom(filling, [wideRule(by)], shape.value);
      return Math.abs(made.leftMm) < 0.001 ? [[by, { made, said: said(by, lettering, made) }] as const] : [];
    }),
  );
});
function said(by: FitBy, lettering: Lettering, made: FillResult): string {
  const { value } = made.steps[0]!;
  if (by === 'size') return `${((resting.value.setting?.capMm ?? 0) * value).toFixed(2)} mm`;
  if (by === 'width') return `${(lettering.width * value * 100).toFixed(1)} %`;
  if (by === 'radius') return curveKind(made.shape!).sizeLabel(made.shape!);
  return saidValue(by, value);
}
const inOrder = computed(() => {
  const { lettering } = resting.value;
  const filling = lettering.wording.trim() === '' ? null : fillingOf(lettering);
  if (!filling) return null;
  // A kept radius is a value of the curve already: the rest is told as it stands.
  const {
    fit: { kept: isKept, rules: all },
  } = lettering;
  const rules = isKept ? all.filter((rule) => rule.by !== 'radius') : all;
  const made = fillRoom(filling, rules, isKept ? null : shape.value);
  return {
    made,
    problem: fillProblem(filling, rules, made, shape.value),
    said: [
      ...made.steps.map(({ by, value }) => `${by} ${saidValue(by, value)}`),
      ...(rules.length < all.length && shape.value ? [curveKind(shape.value).sizeLabel(shape.value)] : []),
    ].join(', '),
  };
});

/** Takes over what a fit came to, as values of the lettering and its curve. */
function take(label: EditLabel, made: FillResult): void {
  const piece = store.piece!,
    { id, curveId } = props.lettering;
  const { lettering } = made;
  const steps: Step[] = (['anchor', 'size', 'width'] as const).flatMap((name) =>
    lettering[name] === props.lettering[name] ? [] : [setStep(piece, id, [name], lettering[name])],
  );
  if (lettering.spacing.tracking !== props.lettering.spacing.tracking)
    steps.push(setStep(piece, id, ['spacing', 'tracking'], lettering.spacing.tracking));
  if (made.shape) steps.push(setStep(piece, curveId, ['shape'], made.shape));
  const problem = store.edit(label, steps);
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
const setFit = (label: EditLabel, next: Partial<Lettering['fit']>, gesture?: string) =>
  store.set(label, props.lettering.id, ['fit'], { ...fit.value, ...next }, gesture);
const keep = (on: boolean): void => {
  setFit(on ? 'Keep filled' : 'Stop keeping filled', { kept: on });
};

const limit = (n: number, which: 'least' | 'most') => (value: number, gesture: string) => {
  const rule = fit.value.rules[n]!;
  const by = rule.by === 'tracking' ? 1 : 100;
  if (which === 'least' ? value / by > rule.most : value / by < rule.least) {
    return {
      code: 'least-above-most',
      value,
      message: `The least must not be more than the most. Change ${which === 'least' ? 'the most' : 'the least'} first.`,
    };
  }
  return setFit(
    'Limits of filling',
    { rules: fit.value.rules.map((rule, i) => (i === n ? { ...rule, [which]: value / by } : rule)) },
    gesture,
  );
};
const shown = (rule: FitRule, which: 'least' | 'most'): number => rule[which] * (rule.by === 'tracking' ? 1 : 100);
const range = (rule: FitRule) => (rule.by === 'tracking' ? { min: -500, max: 2000 } : { min: 5, max: 2000 });
const up = (n: number): void => {
  const rules = fit.value.rules.slice();
  [rules[n - 1], rules[n]] = [rules[n]!, rules[n - 1]!];
  setFit('Order of filling', { rules });
};
const drop = (n: number): void => {
  setFit('Rules of filling', { rules: fit.value.rules.filter((_, i) => i !== n) });
};
const missing = computed(() => BY.filter(({ by }) => !fit.value.rules.some((rule) => rule.by === by)));
const STANDARD: Readonly<Record<FitBy, FitRule>> = {
  tracking: { by: 'tracking', least: -20, most: 120 },
  width: { by: 'width', least: 0.92, most: 1.08 },
  size: { by: 'size', least: 0.5, most: 2 },
  radius: { by: 'radius', least: 0.8, most: 1.25 },
};
const add = (by: FitBy): void => {
  setFit('Rules of filling', { rules: [...fit.value.rules, STANDARD[by]] });
};
</script>

<template>
  <section class="section" aria-label="Fill">
    <header>
      <h2>Fill the bookends</h2>
      <span v-if="kept" class="quiet">kept filled</span>
    </header>
    <p v-if="lettering.anchor.align === 'filled'" class="quiet">
      The letters are spread from bookend to bookend already.
    </p>
    <template v-else>
      <div v-if="!kept" class="ways">
        <button
          v-for="{ by, name } in BY"
          :key="by"
          type="button"
          class="key"
          :data-fill="by"
          :disabled="!offers.has(by)"
          @click="take(`Fill by ${by}`, offers.get(by)!.made)">
          {{ name }}<span class="value">{{ offers.get(by)?.said ?? '–' }}</span>
        </button>
      </div>
      <div class="order" role="group" aria-label="Try in this order, within limits">
        <p class="quiet">Try in this order, within limits</p>
        <div v-for="(rule, n) in fit.rules" :key="rule.by" class="rule">
          <span class="by">{{ rule.by }}</span>
          <QuantityField
            :label="`Least ${rule.by}`"
            :model-value="shown(rule, 'least')"
            :unit="rule.by === 'tracking' ? '' : '%'"
            :limits="range(rule)"
            :step="1"
            :places="0"
            :commit="limit(n, 'least')" />
          <QuantityField
            :label="`Most ${rule.by}`"
            :model-value="shown(rule, 'most')"
            :unit="rule.by === 'tracking' ? '' : '%'"
            :limits="range(rule)"
            :step="1"
            :places="0"
            :commit="limit(n, 'most')" />
          <button type="button" class="small" :disabled="n === 0" :aria-label="`${rule.by} earlier`" @click="up(n)">
            ↑
          </button>
          <button
            type="button"
            class="small"
            :disabled="fit.rules.length === 1"
            :aria-label="`Not by ${rule.by}`"
            @click="drop(n)">
            ×
          </button>
        </div>
        <p v-if="missing.length > 0" class="more">
          <button v-for="{ by, name } in missing" :key="by" type="button" class="link" @click="add(by)">
            + {{ name }}
          </button>
        </p>
      </div>
      <p v-if="inOrder" class="outcome" :class="{ short: inOrder.problem }" role="status">
        {{ inOrder.problem?.message ?? `Result: ${inOrder.said}.` }}
      </p>
      <div class="acts">
        <button
          v-if="!kept"
          class="key"
          type="button"
          :disabled="!inOrder"
          data-fill="order"
          @click="take('Fill in order', inOrder!.made)">
          Fill in this order
        </button>
        <label class="tick"
          ><input type="checkbox" :checked="kept" @change="keep(($event.target as HTMLInputElement).checked)" /> Keep
          filled</label
        >
      </div>
      <p v-if="kept && fit.rules.some((rule) => rule.by === 'radius')" class="quiet">
        {{
          shape
            ? 'The curve is kept at the size that fills; limits count from the size you last gave it.'
            : 'The curve is locked or follows another, so its radius stays.'
        }}
      </p>
    </template>
  </section>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 5px;
}
.ways .key {
  display: grid;
  gap: 0;
  justify-items: center;
  padding: 4px 2px;
  font-size: 12px;
  line-height: 1.3;
  min-height: 42px;
}
.value {
  color: var(--ink-soft);
  font-size: 11.5px;
  font-variant-numeric: tabular-nums;
}
.order {
  margin-top: 10px;
}
.order > p {
  font-size: 12px;
}
.rule {
  display: grid;
  grid-template-columns: 58px 1fr 1fr 22px 22px;
  gap: 5px;
  align-items: center;
  margin-top: 5px;
}
.by {
  color: var(--ink-soft);
}
.small {
  width: 22px;
  height: 26px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  border-radius: 4px;
}
.small:hover:not(:disabled) {
  background: #f0eadb;
}
.small:disabled {
  color: var(--hairline);
  cursor: default;
}
.more {
  margin-top: 4px;
}
.link {
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  padding: 2px 8px 2px 0;
  font-size: 12px;
}
.outcome {
  margin: 8px 0;
  font-size: 12px;
  color: var(--ink-soft);
}
.outcome.short {
  color: var(--rust);
}
</style>
