<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { insertNode, removeNode, setNodeKind } from '#core/shapes/drawn';
import type { DrawnShape, NodeKind } from '#core/shapes/drawn';
import type { Curve } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** The picked node of a drawn curve: its kind, its place, one more after it, without it. */
const props = defineProps<{ curve: Curve; shape: DrawnShape }>();
const store = usePiece();
const view = useView();

const node = computed(() => (view.node === null ? null : (props.shape.nodes[view.node] ?? null)));
const set = (label: EditLabel, shape: DrawnShape | null, gesture?: string) =>
  shape
    ? store.set(label, props.curve.id, ['shape'], shape, gesture)
    : { code: 'too-few-nodes', message: 'A curve needs at least two nodes.' };
const kind = (value: string | number | boolean | undefined): void => {
  set('Kind of node', setNodeKind(props.shape, view.node!, value as NodeKind));
};
function add(): void {
  const index = Math.min(view.node ?? 0, props.shape.nodes.length - (props.shape.closed ? 1 : 2));
  set('Add node', insertNode(props.shape, index, 0.5));
  view.node = index + 1;
}
function remove(): void {
  const problem = set('Remove node', removeNode(props.shape, view.node!));
  if (problem) store.notice = { kind: 'warning', text: problem.message };
  else view.node = null;
}
const move = (axis: 'x' | 'y') => (value: number, gesture: string) => {
  const { nodes } = props.shape;
  const by = value - node.value!.at[axis];
  const along = (p: { x: number; y: number } | null) => p && { ...p, [axis]: p[axis] + by };
  return set(
    'Move node',
    {
      ...props.shape,
      nodes: nodes.map((one, i) =>
        i === view.node ? { ...one, at: along(one.at)!, back: along(one.back), ahead: along(one.ahead) } : one,
      ),
    },
    gesture,
  );
};
</script>

<template>
  <div class="nodes">
    <template v-if="node">
      <el-radio-group
        :model-value="node.kind"
        size="small"
        :aria-label="`Kind of node ${view.node! + 1}`"
        @change="kind">
        <el-radio-button value="corner">corner</el-radio-button>
        <el-radio-button value="smooth">smooth</el-radio-button>
        <el-radio-button value="symmetrical">symmetrical</el-radio-button>
      </el-radio-group>
      <div class="row">
        <span class="label">Node {{ view.node! + 1 }}</span>
        <span class="pair">
          <QuantityField label="Node across" :model-value="node.at.x" limits="coordinateMm" :commit="move('x')" />
          <QuantityField label="Node down" :model-value="node.at.y" limits="coordinateMm" :commit="move('y')" />
        </span>
      </div>
    </template>
    <p v-else class="quiet">Click a node to change its kind or its place.</p>
    <div class="acts">
      <button class="key" type="button" @click="add">Add a node{{ node ? ' after it' : '' }}</button>
      <button v-if="node" class="key" type="button" @click="remove">Remove it</button>
      <button
        class="key"
        type="button"
        @click="set(shape.closed ? 'Open curve' : 'Close curve', { ...shape, closed: !shape.closed })">
        {{ shape.closed ? 'Open it' : 'Close it' }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.nodes {
  margin-top: 12px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 10px;
}
</style>
