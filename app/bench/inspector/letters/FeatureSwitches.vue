<script setup lang="ts">
import { traceLettering } from '#core/drawing/traceLetters';
import { screenPathData, UNIT_MM } from '#core/output/screenPath';
import type { FeatureSwitch, Lettering } from '#core/piece/types';
import { samplePicture, SAMPLE } from '#core/setting/pictures/samplePicture';
import { switchableFeatures } from '#core/type/featureNames';
import type { Face } from '#core/type/face';
import { usePiece } from '~/stores/piece';

/** The OpenType features that the face has, as switches, each with the person's words as it would make them. */
const props = defineProps<{ lettering: Lettering; face: Face }>();
const store = usePiece();
useSidePanel();
const open = ref(false);

const list = computed(() => switchableFeatures(props.face.features));
const valueOf = (tag: string, by: boolean): boolean => {
  const one = props.lettering.features.find((feature) => feature.tag === tag);
  return one ? one.value > 0 : by;
};
const on = computed(() => list.value.filter(({ tag, onByItself }) => valueOf(tag, onByItself) !== onByItself).length);
const samples = computed(() =>
  open.value
    ? new Map(
        list.value.map(({ tag, onByItself }) => {
          const set = samplePicture(props.lettering, props.face, switched(tag, !valueOf(tag, onByItself)));
          return [tag, set ? screenPathData((sink) => traceLettering(set, sink), UNIT_MM.coarse) : ''];
        }),
      )
    : new Map<string, string>(),
);

function switched(tag: string, value: boolean): FeatureSwitch[] {
  return [...props.lettering.features.filter((one) => one.tag !== tag), { tag, value: value ? 1 : 0 }];
}
function toggle(tag: string, value: boolean, onByItself: boolean): void {
  const rest = props.lettering.features.filter((one) => one.tag !== tag);
  store.set(
    'Switch feature',
    props.lettering.id,
    ['features'],
    value === onByItself ? rest : [...rest, { tag, value: value ? 1 : 0 }],
  );
}
</script>

<template>
  <details v-if="list.length > 0" class="features" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>
      OpenType features<span v-if="on > 0" class="quiet">, {{ on }} switched</span>
    </summary>
    <label v-for="{ tag, name, onByItself } in list" :key="tag" :data-feature="tag">
      <input
        type="checkbox"
        :checked="valueOf(tag, onByItself)"
        @change="toggle(tag, ($event.target as HTMLInputElement).checked, onByItself)" />
      <span>{{ name }}</span>
      <svg :viewBox="`0 0 ${SAMPLE.width} ${SAMPLE.height}`" aria-hidden="true">
        <path :d="samples.get(tag)" :transform="`scale(${UNIT_MM.coarse})`" />
      </svg>
    </label>
  </details>
</template>

<style scoped>
.features {
  margin-top: 10px;
}
summary {
  cursor: pointer;
  color: var(--ink-soft);
}
label {
  display: grid;
  grid-template-columns: auto 1fr 96px;
  gap: 7px;
  align-items: center;
  margin-top: 5px;
  font-size: 12px;
}
input {
  accent-color: var(--teal);
  width: 15px;
  height: 15px;
  margin: 0;
}
svg {
  width: 96px;
  height: 22px;
}
path {
  fill: var(--ink);
}
</style>
