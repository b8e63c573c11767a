<script setup lang="ts">
import type { Order } from '../column'
import type { CellChange } from '../grid'

const COLUMNS = [
  { name: 'reference', label: 'No.', figures: true, sorts: true, width: '6rem' },
  { name: 'summary', label: 'Summary', sorts: true, wide: true },
  { name: 'team', label: 'Team' },
  { name: 'balance', label: 'Balance', figures: true },
]
const SUMMARIES = ['Printer dark', 'Badge does not open', 'No wireless in the hold', 'New screen wanted']
const row = (at: number) => ({
  reference: 48_200 + at,
  summary: SUMMARIES[at % SUMMARIES.length]!,
  team: ['Counter', 'Field'][Math.floor(at / 2) % 2]!,
  balance: at % 3 ? `+${at % 9}:40` : `−0:${10 + (at % 50)}`,
})
const FEW = [0, 1, 2, 3].map(row)
const MANY = Array.from({ length: 10_000 }, (_, at) => row(at))
const order = ref<Order>({ by: 'reference', down: false })
const chosen = ref<(string | number)[]>([48_201])
const open = ref<number | undefined>(48_202)
const sorted = computed(() => {
  const way = order.value.down ? -1 : 1
  const by = order.value.by as 'reference'
  return [...FEW].sort((a, b) => (a[by] < b[by] ? -way : way))
})
const CELLS = [
  { name: 'name', label: 'Room' },
  { name: 'floor', label: 'Floor', figures: true, width: '6rem' },
  { name: 'code', label: 'Code', readonly: true, width: '8rem' },
]
const rooms = ref(
  Array.from({ length: 10_000 }, (_, at) => ({
    ...{ key: at, name: `Room ${at + 1}`, floor: at === 2 ? 7 : 1 + (at % 3), code: `R-${at + 1}` },
  })),
)
const faultOf = (room: { floor: number }, { name }: { name: string }) =>
  name === 'floor' && room.floor > 3 ? 'There are three floors.' : undefined
/** A floor is a number; whatever else is typed is none. */
const typed = (column: string, text: string) => (column === 'floor' ? Number(text) || 0 : text)
function put(cells: CellChange[]) {
  const all = [...rooms.value]
  for (const { key, column, text } of cells) {
    const before = all[Number(key)]
    if (before) all[Number(key)] = { ...before, [column]: typed(column, text) }
  }
  rooms.value = all
}
function more(rows: Record<string, string>[]) {
  const from = rooms.value.length
  const added = rows.map(({ name = '', floor = '' }, at) => ({
    ...{ key: from + at, name, floor: Number(floor) || 0, code: `R-${from + at + 1}` },
  }))
  rooms.value = [...rooms.value, ...added]
}
const branch = ref<string | null>('mail.shared')
const BRANCHES = [
  {
    key: 'mail',
    label: 'Mail',
    note: '12 open',
    children: [
      { key: 'mail.shared', label: 'Shared mailbox' },
      { key: 'mail.lost', label: 'Lost message' },
    ],
  },
  { key: 'desk', label: 'Work place' },
]
const tab = ref<'open' | 'done'>('open')
const step = ref<'desk' | 'people' | 'hours'>('people')
</script>

<template>
  <section aria-labelledby="lists">
    <h2 id="lists">What is looked through</h2>
    <KitTable
      v-model:chosen="chosen"
      :rows="sorted"
      :columns="COLUMNS"
      row-key="reference"
      label="Tickets in order"
      :order="order"
      :open="open"
      more="Older tickets"
      @order="order = $event"
    >
      <template #cell-summary="{ row: one }">
        <KitButton
          kind="link"
          :aria-expanded="open === one.reference"
          @click="open = open === one.reference ? undefined : one.reference"
          >{{ one.summary }}</KitButton
        >
      </template>
      <template #opened="{ row: one }">What happened to {{ one.reference }} stands here.</template>
    </KitTable>
    <h3>Grouped</h3>
    <KitTable
      :rows="[...FEW].sort((a, b) => a.team.localeCompare(b.team))"
      :columns="COLUMNS.slice(0, 2)"
      row-key="reference"
      grouped-by="team"
      label="Tickets by team"
    />
    <h3>Ten thousand rows</h3>
    <div class="tall">
      <KitTable :rows="MANY" :columns="COLUMNS" row-key="reference" label="Many tickets" :row-height="30" />
    </div>
    <h3>Cells</h3>
    <KitGrid
      :rows="rooms"
      :columns="CELLS"
      row-key="key"
      label="Rooms"
      height="190px"
      grows
      :error="faultOf"
      @change="put"
      @add="more"
    />
    <div class="beside">
      <div>
        <h3>A tree</h3>
        <KitTree v-model="branch" :branches="BRANCHES" label="Categories" />
      </div>
      <div>
        <h3>Sheets</h3>
        <KitTabs
          v-model="tab"
          label="Requests"
          :tabs="[
            { value: 'open', label: 'Open', count: 4 },
            { value: 'done', label: 'Done' },
          ]"
        >
          <template #open>Four are open.</template>
          <template #done>None is done yet.</template>
        </KitTabs>
      </div>
      <div>
        <h3>Steps</h3>
        <KitSteps
          v-model="step"
          label="Opening a desk"
          :steps="[
            { value: 'desk', label: 'The desk' },
            { value: 'people', label: 'People' },
            { value: 'hours', label: 'Hours' },
          ]"
        >
          <template #desk>Its name and zone.</template>
          <template #people>Who works there.</template>
          <template #hours>When it is open.</template>
        </KitSteps>
      </div>
      <div>
        <h3>Long work, nothing, and a fault</h3>
        <KitProgress label="Rehearsing 6 000 tickets" :share="0.37" calls-off />
        <KitProgress label="Asking the directory" />
        <KitEmpty says="No article yet. Write down what is asked again and again.">
          <KitButton>Write an article …</KitButton>
        </KitEmpty>
        <KitError error="The desk cannot be reached. It is tried again by itself." tries-again />
      </div>
    </div>
  </section>
</template>

<style scoped>
h3 {
  margin: 1.2rem 0 0.4rem;
}
.tall {
  height: 240px;
  display: flex;
  flex-direction: column;
}
.tall > :deep(.kit-table) {
  flex: 1;
  min-height: 0;
}
.beside {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 0 28px;
}
</style>
