<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { capital } from '~~/core/words'
import { readView, type ViewDefinition } from '~~/core/work'
import type { Row, TicketList } from '~/composables/useTickets'
import type { FieldNames, SavedView } from '~/composables/useViews'
import { isOneOf, keysOf, oneAt, present } from '~~/core/lookup'

definePageMeta({ layout: 'staff', middleware: 'staff', key: 'desk' })

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
const view = computed<View>(() => (isOneOf(keysOf(VIEWS), route.query.view) ? route.query.view : 'open'))
const search = computed(() => String(route.query.find ?? ''))
/** A rule of Design: then the list is of all that it decided something about. */
const rule = computed(() => String(route.query.rule ?? '') || undefined)
const ruleName = ref('')
const session = useSession()
const mayMany = computed(() => session.may('assignTickets') || session.may('sortTickets'))
const zone = computed(() => session.me?.zone ?? 'Europe/London')
const views = ref<SavedView[]>([])
const opensIn = ref<number | null>(null)
const saved = computed(() => views.value.find((one) => one.id === Number(route.query.kept)))
/** What the address says comes before what is kept; where neither says anything, the plain view. */
const definition = computed<ViewDefinition>(() =>
  route.query.as ? viewFromAddress(String(route.query.as)) : (saved.value?.definition ?? readView(undefined)),
)
const isChanged = computed(() => Boolean(route.query.as))
const query = computed<Record<string, string>>(() => ({
  ...(view.value !== 'open' && { view: view.value }),
  ...(search.value && { find: search.value }),
  ...(rule.value && { rule: rule.value }),
  ...(route.query.kept && { kept: String(route.query.kept) }),
  ...(route.query.as && { as: String(route.query.as) }),
}))
/** In what order they come; what is not only open has no promise to go by. */
const ordered = computed(() => {
  if (view.value === 'done' || (rule.value && definition.value.sort === 'changed'))
    return ', last changed first'
  return rule.value
    ? ', newest first'
    : `, by ${partName(SORT_NAMES, definition.value.sort, fieldNames.value)}`
})
const title = computed(() =>
  rule.value ? `Decided by ${ruleName.value || '…'}` : (saved.value?.name ?? VIEWS[view.value]),
)
useHead({ title: () => `${title.value} · Yare Ledger` })

async function loadViews() {
  const found = await beside('The views', api('GET /api/views'))
  if (!found) return
  views.value = found.views
  opensIn.value = found.opens
}
await loadViews()
// The Desk opens where its owner wants it, when nothing else is asked for.
if (opensIn.value && route.path === '/desk' && Object.keys(route.query).length === 0)
  await navigateTo({ path: '/desk', query: { kept: opensIn.value } }, { replace: true })
/** On the way to the address: what is chosen next builds on it, not on what the address still says. */
const onItsWay = shallowRef<ViewDefinition>()
async function change(to: ViewDefinition) {
  onItsWay.value = to
  await navigateTo({ path: route.path, query: { ...query.value, as: viewToAddress(to) } })
  if (onItsWay.value === to) onItsWay.value = undefined
}
const panel = ref(false)
async function kept(id: number) {
  await loadViews()
  panel.value = false
  await navigateTo({
    path: route.path,
    query: { ...(view.value !== 'open' && { view: view.value }), kept: id },
  })
}
async function gone() {
  await loadViews()
  panel.value = false
  await navigateTo({ path: '/desk', query: {} })
}
async function opensHere(on: boolean) {
  const body = { view: on ? present(saved.value).id : null }
  await api('POST /api/views/opens', { body })
  await loadViews()
}
const which = computed<Partial<QueryOf<'GET /api/tickets'>>>(() => ({
  view: rule.value ? 'all' : view.value,
  rule: rule.value,
  search: search.value || undefined,
  where:
    JSON.stringify(definition.value.where) === '{"all":[]}'
      ? undefined
      : JSON.stringify(definition.value.where),
  sort: definition.value.sort,
  turned: definition.value.isTurned ? 'true' : undefined,
  group: definition.value.board ? undefined : definition.value.group,
}))
const sheet = (as: 'csv' | 'xlsx') =>
  linkTo('GET /api/tickets/sheet', {
    query: { ...which.value, as, columns: definition.value.columns.join(',') },
  })

const rows = shallowRef<Row[]>([])
const total = ref(0)
const isMore = ref(false)
/** What the fields are called that stand in the rows. */
const fieldNames = shallowRef<FieldNames>({})
const next = ref<string>()
const counts = ref<Record<string, number>>({})
const figure = (count: number) => count.toLocaleString('en')
const state = ref<'loading' | 'ready' | 'failed'>('loading')
const problem = ref('')
const waiting = shallowRef<TicketList>()
const dense = computed(() => definition.value.dense === true)
const over = ref(false)
const scroller = ref<HTMLElement>()

async function fetchRows(limit: number, after?: string): Promise<TicketList> {
  const list = await api('GET /api/tickets', { query: { ...which.value, limit, after } })
  await calendars.need(list.rows)
  return list
}

function show(list: TicketList) {
  rows.value = list.rows
  total.value = list.total
  isMore.value = list.isMore
  fieldNames.value = list.fieldNames
  next.value = list.next
  counts.value = list.counts
  ruleName.value = list.rule ?? ''
  waiting.value = undefined
}

// An answer to an earlier question must not take the place of the one that was asked last.
let question = 0
async function load() {
  const mine = ++question
  state.value = 'loading'
  try {
    const list = await fetchRows(definition.value.board ? 200 : 80)
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

watch(() => JSON.stringify(which.value) + definition.value.board, load, { immediate: true })

// A change elsewhere shows at once in its row; rows change places only when no pointer is over them.
let refresh: ReturnType<typeof setTimeout> | undefined
live.on((notice) => {
  if (notice.kind !== 'tickets' && notice.kind !== 'reconnected' && notice.kind !== 'clock') return
  clearTimeout(refresh)
  refresh = setTimeout(async () => {
    const mine = question
    const list = await beside('What has changed', fetchRows(Math.min(200, Math.max(80, rows.value.length))))
    if (!list || mine !== question) return
    if (!over.value) return show(list)
    const fresh = new Map(list.rows.map((row) => [row.reference, row]))
    const known = new Set(rows.value.map((row) => row.reference))
    newOnes.value = list.rows.filter((row) => !known.has(row.reference)).length
    rows.value = rows.value.map((row) => fresh.get(row.reference) ?? row)
    counts.value = list.counts
    total.value = list.total
    waiting.value = list
  }, 250)
})
const newOnes = ref(0)
function release() {
  over.value = false
  if (waiting.value) show(waiting.value)
}

type Item = { row: Row; index: number } | { heading: string; count: number }
/** Rows with the headings under which they stand. */
const items = computed<Item[]>(() => {
  const all: Item[] = []
  let under: string | undefined
  rows.value.forEach((row, index) => {
    if (row.under !== undefined && row.under !== under) {
      under = row.under
      all.push({ heading: under, count: rows.value.filter((one) => one.under === under).length })
    }
    all.push({ row, index })
  })
  return all
})
const virtual = useVirtualizer(
  computed(() => ({
    count: items.value.length,
    getScrollElement: () => scroller.value ?? null,
    estimateSize: (at: number) => ('heading' in (items.value[at] ?? {}) ? 30 : dense.value ? 46 : 66),
    overscan: 8,
  })),
)
watch([dense, items], () => virtual.value.measure())
watch(
  () => virtual.value.getVirtualItems().at(-1)?.index ?? 0,
  (last) => last > items.value.length - 20 && void loadMore(),
)
const cells = useCells(
  () => zone.value,
  () => time.now,
  () => fieldNames.value,
)

async function step(by: number) {
  const current = document.activeElement?.closest('[data-index]')
  let at = Number(current?.getAttribute('data-index') ?? -1) + by
  // Headings are passed over.
  while (items.value[at] && 'heading' in oneAt(items.value, at)) at += by
  const index = Math.min(items.value.length - 1, Math.max(0, at))
  virtual.value.scrollToIndex(index)
  await nextTick()
  scroller.value?.querySelector<HTMLElement>(`[data-index="${index}"] a`)?.focus()
}

const chosen = ref(new Set<number>())
let lastChosen: number | undefined
watch(
  () => JSON.stringify(which.value),
  () => clear(),
)
function clear() {
  chosen.value = new Set()
  lastChosen = undefined
}
function choose(index: number, range: boolean) {
  const row = rows.value[index]
  if (!row) return
  const next = new Set(chosen.value)
  if (range && lastChosen !== undefined)
    for (let at = Math.min(lastChosen, index); at <= Math.max(lastChosen, index); at++)
      next.add(oneAt(rows.value, at).reference)
  else if (!next.delete(row.reference)) next.add(row.reference)
  lastChosen = index
  chosen.value = next
}
function focused(): number | undefined {
  const at = Number(document.activeElement?.closest('[data-index]')?.getAttribute('data-index') ?? NaN)
  const item = items.value[at]
  return item && 'row' in item ? item.index : undefined
}
function onKey(event: KeyboardEvent) {
  if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return
  const index = focused()
  if (event.key === 'x' || event.key === 'X') {
    if (index === undefined) return
    event.preventDefault()
    choose(index, event.key === 'X')
  } else if (event.key === 'u') {
    event.preventDefault()
    void navigateTo({ path: route.path, query: view.value === 'unassigned' ? {} : { view: 'unassigned' } })
  } else if (event.key === 'b') {
    event.preventDefault()
    void change({ ...definition.value, board: definition.value.board ? undefined : true })
  } else if (event.key === 'j' || event.key === 'k') {
    event.preventDefault()
    void step(event.key === 'j' ? 1 : -1)
  } else if (event.key === 'Escape') clear()
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => removeEventListener('keydown', onKey))

const itemKey = (at: number) => {
  const item = items.value[at]
  return item ? ('row' in item ? item.row.reference : `under ${item.heading}`) : at
}
const find = ref(search.value)
const narrow = useNarrow()
const wide = computed(() => route.query.page === 'full' && Boolean(reference.value))
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
        <div class="ledger-head">
          <h1>{{ title }}</h1>
          <span class="quiet"
            >{{ isMore ? `more than ${figure(total)}` : figure(total)
            }}{{ rule ? ' logged in the last 90 days' : '' }}{{ ordered
            }}<template v-if="definition.isTurned">, the other way round</template
            ><b v-if="isChanged"> · not kept</b></span
          >
          <NuxtLink v-if="rule" class="small" :to="ruleAddress(rule)">The rule</NuxtLink>
          <NuxtLink v-if="session.may('logTickets')" class="small" to="/log">Log for somebody</NuxtLink>
        </div>
        <div class="views">
          <NuxtLink
            v-for="(name, id) in VIEWS"
            :key="id"
            :to="{
              path: route.path,
              query: { ...(id !== 'open' && { view: id }), ...(search && { find: search }) },
            }"
            :class="{ on: id === view && !saved && !rule }"
            :aria-current="id === view && !saved && !rule ? 'page' : undefined"
          >
            {{ name }}<sup v-if="counts[id] !== undefined" class="num">{{ figure(counts[id]) }}</sup>
          </NuxtLink>
          <NuxtLink
            v-for="one in views"
            :key="one.id"
            :to="{ path: route.path, query: { kept: one.id } }"
            :class="{ on: saved?.id === one.id }"
            :aria-current="saved?.id === one.id ? 'page' : undefined"
            :title="one.shared && !one.mine ? `shared by ${one.by}` : undefined"
            ><i>{{ one.name }}</i></NuxtLink
          >
        </div>
        <div class="tools">
          <input
            v-model="find"
            type="search"
            aria-label="Find in this view"
            placeholder="Find here"
            @keydown.enter="navigateTo({ path: route.path, query: { ...query, find: find || undefined } })"
          />
          <button class="link" type="button" :aria-expanded="panel" @click="panel = !panel">
            This view …
          </button>
          <button
            class="link"
            type="button"
            :aria-pressed="definition.board === true"
            @click="change({ ...definition, board: definition.board ? undefined : true })"
          >
            {{ definition.board ? 'As a list' : 'As a board' }}
          </button>
          <button
            class="link"
            type="button"
            :aria-pressed="dense"
            @click="change({ ...definition, dense: dense ? undefined : true })"
          >
            {{ dense ? 'Wider rows' : 'Denser rows' }}
          </button>
          <span class="small quiet"
            >as <a :href="sheet('xlsx')" download>XLSX</a> · <a :href="sheet('csv')" download>CSV</a></span
          >
        </div>
        <ViewPanel
          v-if="panel"
          :view="onItsWay ?? definition"
          :saved="saved"
          :opens="saved !== undefined && opensIn === saved.id"
          @change="change"
          @kept="kept"
          @gone="gone"
          @opens-here="opensHere"
          @close="panel = false"
        />
        <ManyBar v-if="chosen.size && mayMany" :references="[...chosen]" @done="load" @clear="clear" />
        <div v-if="!definition.board" class="cols ledger-cols" aria-hidden="true">
          <span>No.</span><span>What · where · who</span><span>Balance</span>
        </div>
        <p v-if="definition.board && next" class="more small">
          The first {{ rows.length }} stand on the board; limit the view to see others.
        </p>
        <p v-if="waiting" class="more" role="status">
          <button class="link" type="button" @click="release">
            {{ newOnes ? `${newOnes} new: ` : 'Other places in the list have changed: ' }}put in order
          </button>
        </p>
        <div v-if="state === 'failed'" class="nothing-open" role="alert">
          <p>{{ problem }}</p>
          <button class="act" type="button" @click="load">Try again</button>
        </div>
        <div v-else-if="state === 'loading' && rows.length === 0" class="nothing-open" role="status">
          Reading the ledger …
        </div>
        <TicketBoard
          v-else-if="definition.board"
          :rows="rows"
          :columns="definition.columns"
          :field-names="fieldNames"
          :now="time.now"
          :zone="zone"
          :active="reference"
          :query="query"
          @moved="load"
        />
        <div v-else-if="rows.length === 0" class="nothing-open">
          <p v-if="search">
            Nothing in “{{ title }}” fits “{{ search }}”.
            <NuxtLink :to="{ path: route.path, query: view === 'open' ? {} : { view } }">Show all</NuxtLink>
            · <NuxtLink :to="{ path: '/find', query: { words: search } }">Look everywhere</NuxtLink>
          </p>
          <p v-else-if="rule">
            {{ ruleName ? `${capital(ruleName)} has` : 'The rule has' }} decided nothing about the tickets of
            the last 90 days. <NuxtLink :to="{ path: route.path, query: {} }">Show all that is open</NuxtLink>
          </p>
          <p v-else-if="which.where">
            No ticket is as this view asks.
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
          class="ledger-rows"
          @mouseenter="over = true"
          @mouseleave="release"
          @keydown.down.prevent="step(1)"
          @keydown.up.prevent="step(-1)"
        >
          <div :style="{ height: `${virtual.getTotalSize()}px`, position: 'relative' }">
            <div
              v-for="item in virtual.getVirtualItems()"
              :key="itemKey(item.index)"
              :data-index="item.index"
              :style="{
                position: 'absolute',
                top: 0,
                left: 0,
                right: 0,
                transform: `translateY(${item.start}px)`,
              }"
            >
              <template v-for="one in [items[item.index]]" :key="one && 'row' in one ? one.row.reference : 0">
                <h2 v-if="one && 'heading' in one" class="heading">
                  {{ one.heading }} <span class="num quiet">{{ one.count }}{{ next ? '+' : '' }}</span>
                </h2>
                <LedgerRow
                  v-else-if="one"
                  :row="one.row"
                  :now="time.now"
                  :active="one.row.reference === reference"
                  :dense="dense"
                  :query="query"
                  :cells="cells(one.row, definition.columns)"
                  :chosen="chosen.has(one.row.reference)"
                  @choose="choose(one.index, $event.shiftKey)"
                />
              </template>
            </div>
          </div>
        </div>
      </section>
    </template>
    <template #open>
      <LazyTicketLeaf
        v-if="reference"
        :key="reference"
        :reference="reference"
        :query="query"
        :narrow="narrow"
        :wide="wide"
      />
      <div v-else class="nothing-open">
        <h2>Nothing is open</h2>
        <p>
          Choose a row on the left<template v-if="definition.sort === 'due' && !definition.isTurned"
            >; the one on top falls due first</template
          >.
        </p>
        <p class="small">
          <kbd>u</kbd> what nobody has · <kbd>x</kbd> choose a row, <kbd>Shift</kbd> <kbd>x</kbd> up to it ·
          <kbd>b</kbd> as a board · <kbd>?</kbd> all keys
        </p>
        <OpeningList v-if="session.may('changeDirectory')" />
      </div>
    </template>
  </TwoPages>
</template>

<style scoped>
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
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  padding: 0 18px 8px;
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
kbd {
  font: 0.86rem var(--mono);
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
.more {
  margin: 0;
  padding: 4px 18px;
  background: var(--brass-2);
}
</style>
