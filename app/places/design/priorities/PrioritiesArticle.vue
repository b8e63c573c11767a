<script setup lang="ts">
import type { Priority } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import { oneAt } from '~~/core/lookup'
import { freeId } from '~~/core/naming'
import type { PageProps } from '~/composables/useDraft'

// The priorities in their order, with what each grants where no service level says otherwise.
const props = defineProps<PageProps>()
const ordered = computed(() => [...props.design.priorities].sort((a, b) => a.order - b.order))
const rows = computed(() => ordered.value.map((one, at) => ({ id: one.id, one, at })))
const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII', 'VIII', 'IX', 'X', 'XI', 'XII']
const COLUMNS = [
  { name: 'numeral', label: 'Numeral', bare: true },
  { name: 'name', label: 'Name' },
  { name: 'active', label: 'Active' },
  { name: 'respond', label: 'Answer within' },
  { name: 'resolve', label: 'Solve within' },
  { name: 'expected', label: 'What requesters are told', width: '34%' },
  { name: 'weight', label: 'Weight' },
  { name: 'order', label: 'Order', bare: true },
  { name: 'found', label: 'Findings', bare: true },
]

/** What is not said is left out. */
function tidy({ weight, times, expected, ...rest }: Priority): Priority {
  const granted = withoutGaps({ respond: times?.respond, resolve: times?.resolve })
  return withoutGaps({
    ...rest,
    weight: weight === 1 ? undefined : weight,
    times: Object.keys(granted).length ? granted : undefined,
    expected: expected || undefined,
  })
}
const set = (one: Priority, more: Partial<Priority>) =>
  props.change('priorities', one.id, one, tidy({ ...one, ...more }))
const setTime = (one: Priority, target: 'respond' | 'resolve', time: string) =>
  set(one, { times: { ...one.times, [target]: time || undefined } })
function rename(one: Priority, name: string) {
  if (!name.trim()) throw new Error('Write what it is called.')
  void set(one, { name: name.trim() })
}
function setWeight(one: Priority, weight: number | null) {
  if (weight !== null && weight <= 0) throw new Error('Write a number above 0.')
  void set(one, { weight: weight ?? undefined })
}
/** Changes places with the one before or after it; numerals stay where they are. */
function move(index: number, by: number) {
  const [one, other] = [oneAt(ordered.value, index), oneAt(ordered.value, index + by)]
  const at = (before: Priority, { order, numeral }: Priority) => ({
    list: 'priorities',
    id: before.id,
    before,
    after: { ...before, order, numeral },
  })
  void props.changeAll([at(one, other), at(other, one)])
}
function add() {
  const ids = new Set(props.design.priorities.map((one) => one.id))
  const order = Math.max(0, ...props.design.priorities.map((one) => one.order)) + 1
  const id = freeId(`p${order}`, (one) => ids.has(one), 'priority')
  const numeral = NUMERALS[order - 1] ?? String(order)
  void props.change('priorities', id, null, { id, name: 'New priority', numeral, order, active: true })
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet intro">
      The most urgent first. One that is not active stays on the tickets that have it and cannot be chosen.
      The times are granted where a service level says nothing for the priority; the weight counts when work
      is shared out.
    </p>
    <KitTable :rows="rows" :columns="COLUMNS" row-key="id" label="Priorities">
      <template #cell-numeral="{ row }"
        ><b :id="row.id" class="num">{{ row.one.numeral }}</b></template
      >
      <template #cell-name="{ row }">
        <KitText
          bare
          in-place="line"
          :label="`Name of ${row.one.numeral}`"
          :model-value="row.one.name"
          :disabled="readonly"
          :commit="(name: string) => rename(row.one, name)"
        />
      </template>
      <template #cell-active="{ row }">
        <KitCheckbox
          bare
          :label="`${row.one.numeral} is active`"
          :model-value="row.one.active"
          :disabled="readonly"
          @update:model-value="set(row.one, { active: $event })"
        />
      </template>
      <template v-for="target in ['respond', 'resolve'] as const" :key="target" #[`cell-${target}`]="{ row }">
        <KitDuration
          class="time"
          bare
          :label="`${row.one.numeral}: ${target === 'respond' ? 'answer' : 'solve'} within, such as 2:30`"
          placeholder="—"
          :model-value="row.one.times?.[target] ?? ''"
          :disabled="readonly"
          :commit="(time: string) => setTime(row.one, target, time)"
        />
      </template>
      <template #cell-expected="{ row }">
        <KitText
          class="told"
          bare
          :label="`${row.one.numeral}: how long it usually takes, in the requester’s words`"
          placeholder="—"
          :model-value="row.one.expected ?? ''"
          :disabled="readonly"
          :commit="(expected: string) => set(row.one, { expected: expected.trim() || undefined })"
        />
      </template>
      <template #cell-weight="{ row }">
        <KitNumber
          class="weight"
          bare
          :places="2"
          :label="`Weight of ${row.one.numeral}`"
          :model-value="row.one.weight ?? 1"
          :disabled="readonly"
          :commit="(weight) => setWeight(row.one, weight)"
        />
      </template>
      <template #cell-order="{ row }">
        <OrderButtons
          v-if="!readonly"
          :name="row.one.name"
          :first="row.at === 0"
          :last="row.at === rows.length - 1"
          @by="move(row.at, $event)"
        />
      </template>
      <template #cell-found="{ row }">
        <FindingsAt :findings="findings" :place="`triage/priorities#${row.id}`" />
      </template>
    </KitTable>
    <FindingsAt :findings="findings" place="triage/priorities" />
    <p v-if="!readonly"><KitButton @click="add">Add a priority</KitButton></p>
  </div>
</template>

<style scoped>
.intro {
  max-width: 80ch;
}
.time :deep(input) {
  width: 7em;
}
.told,
.told :deep(input) {
  width: 100%;
}
.weight :deep(input) {
  width: 4em;
}
</style>
