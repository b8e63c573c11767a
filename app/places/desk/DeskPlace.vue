<script setup lang="ts">
import type { TicketList } from '~/composables/useTickets'
import type { BoardPage } from './useBoard'
import { useDeskView, VIEWS } from './useDeskView'

// Every ticket of the desk in views, and beside the list the one that is open; where none is, the desk as it stands.
const route = useRoute()
const time = useDeskTime()
const session = useSession()
const calendars = useCalendars()
const zone = computed(() => session.me?.zone ?? 'UTC')
const reference = computed(() => Number(route.params.reference) || undefined)
const desk = useDeskView()
const { definition, query, which, rule, saved, view } = desk

// The Desk opens where its owner wants it, when nothing else is asked for.
watch(
  desk.opens,
  (id) => {
    if (id !== null && route.path === '/desk' && Object.keys(route.query).length === 0)
      void navigateTo({ path: '/desk', query: { kept: id } }, { replace: true })
  },
  { immediate: true },
)

/** So many cards of a column are there; more when they are asked for. */
const CARDS = 15
const each = ref(CARDS)
/** A screen of rows and some. */
const ROWS = 80
const MOST_ROWS = 200
const list = useLedger<TicketList | (BoardPage & { next?: undefined })>({
  key: () => [
    'tickets',
    which.value,
    definition.value.board ? { lanes: definition.value.lanes, each: each.value } : 'list',
  ],
  ask: async ({ limit, after, signal }) => {
    const { board, lanes } = definition.value
    const page = board
      ? await api('GET /api/tickets/board', { query: { ...which.value, lanes, each: each.value }, signal })
      : await api('GET /api/tickets', { query: { ...which.value, limit, after }, signal })
    await calendars.need(page.rows)
    return page
  },
  keyOf: (row) => row.reference,
  size: ROWS,
  most: MOST_ROWS,
})
const page = computed(() => list.page.value)
const board = computed(() => (page.value && 'cells' in page.value ? page.value : undefined))
const next = computed(() => page.value?.next)
const title = computed(() =>
  rule.value ? `Decided by ${page.value?.rule ?? '…'}` : (saved.value?.name ?? VIEWS[view.value]),
)
useHead({ title: () => `${title.value} · Yare Ledger` })

const chosen = ref(new Set<number>())
watch(
  () => JSON.stringify(which.value),
  () => (chosen.value = new Set()),
)
const chosenKinds = computed(() => [
  ...new Set(list.rows.value.filter((row) => chosen.value.has(row.reference)).map((row) => row.kind)),
])
const mayMany = computed(() => session.may('assignTickets') || session.may('sortTickets'))

const narrow = useNarrow()
const wide = computed(() => route.query.page === 'full' && Boolean(reference.value))
const leaf = ref<{ focus: () => void }>()
const rows = ref<{ focus: () => void }>()
useShortcuts('Desk', [
  {
    ...{ keys: 'u', says: 'what nobody has, and back' },
    run: () =>
      navigateTo({ path: route.path, query: view.value === 'unassigned' ? {} : { view: 'unassigned' } }),
  },
  {
    ...{ keys: 'b', says: 'as a board by status, or as a list' },
    run: () => desk.change({ board: definition.value.board ? undefined : true }),
  },
  {
    ...{ keys: 'Escape', says: 'from the ticket back to its row' },
    run: () => rows.value?.focus(),
    when: () => reference.value !== undefined && !narrow.value,
  },
])
</script>

<template>
  <TwoPages
    :narrow="narrow"
    :open="Boolean(reference)"
    :wide="wide"
    :whole="definition.board && !reference"
    :share="36"
  >
    <template #list>
      <section class="list ledger-list" aria-label="Tickets">
        <DeskHead :desk="desk" :page="page" :title="title" />
        <CauseStrip />
        <LazyManyBar
          v-if="chosen.size && mayMany"
          :references="[...chosen]"
          :kinds="chosenKinds"
          @done="list.again"
          @clear="chosen = new Set()"
        />
        <KitError class="quiet-block" :error="list.error.value" tries-again @again="list.again" />
        <p
          v-if="(list.loading.value || desk.isReading.value) && !list.rows.value.length && !list.error.value"
          class="nothing-open"
          role="status"
        >
          Reading the ledger …
        </p>
        <DeskNothing
          v-else-if="page && !list.rows.value.length && !definition.board"
          :desk="desk"
          :title="title"
          :rule-name="page.rule"
        />
        <LazyTicketBoard
          v-else-if="definition.board && board"
          :board="board"
          :view="definition"
          :now="time.now"
          :zone="zone"
          :active="reference"
          :query="query"
          @moved="list.again"
          @more="each = Math.min(MOST_ROWS, each * 3)"
        />
        <DeskRows
          v-else-if="page && !definition.board"
          ref="rows"
          v-model:chosen="chosen"
          :rows="list.rows.value"
          :of="which"
          :columns="definition.columns"
          :field-names="page.fieldNames"
          :dense="definition.dense === true"
          :by-due="definition.sort === 'due' && view !== 'done'"
          :active="reference"
          :query="query"
          :more="Boolean(next)"
          :now="time.now"
          :zone="zone"
          @more="list.more"
          @again="leaf?.focus()"
        />
      </section>
    </template>
    <template #open>
      <LazyTicketLeaf
        v-if="reference"
        ref="leaf"
        :key="reference"
        :reference="reference"
        :query="query"
        :narrow="narrow"
        :wide="wide"
      />
      <DeskGlance v-else :zone="zone" :now="time.now" />
    </template>
  </TwoPages>
</template>
