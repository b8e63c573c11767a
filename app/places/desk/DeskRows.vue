<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { oneAt } from '~~/core/lookup'
import type { ViewColumn } from '~~/core/work'
import type { Row } from '~/composables/useTickets'
import type { FieldNames } from '~/composables/useViews'

// The rows of the Desk, as many as there are, under their headings. Figures change in place at once; rows change places
// only when neither pointer nor keyboard is among them.
const props = defineProps<{
  rows: readonly Row[]
  /** What they are the rows of. */
  of: unknown
  columns: readonly ViewColumn[]
  fieldNames: FieldNames
  dense: boolean
  /** Whether they are ordered by what falls due. */
  byDue: boolean
  active?: number
  query: Record<string, string>
  /** Whether the server has more of them. */
  more: boolean
  now: number
  zone: string
}>()
const emit = defineEmits<{ more: []; again: [] }>()
const chosen = defineModel<Set<number>>('chosen', { required: true })

const HEADING = 30
const ROW = { wide: 66, dense: 46 }
/** On a phone a title has two lines. */
const SLIM = { wide: 86, dense: 66 }
const slim = useSlim()
const height = computed(() => (slim.value ? SLIM : ROW)[props.dense ? 'dense' : 'wide'])
const NEAR_END = 20
const scroller = ref<HTMLElement>()
const over = ref(false)
const { within, listens } = useWithin()
const held = useHeld<Row>(
  () => props.rows,
  (row) => row.reference,
  () => over.value || within.value,
  () => props.of,
)
const newOnes = computed(() => {
  const known = new Set(held.rows.value.map((row) => row.reference))
  return props.rows.filter((row) => !known.has(row.reference)).length
})

type Item = { row: Row; index: number } | { heading: string; count: number }
/** Rows with the headings under which they stand. */
const items = computed<Item[]>(() => {
  const counts = new Map<string, number>()
  for (const { under } of held.rows.value)
    if (under !== undefined) counts.set(under, (counts.get(under) ?? 0) + 1)
  const all: Item[] = []
  let under: string | undefined
  held.rows.value.forEach((row, index) => {
    if (row.under !== undefined && row.under !== under)
      all.push({ heading: (under = row.under), count: counts.get(row.under) ?? 0 })
    all.push({ row, index })
  })
  return all
})
const itemKey = (at: number) => {
  const item = items.value[at]
  return item ? ('row' in item ? item.row.reference : `under ${item.heading}`) : at
}
const virtual = useVirtualizer(
  computed(() => ({
    count: items.value.length,
    getScrollElement: () => scroller.value ?? null,
    estimateSize: (at: number) => ('heading' in (items.value[at] ?? {}) ? HEADING : height.value),
    overscan: 8,
    getItemKey: itemKey,
  })),
)
watch([height, items], () => virtual.value.measure())
watch(
  () => virtual.value.getVirtualItems().at(-1)?.index ?? 0,
  (last) => last > items.value.length - NEAR_END && props.more && emit('more'),
)
const cells = useCells(
  () => props.zone,
  () => props.now,
  () => props.fieldNames,
)

const indexOf = (reference: number | undefined) =>
  items.value.findIndex((item) => 'row' in item && item.row.reference === reference)
async function focusOn(at: number) {
  virtual.value.scrollToIndex(at)
  await nextTick()
  scroller.value?.querySelector<HTMLElement>(`[data-index="${at}"] a`)?.focus()
}
function focusedAt(): number {
  return Number(document.activeElement?.closest('[data-index]')?.getAttribute('data-index') ?? NaN)
}
/** To the next row from where the focus is, or from the ticket that is open; headings are passed over. */
function step(by: number) {
  const from = focusedAt()
  let at = (Number.isNaN(from) ? indexOf(props.active) : from) + by
  if (Number.isNaN(from) && props.active === undefined) at = by > 0 ? 0 : items.value.length - 1
  while (items.value[at] && 'heading' in oneAt(items.value, at)) at += by
  if (items.value[at]) void focusOn(at)
}
const focus = () => focusOn(Math.max(0, indexOf(props.active)))
defineExpose({ focus })

let lastChosen: number | undefined
function choose(index: number, range: boolean) {
  const rows = held.rows.value
  const row = rows[index]
  if (!row) return
  const next = new Set(chosen.value)
  if (range && lastChosen !== undefined)
    for (let at = Math.min(lastChosen, index); at <= Math.max(lastChosen, index); at++)
      next.add(oneAt(rows, at).reference)
  else if (!next.delete(row.reference)) next.add(row.reference)
  lastChosen = index
  chosen.value = next
}
function chooseFocused(range: boolean) {
  const item = items.value[focusedAt()]
  if (item && 'row' in item) choose(item.index, range)
}
const among = () => within.value
useShortcuts('The list', [
  { keys: 'j', says: 'the next row', run: () => step(1), when: () => items.value.length > 0 },
  { keys: 'k', says: 'the row before', run: () => step(-1), when: () => items.value.length > 0 },
  { keys: 'ArrowDown', says: 'the next row', run: () => step(1), when: among },
  { keys: 'ArrowUp', says: 'the row before', run: () => step(-1), when: among },
  { keys: 'Home', says: 'the first row', run: () => focusOn(0), when: among },
  { keys: 'End', says: 'the last that is read', run: () => focusOn(items.value.length - 1), when: among },
  { keys: 'x', says: 'choose the row', run: () => chooseFocused(false), when: among },
  { keys: 'Shift x', says: 'choose up to the row', run: () => chooseFocused(true), when: among },
  {
    ...{ keys: 'Escape', says: 'choose none' },
    run: () => (chosen.value = new Set()),
    when: () => among() && chosen.value.size > 0,
  },
])
/** Pressed once more, a row that is open gives the focus to its ticket. */
function onClick(row: Row) {
  if (row.reference === props.active) emit('again')
}
</script>

<template>
  <div class="cols ledger-cols" aria-hidden="true">
    <span>No.</span><span>What · where · who</span><span>Balance</span>
  </div>
  <p v-if="held.waits.value" class="more" role="status">
    <KitButton kind="link" @click="held.release">
      {{ newOnes ? `${newOnes} new: ` : 'Other places in the list have changed: ' }}put in order
    </KitButton>
  </p>
  <div
    ref="scroller"
    class="ledger-rows"
    @pointerenter="over = true"
    @pointerleave="over = false"
    v-on="listens"
  >
    <div :style="{ height: `${virtual.getTotalSize()}px`, position: 'relative' }">
      <div
        v-for="item in virtual.getVirtualItems()"
        :key="itemKey(item.index)"
        class="item"
        :data-index="item.index"
        :style="{ transform: `translateY(${item.start}px)` }"
      >
        <template v-for="one in [items[item.index]]" :key="one && 'row' in one ? one.row.reference : 0">
          <h2 v-if="one && 'heading' in one" class="heading">
            {{ one.heading }} <span class="num quiet">{{ one.count }}{{ more ? '+' : '' }}</span>
          </h2>
          <LedgerRow
            v-else-if="one"
            :row="one.row"
            :now="now"
            :zone="zone"
            :by-due="byDue"
            :active="one.row.reference === active"
            :dense="dense"
            :query="query"
            :cells="cells(one.row, columns)"
            :chosen="chosen.has(one.row.reference)"
            @choose="choose(one.index, $event.shiftKey)"
            @click="onClick(one.row)"
          />
        </template>
      </div>
    </div>
  </div>
</template>

<style scoped>
.item {
  position: absolute;
  top: 0;
  left: 0;
  right: 0;
}
.cols {
  grid-template-columns: 66px 1fr 92px;
}
.heading {
  height: 30px;
  line-height: 30px;
  padding: 0 18px;
  background: var(--page-2);
  border-bottom: 1px solid var(--rule-2);
  font-size: 1rem;
}
.more {
  margin: 0;
  padding: 4px 18px;
  background: var(--brass-2);
}
</style>
