<script setup lang="ts">
import '@vue-flow/core/dist/style.css'
import {
  BaseEdge,
  Handle,
  MarkerType,
  Position,
  useVueFlow,
  VueFlow,
  type Connection,
  type Edge,
  type Node,
} from '@vue-flow/core'
import type { TicketKind } from '~~/core/lifecycle'
import { isOneOf } from '~~/core/lookup'
import { BOX, nextTo, pathOf, pictureOf, type Direction } from './layout'

// A lifecycle as a picture, all of it in sight: statuses in layers, ways as arrows, dashed where only they themselves
// go. It is edited by the pointer and by the keyboard; everything that it shows stands in the tables below as well.
const props = defineProps<{ kind: TicketKind; readonly: boolean }>()
const emit = defineEmits<{ connect: [from: string, to: string]; remove: [id: string] }>()

const id = useId()
const flow = useVueFlow(id)
const frame = ref<HTMLElement>()
const width = ref(900)
let watching: ResizeObserver | undefined
onMounted(() => {
  watching = new ResizeObserver(([one]) => (width.value = one?.contentRect.width ?? width.value))
  if (frame.value) watching.observe(frame.value)
})
onBeforeUnmount(() => watching?.disconnect())
/** Narrower than this it goes down the page. */
const NARROW = 620
const isDown = computed(() => width.value < NARROW)
const picture = computed(() => pictureOf(props.kind, isDown.value ? 'down' : 'across'))
const MARGIN = 24
const scale = computed(() => Math.min(1, (width.value - 2 * MARGIN) / Math.max(1, picture.value.width)))
const height = computed(() => `${Math.ceil(picture.value.height * scale.value + 2 * MARGIN)}px`)
/** All of it is in sight, whatever was added and however wide the page is. */
watch(
  [picture, scale],
  async () => {
    await nextTick()
    await flow.setViewport({ x: MARGIN, y: MARGIN, zoom: scale.value })
  },
  { immediate: true, flush: 'post' },
)

const chosen = ref(props.kind.first)
watch(
  () => props.kind.statuses.map((one) => one.id),
  (ids) => {
    if (!ids.includes(chosen.value)) chosen.value = props.kind.first
  },
)
/** The status from which a way is begun; where it goes is chosen next. */
const begun = ref<string>()
const nameOf = (status: string) => props.kind.statuses.find((one) => one.id === status)?.name ?? status

/** The ways that lead on from the chosen status. */
const leaving = computed(() => picture.value.ways.filter((one) => one.from === chosen.value))

const nodes = computed<Node[]>(() =>
  props.kind.statuses.map((status) => ({
    id: status.id,
    type: 'status',
    position: picture.value.places.get(status.id) ?? { x: 0, y: 0 },
    data: status,
    connectable: !props.readonly,
    focusable: false,
  })),
)
const edges = computed<Edge[]>(() =>
  picture.value.ways.map((way) => {
    const isLive = way.from === chosen.value
    return {
      id: `${way.from} ${way.to}`,
      type: 'way',
      source: way.from,
      target: way.to,
      data: { ...way, isLive, path: pathOf(way.points) },
      markerEnd: { type: MarkerType.ArrowClosed, color: isLive ? 'var(--sea)' : 'var(--rule-2)' },
      zIndex: isLive ? 2 : 0,
      focusable: false,
    }
  }),
)
const connect = ({ source, target }: Connection) => emit('connect', source, target)
function choose(status: string) {
  if (begun.value && begun.value !== status) emit('connect', begun.value, status)
  begun.value = undefined
  chosen.value = status
}
const focusOn = (status: string) =>
  frame.value?.querySelector<HTMLElement>(`[data-status="${CSS.escape(status)}"]`)?.focus()

const ARROWS: Direction[] = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown']
/** Keys at a status; what is none of these goes on to the page. */
function press(event: KeyboardEvent, status: string) {
  const { key } = event
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (isOneOf(ARROWS, key)) focusOn(nextTo(picture.value, status, key))
  else if (key === 'Escape' && begun.value) begun.value = undefined
  else if (props.readonly) return
  else if (key === 'w') begun.value = status
  else if (key === 'Delete') emit('remove', status)
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <div>
    <figure
      ref="frame"
      class="picture"
      :style="{ height }"
      :aria-label="`${kind.name}: its statuses and ways as a picture`"
    >
      <VueFlow
        :id="id"
        :nodes="nodes"
        :edges="edges"
        :min-zoom="0.05"
        :max-zoom="1"
        :nodes-draggable="false"
        :zoom-on-scroll="false"
        :zoom-on-pinch="false"
        :zoom-on-double-click="false"
        :pan-on-drag="false"
        :prevent-scrolling="false"
        :delete-key-code="null"
        :disable-keyboard-a11y="true"
        @connect="connect"
      >
        <template #node-status="{ id: status, data }">
          <Handle type="target" :position="isDown ? Position.Top : Position.Left" />
          <KitButton
            kind="plain"
            class="status"
            :class="[data.group, { on: status === chosen, begun: status === begun }]"
            :style="{ width: `${BOX.width}px`, height: `${BOX.height}px` }"
            :data-status="status"
            :aria-pressed="status === chosen"
            :aria-describedby="readonly ? undefined : `${id}-keys`"
            @click="choose(status)"
            @keydown="press($event, status)"
          >
            <span class="called">{{ data.name }}</span>
            <span class="group">{{ data.group }}{{ status === kind.first ? ', begins here' : '' }}</span>
          </KitButton>
          <Handle type="source" :position="isDown ? Position.Bottom : Position.Right" />
        </template>
        <template #edge-way="{ data, markerEnd }">
          <BaseEdge
            :path="data.path"
            :marker-end="markerEnd"
            :class="{ live: data.isLive, alone: data.byItself }"
          />
        </template>
      </VueFlow>
    </figure>
    <!-- The words of all ways at once could not be read in the picture. -->
    <p class="small ways" aria-live="polite">
      <b>From “{{ nameOf(chosen) }}”</b>
      <span v-if="!leaving.length" class="quiet">no way leads on</span>
      <span v-for="one in leaving" :key="one.to"
        >{{ one.label }} <span aria-hidden="true">→</span><span class="sr-only">to</span>
        {{ nameOf(one.to) }}</span
      >
    </p>
    <p v-if="begun" class="small" role="status">
      A way from “{{ nameOf(begun) }}”: choose where it goes. <kbd>Esc</kbd> leaves it.
    </p>
    <p v-else-if="!readonly" :id="`${id}-keys`" class="quiet small">
      Draw from the edge of a status to another to add a way. By keyboard: arrows go from status to status,
      <kbd>W</kbd> begins a way from one and <kbd>Enter</kbd> on another ends it, <kbd>Delete</kbd> takes one
      out.
      <template v-if="picture.ways.some((one) => one.byItself)"
        >Dashed ways are gone by themselves only.</template
      >
    </p>
  </div>
</template>

<style scoped>
.picture {
  margin: 8px 0;
  border: 1px solid var(--rule);
  background: var(--page-2);
  overflow: hidden;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
.status.kit-button {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  justify-content: center;
  gap: 0;
  padding: 4px 12px;
  background: var(--page);
  color: var(--ink);
  border: 1px solid var(--rule-2);
  text-align: left;
}
.status.on {
  border-color: var(--sea);
  box-shadow: inset 3px 0 0 var(--sea);
}
.status.begun {
  outline: 2px dashed var(--sea);
}
.status.done {
  border-style: double;
  border-width: 3px;
}
.called {
  font: 600 0.93rem var(--sans);
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.group {
  font: 0.82rem var(--sans);
  color: var(--ink-3);
}
.picture :deep(.vue-flow__edge-path) {
  stroke: var(--rule-2);
  stroke-width: 1.2;
}
.picture :deep(.vue-flow__edge-path.live) {
  stroke: var(--sea);
  stroke-width: 2;
}
.picture :deep(.vue-flow__edge-path.alone) {
  stroke-dasharray: 5 4;
}
.picture :deep(.vue-flow__handle) {
  width: 10px;
  height: 10px;
  background: var(--page);
  border: 1.5px solid var(--sea);
}
</style>
