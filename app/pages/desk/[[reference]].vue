<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { Row, TicketList } from '~/composables/useTickets'

definePageMeta({ layout: 'desk', middleware: 'staff', key: 'desk' })

const VIEWS = {
  open: 'Everything open',
  mine: 'Mine',
  team: 'My team',
  unassigned: 'Unassigned',
  over: 'Over',
  done: 'Done',
} as const
type View = keyof typeof VIEWS

const route = useRoute()
const time = useDeskTime()
const live = useLive()
const calendars = useCalendars()

const reference = computed(() => Number(route.params.reference) || undefined)
const view = computed<View>(() =>
  String(route.query.view ?? '') in VIEWS ? (route.query.view as View) : 'open',
)
const search = computed(() => String(route.query.find ?? ''))
const query = computed(() => ({
  ...(view.value !== 'open' && { view: view.value }),
  ...(search.value && { find: search.value }),
}))
useHead({ title: () => `${VIEWS[view.value]} · Yare Ledger` })

const rows = ref<Row[]>([])
const total = ref(0)
const next = ref<string>()
const counts = ref<Record<string, number>>({})
const state = ref<'loading' | 'ready' | 'failed'>('loading')
const problem = ref('')
const waiting = ref<TicketList>()
const dense = useState('dense', () => false)
const over = ref(false)
const scroller = ref<HTMLElement>()

async function fetchRows(limit: number, after?: string): Promise<TicketList> {
  const list = await api<TicketList>('/api/tickets', {
    query: { view: view.value, limit, after, search: search.value || undefined },
  })
  await calendars.need(list.rows)
  return list
}

function show(list: TicketList) {
  rows.value = list.rows
  total.value = list.total
  next.value = list.next
  counts.value = list.counts
  waiting.value = undefined
}

// An answer to an earlier question must not take the place of the one that was asked last.
let question = 0
async function load() {
  const mine = ++question
  state.value = 'loading'
  try {
    const list = await fetchRows(80)
    if (mine !== question) return
    show(list)
    state.value = 'ready'
  } catch (error) {
    if (mine !== question) return
    problem.value = asApiError(error).problem.detail
    state.value = 'failed'
  }
}

let more = false
async function loadMore() {
  if (!next.value || more) return
  more = true
  try {
    const mine = question
    const list = await fetchRows(120, next.value)
    if (mine !== question) return
    const known = new Set(rows.value.map((row) => row.reference))
    rows.value = [...rows.value, ...list.rows.filter((row) => !known.has(row.reference))]
    next.value = list.next
  } finally {
    more = false
  }
}

watch([view, search], load, { immediate: true })

// A change elsewhere shows at once in its row; rows change places only when no pointer is over them.
let refresh: ReturnType<typeof setTimeout> | undefined
live.on((notice) => {
  if (notice.kind !== 'tickets' && notice.kind !== 'reconnected' && notice.kind !== 'clock') return
  clearTimeout(refresh)
  refresh = setTimeout(async () => {
    const mine = question
    const list = await fetchRows(Math.min(200, Math.max(80, rows.value.length))).catch(() => undefined)
    if (!list || mine !== question) return
    if (!over.value) return show(list)
    const fresh = new Map(list.rows.map((row) => [row.reference, row]))
    rows.value = rows.value.map((row) => fresh.get(row.reference) ?? row)
    counts.value = list.counts
    total.value = list.total
    waiting.value = list
  }, 250)
})
function release() {
  over.value = false
  if (waiting.value) show(waiting.value)
}

const virtual = useVirtualizer(
  computed(() => ({
    count: rows.value.length,
    getScrollElement: () => scroller.value ?? null,
    estimateSize: () => (dense.value ? 46 : 66),
    overscan: 8,
  })),
)
watch(dense, () => virtual.value.measure())
watch(
  () => virtual.value.getVirtualItems().at(-1)?.index ?? 0,
  (last) => last > rows.value.length - 20 && void loadMore(),
)

async function step(by: number) {
  const current = document.activeElement?.closest('[data-index]')
  const index = Math.min(
    rows.value.length - 1,
    Math.max(0, Number(current?.getAttribute('data-index') ?? -1) + by),
  )
  virtual.value.scrollToIndex(index)
  await nextTick()
  scroller.value?.querySelector<HTMLElement>(`[data-index="${index}"] a`)?.focus()
}

const find = ref(search.value)
const narrow = useNarrow()
const wide = computed(() => route.query.page === 'full')
</script>

<template>
  <TwoPages :narrow="narrow" :open="Boolean(reference)" :wide="wide">
    <template #list>
      <section class="list" aria-label="Tickets">
        <div class="head">
          <h1>{{ VIEWS[view] }}</h1>
          <span class="quiet"
            >{{ total }}{{ view === 'done' ? ', last changed first' : ', by what falls due next' }}</span
          >
          <NuxtLink class="small" to="/log">Log for somebody</NuxtLink>
        </div>
        <div class="views">
          <NuxtLink
            v-for="(name, id) in VIEWS"
            :key="id"
            :to="{
              path: route.path,
              query: { ...(id !== 'open' && { view: id }), ...(search && { find: search }) },
            }"
            :class="{ on: id === view }"
            :aria-current="id === view ? 'page' : undefined"
          >
            {{ name }}<sup v-if="counts[id] !== undefined" class="num">{{ counts[id] }}</sup>
          </NuxtLink>
          <span class="tools">
            <input
              v-model="find"
              type="search"
              aria-label="Find in this view"
              placeholder="Find here"
              @keydown.enter="
                navigateTo({
                  path: route.path,
                  query: { ...(view !== 'open' && { view }), ...(find && { find }) },
                })
              "
            />
            <button class="link" type="button" :aria-pressed="dense" @click="dense = !dense">
              {{ dense ? 'Wider rows' : 'Denser rows' }}
            </button>
          </span>
        </div>
        <div class="cols" aria-hidden="true">
          <span>No.</span><span>What · where · who</span><span>Balance</span>
        </div>
        <p v-if="waiting" class="more" role="status">
          <button class="link" type="button" @click="release">
            Other places in the list have changed: put in order
          </button>
        </p>
        <div v-if="state === 'failed'" class="empty" role="alert">
          <p>{{ problem }}</p>
          <button class="act" type="button" @click="load">Try again</button>
        </div>
        <div v-else-if="state === 'loading' && rows.length === 0" class="empty" role="status">
          Reading the ledger …
        </div>
        <div v-else-if="rows.length === 0" class="empty">
          <p v-if="search">
            Nothing in “{{ VIEWS[view] }}” fits “{{ search }}”.
            <NuxtLink :to="{ path: route.path, query: view === 'open' ? {} : { view } }">Show all</NuxtLink>
          </p>
          <p v-else-if="view === 'over'">No promise is overdrawn.</p>
          <p v-else-if="view === 'mine'">
            Nothing is yours just now.
            <NuxtLink :to="{ path: '/desk', query: { view: 'unassigned' } }">See what nobody has</NuxtLink>
          </p>
          <p v-else>No tickets here. They come in by the portals, or by <code>POST /api/tickets</code>.</p>
        </div>
        <div
          v-else
          ref="scroller"
          class="rows"
          @mouseenter="over = true"
          @mouseleave="release"
          @keydown.down.prevent="step(1)"
          @keydown.up.prevent="step(-1)"
        >
          <div :style="{ height: `${virtual.getTotalSize()}px`, position: 'relative' }">
            <div
              v-for="item in virtual.getVirtualItems()"
              :key="rows[item.index]?.reference ?? item.index"
              :data-index="item.index"
              :style="{
                position: 'absolute',
                top: 0,
                left: 0,
                right: 0,
                transform: `translateY(${item.start}px)`,
              }"
            >
              <LedgerRow
                v-if="rows[item.index]"
                :row="rows[item.index]!"
                :now="time.now"
                :active="rows[item.index]!.reference === reference"
                :dense="dense"
                :query="query"
              />
            </div>
          </div>
        </div>
      </section>
    </template>
    <template #open>
      <TicketLeaf
        v-if="reference"
        :key="reference"
        :reference="reference"
        :query="query"
        :narrow="narrow"
        :wide="wide"
      />
      <div v-else class="empty">
        <h2>Nothing is open</h2>
        <p>Choose a row on the left. The one on top falls due first.</p>
      </div>
    </template>
  </TwoPages>
</template>

<style scoped>
.list {
  display: flex;
  flex-direction: column;
  height: 100%;
}
.head {
  display: flex;
  align-items: baseline;
  gap: 12px;
  padding: 14px 18px 4px;
  flex-wrap: wrap;
}
.views {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  padding: 2px 18px 8px;
  align-items: baseline;
}
.views a {
  color: var(--sea);
  display: inline-block;
  min-height: 24px;
  line-height: 24px;
}
.views a.on {
  color: var(--ink);
  font-weight: 650;
  text-decoration: none;
}
.views sup {
  margin-left: 3px;
  font-size: 10.5px;
  color: var(--ink-3);
}
.tools {
  margin-left: auto;
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.tools input {
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  background: var(--field);
  color: var(--ink);
  font: inherit;
  padding: 2px 8px;
  width: 110px;
}
.tools input::placeholder {
  color: var(--ink-3);
  opacity: 1;
}
.cols {
  display: grid;
  grid-template-columns: 66px 1fr 92px;
  border-top: 1px solid var(--rule-2);
  border-bottom: 1px solid var(--rule-2);
  background: var(--page-2);
  color: var(--ink-3);
  font-size: 0.86rem;
  line-height: 24px;
}
.cols span:first-child {
  text-align: right;
  padding-right: 9px;
}
.cols span:nth-child(2) {
  padding-left: 10px;
}
.cols span:last-child {
  text-align: right;
  padding-right: 14px;
}
.rows {
  flex: 1;
  overflow-y: auto;
  min-height: 0;
}
.more {
  margin: 0;
  padding: 4px 18px;
  background: var(--brass-2);
}
.empty {
  padding: 30px 18px;
  color: var(--ink-2);
}
</style>
