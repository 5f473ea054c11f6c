<script setup lang="ts">
import type { Lettering, Side, Tops } from '#core/piece/types';
import { PICTURE, seatPicture } from '#core/setting/pictures/seatPicture';
import { useFaces } from '~/stores/faces';
import type { PicturePart } from '../../../controls/LinePicture.vue';

/** The six seats as pictures, set by the engine with the person's own letters. */
const props = defineProps<{ lettering: Lettering; open: boolean }>();
const emit = defineEmits<{ choose: [tops: Tops, side: Side] }>();
const faces = useFaces();

const TOPS = computed((): readonly { tops: Tops; name: string }[] =>
  props.open
    ? [
        { tops: 'outward', name: 'along the curve' },
        { tops: 'inward', name: 'against it' },
      ]
    : [
        { tops: 'outward', name: 'tops outward' },
        { tops: 'inward', name: 'tops inward' },
      ],
);
const SIDES = computed((): readonly { side: Side; name: string }[] =>
  props.open
    ? [
        { side: 'outside', name: 'above' },
        { side: 'on', name: 'on it' },
        { side: 'inside', name: 'below' },
      ]
    : [
        { side: 'outside', name: 'outside' },
        { side: 'on', name: 'on it' },
        { side: 'inside', name: 'inside' },
      ],
);

/** The pictures are drawn anew when the hand rests: no drag waits for them. */
const resting = useIdleValue(() => props.lettering);
const pictures = computed(() => {
  const { faceId, wording, spacing } = resting.value;
  const face = faces.loaded.get(faceId);
  if (!face) return new Map<string, PicturePart[]>();
  return new Map(
    TOPS.value.flatMap(({ tops }) =>
      SIDES.value.map(({ side }) => {
        const set = seatPicture({ ...resting.value, faceId, wording, spacing }, face, tops, side, props.open);
        return [`${tops} ${side}`, set ? setPicture(set) : []] as const;
      }),
    ),
  );
});
const isChosen = (tops: Tops, side: Side): boolean =>
  props.lettering.seat.hold === null && props.lettering.seat.tops === tops && props.lettering.seat.side === side;
</script>

<template>
  <div class="picker" role="radiogroup" aria-label="Seat">
    <span />
    <span v-for="{ name } in SIDES" :key="name" class="column quiet">{{ name }}</span>
    <template v-for="{ tops, name } in TOPS" :key="tops">
      <span class="line quiet">{{ name }}</span>
      <PictureChoice
        v-for="{ side, name: sideName } in SIDES"
        :key="side"
        :size="PICTURE"
        :parts="pictures.get(`${tops} ${side}`) ?? []"
        :chosen="isChosen(tops, side)"
        :aria-label="`${name}, ${sideName}`"
        :data-seat="`${tops} ${side}`"
        @click="emit('choose', tops, side)" />
    </template>
  </div>
</template>

<style scoped>
.picker {
  display: grid;
  grid-template-columns: 56px repeat(3, 1fr);
  gap: 5px;
  align-items: center;
}
.column {
  text-align: center;
  font-size: 12px;
}
.line {
  font-size: 12px;
  line-height: 1.25;
}
</style>
