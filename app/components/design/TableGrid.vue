<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import Papa from 'papaparse'
import type { Design, Finding } from '~~/core/design'
import {
  cellFromText,
  cellToText,
  UnreadableCell,
  type Analysis,
  type Cell,
  type CellNames,
  type DecisionTable,
  type Row,
} from '~~/core/table'
import type { Names } from '~/composables/useNames'
import { oneAt } from '~~/core/lookup'

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
  analysis?: Analysis
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
const measure = (element: unknown) =>
  isLong.value && element instanceof Element && virtual.value.measureElement(element)

// The row of an address is shown, wherever it stands.
const route = useRoute()
onMounted(() => {
  const index = rows.value.findIndex((row) => `#${row.id}` === decodeURIComponent(route.hash))
  if (index >= 0 && isLong.value) virtual.value.scrollToIndex(index, { align: 'center' })
})

const dead = computed(() => new Map(props.analysis?.dead.map((one) => [one.row, one]) ?? []))
/** The server proofreads too; what the analysis says of a row at once is not said twice. */
const others = computed(() =>
  props.findings.filter(({ code }) => code !== 'rowNeverFits' && code !== 'rowsOverlap'),
)
const clashes = computed(() => {
  const found = new Map<string, number[]>()
  if (props.table.hitPolicy !== 'unique') return found
  for (const { rows: pair, numbers } of props.analysis?.overlaps ?? [])
    found.set(pair[1], [...(found.get(pair[1]) ?? []), numbers[0]])
  return found
})
const isBad = (row: Row) =>
  dead.value.has(row.id) ||
  clashes.value.has(row.id) ||
  others.value.some((one) => one.place === `${props.place}#${row.id}` && one.severity === 'error')
const list = (numbers: readonly number[]) =>
  numbers.length < 2 ? `row ${numbers[0]}` : `rows ${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)}`

const change = (index: number, more: Partial<Row>) =>
  emit(
    'rows',
    rows.value.map((row, at) => (at === index ? tidy({ ...row, ...more }) : row)),
  )
/** What is not said is left out. */
function tidy({ note, off, ...row }: Row): Row {
  return { ...row, ...(note && { note }), ...(off && { off }) }
}
const setCell = (index: number, column: number, cell: Cell) =>
  change(index, { cells: oneAt(rows.value, index).cells.map((one, at) => (at === column ? cell : one)) })
const setOutcome = (index: number, outcome: string, event: Event) =>
  change(index, {
    outcome: {
      ...oneAt(rows.value, index).outcome,
      [outcome]: typedIn(event).trim(),
    },
  })
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

/** The row whose further doings are open: its note, and what can be done with it. */
const opened = ref<string>()

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
    setCell(row, column, null)
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
/** A range of a sheet, laid over the grid from the cell that has the focus; lines beyond the last become rows. */
function onPaste(event: ClipboardEvent) {
  const at = whereIs(event)
  if (!at || props.readonly || !elementOf(event)?.classList.contains('cell')) return
  event.preventDefault()
  const text = event.clipboardData?.getData('text/plain') ?? ''
  const lines = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data
  const copy = [...rows.value]
  const problems: string[] = []
  let taken = 0
  lines.forEach((line, down) => {
    const index = at[0] + down
    let row =
      copy[index] ??
      props.freshRow(
        copy,
        props.table.columns.map(() => null),
      )
    line.forEach((one, right) => {
      try {
        row = withPasted(row, at[1] + right, one)
        taken++
      } catch (error) {
        if (!(error instanceof UnreadableCell)) throw error
        problems.push(`row ${index + 1}: ${error.message}`)
      }
    })
    copy[index] = row
  })
  pasted.value = { taken, problems }
  if (taken) emit('rows', copy)
}
function withPasted(row: Row, column: number, text: string): Row {
  const { columns, outcomes } = props.table
  if (column < columns.length) {
    const cell = cellFromText(text, props.namesOfFact(oneAt(columns, column)))
    return { ...row, cells: columns.map((_, at) => (at === column ? cell : (row.cells[at] ?? null))) }
  }
  const outcome = outcomes[column - columns.length]
  if (outcome === undefined) throw new UnreadableCell(`“${text}” lies beyond the last column`)
  const names = props.namesOfFact(outcome)
  const isFree = !names.values?.length
  const said = text.trim()
  const value = isFree
    ? said
    : names.values!.find((one) => one.value === said || one.label.toLowerCase() === said.toLowerCase())?.value
  if (value === undefined) throw new UnreadableCell(`“${said}” is not among the choices`)
  return { ...row, outcome: { ...row.outcome, [outcome]: value } }
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
    <table class="rules" :aria-rowcount="rows.length + 1">
      <thead>
        <tr>
          <th><span class="sr-only">Row</span></th>
          <th v-for="(column, at) in table.columns" :key="column">
            {{ title(column) }}
            <span v-if="!readonly && table.columns.length > 1" class="col-acts">
              <button
                v-if="at > 0"
                class="link"
                type="button"
                :aria-label="`${title(column)}: to the left`"
                @click="emit('moveColumn', at, -1)"
              >
                ←
              </button>
              <button
                class="link"
                type="button"
                :aria-label="`Do not ask ${title(column)}`"
                @click="emit('removeColumn', at)"
              >
                ×
              </button>
            </span>
          </th>
          <th v-for="outcome in table.outcomes" :key="outcome">→ {{ outcome }}</th>
          <th><span class="sr-only">What can be done with the row</span></th>
          <th>decided in 90 days<span class="sr-only">, and findings</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-if="before" aria-hidden="true">
          <td class="space" :style="{ height: `${before}px` }" />
        </tr>
        <tr
          v-for="index in shown"
          :id="rows[index]!.id"
          :key="rows[index]!.id"
          :ref="measure"
          :data-index="index"
          :aria-rowindex="index + 2"
          :class="{
            bad: isBad(rows[index]!),
            off: rows[index]!.off,
            decided: tried.decided === rows[index]!.id,
          }"
        >
          <th class="num" scope="row">
            {{ index + 1 }}
            <span v-if="tried.decided === rows[index]!.id" class="mark" title="this row decides the trial"
              >∵</span
            >
            <span
              v-else-if="tried.nearly === rows[index]!.id"
              class="mark near"
              title="this row nearly decided the trial"
              >≈</span
            >
          </th>
          <td v-for="(column, at) in table.columns" :key="column" :data-column="at">
            <CellField
              :cell="rows[index]!.cells[at] ?? null"
              :fact="column"
              :words="design"
              :names="names"
              :readonly="readonly"
              :label="`Row ${index + 1}, ${title(column)}`"
              @change="setCell(index, at, $event)"
              @close="focus(index, at)"
            />
          </td>
          <td v-for="outcome in table.outcomes" :key="outcome" class="outcome">
            <b v-if="readonly">{{
              choices(outcome).find((one) => one.value === rows[index]!.outcome[outcome])?.label ??
              rows[index]!.outcome[outcome]
            }}</b>
            <template v-else-if="!choices(outcome).length">
              <input
                :value="rows[index]!.outcome[outcome]"
                :list="`${part}-${outcome}`"
                :aria-label="`Row ${index + 1}, ${outcome}`"
                @change="setOutcome(index, outcome, $event)"
              />
            </template>
            <select
              v-else
              :value="rows[index]!.outcome[outcome]"
              :aria-label="`Row ${index + 1}, ${outcome}`"
              @change="setOutcome(index, outcome, $event)"
            >
              <option v-for="one in choices(outcome)" :key="one.value" :value="one.value">
                {{ one.label }}
              </option>
            </select>
          </td>
          <td class="order">
            <template v-if="!readonly">
              <button
                class="link"
                type="button"
                :disabled="index === 0"
                :aria-label="`Row ${index + 1}: up`"
                @click="move(index, -1)"
              >
                ↑
              </button>
              <button
                class="link"
                type="button"
                :disabled="index === rows.length - 1"
                :aria-label="`Row ${index + 1}: down`"
                @click="move(index, 1)"
              >
                ↓
              </button>
              <button
                class="link"
                type="button"
                :aria-expanded="opened === rows[index]!.id"
                :aria-label="`Row ${index + 1}: more`"
                @click="opened = opened === rows[index]!.id ? undefined : rows[index]!.id"
              >
                …
              </button>
            </template>
          </td>
          <td class="findings">
            <span v-if="rows[index]!.off" class="quiet">switched off</span>
            <span v-if="rows[index]!.note && opened !== rows[index]!.id" class="quiet note">{{
              rows[index]!.note
            }}</span>
            <DesignDecidedMark
              v-if="!rows[index]!.off"
              bare
              :rule="`${place}#${rows[index]!.id}`"
              :count="decidedBy(`${place}#${rows[index]!.id}`)"
            />
            <span v-if="overruled(rows[index]!)" class="overruled"
              ><span aria-hidden="true">↺</span> {{ overruled(rows[index]!) }}</span
            >
            <span v-if="dead.has(rows[index]!.id)" class="error"
              ><span aria-hidden="true">⚑</span> never fits:
              {{
                dead.get(rows[index]!.id)!.by.length
                  ? `${list(dead.get(rows[index]!.id)!.by)} ${dead.get(rows[index]!.id)!.by.length > 1 ? 'take it together' : 'takes it'}`
                  : 'no value is as it asks'
              }}</span
            >
            <span v-if="clashes.has(rows[index]!.id)" class="error"
              ><span aria-hidden="true">⚑</span> fits cases of {{ list(clashes.get(rows[index]!.id)!) }} too,
              but only one may</span
            >
            <FindingsAt :findings="others" :place="`${place}#${rows[index]!.id}`" />
            <span v-if="opened === rows[index]!.id" class="more">
              <input
                :value="rows[index]!.note ?? ''"
                placeholder="a note for whoever reads this"
                :aria-label="`Row ${index + 1}: note`"
                @change="change(index, { note: typedIn($event).trim() })"
              />
              <span>
                <button class="link" type="button" @click="change(index, { off: !rows[index]!.off })">
                  {{ rows[index]!.off ? 'Switch on' : 'Switch off' }}
                </button>
                <button class="link" type="button" @click="copyRow(index)">Copy</button>
                <button
                  class="link"
                  type="button"
                  :aria-label="`Row ${index + 1}: take away`"
                  @click="remove(index)"
                >
                  Take away
                </button>
              </span>
            </span>
          </td>
        </tr>
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
          <td class="findings">
            <DesignDecidedMark v-if="part !== 'skills'" bare :rule="place" :count="decidedBy(place)" />
          </td>
        </tr>
      </tbody>
    </table>
    <datalist v-for="outcome in table.outcomes" :id="`${part}-${outcome}`" :key="outcome">
      <option v-for="one in skills" :key="one.value" :value="one.value" />
    </datalist>
  </div>
  <p v-if="pasted" class="small" role="status">
    {{ pasted.taken === 1 ? '1 cell was' : `${pasted.taken} cells were` }} pasted.
    <span v-if="pasted.problems.length" class="error"
      >{{ pasted.problems.length }} could not be read: {{ pasted.problems.slice(0, 6).join('; ') }}</span
    >
    <button class="link" type="button" @click="pasted = undefined">Put this away</button>
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
.rules {
  border-collapse: collapse;
}
.rules th {
  font-weight: 500;
  color: var(--ink-3);
  text-align: left;
  padding: 3px 8px;
  font-size: 0.9rem;
}
.rules th.num {
  white-space: nowrap;
}
.mark {
  color: var(--sea);
  font-weight: 700;
}
.mark.near {
  color: var(--brass);
}
.rules td {
  border: 1px solid var(--rule);
  padding: 0;
}
.rules td[data-column] {
  min-width: 116px;
}
.rules td.space {
  border: 0;
}
.rules .outcome {
  background: var(--page-2);
  font-weight: 600;
  padding: 0 6px;
}
.rules .else {
  padding: 6px 8px;
  font-weight: 400;
}
.rules .order,
.rules .findings {
  border: 0;
  padding: 0 8px;
}
.rules .order {
  white-space: nowrap;
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
.error {
  color: var(--red);
  font-weight: 600;
}
.overruled {
  color: var(--brass);
}
.more input {
  width: 100%;
  min-width: 190px;
}
.more .link {
  display: inline-block;
  min-height: 24px;
  margin-right: 8px;
}
.order .link,
.col-acts .link {
  padding: 2px 5px;
  text-decoration: none;
  min-width: 24px;
  min-height: 24px;
}
.col-acts {
  white-space: nowrap;
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
select,
input {
  font: 600 1rem var(--sans);
  background: transparent;
  color: var(--ink);
  border: 1px solid transparent;
  border-radius: 3px;
  padding: 4px 2px;
}
.more input {
  font-weight: 400;
  background: var(--field);
  border-color: var(--field-rule);
}
select:hover,
input:hover {
  border-color: var(--rule-2);
}
option {
  background: var(--field);
  color: var(--ink);
}
</style>
