<script setup lang="ts">
import { besides, GRID, type BoardScale } from '~~/core/dispatch'
import { hoursAndMinutes, signedBalance, timeOfDay, Zone, type Interval } from '~~/core/time'
import { carry, isCarried } from '~/composables/carriedJob'
import {
  heldKey,
  heldVisit,
  isDeclined,
  type Board,
  type BoardPerson,
  type Held,
  type Places,
  type WorkOf,
} from '~/composables/heldJob'
import { drawEdge } from './drawnEdge'
import { visitSays } from './visitSays'

// One person of the board: when they work, what they do at fixed times, and what is free.
const props = defineProps<{
  person: BoardPerson
  board: Board
  scale: BoardScale
  /** What they do beside their fixed times, once it is known. */
  work: WorkOf | undefined
  held: Held | undefined
  places: (Places['places'][number] & { letter: string })[]
  ghost: { start: number; takes: number; isBad: boolean } | undefined
  /** What is moved by keys just now, on this row or another. */
  moving: Held | undefined
  nowX: number | undefined
  /** How wide the narrowest that can be pressed is, as a share of the lane. */
  least: number
  mayPlace: boolean
}>()
const emit = defineEmits<{
  over: [held: Held, person: string, start: number]
  drop: [held: Held, person: string, start: number]
  out: []
  choose: [job: Held]
  nudge: [held: Held, by: { start?: number; takes?: number; row?: number }]
  put: []
}>()
const lane = ref<HTMLElement>()
const nameOf = (list: readonly { id: string; name: string }[], id: string) =>
  list.find((one) => one.id === id)?.name ?? id
/** How far their own clock goes ahead of the one of the board, or behind it. */
const clock = computed(() => {
  const { from, zone } = props.board
  const ahead = Zone.of(props.person.zone).offsetAt(from) - Zone.of(zone).offsetAt(from)
  return ahead ? ` · clock ${signedBalance(ahead)}` : ''
})
/** Why they are away, else what they know, else their teams. */
const note = computed(() => {
  const { away, skills, teams } = props.person
  const known = skills.map((one) => nameOf(props.board.skills, one))
  const does = (known.length ? known : teams.map((one) => nameOf(props.board.teams, one))).join(', ')
  return `${away[0]?.name ?? does}${clock.value}`
})
const percent = (share: number) => `${share * 100}%`
function box(span: Interval) {
  const found = props.scale.span(span)
  return found && { left: percent(found.x), width: percent(found.width) }
}
const drawn = computed(() =>
  props.person.visits.flatMap((visit) => {
    const span = props.scale.span(visit)
    return span ? [{ visit, span }] : []
  }),
)
/** What would lie on each other is drawn beside each other. */
const beside = computed(() =>
  besides(
    drawn.value.map((one) => one.span),
    props.least,
  ),
)
const visits = computed(() =>
  drawn.value.map(({ visit, span }, index) => {
    const row = { '--row': beside.value.rows[index] }
    const way = visit.way ? box({ start: visit.start - visit.way, end: visit.start }) : undefined
    return {
      ...{ visit, held: heldVisit(visit, props.person.id) },
      style: { left: percent(span.x), width: percent(span.width), ...row },
      way: way && { ...way, ...row },
    }
  }),
)
/** What lies out of the hours in sight is told at the edge. */
const unseen = computed(() => props.person.visits.length - drawn.value.length)
const offered = computed(() =>
  props.places.flatMap((one) => {
    const style = box(one)
    return style ? [{ ...one, style }] : []
  }),
)
const ghostBox = computed(
  () => props.ghost && box({ start: props.ghost.start, end: props.ghost.start + props.ghost.takes }),
)
const free = computed(() => {
  const { free: shift, visits: fixed } = props.person
  const open = shift.reduce((sum, one) => sum + one.end - one.start, 0)
  const taken = shift.reduce(
    (sum, one) =>
      sum +
      fixed.reduce(
        (all, each) => all + Math.max(0, Math.min(one.end, each.end) - Math.max(one.start, each.start)),
        0,
      ),
    0,
  )
  return open - taken
})
function placeOf(event: DragEvent) {
  const { left, width } = lane.value?.getBoundingClientRect() ?? { left: 0, width: 1 }
  return props.scale.at((event.clientX - left) / width)
}
function dragged(event: DragEvent) {
  const held = props.mayPlace ? isCarried(event) : undefined
  if (!held) return
  event.preventDefault()
  emit('over', held, props.person.id, placeOf(event))
}
function dropped(event: DragEvent) {
  const held = isCarried(event)
  if (!held) return
  event.preventDefault()
  emit('drop', held, props.person.id, placeOf(event))
}
const MOVES: Record<string, { start?: number; takes?: number; row?: number }> = {
  ArrowLeft: { start: -1 },
  ArrowRight: { start: 1 },
  ArrowUp: { row: -1 },
  ArrowDown: { row: 1 },
}
const SIZES: Record<string, { takes: number }> = { ArrowLeft: { takes: -1 }, ArrowRight: { takes: 1 } }
function key(event: KeyboardEvent, held: Held | undefined) {
  if (!held || !props.mayPlace) return
  const move = event.shiftKey ? SIZES[event.key] : MOVES[event.key]
  if (move) {
    event.preventDefault()
    event.stopPropagation()
    emit('nudge', held, move)
  }
}
const isSame = (one: Held | undefined, other: Held | undefined) =>
  one !== undefined && other !== undefined && heldKey(one) === heldKey(other)
/** Enter puts what was moved by keys where it lies now; it chooses what was not. */
function pressed(held: Held | undefined, isMoved: boolean) {
  if (isMoved) emit('put')
  else if (held) emit('choose', held)
}
const shaping = ref(false)
/** Its right edge is drawn to another hour. */
function draw(event: PointerEvent, held: Held) {
  const { windows } = props.scale
  const inSight = windows.reduce((sum, one) => sum + one.end - one.start, 0)
  const { width } = lane.value!.getBoundingClientRect()
  shaping.value = true
  drawEdge(event, {
    step: (width * GRID) / inSight,
    told: (takes) => emit('nudge', held, { takes }),
    ended(isMeant) {
      shaping.value = false
      if (isMeant) emit('put')
      else emit('out')
    },
  })
}
</script>

<template>
  <li class="line">
    <span class="who">
      <b>{{ person.name }}</b>
      <span class="quiet small">{{ note }}</span>
    </span>
    <span
      ref="lane"
      class="lane"
      :class="{ beside: beside.count > 1 }"
      :style="{ '--rows': beside.count }"
      @dragover="dragged"
      @drop="dropped"
      @dragleave="emit('out')"
    >
      <LaneGround :person="person" :work="work" :scale="scale" :zone="board.zone" />
      <template v-for="{ visit, style, way, held: own } in visits" :key="visit.id">
        <i v-if="way" class="way" :style="way" />
        <button
          type="button"
          class="visit"
          :class="[
            visit.state,
            {
              untold: visit.untold,
              declined: isDeclined(visit),
              out: visit.setOut !== null,
              on: isSame(own, held),
            },
          ]"
          :style="style"
          :title="visitSays(visit, person.name, board)"
          :aria-label="visitSays(visit, person.name, board)"
          :draggable="mayPlace && own !== undefined && !shaping"
          @dragstart="own && carry($event, own)"
          @click="pressed(own, isSame(own, moving))"
          @keydown="key($event, own)"
          @keydown.esc="emit('out')"
        >
          <span class="num">{{ visit.reference ?? '·' }}</span> {{ visit.siteName }}
          <i v-if="mayPlace && own" class="edge" @pointerdown.stop="draw($event, own)" />
        </button>
      </template>
      <span
        v-for="one in offered"
        :key="one.letter"
        class="slot"
        :class="{ first: one.letter === 'a' }"
        :style="one.style"
      >
        <b>{{ one.letter }}</b> <span class="num">{{ timeOfDay(one.start, board.zone) }}</span>
      </span>
      <span v-if="ghostBox" class="ghost" :class="{ bad: ghost?.isBad }" :style="ghostBox" />
      <i v-if="nowX !== undefined" class="now" :style="{ left: percent(nowX) }" />
      <span v-if="unseen" class="unseen small">{{ unseen }} at night</span>
    </span>
    <span class="left num">{{ person.free.length ? hoursAndMinutes(free) : '–' }}</span>
  </li>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 150px minmax(360px, 1fr) 52px;
  border-top: 1px solid var(--rule);
}
.who {
  padding: 3px 6px 3px 0;
  position: sticky;
  left: 0;
  background: var(--page);
  z-index: 2;
  line-height: 1.2;
}
.who > * {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.lane {
  position: relative;
  min-width: var(--lane);
  height: 40px;
  background: var(--paper);
  overflow: hidden;
}
.lane > :where(:not(.ground)) {
  position: absolute;
  top: 4px;
  bottom: 4px;
}
.lane > .way {
  top: 18px;
  bottom: 18px;
  background: var(--ink-3);
}
/* Each of several rows is as high as what is pressed must be. */
.lane.beside {
  height: calc(6px + var(--rows) * 26px);
}
.lane.beside > .visit {
  top: calc(4px + var(--row) * 26px);
  bottom: auto;
  height: 24px;
  line-height: 1;
}
.lane.beside > .way {
  top: calc(14px + var(--row) * 26px);
  bottom: auto;
  height: 4px;
}
/* The way to a later one goes below an earlier one. */
.visit,
.slot,
.ghost,
.lane > .now {
  z-index: 1;
}
.visit {
  border: 1px solid var(--ink);
  background: var(--ink);
  color: var(--page);
  font: inherit;
  font-size: 0.82rem;
  padding: 0 10px 0 5px;
  text-align: left;
  overflow: hidden;
  white-space: nowrap;
  cursor: pointer;
  min-width: 24px;
}
.visit.untold {
  background: var(--page);
  color: var(--ink);
  border-style: dashed;
}
.visit.begun {
  background: var(--sea);
  border-color: var(--sea);
}
.visit.out {
  border-left: 5px solid var(--sea);
}
.visit.finished {
  background: var(--rule-2);
  border-color: var(--rule-2);
  color: var(--page);
}
.visit.declined {
  border: 2px solid var(--red);
  background: var(--page);
  color: var(--red);
}
.visit.on {
  outline: 2px solid var(--sea);
  outline-offset: 1px;
}
.visit:focus-visible {
  outline: 2px solid var(--sea);
  outline-offset: 2px;
  z-index: 3;
}
.edge {
  position: absolute;
  right: 0;
  top: 0;
  bottom: 0;
  width: 8px;
  cursor: ew-resize;
}
.slot {
  border: 2px dashed var(--sea);
  background: var(--page);
  font-size: 0.82rem;
  display: flex;
  gap: 4px;
  align-items: center;
  white-space: nowrap;
  pointer-events: none;
  /* As wide as it takes time; the hour is written where there is room for it, and stands in the list below. */
  overflow: hidden;
  container-type: inline-size;
}
@container (max-width: 60px) {
  .slot .num {
    display: none;
  }
}
.slot b {
  background: var(--sea);
  color: var(--page);
  align-self: stretch;
  padding: 4px 5px 0;
}
.slot.first {
  border-style: solid;
}
.ghost {
  border: 2px solid var(--sea);
  background: var(--sea-2);
  opacity: 0.85;
  pointer-events: none;
}
.ghost.bad {
  border-color: var(--red);
  background: var(--red-2);
}
.now {
  width: 2px;
  background: var(--ink);
  pointer-events: none;
}
.lane > .now {
  top: 0;
  bottom: 0;
}
.unseen {
  right: 2px;
  top: auto;
  background: var(--page-2);
  padding: 0 4px;
}
.left {
  text-align: right;
  align-self: center;
}
</style>
