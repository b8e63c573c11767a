<script setup lang="ts">
import { CLOSE_FROM, familyOf, type ServiceLevel, type Target } from '~~/core/clock'
import { CompiledDesign, Directory, type Names } from '~~/core/design'
import { oneAt } from '~~/core/lookup'
import { freeId } from '~~/core/naming'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

// What is promised to which tickets, read from the top.
const props = defineProps<PageProps & { directory: DirectoryPage; names: Names }>()
const vocabulary = computed(() => {
  const { organisations, sites, teams } = props.directory
  const known = { people: [], agreements: [], organisations, sites, teams }
  return new CompiledDesign(props.design, 0).vocabulary(new Directory(known))
})
const levels = computed(() => props.design.serviceLevels)
const ids = computed(() => levels.value.map((one) => one.id))
const isTaken = (id: string) => ids.value.includes(id)
const { of: decidedBy } = useDecided()

/** The level whose condition is being changed; a new one is at once. */
const asked = ref<string>()
/** Puts levels in right after another, so that their order is the one that was meant. */
function insertAfter(index: number, fresh: ServiceLevel[]) {
  const added = fresh.map((one) => one.id)
  const order = [...ids.value.slice(0, index + 1), ...added, ...ids.value.slice(index + 1)]
  return props.changeAll([
    ...fresh.map((after) => ({ list: 'serviceLevels', id: after.id, before: null, after })),
    { list: 'serviceLevels', id: '#order', before: [...ids.value, ...added], after: order },
  ])
}
function copy(index: number) {
  const level = oneAt(levels.value, index)
  const id = freeId(`${level.id}-copy`, isTaken)
  asked.value = id
  void insertAfter(index, [{ ...level, id, name: `${level.name}, copy` }])
}
/** A level for each priority stands in place of the one that was for all of them: behind them it would never apply. */
function family(index: number) {
  const level = oneAt(levels.value, index)
  const active = props.design.priorities.filter((one) => one.active)
  const fresh = familyOf(level, active, isTaken)
  const list = 'serviceLevels'
  const added = fresh.map((one) => one.id)
  void props.changeAll([
    ...fresh.map((after) => ({ list, id: after.id, before: null, after })),
    { list, id: level.id, before: level, after: null },
    {
      ...{ list, id: '#order', before: [...ids.value.filter((id) => id !== level.id), ...added] },
      after: ids.value.flatMap((id) => (id === level.id ? added : [id])),
    },
  ])
}
const hasFamily = (level: ServiceLevel) =>
  props.design.priorities.some((one) => one.active && level.targets.some((target) => target.granted[one.id]))
function add() {
  const targets = (levels.value[0]?.targets ?? FIRST_TARGETS).map((one) => ({ ...one, granted: {} }))
  const id = freeId('level', isTaken)
  asked.value = id
  void insertAfter(-1, [{ id, name: 'New level', when: { any: [] }, targets }])
}
const FIRST_TARGETS: Target[] = (
  [
    ['respond', 'Answer', 'reply'],
    ['resolve', 'Solve', 'done'],
  ] as const
).map(([target, label, stopOn]) => ({
  ...{ target, label, stopOn, granted: {}, calendar: 'site' },
  pauseIn: stopOn === 'done' ? ['waiting'] : [],
}))
const move = (index: number, by: number) =>
  props.change('serviceLevels', '#order', ids.value, stepped(ids.value, index, by))

const closeLast = computed(() => Math.round((1 - (props.design.desk.closeFrom ?? CLOSE_FROM)) * 100))
async function setClose(last: number | null) {
  if (last === null || last < 1 || last > 99) throw new Error('Write a number from 1 to 99.')
  const { desk } = props.design
  await props.change('desk', 'desk', desk, { ...desk, closeFrom: (100 - last) / 100 })
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet intro">
      Read from the top: for each target the first level whose condition holds makes the promise. An empty
      time promises nothing.<template v-if="!readonly">
        Several times are written at once with semicolons between them, or pasted from a sheet.</template
      >
    </p>
    <KitNumber
      class="close"
      label="A promise is close in the last"
      unit="% of its time"
      :model-value="closeLast"
      :min="1"
      :max="99"
      :disabled="readonly"
      :commit="setClose"
    />
    <KitButton v-if="!readonly" @click="add">Add a level on top</KitButton>
    <FindingsAt :findings="findings" place="service-levels" />
    <LevelSection
      v-for="(level, index) in levels"
      :key="level.id"
      v-model:asked="asked"
      :level="level"
      :number="`${number}.${index + 1}`"
      :design="design"
      :names="names"
      :vocabulary="vocabulary"
      :findings="findings"
      :readonly="readonly"
      :decided="decidedBy(`service-levels/${level.id}`)"
      :is-first="index === 0"
      :is-last="index === levels.length - 1"
      @change="change('serviceLevels', level.id, level, $event)"
      @move="move(index, $event)"
      @copy="copy(index)"
      :has-family="hasFamily(level)"
      @family="family(index)"
    />
    <KitEmpty
      v-if="!levels.length"
      says="Nothing is promised to anybody yet. A level says for which tickets it is, and within what time they are answered and solved."
    />
    <LevelTrial v-if="!readonly && levels.length" :design="design" :words="vocabulary" />
  </div>
</template>

<style scoped>
.intro {
  max-width: 70ch;
}
.close {
  display: flex;
  align-items: baseline;
  gap: 8px;
}
.close :deep(input) {
  width: 4em;
}
</style>
