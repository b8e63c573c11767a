<script setup lang="ts" generic="Row extends object">
import '~/theme/parts/datatable'
import type { Column, Order } from './column'
import PrimeColumn from 'primevue/column'
import DataTable from 'primevue/datatable'
import KitButton from './KitButton.vue'

// Rows on ruled paper. Each cell stands in the slot of its column's name (`#cell-NAME`), what is opened below its row in
// `#opened`. The server puts them in order and gives them page by page; see `useLedger`.
const props = defineProps<{
  rows: readonly Row[]
  columns: readonly Column[]
  /** The property of a row by which it is known. */
  rowKey: keyof Row & string
  label: string
  /** The key of the row that is opened. */
  open?: string | number
  order?: Order
  /** The keys of the rows that are chosen; each row has a box then. */
  chosen?: readonly (string | number)[]
  /** Rows of this height, in pixels, of which only those in sight are drawn; the head stays. */
  rowHeight?: number
  /** Whether there are more of them, and what the button is called that brings them. */
  more?: string
  /** Rows of one group stand under its name, which is in this property. */
  groupedBy?: keyof Row & string
}>()
const emit = defineEmits<{
  order: [order: Order]
  'update:chosen': [keys: (string | number)[]]
  more: []
}>()
defineSlots<{
  [cell: `cell-${string}`]: ((given: { row: Row }) => unknown) | undefined
  opened?: (given: { row: Row }) => unknown
  group?: (given: { row: Row }) => unknown
}>()
const keyOf = (row: Row) => row[props.rowKey] as string | number
const selection = computed(() => {
  const keys = new Set(props.chosen)
  return props.chosen && props.rows.filter((row) => keys.has(keyOf(row)))
})
const virtual = computed(() => (props.rowHeight ? { itemSize: props.rowHeight } : undefined))
const expanded = computed(() => (props.open === undefined ? {} : { [props.open]: true }))
function sort({ sortField, sortOrder }: { sortField?: unknown; sortOrder?: number | null | undefined }) {
  if (typeof sortField === 'string') emit('order', { by: sortField, down: sortOrder === -1 })
}
</script>

<template>
  <div class="kit-table" tabindex="0" role="group" :aria-label="label">
    <DataTable
      :value="rows as Row[]"
      :data-key="rowKey"
      lazy
      :sort-field="order?.by"
      :sort-order="order && (order.down ? -1 : 1)"
      :selection="selection"
      :expanded-rows="expanded"
      :row-class="(row: Row) => (keyOf(row) === open ? 'on' : '')"
      :scrollable="Boolean(rowHeight)"
      :scroll-height="rowHeight ? 'flex' : undefined"
      :virtual-scroller-options="virtual"
      :row-group-mode="groupedBy && 'subheader'"
      :group-rows-by="groupedBy"
      :pt="{ table: { 'aria-label': label, 'aria-rowcount': rowHeight ? rows.length : undefined } }"
      @sort="sort"
      @update:selection="emit('update:chosen', $event.map(keyOf))"
    >
      <PrimeColumn
        v-if="chosen"
        selection-mode="multiple"
        header-style="width: 2.5rem"
        :pt="{ pcRowCheckbox: { root: { 'aria-selected': undefined } } }"
      />
      <PrimeColumn
        v-for="column in columns"
        :key="column.name"
        :field="column.name"
        :sortable="column.sorts"
        :style="column.width && { width: column.width }"
        :class="{ figures: column.figures, wide: column.wide }"
      >
        <template #header>
          <span :class="{ 'sr-only': column.bare }">{{ column.label }}</span>
        </template>
        <template #body="{ data }">
          <slot :name="`cell-${column.name}`" :row="data">{{ data[column.name] }}</slot>
        </template>
      </PrimeColumn>
      <PrimeColumn v-if="groupedBy" :field="groupedBy" />
      <template v-if="$slots.opened" #expansion="{ data }"><slot name="opened" :row="data" /></template>
      <template v-if="groupedBy" #groupheader="{ data }">
        <slot name="group" :row="data"
          ><b>{{ data[groupedBy] }}</b></slot
        >
      </template>
    </DataTable>
    <p v-if="more" class="more">
      <KitButton kind="plain" @click="emit('more')">{{ more }}</KitButton>
    </p>
  </div>
</template>

<style scoped>
.kit-table {
  overflow-x: auto;
  font-size: 0.93rem;
}
.kit-table :deep(td) {
  vertical-align: top;
}
.kit-table :deep(.figures) {
  text-align: right;
  font-family: var(--mono);
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
.kit-table :deep(th.figures) {
  font-family: inherit;
}
.kit-table :deep(.figures .p-datatable-column-header-content) {
  justify-content: flex-end;
}
.kit-table :deep(tr.on > td),
.kit-table :deep(.p-datatable-row-expansion > td) {
  background: var(--sea-2);
}
.more {
  margin: 0.6rem 0;
}
/* On a narrow window each row is a few lines of its own. */
@media (max-width: 620px) {
  .kit-table :deep(thead) {
    display: none;
  }
  .kit-table :deep(tbody > tr) {
    display: flex;
    flex-wrap: wrap;
    gap: 0 12px;
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
  }
  .kit-table :deep(tbody > tr > td) {
    border: 0;
    padding: 0;
    width: auto !important;
  }
  .kit-table :deep(tbody > tr > td.wide),
  .kit-table :deep(.p-datatable-row-expansion > td) {
    flex-basis: 100%;
    order: 1;
  }
}
</style>
