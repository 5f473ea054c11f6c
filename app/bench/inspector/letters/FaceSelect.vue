<script setup lang="ts">
import { useFaces } from '~/stores/faces';

/** Chooses a typeface; each is shown in itself. */
defineProps<{ faceId: string; placeholder?: string }>();
const emit = defineEmits<{ choose: [id: string] }>();
const faces = useFaces();
</script>

<template>
  <ChoiceList
    :model-value="faceId || undefined"
    aria-label="Typeface"
    popper-class="faces"
    :placeholder="placeholder"
    filterable
    :style="{ fontFamily: faces.cssFamily(faceId) }"
    @change="(id: string) => emit('choose', id)"
    @visible-change="faces.ensure(faces.listing.map((one) => one.id))">
    <el-option v-for="face in faces.listing" :key="face.id" :value="face.id" :label="face.name">
      <span class="face"
        ><span :style="{ fontFamily: faces.cssFamily(face.id) }">{{ face.name }}</span
        ><span class="quiet">{{ face.character }}</span></span
      >
    </el-option>
  </ChoiceList>
</template>

<style scoped>
.face {
  display: flex;
  justify-content: space-between;
  gap: 18px;
  font-size: 15px;
}
.face .quiet {
  font-size: 12px;
}
</style>
