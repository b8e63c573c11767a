<script setup lang="ts">
import { Handle, MarkerType, Position, VueFlow, type Connection, type Edge, type Node } from '@vue-flow/core'
import { waitInWords, type StatusGroup, type TicketKind } from '~~/core/lifecycle'
import '@vue-flow/core/dist/style.css'

// A lifecycle as a picture: statuses in the columns of their groups, ways as arrows, what moves by itself dashed. A way
// is drawn from one status to another; everything it shows stands in the tables below as well.
const props = defineProps<{ kind: TicketKind; readonly: boolean }>()
const emit = defineEmits<{ connect: [from: string, to: string] }>()

const GROUPS: StatusGroup[] = ['new', 'active', 'waiting', 'done']
const COLUMN = 270
const ROW = 84
const chosen = ref(props.kind.first)

const of = (group: StatusGroup) => props.kind.statuses.filter((one) => one.group === group)
/** Active ones stand lower and waiting ones higher, so that the ways from the first column to the last run free. */
const middleOf = (group: StatusGroup) => {
  const half = (of(group).length * ROW) / 2
  return { new: 0, active: half + 24, waiting: -half - 24, done: 0 }[group]
}
const nodes = computed<Node[]>(() =>
  GROUPS.flatMap((group, column) =>
    of(group).map((status, row, all) => ({
      id: status.id,
      type: 'status',
      position: { x: column * COLUMN, y: (row - (all.length - 1) / 2) * ROW + middleOf(group) },
      data: status,
      connectable: !props.readonly,
    })),
  ),
)

const after = (text: string) => {
  try {
    return `after ${waitInWords(text)}`
  } catch {
    return text
  }
}
/** What moves by itself: on a reply, on an answer, after some time. */
const byItself = computed(() => [
  ...Object.entries(props.kind.automatic.onReply).map(([from, to]) => ({ from, to, label: 'on a reply' })),
  ...Object.entries(props.kind.automatic.onAnswer).map(([from, to]) => ({ from, to, label: 'on an answer' })),
  ...(props.kind.idle ?? []).flatMap(({ status: from, after: text, action }) =>
    action.do === 'move' ? [{ from, to: action.to, label: after(text) }] : [],
  ),
])
const edgeOf = (one: { from: string; to: string; label: string }, isAlone: boolean): Edge => {
  const isLive = one.from === chosen.value
  return {
    id: `${one.from} ${one.to} ${one.label}`,
    source: one.from,
    target: one.to,
    // Words stand at the ways out of the chosen status only; all at once could not be read.
    label: isLive ? one.label : undefined,
    class: `${isLive ? 'live' : ''} ${isAlone ? 'alone' : ''}`,
    markerEnd: { type: MarkerType.ArrowClosed, color: isLive ? 'var(--sea)' : 'var(--rule-2)' },
    zIndex: isLive ? 2 : 0,
    focusable: false,
  }
}
/** A way that people go and that goes by itself too is one arrow with both words. */
const edges = computed<Edge[]>(() => {
  const same = (a: { from: string; to: string }) => (b: { from: string; to: string }) =>
    a.from === b.from && a.to === b.to
  const ways = props.kind.transitions.map((way) => {
    const words = byItself.value.filter(same(way)).map((one) => one.label)
    return edgeOf({ ...way, label: [way.label, ...words].join(', or ') }, false)
  })
  const alone = byItself.value.filter((one) => !props.kind.transitions.some(same(one)))
  return [...ways, ...alone.map((one) => edgeOf(one, true))]
})
const height = computed(() => {
  const y = nodes.value.map((one) => one.position.y)
  return `${Math.max(200, Math.max(...y) - Math.min(...y) + 120)}px`
})
const connect = ({ source, target }: Connection) => emit('connect', source, target)
</script>

<template>
  <figure
    class="diagram"
    :style="{ height }"
    :aria-label="`${kind.name}: its statuses and ways as a picture`"
  >
    <VueFlow
      :nodes="nodes"
      :edges="edges"
      fit-view-on-init
      :min-zoom="0.3"
      :max-zoom="1"
      :nodes-draggable="false"
      :zoom-on-scroll="false"
      :zoom-on-double-click="false"
      :pan-on-drag="false"
      :prevent-scrolling="false"
      :delete-key-code="null"
      :disable-keyboard-a11y="true"
      @connect="connect"
      @node-click="({ node }) => (chosen = node.id)"
    >
      <template #node-status="{ id, data }">
        <Handle type="target" :position="Position.Left" />
        <button
          class="status"
          :class="[data.group, { on: id === chosen }]"
          type="button"
          :aria-pressed="id === chosen"
          @click="chosen = id"
        >
          {{ data.name }}
          <span class="group">{{ data.group }}{{ id === kind.first ? ', begins here' : '' }}</span>
        </button>
        <Handle type="source" :position="Position.Right" />
      </template>
    </VueFlow>
  </figure>
</template>

<style scoped>
.diagram {
  margin: 8px 0;
  border: 1px solid var(--rule);
  background: var(--page-2);
}
.status {
  font: 600 0.93rem var(--sans);
  color: var(--ink);
  background: var(--page);
  border: 1px solid var(--rule-2);
  padding: 6px 14px;
  min-width: 140px;
  max-width: 190px;
  text-align: left;
  cursor: pointer;
}
.status.on {
  border-color: var(--sea);
  box-shadow: inset 3px 0 0 var(--sea);
}
.status.done {
  border-style: double;
  border-width: 3px;
}
.group {
  display: block;
  font: 0.82rem var(--sans);
  color: var(--ink-3);
}
.diagram :deep(.vue-flow__edge-path) {
  stroke: var(--rule-2);
  stroke-width: 1.2;
}
.diagram :deep(.live .vue-flow__edge-path) {
  stroke: var(--sea);
  stroke-width: 2;
}
.diagram :deep(.alone .vue-flow__edge-path) {
  stroke-dasharray: 5 4;
}
.diagram :deep(.vue-flow__edge-text) {
  fill: var(--ink);
  font: 12px var(--sans);
}
.diagram :deep(.vue-flow__edge-textbg) {
  fill: var(--page-2);
}
.diagram :deep(.vue-flow__handle) {
  width: 10px;
  height: 10px;
  background: var(--page);
  border: 1.5px solid var(--sea);
}
</style>
