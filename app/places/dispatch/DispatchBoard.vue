<script setup lang="ts">
import type { BoardScale } from '~~/core/dispatch'
import { isoDate, timeOfDay, weekdayAndTime } from '~~/core/time'
import {
  against,
  type Board,
  type BoardPerson,
  type Held,
  type Places,
  type WorkOf,
} from '~/composables/heldJob'
import type { Wish } from './usePlacing'

// People as rows, hours as columns: shifts, fixed times and the ways between them, and the places for what is chosen.
const props = defineProps<{
  board: Board
  scale: BoardScale
  work: readonly WorkOf[]
  held: Held | undefined
  places: Places['places']
  /** Who does not know it stands below those who do. */
  skill: string
  team: string | undefined
  find: string | undefined
  mayPlace: boolean
  now: number
}>()
const emit = defineEmits<{
  drop: [held: Held, person: string, start: number]
  choose: [job: Held]
  place: [wish: Wish]
}>()

const isFound = (one: BoardPerson) => {
  const words = (props.find ?? '').trim().toLowerCase()
  return (
    (!words || one.name.toLowerCase().includes(words) || one.siteName.toLowerCase().includes(words)) &&
    (!props.team || one.teams.includes(props.team))
  )
}
const found = computed(() => props.board.people.filter(isFound))
const knows = (one: BoardPerson) => !props.skill || one.skills.includes(props.skill)
const works = (one: BoardPerson) => one.free.length > 0 || one.visits.length > 0
const isOffered = ({ id }: BoardPerson) => props.places.some((one) => one.person === id)
/** Whom it is offered, best first; who knows it and works, who knows it and does not, and the others; each by name. */
const ordered = computed(() => [
  ...props.places.flatMap((place) => found.value.filter((one) => one.id === place.person)),
  ...found.value.filter((one) => knows(one) && works(one) && !isOffered(one)),
  ...found.value.filter((one) => knows(one) && !works(one) && !isOffered(one)),
])
const others = computed(() => found.value.filter((one) => !knows(one) && !isOffered(one)))
const skillName = computed(
  () => props.board.skills.find((one) => one.id === props.skill)?.name ?? props.skill,
)

/** Who does not know what is asked for sinks below those who do. */
const groups = computed(() =>
  [
    { title: '', people: ordered.value },
    {
      title: `without ${skillName.value}: ${others.value.length} of ${found.value.length}`,
      people: others.value,
    },
  ].filter((one) => one.people.length),
)

/** Where something would lie while it is dragged, or moved by keys. */
const ghost = ref<{ held: Held; person: string; start: number; takes: number }>()
const ghostSays = computed(() => {
  const one = ghost.value
  const person = one && props.board.people.find(({ id }) => id === one.person)
  if (!one || !person) return undefined
  const held = { ...one.held, job: { ...one.held.job, duration: one.takes } }
  const { conflicts, remarks } = against(props.board, held, person, one.start, props.now)
  const when = `${person.name}, ${props.board.days > 1 ? weekdayAndTime(one.start, props.board.zone) : timeOfDay(one.start, props.board.zone)} to ${timeOfDay(one.start + one.takes, props.board.zone)}`
  return { conflicts, text: [when, ...conflicts, ...remarks].join('; ') }
})
function over(held: Held, person: string, start: number) {
  ghost.value = { held, person, start, takes: held.job.duration }
}
function drop(held: Held, person: string, start: number) {
  ghost.value = undefined
  emit('drop', held, person, start)
}
/** What is shaped by keys or by its edge stays a ghost until it is put there. */
function put() {
  const one = ghost.value
  if (!one) return
  ghost.value = undefined
  const name = props.board.people.find(({ id }) => id === one.person)?.name ?? one.person
  const takes = one.takes === one.held.job.duration ? undefined : one.takes
  emit('place', { held: one.held, person: one.person, name, start: one.start, tell: false, takes })
}
const QUARTER = 15 * 60_000
function nudge(held: Held, by: { start?: number; takes?: number; row?: number }) {
  const before = ghost.value ?? {
    ...{ held, person: held.now?.person ?? '', start: held.now?.from ?? 0, takes: held.job.duration },
  }
  const all = [...ordered.value, ...others.value]
  const at = all.findIndex((one) => one.id === before.person)
  ghost.value = {
    held,
    person: all[Math.min(all.length - 1, Math.max(0, at + (by.row ?? 0)))]?.id ?? before.person,
    start: before.start + (by.start ?? 0) * QUARTER,
    takes: Math.max(QUARTER, before.takes + (by.takes ?? 0) * QUARTER),
  }
}
const leave = () => (ghost.value = undefined)
const letterOf = (person: string) =>
  props.places.flatMap((one, index) =>
    one.person === person ? [{ letter: 'abcde'.charAt(index), ...one }] : [],
  )
const hours = computed(() => props.scale.hours(props.board.days === 1 ? 2 : props.board.days === 7 ? 8 : 16))
const isNewDay = (at: number, index: number) =>
  index === 0 || isoDate(at, props.board.zone) !== isoDate(hours.value[index - 1]?.at ?? 0, props.board.zone)
const nowX = computed(() =>
  props.now >= props.board.from && props.now < props.board.to ? props.scale.x(props.now) : undefined,
)
const width = computed(() =>
  props.board.days === 1 ? '100%' : `${props.board.days * (props.board.days === 7 ? 150 : 110)}px`,
)
const workOf = computed(() => new Map(props.work.map((one) => [one.id, one])))
const lineOf = (one: BoardPerson) => ({
  ...{ person: one, board: props.board, scale: props.scale, mayPlace: props.mayPlace, held: props.held },
  places: letterOf(one.id),
  work: workOf.value.get(one.id),
  moving: ghost.value?.held,
  ghost:
    ghost.value?.person === one.id
      ? { ...ghost.value, isBad: (ghostSays.value?.conflicts.length ?? 0) > 0 }
      : undefined,
})
/** What is pressed is so wide at least, in pixels. */
const NARROWEST = 24
const lane = ref<HTMLElement>()
const laneWidth = ref(700)
let watcher: ResizeObserver | undefined
onMounted(() => {
  watcher = new ResizeObserver(([one]) => (laneWidth.value = one?.contentRect.width || laneWidth.value))
  if (lane.value) watcher.observe(lane.value)
})
onBeforeUnmount(() => watcher?.disconnect())
const free = computed(() => found.value.filter((one) => one.free.length).length)
</script>

<template>
  <!-- It scrolls by its own keys: a day with nothing on it has nothing else to step to. -->
  <div class="frame" :class="{ alone: !held }" tabindex="0" role="group" aria-label="People and their hours">
    <div class="board" :style="{ '--lane': width }">
      <div class="line scale" aria-hidden="true">
        <span class="who small quiet">{{ free }} of {{ found.length }} work</span>
        <span ref="lane" class="lane">
          <span
            v-for="(one, index) in hours"
            :key="one.at"
            class="mark num"
            :class="{ day: isNewDay(one.at, index) && board.days > 1 }"
            :style="{ left: `${one.x * 100}%` }"
            >{{
              board.days > 1 && isNewDay(one.at, index)
                ? weekdayAndTime(one.at, board.zone).slice(0, 3)
                : timeOfDay(one.at, board.zone)
            }}</span
          >
        </span>
        <span class="left small quiet">free</span>
      </div>
      <template v-for="group in groups" :key="group.title">
        <p v-if="group.title" class="divider small quiet">{{ group.title }}</p>
        <ul :class="{ others: group.title }">
          <PersonLane
            v-for="one in group.people"
            :key="one.id"
            v-bind="lineOf(one)"
            :now-x="nowX"
            :least="NARROWEST / laneWidth"
            @over="over"
            @drop="drop"
            @out="leave"
            @choose="emit('choose', $event)"
            @nudge="nudge"
            @put="put"
          />
        </ul>
      </template>
      <p v-if="!found.length" class="quiet">Nobody is found so. <b>Clear what you look for above.</b></p>
    </div>
  </div>
  <p class="says small" role="status" aria-live="polite" :class="{ bad: ghostSays?.conflicts.length }">
    {{ ghostSays?.text ?? '' }}
  </p>
  <p class="legend small" aria-hidden="true">
    <span><i class="fixed" /> fixed time</span>
    <span><i class="untold" /> not told yet</span>
    <span><i class="planned" /> flexible work, as the Bench orders it</span>
    <span><i class="planned late" /> a promise is broken by then</span>
    <span><i class="worked" /> worked</span>
    <span><i class="done" /> done</span>
    <span><i class="way" /> on the way</span>
    <span><i class="off" /> off shift</span>
    <span class="quiet">times of {{ board.zone }}</span>
  </p>
</template>

<style scoped>
/* What is chosen stays in sight below the board. */
.frame {
  max-height: max(260px, calc(100vh - 430px));
  overflow: auto;
  border-bottom: 1px solid var(--rule-2);
  margin-top: 8px;
}
.frame.alone {
  max-height: max(260px, calc(100vh - 290px));
}
.board {
  width: max-content;
  min-width: 100%;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.line {
  display: grid;
  grid-template-columns: 150px minmax(360px, 1fr) 52px;
}
.scale {
  position: sticky;
  top: 0;
  z-index: 4;
  background: var(--page);
  border-bottom: 1px solid var(--rule-2);
}
.scale .lane {
  position: relative;
  height: 20px;
  min-width: var(--lane);
}
.mark {
  position: absolute;
  bottom: 2px;
  font-size: 0.78rem;
  color: var(--ink-2);
}
.mark.day {
  font-weight: 600;
  color: var(--ink);
}
.who {
  position: sticky;
  left: 0;
  background: var(--page);
  z-index: 2;
}
.left {
  text-align: right;
}
.divider {
  margin: 0;
  padding: 3px 0;
  border-top: 1px solid var(--rule-2);
  background: var(--page-2);
  position: sticky;
  left: 0;
}
.others {
  color: var(--ink-2);
}
.says {
  min-height: 1.5em;
  margin: 4px 0 0;
}
.says.bad {
  color: var(--red);
}
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin: 0 0 8px;
}
.legend i {
  display: inline-block;
  width: 18px;
  height: 10px;
  border: 1px solid var(--rule-2);
}
.legend .fixed {
  background: var(--ink);
}
.legend .untold {
  background: var(--page);
  border: 1px dashed var(--ink);
}
.legend .planned {
  background: var(--sea-2);
}
.legend .late {
  border-bottom: 2px solid var(--red);
}
.legend .worked {
  background: var(--rule);
}
.legend .done {
  background: var(--rule-2);
}
.legend .way {
  background: linear-gradient(var(--ink-3), var(--ink-3)) center / 100% 4px no-repeat;
}
.legend .off {
  background: var(--paper);
}
</style>
