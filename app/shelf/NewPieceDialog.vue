<script setup lang="ts">
import { emptyPiece, SHEET_PRESETS, type SheetPreset } from '~/utils/newPiece';
import { api, RequestFailed } from '~/utils/api';

const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ made: [id: string] }>();

const name = ref('New piece');
const widthMm = ref(84);
const heightMm = ref(84);
const problem = ref('');
const busy = ref(false);
const first = useTemplateRef<HTMLInputElement>('first');
/** From the width Enter goes on to the height. */
const height = useTemplateRef<{ focus: () => void }>('height');

const isChosen = (preset: SheetPreset): boolean =>
  preset.widthMm === widthMm.value && preset.heightMm === heightMm.value;
function choose(preset: SheetPreset): void {
  widthMm.value = preset.widthMm;
  heightMm.value = preset.heightMm;
}
const setWidth = (value: number): null => {
  widthMm.value = value;
  return null;
};
const setHeight = (value: number): null => {
  heightMm.value = value;
  return null;
};

/** The preset's proportions in a box of 44 px. */
function outline({ widthMm: w, heightMm: h }: SheetPreset): { width: string; height: string } {
  const k = 40 / Math.max(w, h);
  return { width: `${w * k}px`, height: `${h * k}px` };
}

async function make(): Promise<void> {
  busy.value = true;
  problem.value = '';
  try {
    const { id } = await api.create(emptyPiece(name.value.trim() || 'New piece', widthMm.value, heightMm.value));
    open.value = false;
    emit('made', id);
  } catch (error) {
    if (!(error instanceof RequestFailed)) throw error;
    problem.value = error.message;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <el-dialog v-model="open" title="New piece" width="560px" align-center @open-auto-focus="beginIn(first)">
    <form @submit.prevent="make">
      <label class="line"
        ><span class="quiet">Name</span
        ><input
          ref="first"
          v-model="name"
          class="text"
          maxlength="200"
          @focus="($event.target as HTMLInputElement).select()"
      /></label>
      <p class="quiet head">Sheet</p>
      <div class="presets" role="group" aria-label="Sheet sizes">
        <button
          v-for="preset in SHEET_PRESETS"
          :key="preset.name"
          type="button"
          class="preset"
          :aria-pressed="isChosen(preset)"
          @click="choose(preset)">
          <span class="shape"><span :style="outline(preset)" /></span>
          <b>{{ preset.name }}</b>
          <span class="quiet">{{ preset.widthMm }} × {{ preset.heightMm }}</span>
        </button>
      </div>
      <div class="custom">
        <span class="quiet">or your own size</span>
        <QuantityField
          label="Width"
          :model-value="widthMm"
          limits="sheetMm"
          :step="1"
          :commit="setWidth"
          holds-enter
          @keydown.enter.prevent="height?.focus()" />
        <span class="quiet">×</span>
        <QuantityField
          ref="height"
          label="Height"
          holds-enter
          :model-value="heightMm"
          limits="sheetMm"
          :step="1"
          :commit="setHeight" />
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="foot">
        <button class="key" type="button" @click="open = false">Cancel</button>
        <button class="key main" type="submit" :disabled="busy">Create</button>
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
.line {
  display: grid;
  gap: 4px;
}
.text {
  height: 34px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  padding: 0 10px;
  background: var(--field);
}
.head {
  margin: 16px 0 6px;
}
.presets {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
}
.preset {
  display: grid;
  justify-items: center;
  gap: 2px;
  padding: 10px 4px 8px;
  border: 1px solid var(--hairline);
  border-radius: 8px;
  background: var(--field);
  cursor: pointer;
  font-size: 12px;
}
.preset[aria-pressed='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  box-shadow: 0 0 0 1px var(--teal);
}
.shape {
  display: grid;
  place-items: center;
  height: 46px;
}
.shape > span {
  border: 1px solid var(--brass);
  background: #fff;
}
.custom {
  display: grid;
  grid-template-columns: auto 100px auto 100px;
  align-items: center;
  gap: 8px;
  margin-top: 12px;
  justify-content: start;
}
.problem {
  color: var(--rust);
  margin-top: 10px;
}
.foot {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
  margin-top: 20px;
}
</style>
