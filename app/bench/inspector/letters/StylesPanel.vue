<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { nanoid } from 'nanoid';
import { pictureOfStyle } from '#core/output/stylePicture';
import { sameValue } from '#core/piece/equal';
import { makeStyle } from '#core/piece/make';
import { setStep } from '#core/piece/steps/index';
import { STYLE_FIELDS, type Lettering, type Style } from '#core/piece/types';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

/** Named looks of lettering, each with a picture set by the engine: saved from one lettering, given to others. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();
const faces = useFaces();
const styles = computed(() => store.piece!.styles);
const chosen = ref('');

watch(
  styles,
  (list) => {
    void faces.ensure(list.map((style) => style.of.faceId));
  },
  { immediate: true },
);
const pictures = computed(
  () => new Map(styles.value.map((style) => [style.id, pictureOfStyle(store.piece!, style, faces.loaded)])),
);
/** The style that the lettering looks like now. */
const worn = computed(
  () =>
    styles.value.find(({ of }) => STYLE_FIELDS.every((field) => sameValue(of[field], props.lettering[field]))) ?? null,
);

const setStyles = (label: EditLabel, next: readonly Style[]) => store.set(label, null, ['styles'], next);
function keep(): void {
  const names = new Set(styles.value.map((one) => one.name));
  let n = styles.value.length + 1;
  while (names.has(`Style ${n}`)) n++;
  const style = makeStyle(nanoid(8), `Style ${n}`, props.lettering);
  if (setStyles('Save as style', [...styles.value, style]) === null) chosen.value = style.id;
}
function apply(style: Style): void {
  chosen.value = style.id;
  const problem = store.edit(
    `Apply ${style.name}`,
    STYLE_FIELDS.filter((field) => !sameValue(style.of[field], props.lettering[field])).map((field) =>
      setStep(store.piece!, props.lettering.id, [field], style.of[field]),
    ),
  );
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
const one = computed(() => styles.value.find((style) => style.id === chosen.value) ?? worn.value);
const rename = (name: string) =>
  setStyles(
    'Rename style',
    styles.value.map((style) => (style.id === one.value!.id ? { ...style, name } : style)),
  );
const renew = (): void => {
  setStyles(
    'Update style',
    styles.value.map((style) =>
      style.id === one.value!.id ? makeStyle(style.id, style.name, props.lettering) : style,
    ),
  );
};
const drop = (): void => {
  setStyles(
    'Delete style',
    styles.value.filter((style) => style.id !== one.value!.id),
  );
};
</script>

<template>
  <section class="section" aria-label="Styles">
    <header>
      <h2>Styles</h2>
      <span class="quiet">{{ worn ? worn.name : styles.length === 0 ? 'none saved yet' : 'custom' }}</span>
    </header>
    <div v-if="styles.length > 0" class="styles">
      <button
        v-for="style in styles"
        :key="style.id"
        type="button"
        :aria-pressed="worn?.id === style.id"
        :data-style="style.name"
        :title="`Apply ${style.name}`"
        @click="apply(style)">
        <!-- eslint-disable-next-line vue/no-v-html -- written by our own writer from plain data, every name escaped -->
        <span class="picture" v-html="pictures.get(style.id) ?? ''" />
        <span class="name">{{ style.name }}</span>
      </button>
    </div>
    <div v-if="one" class="one">
      <NameField :key="one.id" label="Name of the style" :model-value="one.name" :commit="rename" />
      <button type="button" class="link" :disabled="worn?.id === one.id" @click="renew">Update style</button>
      <button type="button" class="link" @click="drop">Delete</button>
    </div>
    <button class="key" type="button" :disabled="worn !== null" @click="keep">Save as style</button>
  </section>
</template>

<style scoped>
.styles {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
  margin-bottom: 8px;
}
.styles button {
  display: grid;
  gap: 2px;
  padding: 4px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--field);
  cursor: pointer;
  min-width: 0;
}
.styles button:hover {
  border-color: #a9a28f;
}
.styles button[aria-pressed='true'] {
  border-color: var(--teal);
  box-shadow: 0 0 0 1px var(--teal);
}
.picture {
  display: block;
  height: 46px;
  background: #bdb7a8;
  border-radius: 4px;
}
.picture :deep(svg) {
  width: 100%;
  height: 100%;
  display: block;
}
.name {
  font-size: 11.5px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  text-align: center;
}
.one {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-bottom: 8px;
}
.one > :first-child {
  flex: 1;
}
.link {
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  padding: 2px;
  font-size: 12px;
}
.link:disabled {
  color: var(--hairline);
  cursor: default;
}
</style>
