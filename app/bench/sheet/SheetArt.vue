<script setup lang="ts">
import { cleanPath } from '#core/drawing/clean';
import type { PaintedPath } from '#core/drawing/painted';
import { frameOfPicture } from '#core/drawing/pictures';
import { inkMatrix } from '#core/output/svg';
import { SCREEN_UNITS_MM, screenPathData, screenUnit } from '#core/output/screenPath';
import type { Item } from '#core/piece/types';
import type { SetLettering } from '#core/setting/line/set';
import { api } from '~/utils/api';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/**
 * The piece exactly as it will print, one path element a painted outline. Path data is cached by the identity of the
 * painted outline, so that an edit writes the edited items only. What is cut out is masked here, which looks the same
 * and costs nothing; files get it as one clean outline.
 */
const store = usePiece();
const view = useView();
const unit = computed(() => screenUnit(view.scale));
const data = new Map(
  SCREEN_UNITS_MM.map((mm): [number, WeakMap<object, string>] => [mm, new WeakMap<object, string>()]),
);
/** What was drawn last for a lettering that cannot be set just now. */
const lastGood = new Map<string, readonly PaintedPath[]>();

/** Path data by what it stands for: a painted outline, or the trace of a hole. */
function written(of: object, trace: PaintedPath['trace']): string {
  const known = data.get(unit.value)!;
  let d = known.get(of);
  if (d === undefined) known.set(of, (d = screenPathData(trace, unit.value)));
  return d;
}
/** What was painted of letterings as they were set in full. */
const before = new WeakMap<SetLettering, readonly PaintedPath[]>();
/** The letters of a lettering that was only moved since it was set are written once, and shown where they are now. */
function movedLetters(path: PaintedPath, set: SetLettering | null) {
  const moved = set?.moved,
    from = moved && before.get(moved.from)?.find(({ id }) => id === path.id);
  if (!from || path.part !== 'own' || path.united || from.united || path.within || path.holes.length > 0) return null;
  const { x, y } = moved.way;
  return {
    d: written(from, from.trace),
    place: `translate(${Math.round(x / unit.value)} ${Math.round(y / unit.value)})`,
  };
}
/** Letters that are to be one outline show their stroke only where it will be. */
const shown = (path: PaintedPath): PaintedPath =>
  path.united && path.part === 'own' && path.paint.stroke ? cleanPath(path) : path;

/** A picture as an image of its pixels, laid into its frame. */
function image({ picture, trace }: PaintedPath) {
  if (!picture) return null;
  const { widthPx: w, heightPx: h, ink } = picture,
    { x, y, acrossX, acrossY, downX, downY } = frameOfPicture(trace);
  return {
    href: api.image(picture.imageId),
    w,
    h,
    place: `matrix(${[acrossX / w, acrossY / w, downX / h, downY / h, x, y].map((value) => value / unit.value).join(' ')})`,
    ink: ink ? inkMatrix(ink, store.piece!.paper) : null,
  };
}

/** Alone, a ring is shown with all that stands on it. */
const alone = computed(() => (store.piece!.items.some(({ id }) => id === view.isolated) ? view.isolated : null));
const isShown = (item: Item): boolean =>
  alone.value === null || item.id === alone.value || ('curveId' in item && item.curveId === alone.value);

/** What is painted of an item, and the setting of its letters. */
function paintedNow(item: Item): { readonly list: readonly PaintedPath[]; readonly letters: SetLettering | null } {
  const list = store.painted(item),
    set = item.type === 'lettering' ? store.settings.get(item.id) : null;
  if (set && !set.ok && !('hidden' in item && item.hidden)) return { list: lastGood.get(item.id) ?? [], letters: null };
  if (set?.ok) {
    lastGood.set(item.id, list);
    if (!set.value.moved) before.set(set.value, list);
  }
  return { list, letters: set?.ok ? set.value : null };
}
const strokeOf = ({ stroke }: PaintedPath['paint']) => ({
  stroke: stroke?.ink.screen ?? 'none',
  width: stroke ? stroke.widthMm / unit.value : undefined,
  join: stroke?.join === 'mitre' ? undefined : stroke?.join,
  dash: stroke?.dashMm ? stroke.dashMm.map((mm) => mm / unit.value).join(' ') : undefined,
});
/** A painted outline as the attributes of an element. */
function attributesOf(path: PaintedPath, letters: SetLettering | null) {
  const own = shown(path);
  const { fill, stroke, under } = own.paint;
  return {
    key: own.id,
    ...((own === path ? movedLetters(path, letters) : null) ?? { d: written(own, own.trace), place: undefined }),
    fill: fill?.screen ?? 'none',
    ...strokeOf(own.paint),
    order: under ? 'stroke' : undefined,
    technical: [fill, stroke?.ink].some((ink) => ink && ink.purpose !== 'print'),
    rule: own.rule === 'evenodd' ? own.rule : undefined,
    within: own.within ? written(own.within, own.within) : null,
    image: image(own),
    holes: own.holes.map((hole) => ({ d: written(hole.trace, hole.trace), width: (2 * hole.marginMm) / unit.value })),
  };
}
const paths = computed(() =>
  (store.piece?.items ?? []).filter(isShown).flatMap((item) => {
    const { list, letters } = paintedNow(item);
    return list.map((path) => attributesOf(path, letters));
  }),
);
/** A mask covers whatever the holes may be cut out of. */
const all = computed(() => {
  const { widthMm, heightMm } = store.piece!.sheet;
  const far = 6000 / unit.value;
  return { x: -far, y: -far, width: 2 * far + widthMm / unit.value, height: 2 * far + heightMm / unit.value };
});
</script>

<template>
  <g class="art" :transform="`scale(${unit})`">
    <g
      v-for="{
        key,
        d,
        place,
        fill,
        stroke,
        width,
        join,
        dash,
        order,
        rule,
        within,
        technical,
        image: picture,
        holes,
      } in paths"
      :key="key"
      v-memo="[
        d,
        place,
        fill,
        stroke,
        width,
        join,
        dash,
        order,
        technical,
        within,
        picture?.href,
        picture?.place,
        picture?.ink,
        ...holes.flatMap((hole) => [hole.d, hole.width]),
      ]">
      <mask v-if="holes.length > 0" :id="`mask-${key}`" maskUnits="userSpaceOnUse" v-bind="all">
        <rect v-bind="all" fill="#fff" />
        <path
          v-for="(hole, n) in holes"
          :key="n"
          :d="hole.d"
          fill="#000"
          :stroke="hole.width > 0 ? '#000' : 'none'"
          :stroke-width="hole.width"
          stroke-linejoin="round" />
      </mask>
      <clipPath v-if="within" :id="`within-${key}`"><path :d="within" /></clipPath>
      <template v-if="picture">
        <filter
          v-if="picture.ink"
          :id="`ink-${key}`"
          x="0"
          y="0"
          width="1"
          height="1"
          color-interpolation-filters="sRGB"
          ><feColorMatrix :values="picture.ink"
        /></filter>
        <g :clip-path="within ? `url(#within-${key})` : undefined">
          <image
            :href="picture.href"
            :width="picture.w"
            :height="picture.h"
            :transform="picture.place"
            preserveAspectRatio="none"
            :filter="picture.ink ? `url(#ink-${key})` : undefined"
            :data-item="key" />
        </g>
      </template>
      <path
        v-else
        :fill-rule="rule"
        :clip-path="within ? `url(#within-${key})` : undefined"
        :d="d"
        :transform="place"
        :opacity="technical ? 0.55 : undefined"
        :data-item="key"
        :fill="fill"
        :stroke="stroke"
        :stroke-width="width"
        :stroke-linejoin="join"
        :stroke-dasharray="dash"
        :paint-order="order"
        :mask="holes.length > 0 ? `url(#mask-${key})` : undefined" />
    </g>
  </g>
</template>

<style scoped>
.art {
  pointer-events: none;
}
</style>
