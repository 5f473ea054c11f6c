<script setup lang="ts">
import { paintCurve, paintLettering, type PaintedPath } from '#core/drawing/drawPiece';
import { SCREEN_UNITS_MM, screenPathData, screenUnit } from '#core/output/screenPath';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/**
 * The piece exactly as it will print, one path element an item. Path data is kept by the identity of the painted
 * outline, so that an edit writes the edited items only.
 */
const store = usePiece();
const view = useView();
const unit = computed(() => screenUnit(view.scale));
const data = new Map(SCREEN_UNITS_MM.map((mm): [number, WeakMap<PaintedPath, string>] => [mm, new WeakMap<PaintedPath, string>()]));
/** What was drawn last for a lettering that cannot be set just now. */
const lastGood = new Map<string, PaintedPath>();

function written(path: PaintedPath): string {
  const known = data.get(unit.value)!;
  let d = known.get(path);
  if (d === undefined) known.set(path, (d = screenPathData(path.trace, unit.value)));
  return d;
}

const paths = computed(() => (store.piece?.items ?? []).flatMap((item) => {
  let path: PaintedPath | null;
  if (item.type === 'ornaments') {
    path = store.ornaments.get(item.id)?.path ?? null;
  } else if (item.type === 'curve') {
    const track = store.trackOf(item.id);
    path = (track && paintCurve(item, track)) ?? null;
  } else {
    const set = store.settings.get(item.id);
    path = set?.ok ? paintLettering(set.value) : lastGood.get(item.id) ?? null;
    if (path) lastGood.set(item.id, path);
  }
  return path ? [{ key: item.id, d: written(path), paint: path.paint }] : [];
}));
</script>

<template>
  <g class="art" :transform="`scale(${unit})`">
    <path
      v-for="{ key, d, paint } in paths" :key="key" v-memo="[d, paint, unit]" :d="d" :data-item="key" :fill="paint.fill ?? 'none'"
      :stroke="paint.stroke?.colour ?? 'none'" :stroke-width="paint.stroke ? paint.stroke.widthMm / unit : undefined"
    />
  </g>
</template>

<style scoped>
.art { pointer-events: none; }
</style>
