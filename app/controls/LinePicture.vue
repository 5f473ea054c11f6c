<script lang="ts">
/** A path of a picture: a line where it has a width, px, else filled. */
export interface PicturePart {
  readonly d: string;
  readonly colour: string;
  readonly line?: number;
  readonly scale?: number;
}
</script>

<script setup lang="ts">
/**
 * A small picture of lines and letters in colours of the interface. It is shown as an image: drawings of the page
 * itself a browser puts together anew with every frame, each as a group of its own.
 */
const props = defineProps<{ width: number; height: number; parts: readonly PicturePart[] }>();
const path = ({ d, colour, line, scale }: PicturePart): string => {
  const paint = line
    ? `fill="none" stroke="${themeColour(colour)}" stroke-width="${line}" stroke-linecap="round" stroke-linejoin="round" vector-effect="non-scaling-stroke"`
    : `fill="${themeColour(colour)}"`;
  return `<path d="${d}" ${paint}${scale ? ` transform="scale(${scale})"` : ''}/>`;
};
const source = computed(
  () =>
    `data:image/svg+xml,${encodeURIComponent(
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${props.width} ${props.height}" width="${props.width}" height="${props.height}">${props.parts.map(path).join('')}</svg>`,
    )}`,
);
</script>

<template>
  <img :src="source" :width="width" :height="height" alt="" draggable="false" />
</template>
