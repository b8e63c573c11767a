<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import type { FieldValue } from '~~/core/fields'
import type { FieldNames } from '~/composables/useViews'
import { dueAt } from '~~/core/clock'
import type { ViewColumn } from '~~/core/work'
import { givenFields, type Row } from '~/composables/useTickets'
import { leadingClock, standingOf } from '~/composables/useStanding'

// Open tickets by status; a card that is moved passes the gate of where it goes.
const props = defineProps<{
  rows: Row[]
  columns: readonly ViewColumn[]
  fieldNames: FieldNames
  now: number
  zone: string
  active?: number
  query: Record<string, string>
  /** Whether the server has more of them. */
  more: boolean
}>()
const emit = defineEmits<{ moved: []; more: [] }>()
const calendars = useCalendars()

interface Lane {
  id: string
  kind: string
  name: string
  group: string
  rows: Row[]
}
type Way = Kind['ways'][number]
type Kind = AnswerOf<'GET /api/tickets/lanes'>['kinds'][number]
const found = useQuery({
  key: ['editions', 'lanes'],
  query: ({ signal }) => api('GET /api/tickets/lanes', { signal }),
})
const kinds = computed<Kind[]>(() => found.data.value?.kinds ?? [])
/** Lanes with the same name are one, whatever kind a ticket is of. */
const lanes = ref<Lane[]>([])
const GROUPS = ['new', 'active', 'waiting', 'done']
function lay() {
  const all = new Map<string, Lane>()
  for (const kind of kinds.value)
    for (const { id, name, group } of kind.statuses)
      if (!all.has(name)) all.set(name, { id, kind: kind.id, name, group, rows: [] })
  for (const row of props.rows) {
    const lane = all.get(row.status) ?? {
      id: row.statusId,
      kind: row.kind,
      name: row.status,
      group: row.statusGroup,
      rows: [],
    }
    all.set(row.status, { ...lane, rows: [...lane.rows, row] })
  }
  lanes.value = [...all.values()].sort((a, b) => GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group))
}
watch([() => props.rows, kinds], lay, { immediate: true })
const cells = useCells(
  () => props.zone,
  () => props.now,
  () => props.fieldNames,
)

const asking = ref<{ row: Row; way: Way }>()
const asked = ref<Record<string, FieldValue | null>>({})
const refused = ref('')
const slip = ref<HTMLFormElement>()
/** The promise of a card that matters, as a row of the list shows it. */
function promised(row: Row) {
  const clock = leadingClock(row.clocks, (one) => {
    const hours = calendars.hoursOf(one)
    return hours && dueAt(one, hours)
  })
  const hours = clock && calendars.hoursOf(clock)
  if (!clock || !hours) return undefined
  return { clock, hours, standing: standingOf(clock, hours, props.now, calendars.closeFrom(row.edition)) }
}
const { busy, error, run } = useDeed(() => emit('moved'))
const waysOf = (row: Row) =>
  kinds.value.find((one) => one.id === row.kind)?.ways.filter((one) => one.from === row.statusId) ?? []

async function go(row: Row, way: Way | undefined, where: string) {
  refused.value = ''
  error.value = undefined
  if (!way) {
    refused.value = `${row.reference} cannot go from “${row.status}” to “${where}”: its lifecycle has no such way.`
    return lay()
  }
  if (way.gate.length) {
    asking.value = { row, way }
    asked.value = {}
    lay()
    await nextTick()
    return slip.value?.querySelector<HTMLElement>('textarea, input, [role=combobox]')?.focus()
  }
  await send(row, way)
}
async function send(row: Row, way: Way) {
  const fields = givenFields(way.gate, asked.value)
  const body = { from: way.from, to: way.to, fields }
  const done = await run(
    async () => (
      await api('POST /api/tickets/{reference}/move', { path: { reference: row.reference }, body }),
      true
    ),
  )
  if (done) asking.value = undefined
  else lay()
  emit('moved')
}
function dropped(lane: Lane, event: { data?: Row; item: HTMLElement }) {
  const row = event.data ?? props.rows.find((one) => String(one.reference) === event.item.dataset.reference)
  if (!row || row.status === lane.name) return
  const kind = kinds.value.find((one) => one.id === row.kind)
  const to = kind?.statuses.find((one) => one.name === lane.name)?.id
  void go(
    row,
    waysOf(row).find((one) => one.to === to),
    lane.name,
  )
}
/** By keyboard: the ways from where a card is. */
const offers = (row: Row) => waysOf(row).map((way) => ({ label: way.label, run: () => go(row, way, '') }))
</script>

<template>
  <div class="frame">
    <KitError :error="refused || found.error.value" />
    <KitError v-if="!asking" :error="error" />
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
    <p v-if="more" class="more small">
      The first {{ rows.length }} stand on the board.
      <KitButton kind="link" @click="emit('more')">Bring in more</KitButton>
    </p>
    <div class="board">
      <section v-for="lane in lanes" :key="lane.name" class="lane" :aria-label="lane.name">
        <h2>
          {{ lane.name }} <span class="num quiet">{{ lane.rows.length }}</span>
        </h2>
        <VueDraggable
          v-model="lane.rows"
          class="cards"
          group="tickets"
          :animation="120"
          :sort="false"
          @add="dropped(lane, $event as never)"
        >
          <article
            v-for="row in lane.rows"
            :key="row.reference"
            class="card"
            :class="{ on: row.reference === active }"
            :data-reference="row.reference"
          >
            <NuxtLink :to="{ path: `/desk/${row.reference}`, query }"
              ><span class="num ref">{{ row.reference }}</span>
              <b class="numeral" :class="{ first: row.priorityOrder === 1 }">{{ row.numeral }}</b>
              <span class="title">{{ row.summary }}</span></NuxtLink
            >
            <span v-for="(cell, index) in cells(row, columns)" :key="index" class="cell small">{{
              cell
            }}</span>
            <template v-for="one in [promised(row)]" :key="one?.clock.target ?? row.reference">
              <div v-if="one" class="promise">
                <TimeStrip
                  :clock="one.clock"
                  :hours="one.hours"
                  :now="now"
                  :standing="one.standing.standing"
                  :shares="[0.5, 0.8]"
                />
                <BalanceFigure :standing="one.standing" beside />
              </div>
            </template>
            <KitMenu kind="link" :acts="offers(row)" :label="`Move ${row.reference} on`">move on …</KitMenu>
          </article>
        </VueDraggable>
      </section>
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
.board {
  flex: 1;
  min-height: 0;
  display: flex;
  gap: 0;
  overflow-x: auto;
  border-top: 1px solid var(--rule-2);
}
.lane {
  flex: 1 0 200px;
  min-width: 200px;
  display: flex;
  flex-direction: column;
  border-right: 1px solid var(--rule-2);
  min-height: 0;
}
.lane h2 {
  padding: 6px 10px;
  border-bottom: 1px solid var(--rule-2);
  background: var(--page-2);
  font-size: 1rem;
}
.cards {
  flex: 1;
  overflow-y: auto;
  min-height: 60px;
}
.card {
  border-bottom: 1px solid var(--rule);
  padding: 6px 10px;
  background: var(--page);
  cursor: grab;
}
.card.on {
  background: var(--sea-2);
}
.card a {
  color: inherit;
  text-decoration: none;
  display: block;
}
.ref {
  font-size: 0.82rem;
  color: var(--ink-2);
}
.numeral {
  font: 600 0.86rem var(--serif);
  margin-left: 6px;
}
.numeral.first {
  background: var(--ink);
  color: var(--page);
  padding: 0 5px;
  border-radius: 2px;
}
.title {
  display: block;
  font-weight: 600;
}
.cell {
  display: block;
  color: var(--ink-2);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.promise {
  display: grid;
  grid-template-columns: minmax(40px, 1fr) auto;
  gap: 8px;
  align-items: center;
}
.more {
  margin: 0;
  padding: 4px 18px;
  background: var(--brass-2);
}
</style>
