<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { Design, Finding } from '~~/core/design'
import { cellToText, type Cell, type CellNames, type DecisionTable, type Row } from '~~/core/table'
import type { Names } from '~/composables/useNames'
import { oneAt } from '~~/core/lookup'
import { withPasted } from './pasting'

// The rows of a decision table as a grid: arrows go from cell to cell, a copied range of a sheet can be pasted.
const props = defineProps<{
  table: DecisionTable
  part: string
  place: string
  heading: string
  design: Design
  names: Names
  readonly: boolean
  findings: Finding[]
  tried: { decided?: string; nearly?: string }
  title: (fact: string) => string
  choices: (outcome: string) => { value: string; label: string }[]
  skills: { value: string; label: string }[]
  namesOfFact: (fact: string) => CellNames
  freshRow: (rows: readonly Row[], cells: Cell[]) => Row
  otherwise: (outcome: string) => string
}>()
const emit = defineEmits<{
  rows: [rows: Row[]]
  moveColumn: [index: number, by: number]
  removeColumn: [index: number]
}>()

const { of: correctionsOf } = useCorrections()
const { of: decidedBy } = useDecided()
/** A rule that people keep overruling, in words. */
function overruled(row: Row): string | undefined {
  const found = correctionsOf(`${props.place}#${row.id}`)
  if (!found) return undefined
  const to =
    props.choices(found.most.field).find((one) => one.value === found.most.to)?.label ?? found.most.to
  return `overruled ${found.count === 1 ? 'once' : `${found.count} times`} in 90 days, ${found.count > 1 ? 'mostly ' : ''}to ${to}`
}

const rows = computed(() => props.table.rows)
const scroller = ref<HTMLElement>()
/** A short table is there as a whole, so that it can be searched and printed; a long one only where it is looked at. */
const isLong = computed(() => rows.value.length > 60)
const virtual = useVirtualizer(
  computed(() => ({
    count: rows.value.length,
    getScrollElement: () => scroller.value ?? null,
    estimateSize: () => 33,
    overscan: 20,
    enabled: isLong.value,
  })),
)
const shown = computed(() =>
  isLong.value
    ? virtual.value.getVirtualItems().map((item) => item.index)
    : rows.value.map((_, index) => index),
)
const before = computed(() => (isLong.value ? (virtual.value.getVirtualItems()[0]?.start ?? 0) : 0))
const after = computed(() =>
  isLong.value ? virtual.value.getTotalSize() - (virtual.value.getVirtualItems().at(-1)?.end ?? 0) : 0,
)
const measure = (row: unknown) => {
  const element = (row as { $el?: unknown } | null)?.$el
  if (isLong.value && element instanceof Element) virtual.value.measureElement(element)
}

// The row of an address is shown, wherever it stands.
const route = useRoute()
onMounted(() => {
  const index = rows.value.findIndex((row) => `#${row.id}` === decodeURIComponent(route.hash))
  if (index >= 0 && isLong.value) virtual.value.scrollToIndex(index, { align: 'center' })
})

const partInTrial = (id: string) =>
  props.tried.decided === id ? 'decides' : props.tried.nearly === id ? 'nearly' : undefined

const change = (index: number, row: Row) =>
  emit(
    'rows',
    rows.value.map((one, at) => (at === index ? row : one)),
  )
function move(index: number, by: number) {
  const to = Math.min(rows.value.length - 1, Math.max(0, index + by))
  if (to === index) return
  const copy = [...rows.value]
  copy.splice(to, 0, ...copy.splice(index, 1))
  emit('rows', copy)
}
function copyRow(index: number) {
  const row = oneAt(rows.value, index)
  const copy = { ...row, id: props.freshRow(rows.value, []).id }
  emit('rows', [...rows.value.slice(0, index + 1), copy, ...rows.value.slice(index + 1)])
}
const remove = (index: number) =>
  emit(
    'rows',
    rows.value.filter((_, at) => at !== index),
  )

// Keys
function whereIs(event: Event): [row: number, column: number] | undefined {
  const cell = elementOf(event)?.closest<HTMLElement>('td[data-column]')
  const row = cell?.closest<HTMLElement>('tr[data-index]')
  return cell && row ? [Number(row.dataset.index), Number(cell.dataset.column)] : undefined
}
async function focus(row: number, column: number) {
  const to = Math.min(rows.value.length - 1, Math.max(0, row))
  const at = Math.min(props.table.columns.length - 1, Math.max(0, column))
  if (isLong.value) virtual.value.scrollToIndex(to)
  await nextTick()
  scroller.value
    ?.querySelector<HTMLElement>(`tr[data-index="${to}"] td[data-column="${at}"] button.cell`)
    ?.focus()
}
const STEPS: Record<string, [rows: number, columns: number]> = {
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  PageDown: [15, 0],
  PageUp: [-15, 0],
}
async function onKey(event: KeyboardEvent) {
  const at = whereIs(event)
  if (!at || !elementOf(event)?.classList.contains('cell')) return
  const [row, column] = at
  const step = STEPS[event.key]
  if (step && event.altKey && step[0] && !props.readonly) {
    event.preventDefault()
    move(row, step[0])
    await nextTick()
    return focus(row + step[0], column)
  }
  if (step && !event.ctrlKey && !event.metaKey && !event.altKey) {
    event.preventDefault()
    return focus(row + step[0], column + step[1])
  }
  if ((event.key === 'Delete' || event.key === 'Backspace') && !props.readonly) {
    event.preventDefault()
    const { cells, ...others } = oneAt(rows.value, row)
    change(row, { ...others, cells: cells.map((one, at) => (at === column ? null : one)) })
  }
}
function onCopy(event: ClipboardEvent) {
  const at = whereIs(event)
  if (!at || !event.clipboardData || getSelection()?.toString()) return
  const fact = oneAt(props.table.columns, at[1])
  event.clipboardData.setData(
    'text/plain',
    cellToText(oneAt(rows.value, at[0]).cells[at[1]] ?? null, props.namesOfFact(fact)),
  )
  event.preventDefault()
}

const pasted = ref<{ taken: number; problems: string[] }>()
/** A range of a sheet is laid over the grid from the cell that has the focus. */
function onPaste(event: ClipboardEvent) {
  const at = whereIs(event)
  if (!at || props.readonly || !elementOf(event)?.classList.contains('cell')) return
  event.preventDefault()
  const { table, namesOfFact: namesOf, freshRow } = props
  const text = event.clipboardData?.getData('text/plain') ?? ''
  const { rows: after, ...told } = withPasted(text, at, { table, namesOf, freshRow })
  pasted.value = told
  if (told.taken) emit('rows', after)
}
</script>

<template>
  <div
    ref="scroller"
    class="scroll"
    :class="{ long: isLong }"
    tabindex="0"
    role="group"
    :aria-label="heading"
    @keydown="onKey"
    @paste="onPaste"
    @copy="onCopy"
  >
    <RuledGrid class="rules" :row-count="rows.length">
      <template #head>
        <tr>
          <th><span class="sr-only">Row</span></th>
          <th v-for="(column, at) in table.columns" :key="column">
            {{ title(column) }}
            <span v-if="!readonly && table.columns.length > 1" class="col-acts">
              <KitButton
                v-if="at > 0"
                kind="sign"
                :aria-label="`${title(column)}: to the left`"
                @click="emit('moveColumn', at, -1)"
                >←</KitButton
              >
              <KitButton
                kind="sign"
                :aria-label="`Do not ask ${title(column)}`"
                @click="emit('removeColumn', at)"
                >×</KitButton
              >
            </span>
          </th>
          <th v-for="outcome in table.outcomes" :key="outcome">→ {{ outcome }}</th>
          <th><span class="sr-only">What can be done with the row</span></th>
          <th>decided in 90 days<span class="sr-only">, and findings</span></th>
        </tr>
      </template>
      <tr v-if="before" aria-hidden="true">
        <td class="space" :style="{ height: `${before}px` }" />
      </tr>
      <GridRow
        v-for="index in shown"
        :key="rows[index]!.id"
        :ref="measure"
        :row="rows[index]!"
        :index="index"
        :is-last="index === rows.length - 1"
        :table="table"
        :place="place"
        :design="design"
        :names="names"
        :readonly="readonly"
        :findings="findings"
        :title="title"
        :choices="choices"
        :skills="skills"
        :tried="partInTrial(rows[index]!.id)"
        :decided="decidedBy(`${place}#${rows[index]!.id}`)"
        :overruled="overruled(rows[index]!)"
        @change="change(index, $event)"
        @move="move(index, $event)"
        @copy="copyRow(index)"
        @remove="remove(index)"
        @shut="focus(index, $event)"
      />
      <tr v-if="after > 0" aria-hidden="true">
        <td class="space" :style="{ height: `${after}px` }" />
      </tr>
      <tr v-if="!rows.length">
        <td class="order" />
        <td :colspan="table.columns.length + table.outcomes.length" class="quiet else">
          There are no rows yet.
        </td>
      </tr>
      <tr>
        <td class="order" />
        <td :colspan="table.columns.length" class="quiet else">no row fits</td>
        <td v-for="outcome in table.outcomes" :key="outcome" class="outcome else">
          {{ otherwise(outcome) }}
        </td>
        <td class="order" />
        <td class="order">
          <DesignDecidedMark v-if="part !== 'skills'" bare :rule="place" :count="decidedBy(place)" />
        </td>
      </tr>
    </RuledGrid>
  </div>
  <p v-if="!readonly" class="quiet small">
    Arrows go from cell to cell, <kbd>Enter</kbd> opens one, <kbd>Delete</kbd> asks nothing in it,
    <kbd>Alt</kbd> with an arrow moves its row. A range that was copied from a sheet is pasted from the cell
    on.
  </p>
  <p v-if="pasted" class="small" role="status">
    {{ counted(pasted.taken, 'cell') }} pasted.
    <span v-if="pasted.problems.length" class="error"
      >{{ pasted.problems.length }} could not be read: {{ pasted.problems.slice(0, 6).join('; ') }}. New rows
      with such a cell are switched off.</span
    >
    <KitButton kind="link" @click="pasted = undefined">Put this away</KitButton>
  </p>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.scroll.long {
  max-height: 68vh;
  overflow-y: auto;
}
.long thead th {
  position: sticky;
  top: 0;
  background: var(--page);
  z-index: 1;
}
.rules thead th {
  font-weight: 500;
  color: var(--ink-3);
  text-align: left;
  padding: 3px 8px;
  font-size: 0.9rem;
}
td {
  border: 1px solid var(--rule);
}
.space,
.order {
  border: 0;
  padding: 0 8px;
}
.outcome {
  background: var(--page-2);
}
.else {
  padding: 6px 8px;
}
.error {
  color: var(--red);
  font-weight: 600;
}
.col-acts {
  white-space: nowrap;
}
.col-acts .kit-button {
  padding: 2px 5px;
  text-decoration: none;
  min-width: 24px;
}
</style>
