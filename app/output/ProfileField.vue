<script setup lang="ts">
import { STOCKS } from '#core/ink/stocks/index';
import type { OwnProfileRef } from '#core/output/formats/index';
import { usePiece } from '~/stores/piece';
import { api, type AddedProfile } from '~/utils/api';
import { heavyWork } from '~/workers/door';

/** The profile by which a file is printed: that of the paper, or a printer's own. */
const profile = defineModel<OwnProfileRef | null>({ required: true });
const store = usePiece();
const added = shallowRef<readonly AddedProfile[]>([]);
const problem = ref('');
/** Most ink that the chosen one prints with, %. */
const mostInk = ref<number | null>(null);
const input = useTemplateRef<HTMLInputElement>('input');
const PAPER = 'paper',
  ADD = 'add';

const say = (error: unknown): void => {
  problem.value = (error as Error).message;
};
/** Those to choose from; the chosen one is among them before the list has come. */
const offered = computed(() => {
  const now = profile.value;
  return now && !added.value.some(({ id }) => id === now.profileId)
    ? [...added.value, { id: now.profileId, name: now.name }]
    : added.value;
});
onMounted(async () => {
  added.value = await api.profiles().catch((error: unknown) => {
    say(error);
    return [];
  });
});
watch(
  profile,
  async (now) => {
    mostInk.value = null;
    if (!now) return;
    const limit = await heavyWork().profileLimit(now.profileId);
    if (now !== profile.value) return;
    if (limit.ok) mostInk.value = limit.value;
    else problem.value = limit.problem.message;
  },
  { immediate: true },
);

function choose(id: string): void {
  problem.value = '';
  if (id === ADD) {
    input.value?.click();
    return;
  }
  const one = offered.value.find((other) => other.id === id);
  profile.value = one ? { profileId: one.id, name: one.name } : null;
}

async function add(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement,
    [file] = field.files ?? [];
  field.value = '';
  if (!file) return;
  problem.value = '';
  try {
    const one = await api.sendProfile(file);
    added.value = [...added.value.filter(({ id }) => id !== one.id), one];
    profile.value = { profileId: one.id, name: one.name };
  } catch (error) {
    say(error);
  }
}
const limit = computed(() => store.piece!.process.mostInk);
const takeLimit = (): void => {
  store.set('Process', null, ['process'], { ...store.piece!.process, mostInk: mostInk.value! });
};
</script>

<template>
  <div class="row">
    <span class="label">Profile</span>
    <ChoiceList :model-value="profile?.profileId ?? PAPER" aria-label="Profile" @change="choose">
      <el-option :value="PAPER" :label="`Paper: ${STOCKS[store.piece!.process.stock].title}`" />
      <el-option v-for="one in offered" :key="one.id" :value="one.id" :label="one.name" />
      <el-option :value="ADD" label="Add a profile (.icc)…" />
    </ChoiceList>
    <input ref="input" type="file" accept=".icc,.icm" aria-label="Profile to add" hidden @change="add" />
  </div>
  <p v-if="mostInk !== null && mostInk !== limit" class="quiet said" role="status">
    This profile prints with up to {{ mostInk }} % of ink; the limit of the piece is {{ limit }} %.
    <button type="button" class="link" @click="takeLimit">Set it to {{ mostInk }} %</button>
  </p>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
</template>

<style scoped>
.said {
  font-size: 12px;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  color: var(--teal);
  cursor: pointer;
  text-decoration: underline;
}
.problem {
  color: var(--rust);
}
</style>
