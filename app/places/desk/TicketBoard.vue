<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import type { ViewDefinition } from '~~/core/work'
import type { Row } from '~/composables/useTickets'
import {
  columnsOf,
  lanesOf,
  useBoardMoves,
  type BoardLane,
  type BoardPage,
  type Card,
  type Stack,
} from './useBoard'

// Open tickets by status, in rows by team or technician where the view says so; a card that is moved passes the gate of
// where it goes.
const props = defineProps<{
  board: BoardPage
  view: ViewDefinition
  now: number
  zone: string
  active?: number
  query: Record<string, string>
}>()
const emit = defineEmits<{ moved: []; more: [] }>()
const { kinds, found, asking, asked, refused, busy, error, waysOf, wayInto, go, send } = useBoardMoves(() =>
  emit('moved'),
)
const columns = computed(() => columnsOf(kinds.value, props.board, props.view.limits))
const lanes = ref<BoardLane[]>([])
/** Cards lie where the server has them, also after one was dropped where it cannot go. */
const lay = () => (lanes.value = lanesOf(kinds.value, props.board, columns.value))
watch([() => props.board, columns], lay, { immediate: true })
const cells = useCells(
  () => props.zone,
  () => props.now,
  () => props.board.fieldNames,
)
/** What has had a card stays as wide as it is: no column moves under the pointer because another has emptied. */
const wide = ref(new Set<string>())
watch(
  columns,
  (all) => (wide.value = new Set([...wide.value, ...all.flatMap((one) => (one.total ? one.name : []))])),
  { immediate: true },
)
const isFull = computed(() =>
  columns.value.filter(({ total, limit }) => limit !== undefined && total > limit).map((one) => one.name),
)

const slip = ref<HTMLFormElement>()
async function move(row: Row, way: Parameters<typeof go>[1]) {
  if (await go(row, way)) return
  lay()
  await nextTick()
  slip.value?.querySelector<HTMLElement>('textarea, input, [role=combobox]')?.focus()
}
function dropped(lane: BoardLane, { column }: Stack, event: { data?: Card; item: HTMLElement }) {
  const reference = event.item.dataset.reference
  const row = event.data ?? props.board.rows.find((one) => String(one.reference) === reference)
  if (!row) return
  if (row.lane !== lane.id) {
    refused.value = `${row.reference} stays in its row: who has it is changed on its page.`
    return lay()
  }
  const way = wayInto(row, column.name)
  return way ? move(row, way) : lay()
}
/** By keyboard: the ways from where a card is. */
const offers = (row: Row) => waysOf(row).map((way) => ({ label: way.label, run: () => move(row, way) }))
const leftIn = ({ total, rows }: Stack) => Math.max(0, total - rows.length)
</script>

<template>
  <div class="frame">
    <KitError :error="refused || found.error.value" />
    <KitError v-if="!asking" :error="error" />
    <p v-if="isFull.length" class="full small" role="status">
      More than there are to be at once: {{ isFull.map((one) => `“${one}”`).join(', ') }}.
    </p>
    <form
      v-if="asking"
      ref="slip"
      class="panel"
      novalidate
      :aria-label="`${asking.way.label}: ${asking.row.reference}`"
      @submit.prevent="send(asking.row, asking.way)"
      @keydown.esc.capture="leaveSlip($event, () => (asking = undefined))"
    >
      <p>
        <b>{{ asking.way.label }}</b> <span class="num">{{ asking.row.reference }}</span>
        {{ asking.row.summary }}
      </p>
      <AskedFields v-model="asked" :asked="asking.way.gate" :error="error" :zone="zone" prefix="board" />
      <KitError :error="error" />
      <p v-if="asking.way.tells" class="quiet small">The requester is told what you write.</p>
      <KitButton kind="main" type="submit" :busy="busy">{{ asking.way.label }}</KitButton>
      &nbsp;<KitButton kind="plain" @click="asking = undefined">Leave it</KitButton>
    </form>
    <p v-if="!kinds.length && !found.error.value" class="nothing-open" role="status">Reading the ledger …</p>
    <div v-else class="board" :class="{ rowed: view.lanes }">
      <div class="heads">
        <h2
          v-for="one in columns"
          :key="one.name"
          :class="{ over: isFull.includes(one.name), empty: !wide.has(one.name) }"
        >
          {{ one.name }}
          <span class="num quiet"
            >{{ one.total }}<template v-if="one.limit !== undefined"> of {{ one.limit }}</template></span
          >
        </h2>
      </div>
      <section
        v-for="lane in lanes"
        :key="lane.id"
        class="lane"
        :aria-label="view.lanes ? lane.name : undefined"
      >
        <h3 v-if="view.lanes">
          {{ lane.name }} <span class="num quiet small">{{ lane.total }}</span>
        </h3>
        <div class="stacks">
          <section
            v-for="stack in lane.stacks"
            :key="stack.column.name"
            class="stack"
            :class="{ empty: !wide.has(stack.column.name) }"
            :aria-label="view.lanes ? `${stack.column.name}, ${lane.name}` : stack.column.name"
          >
            <VueDraggable
              v-model="stack.rows"
              class="cards"
              group="tickets"
              :animation="120"
              :sort="false"
              @add="dropped(lane, stack, $event as never)"
            >
              <BoardCard
                v-for="row in stack.rows"
                :key="row.reference"
                :row="row"
                :cells="cells(row, view.columns)"
                :now="now"
                :zone="zone"
                :on="row.reference === active"
                :query="query"
                :acts="offers(row)"
              />
            </VueDraggable>
            <KitButton v-if="leftIn(stack)" kind="link" class="small left" @click="emit('more')"
              >{{ leftIn(stack) }} more</KitButton
            >
          </section>
        </div>
      </section>
      <p v-if="board.lanesLeft" class="small left">
        {{ board.lanesLeft }} more rows have fewer tickets; limit the view to see them.
      </p>
    </div>
  </div>
</template>

<style scoped>
.frame {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.frame > .notice,
.frame > .panel {
  margin: 0 18px 8px;
}
.full {
  margin: 0;
  padding: 4px 18px;
  background: var(--brass-2);
}
.board {
  flex: 1;
  min-height: 0;
  overflow: auto;
  border-top: 1px solid var(--rule-2);
}
.heads,
.stacks {
  display: flex;
  min-width: max-content;
}
.heads {
  position: sticky;
  top: 0;
  z-index: 1;
}
.heads h2,
.stack {
  flex: 1 0 200px;
  width: 200px;
  border-right: 1px solid var(--rule-2);
}
.heads h2 {
  padding: 6px 10px;
  border-bottom: 1px solid var(--rule-2);
  background: var(--page-2);
  font-size: 1rem;
}
.heads h2.over,
.heads h2.over .num {
  color: var(--red);
}
.lane h3 {
  position: sticky;
  left: 0;
  margin: 0;
  padding: 6px 10px 2px;
  font-size: 1rem;
  border-bottom: 3px double var(--rule-2);
}
.stack {
  display: flex;
  flex-direction: column;
}
.cards {
  flex: 1;
  min-height: 60px;
}
.left {
  margin: 0;
  padding: 4px 10px;
}
/* Where nothing lies there is room enough to put something. */
.heads h2.empty,
.stack.empty {
  flex: 0 0 112px;
  width: 112px;
}
/* On a phone one column and the beginning of the next, so that one sees that there are more. */
@media (max-width: 520px) {
  .heads h2:not(.empty),
  .stack:not(.empty) {
    flex-basis: 260px;
    width: 260px;
  }
}
</style>
