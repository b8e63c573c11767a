<script setup lang="ts" generic="T extends object">
import { useVirtualizer } from '@tanstack/vue-virtual'
import InputText from 'primevue/inputtext'
import {
  copied,
  MOST_CELLS,
  pastedCells,
  placed,
  rangeOf,
  stepFrom,
  type Cell,
  type CellChange,
  type GridColumn,
} from './grid'

/**
 * Rows of cells that are gone through and filled in by keyboard, and that take and give what spreadsheets copy. It keeps
 * nothing itself: what is to be something else is told at once, and whoever uses it gives the rows as they are then.
 */
const props = defineProps<{
  rows: readonly T[]
  columns: readonly GridColumn[]
  /** The property by which a row is known. */
  rowKey: keyof T & string
  label: string
  /** How high it is at most; it scrolls within. */
  height?: string
  readonly?: boolean
  /** What is wrong with a cell. */
  error?: (row: T, column: GridColumn) => string | undefined
  /** Whether what is pasted below the last row becomes rows of its own. */
  grows?: boolean
}>()
const emit = defineEmits<{
  change: [cells: CellChange[]]
  add: [rows: Record<string, string>[]]
  remove: [keys: (string | number)[]]
}>()
const HIGH = 30
/** So many frames a row is waited for. */
const FRAMES = 30
const id = useId()
const textAt = ({ row, column }: Cell) => {
  const value = props.rows[row]?.[props.columns[column]?.name as keyof T]
  return value === null || value === undefined ? '' : String(value)
}
const faultAt = (row: T, column: GridColumn) => props.error?.(row, column)

const scroller = ref<HTMLElement>()
const virtual = useVirtualizer(
  computed(() => ({
    count: props.rows.length,
    getScrollElement: () => scroller.value ?? null,
    estimateSize: () => HIGH,
    overscan: 8,
  })),
)
const shown = computed(() =>
  virtual.value.getVirtualItems().flatMap(({ index, start }) => {
    const row = props.rows[index]
    return row ? [{ index, start, row }] : []
  }),
)

const at = ref<Cell>({ row: 0, column: 0 })
/** The other corner of what is chosen. */
const from = ref<Cell>({ row: 0, column: 0 })
const range = computed(() => rangeOf(from.value, at.value))
const isChosen = (row: number, column: number) =>
  row >= range.value.top &&
  row <= range.value.bottom &&
  column >= range.value.left &&
  column <= range.value.right
/** What is being typed into a cell. */
const typing = ref<string>()
const said = ref('')
watch(
  () => [props.rows.length, props.columns.length],
  ([rows = 0, columns = 0]) => {
    if (at.value.row >= rows || at.value.column >= columns)
      void go(
        {
          row: Math.max(0, Math.min(at.value.row, rows - 1)),
          column: Math.min(at.value.column, columns - 1),
        },
        false,
        false,
      )
  },
)

async function go(to: Cell, extends_ = false, focuses = true) {
  at.value = to
  if (!extends_) from.value = to
  virtual.value.scrollToIndex(to.row)
  await nextTick()
  if (focuses) await focusCell(to)
}
/** A row that lies far off is drawn once the browser has scrolled there; keys are heard meanwhile. */
async function focusCell({ row, column }: Cell) {
  for (let frame = 0; frame < FRAMES; frame++) {
    const cell = scroller.value?.querySelector<HTMLElement>(`#${cellId(row, column)}`)
    if (cell) return cell.focus({ preventScroll: true })
    scroller.value?.focus({ preventScroll: true })
    await new Promise(requestAnimationFrame)
    // Somebody has gone on.
    if (at.value.row !== row || at.value.column !== column) return
  }
}
const cellId = (row: number, column: number) => `${id}-${row}-${column}`
const isFixed = (column: number) => Boolean(props.readonly || props.columns[column]?.readonly)

function change(cells: readonly (Cell & { text: string })[]) {
  const changes = cells.flatMap(({ row, column, text }) => {
    const [of, into] = [props.rows[row], props.columns[column]]
    if (!of || !into || isFixed(column) || textAt({ row, column }) === text) return []
    return [{ key: of[props.rowKey] as string | number, column: into.name, text }]
  })
  if (changes.length) emit('change', changes)
}
async function begin(first: string) {
  if (isFixed(at.value.column) || !props.rows.length) return
  typing.value = first
  await nextTick()
  const box = scroller.value?.querySelector('input')
  box?.focus()
  box?.setSelectionRange(first.length, first.length)
}
/** Takes over what was typed, and goes on. */
function settle(to?: Cell) {
  if (typing.value === undefined) return
  const text = typing.value
  typing.value = undefined
  change([{ ...at.value, text }])
  if (to) void go(to)
}
function empty() {
  const cells: (Cell & { text: string })[] = []
  for (let row = range.value.top; row <= range.value.bottom; row++)
    for (let column = range.value.left; column <= range.value.right; column++)
      cells.push({ row, column, text: '' })
  change(cells)
}

const pageOf = () => Math.max(1, Math.floor((scroller.value?.clientHeight ?? 0) / HIGH) - 1)
const stepped = (key: string) =>
  stepFrom(at.value, { key, ctrlKey: false, metaKey: false }, props.rows.length, props.columns.length, 1)!
function onKey(event: KeyboardEvent) {
  if (typing.value !== undefined) return onTyping(event)
  const { key, shiftKey, ctrlKey, metaKey, altKey } = event
  const to = stepFrom(at.value, event, props.rows.length, props.columns.length, pageOf())
  const isHeld = ctrlKey || metaKey || altKey
  if (to) void go(to, shiftKey)
  else if ((key === 'Enter' || key === 'F2') && !isHeld) void begin(textAt(at.value))
  else if (key === 'Delete' || key === 'Backspace') empty()
  else if (key.length === 1 && !isHeld) void begin(key)
  else if (key.toLowerCase() === 'a' && (ctrlKey || metaKey)) {
    from.value = { row: 0, column: 0 }
    at.value = { row: props.rows.length - 1, column: props.columns.length - 1 }
  } else return
  event.preventDefault()
  event.stopPropagation()
}
function onTyping(event: KeyboardEvent) {
  const { key, shiftKey } = event
  if (key === 'Enter') settle(stepped(shiftKey ? 'ArrowUp' : 'ArrowDown'))
  else if (key === 'Tab') settle(stepped(shiftKey ? 'ArrowLeft' : 'ArrowRight'))
  else if (key === 'Escape') {
    typing.value = undefined
    void go(at.value)
  } else return
  event.preventDefault()
  event.stopPropagation()
}

function onCopy(event: ClipboardEvent) {
  if (typing.value !== undefined || !props.rows.length) return
  const { top, bottom, left, right } = range.value
  const lines = Array.from({ length: bottom - top + 1 }, (_, row) =>
    Array.from({ length: right - left + 1 }, (__, column) =>
      textAt({ row: top + row, column: left + column }),
    ),
  )
  event.clipboardData?.setData('text/plain', copied(lines))
  event.preventDefault()
  said.value = `${lines.length * (right - left + 1)} cells copied`
}
function onPaste(event: ClipboardEvent) {
  if (typing.value !== undefined || props.readonly) return
  event.preventDefault()
  const pasted = pastedCells(event.clipboardData?.getData('text/plain') ?? '')
  if (!pasted)
    return void (said.value = `This is more than ${MOST_CELLS.toLocaleString('en')} cells; paste a part of it.`)
  const cells = placed(pasted, range.value)
  change(cells)
  const added = props.grows ? addedBy(cells) : []
  if (added.length) emit('add', added)
  const last = cells.at(-1)
  if (!last) return
  from.value = { row: range.value.top, column: range.value.left }
  at.value = {
    row: Math.min(last.row, Math.max(0, props.rows.length - 1)),
    column: Math.min(last.column, props.columns.length - 1),
  }
  said.value = `${cells.length} cells pasted${added.length ? `, ${added.length} rows added` : ''}`
}
/** What was pasted below the last row, by row and column. */
function addedBy(cells: readonly (Cell & { text: string })[]): Record<string, string>[] {
  const rows = new Map<number, Record<string, string>>()
  for (const { row, column, text } of cells) {
    const into = props.columns[column]
    if (row < props.rows.length || !into || isFixed(column)) continue
    rows.set(row, { ...rows.get(row), [into.name]: text })
  }
  return [...rows.values()]
}
</script>

<template>
  <div class="kit-grid">
    <div
      ref="scroller"
      class="scroller"
      role="grid"
      tabindex="-1"
      :aria-label="label"
      :aria-rowcount="rows.length + 1"
      :aria-colcount="columns.length"
      :aria-readonly="readonly || undefined"
      aria-multiselectable="true"
      :style="{ maxHeight: height ?? '60vh' }"
      @keydown="onKey"
      @copy="onCopy"
      @paste="onPaste"
    >
      <div role="row" class="line head" aria-rowindex="1">
        <span
          v-for="column in columns"
          :key="column.name"
          role="columnheader"
          class="cell"
          :class="{ figures: column.figures }"
          :style="column.width && { flex: `0 0 ${column.width}` }"
          >{{ column.label }}</span
        >
      </div>
      <div role="rowgroup" class="rows" :style="{ height: `${virtual.getTotalSize()}px` }">
        <div
          v-for="{ index, start, row } in shown"
          :key="String(row[rowKey])"
          role="row"
          class="line"
          :aria-rowindex="index + 2"
          :style="{ transform: `translateY(${start}px)` }"
        >
          <span
            v-for="(column, place) in columns"
            :id="cellId(index, place)"
            :key="column.name"
            role="gridcell"
            class="cell"
            :class="{ figures: column.figures, on: isChosen(index, place), wrong: faultAt(row, column) }"
            :style="column.width && { flex: `0 0 ${column.width}` }"
            :tabindex="at.row === index && at.column === place ? 0 : -1"
            :aria-selected="isChosen(index, place)"
            :aria-readonly="isFixed(place) || undefined"
            :aria-invalid="faultAt(row, column) ? true : undefined"
            :title="faultAt(row, column)"
            @mousedown="typing === undefined && go({ row: index, column: place }, $event.shiftKey)"
            @dblclick="begin(textAt({ row: index, column: place }))"
          >
            <InputText
              v-if="typing !== undefined && at.row === index && at.column === place"
              v-model="typing"
              class="box"
              :aria-label="`${column.label}, row ${index + 1}`"
              @blur="settle()"
            />
            <template v-else>{{ textAt({ row: index, column: place }) }}</template>
          </span>
        </div>
      </div>
    </div>
    <p class="sr-only" role="status">{{ said }}</p>
    <p v-if="!rows.length" class="quiet small">No rows yet.</p>
  </div>
</template>

<style scoped>
.scroller {
  overflow: auto;
  border-bottom: 1px solid var(--rule-2);
  font-size: 0.93rem;
}
.line {
  display: flex;
  width: 100%;
  height: 30px;
  border-bottom: 1px solid var(--rule);
}
.head {
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--page-2);
  color: var(--ink-3);
  border-top: 1px solid var(--rule-2);
}
.rows {
  position: relative;
}
.rows .line {
  position: absolute;
  top: 0;
  left: 0;
}
.cell {
  flex: 1 1 0;
  min-width: 60px;
  padding: 4px 8px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  border-right: 1px dotted var(--rule);
}
.figures {
  text-align: right;
  font-family: var(--mono);
  font-variant-numeric: tabular-nums;
}
.head .figures {
  font-family: inherit;
}
.cell.on {
  background: var(--sea-2);
}
.cell.wrong {
  box-shadow: inset 0 -2px 0 var(--red);
}
.cell:focus-visible {
  outline-offset: -2px;
}
.box {
  width: 100%;
  height: 100%;
  padding: 0;
  border: 0;
  font: inherit;
  text-align: inherit;
}
</style>
