<script setup lang="ts">
import type { Design, Finding } from '~~/core/design'
import type { Cell, DecisionTable, Row } from '~~/core/table'
import { oneAt } from '~~/core/lookup'
import type { Names } from '~/composables/useNames'
import type { Option } from '~/kit/field'

// One row of a decision table: what it asks in each column, what it decides, what can be done with it, and what is odd.
const props = defineProps<{
  row: Row
  index: number
  isLast: boolean
  table: Pick<DecisionTable, 'columns' | 'outcomes'>
  /** The table in addresses. */
  place: string
  design: Design
  names: Names
  readonly: boolean
  findings: Finding[]
  title: (fact: string) => string
  choices: (outcome: string) => readonly Option[]
  /** What is offered where an outcome has no list of its own. */
  skills: readonly Option[]
  /** Which part it has in the trial. */
  tried?: 'decides' | 'nearly'
  /** How many tickets it decided in 90 days. */
  decided?: number
  /** That people keep overruling it, in words. */
  overruled?: string
}>()
const emit = defineEmits<{
  change: [row: Row]
  move: [by: number]
  copy: []
  remove: []
  /** The cell that had been opened is shut. */
  shut: [column: number]
}>()

const isOpen = ref(false)
const number = computed(() => props.index + 1)
const isBad = computed(() =>
  props.findings.some((one) => one.place === `${props.place}#${props.row.id}` && one.severity === 'error'),
)
/** What is not said is left out. */
function put(more: Partial<Row>) {
  const { note, off, ...row } = { ...props.row, ...more }
  emit('change', { ...row, ...(note && { note }), ...(off && { off }) })
}
const setCell = (column: number, cell: Cell) =>
  put({ cells: props.row.cells.map((one, at) => (at === column ? cell : one)) })
const setOutcome = (outcome: string, value: string) =>
  put({ outcome: { ...props.row.outcome, [outcome]: value.trim() } })
/** What can be chosen: what there is of it, else the skills that people have, and what stands there. */
function optionsOf(outcome: string): readonly Option[] {
  const known = props.choices(outcome)
  const now = props.row.outcome[outcome]
  const all = known.length ? known : props.skills
  return now && !all.some((one) => one.value === now) ? [...all, { value: now, label: now }] : all
}
const saidOf = (outcome: string) => {
  const value = props.row.outcome[outcome]
  return props.choices(outcome).find((one) => one.value === value)?.label ?? value
}
const cellOf = (column: number) => props.row.cells[column] ?? null
const columnAt = (at: number) => oneAt(props.table.columns, at)
</script>

<template>
  <tr
    :id="row.id"
    :data-index="index"
    :aria-rowindex="index + 2"
    :class="{ bad: isBad, off: row.off, decided: tried === 'decides' }"
  >
    <th class="num" scope="row">
      {{ number }}
      <span v-if="tried === 'decides'" class="mark" title="this row decides the trial">∵</span>
      <span v-else-if="tried === 'nearly'" class="mark near" title="this row nearly decided the trial"
        >≈</span
      >
    </th>
    <td v-for="(column, at) in table.columns" :key="column" :data-column="at">
      <CellField
        :cell="cellOf(at)"
        :fact="columnAt(at)"
        :words="design"
        :names="names"
        :readonly="readonly"
        :label="`Row ${number}, ${title(column)}`"
        @change="setCell(at, $event)"
        @close="emit('shut', at)"
      />
    </td>
    <td v-for="outcome in table.outcomes" :key="outcome" class="outcome">
      <b v-if="readonly">{{ saidOf(outcome) }}</b>
      <KitChoice
        v-else
        bare
        :label="`Row ${number}, ${outcome}`"
        :model-value="row.outcome[outcome] ?? null"
        :options="optionsOf(outcome)"
        @update:model-value="$event !== null && setOutcome(outcome, $event)"
      />
    </td>
    <td class="order">
      <template v-if="!readonly">
        <KitButton
          kind="sign"
          :disabled="index === 0"
          :aria-label="`Row ${number}: up`"
          @click="emit('move', -1)"
          >↑</KitButton
        >
        <KitButton kind="sign" :disabled="isLast" :aria-label="`Row ${number}: down`" @click="emit('move', 1)"
          >↓</KitButton
        >
        <KitButton
          kind="sign"
          :aria-expanded="isOpen"
          :aria-label="`Row ${number}: more`"
          @click="isOpen = !isOpen"
          >…</KitButton
        >
      </template>
    </td>
    <td class="findings">
      <span v-if="row.off" class="quiet">switched off</span>
      <span v-if="row.note && !isOpen" class="quiet note">{{ row.note }}</span>
      <DesignDecidedMark v-if="!row.off" bare :rule="`${place}#${row.id}`" :count="decided" />
      <span v-if="overruled" class="overruled"><span aria-hidden="true">↺</span> {{ overruled }}</span>
      <FindingsAt :findings="findings" :place="`${place}#${row.id}`" />
      <span v-if="isOpen" class="more">
        <KitText
          bare
          placeholder="a note for whoever reads this"
          :label="`Row ${number}: note`"
          :model-value="row.note ?? ''"
          :commit="(note: string) => put({ note: note.trim() })"
        />
        <span class="acts">
          <KitButton kind="link" @click="put({ off: !row.off })">{{
            row.off ? 'Switch on' : 'Switch off'
          }}</KitButton>
          <KitButton kind="link" @click="emit('copy')">Copy</KitButton>
          <KitButton kind="link" :aria-label="`Row ${number}: take away`" @click="emit('remove')"
            >Take away</KitButton
          >
        </span>
      </span>
    </td>
  </tr>
</template>

<style scoped>
td {
  border: 1px solid var(--rule);
  padding: 0;
}
th {
  font-weight: 500;
  color: var(--ink-3);
  text-align: left;
  padding: 3px 8px;
  font-size: 0.9rem;
  white-space: nowrap;
}
td[data-column] {
  min-width: 116px;
}
.mark {
  color: var(--sea);
  font-weight: 700;
}
.mark.near {
  color: var(--brass);
}
.outcome {
  background: var(--page-2);
  font-weight: 600;
  padding: 0 6px;
}
.outcome :deep(:is(.p-select, input)) {
  font-weight: 600;
  border-color: transparent;
  background: transparent;
}
.outcome :deep(:is(.p-select, input):hover) {
  border-color: var(--rule-2);
}
.outcome :deep(.p-select-label) {
  padding: 3px 0 3px 4px;
}
.outcome :deep(.p-select-dropdown) {
  width: 1.6rem;
}
.order,
.findings {
  border: 0;
  padding: 0 8px;
}
.order {
  white-space: nowrap;
}
.order .kit-button {
  padding: 2px 5px;
  text-decoration: none;
  min-width: 24px;
}
.findings {
  min-width: 150px;
  max-width: 300px;
  font-size: 0.9rem;
}
.findings > span {
  display: block;
}
.note {
  font-style: italic;
}
.overruled {
  color: var(--brass);
}
.acts {
  display: flex;
  gap: 4px 10px;
}
.bad td:not(.order, .findings) {
  background: var(--red-2);
}
.off td:not(.order, .findings) {
  color: var(--ink-3);
  text-decoration: line-through;
}
.decided td:not(.order, .findings),
tr:target td:not(.order, .findings) {
  background: var(--sea-2);
}
</style>
