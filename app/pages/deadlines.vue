<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { openPause } from '~~/core/clock'
import { hoursAndMinutes, momentInWords, type WorkingTime } from '~~/core/time'
import { namesOf } from '~/composables/useNames'
import { standingOf } from '~/composables/useStanding'
import type { ClockList, ClockRow } from '~/composables/useTickets'
import { isOneOf, keysOf, oneAt } from '~~/core/lookup'

definePageMeta({ layout: 'desk', middleware: 'staff' })
useHead({ title: 'Deadlines · Yare Ledger' })

const BANDS = { over: 'Over', close: 'Close', fine: 'Fine', paused: 'Paused' } as const
const FILTERS = ['target', 'team', 'technician', 'organisation', 'priority'] as const
type Filter = (typeof FILTERS)[number]

const route = useRoute()
const session = useSession()
const time = useDeskTime()
const live = useLive()
const calendars = useCalendars()
const zone = computed(() => session.me?.zone ?? 'UTC')

const asked = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)
const band = computed(() => (isOneOf(keysOf(BANDS), route.query.band) ? route.query.band : undefined))
const filters = computed(() => ({
  ...Object.fromEntries(FILTERS.map((name) => [name, asked(name)])),
  search: asked('find'),
}))
const isFiltered = computed(() => Object.values(filters.value).some(Boolean) || band.value !== undefined)

const choose = useAddress()

// What the filters offer: the directory, and the targets and priorities of the edition in force.
const offers = ref<Partial<Record<Filter, { value: string; label: string }[]>>>({})
async function loadOffers() {
  const [directory, editions] = await Promise.all([api('GET /api/people'), api('GET /api/editions')])
  const { document } = await api('GET /api/editions/{number}', {
    path: { number: oneAt(editions, 0).number },
  })
  const names = namesOf(document, directory)
  const targets = new Map(
    document.serviceLevels.flatMap((level) => level.targets.map((one) => [one.target, one.label] as const)),
  )
  offers.value = {
    target: [...targets].map(([value, label]) => ({ value, label })),
    team: directory.teams.map(({ id, name }) => ({ value: id, label: name })),
    technician: [
      { value: 'nobody', label: 'nobody yet' },
      ...directory.people
        .filter((one) => one.active && one.teams.length)
        .map(({ id, name }) => ({ value: id, label: name })),
    ],
    organisation: names.organisation,
    priority: names.priority,
  }
}

const rows = shallowRef<ClockRow[]>([])
const list = shallowRef<ClockList>()
const state = ref<'loading' | 'ready' | 'failed'>('loading')
const problem = ref('')
const waiting = shallowRef<ClockList>()
const over = ref(false)

async function fetchRows(limit: number, after?: string): Promise<ClockList> {
  const answer = await api('GET /api/clocks', {
    query: { ...filters.value, band: band.value, limit, after, ...(after && { at: list.value?.now }) },
  })
  await calendars.need(answer.rows.map(({ edition, clock }) => ({ edition, clocks: [clock] })))
  return answer
}

function show(answer: ClockList) {
  list.value = answer
  rows.value = answer.rows
  waiting.value = undefined
}

// An answer to an earlier question must not take the place of the one that was asked last.
let question = 0
async function load() {
  const mine = ++question
  state.value = 'loading'
  try {
    const answer = await fetchRows(120)
    if (mine !== question) return
    show(answer)
    state.value = 'ready'
  } catch (error) {
    if (mine !== question) return
    problem.value = asApiError(error).problem.detail
    state.value = 'failed'
  }
}
watch([filters, band], load, { immediate: true, deep: true })
void loadOffers().catch(() => undefined)

let more = false
async function loadMore() {
  if (!list.value?.next || more) return
  more = true
  try {
    const mine = question
    const answer = await fetchRows(250, list.value.next)
    if (mine !== question) return
    const known = new Set(rows.value.map(keyOf))
    rows.value = [...rows.value, ...answer.rows.filter((row) => !known.has(keyOf(row)))]
    list.value = { ...list.value, next: answer.next }
  } finally {
    more = false
  }
}

const keyOf = (row: ClockRow) => `${row.reference}-${row.clock.target}-${row.clock.startedAt}`

// Figures change in place at once; rows change places only when neither pointer nor keyboard is among them.
let refresh: ReturnType<typeof setTimeout> | undefined
live.on((notice) => {
  if (notice.kind !== 'tickets' && notice.kind !== 'reconnected' && notice.kind !== 'clock') return
  clearTimeout(refresh)
  refresh = setTimeout(async () => {
    const mine = question
    const answer = await fetchRows(Math.min(500, Math.max(120, rows.value.length))).catch(() => undefined)
    if (!answer || mine !== question) return
    const busy = over.value || scroller.value?.contains(document.activeElement) || acting.value
    if (!busy) return show(answer)
    const fresh = new Map(answer.rows.map((row) => [keyOf(row), row]))
    rows.value = rows.value.map((row) => fresh.get(keyOf(row)) ?? row)
    if (list.value) list.value = { ...list.value, bands: answer.bands, overdrawn: answer.overdrawn }
    waiting.value = answer
  }, 250)
})
function release() {
  over.value = false
  if (waiting.value) show(waiting.value)
}

const scroller = ref<HTMLElement>()
const virtual = useVirtualizer(
  computed(() => ({
    count: rows.value.length,
    getScrollElement: () => scroller.value ?? null,
    estimateSize: () => 44,
    overscan: 12,
    getItemKey: (index: number) => keyOf(oneAt(rows.value, index)),
  })),
)
watch(
  () => virtual.value.getVirtualItems().at(-1)?.index ?? 0,
  (last) => last > rows.value.length - 40 && void loadMore(),
)

interface Drawn {
  row: ClockRow
  hours: WorkingTime
  standing: ReturnType<typeof standingOf>
}
function drawn(index: number): Drawn | undefined {
  const row = rows.value[index]
  const hours = row && calendars.hoursOf(row.clock)
  if (!row || !hours) return undefined
  return { row, hours, standing: standingOf(row.clock, hours, time.now, calendars.closeFrom(row.edition)) }
}
const visible = computed(() =>
  virtual.value.getVirtualItems().flatMap((item) => {
    const one = drawn(item.index)
    return one ? [{ ...one, item }] : []
  }),
)

const focused = ref(0)
async function step(to: number) {
  focused.value = Math.min(rows.value.length - 1, Math.max(0, to))
  virtual.value.scrollToIndex(focused.value)
  await nextTick()
  scroller.value?.querySelector<HTMLElement>(`[data-index="${focused.value}"] a`)?.focus()
}

const acting = ref<{ deed: 'pause' | 'resume' | 'extend'; key: string }>()
const actedOn = computed(() => {
  const index = rows.value.findIndex((row) => keyOf(row) === acting.value?.key)
  return index < 0 ? undefined : drawn(index)
})
function act(deed: 'pause' | 'extend', index: number) {
  const row = rows.value[index]
  if (!row || (deed === 'extend' && !session.isLead)) return
  const byHand = openPause(row.clock)?.byHand
  acting.value = { deed: deed === 'pause' && byHand ? 'resume' : deed, key: keyOf(row) }
}
function onKey(event: KeyboardEvent, index: number) {
  const keys: Record<string, () => void> = {
    ArrowDown: () => void step(index + 1),
    ArrowUp: () => void step(index - 1),
    PageDown: () => void step(index + 12),
    PageUp: () => void step(index - 12),
    Home: () => void step(0),
    End: () => void step(rows.value.length - 1),
    p: () => act('pause', index),
    e: () => act('extend', index),
  }
  const pressed = keys[event.key]
  if (event.ctrlKey || event.metaKey || !pressed) return
  event.preventDefault()
  pressed()
}
function close() {
  acting.value = undefined
  void step(focused.value)
}

const find = ref(asked('find') ?? '')
const due = (row: ClockRow) => (row.dueAt === null ? '–' : momentInWords(row.dueAt, zone.value, time.now))
const total = computed(() => Object.values(list.value?.bands ?? {}).reduce((sum, one) => sum + one, 0))
</script>

<template>
  <section class="deadlines" aria-labelledby="title">
    <header class="head">
      <h1 id="title">Deadlines</h1>
      <span class="quiet">
        {{ total === 1 ? 'one running promise' : `${total} running promises` }}, nearest to running out first,
        paused ones after<template v-if="list?.overdrawn"
          >; overdrawn together by <b class="num red">{{ hoursAndMinutes(list.overdrawn) }}</b> h</template
        >
      </span>
    </header>
    <div class="tools">
      <span class="bands" role="group" aria-label="Band">
        <button type="button" :aria-pressed="band === undefined" @click="choose('band', undefined)">
          All <span class="num">{{ total }}</span>
        </button>
        <button
          v-for="(name, id) in BANDS"
          :key="id"
          type="button"
          :class="id"
          :aria-pressed="band === id"
          @click="choose('band', id)"
        >
          <BandMark :band="id" /> {{ name }} <span class="num">{{ list?.bands[id] ?? 0 }}</span>
        </button>
      </span>
      <select
        v-for="name in FILTERS"
        :key="name"
        :aria-label="`Only this ${name}`"
        :value="asked(name) ?? ''"
        :class="{ set: asked(name) }"
        @change="choose(name, typedIn($event))"
      >
        <option value="">any {{ name }}</option>
        <option v-for="one in offers[name] ?? []" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select>
      <input
        v-model="find"
        type="search"
        aria-label="Find a ticket here"
        placeholder="Find here"
        @keydown.enter="choose('find', find)"
        @search="choose('find', find)"
      />
      <NuxtLink v-if="isFiltered" to="/deadlines" class="small" @click="find = ''">Show all</NuxtLink>
    </div>
    <ClockAction
      v-if="acting && actedOn"
      :key="`${acting.deed}-${acting.key}`"
      class="dock"
      :reference="actedOn.row.reference"
      :title="`${actedOn.row.reference} ${actedOn.row.summary}`"
      :deed="acting.deed"
      :clocks="[{ clock: actedOn.row.clock, hours: actedOn.hours }]"
      :target="actedOn.row.clock.target"
      :now="time.now"
      :zone="zone"
      @done="close"
      @close="close"
      @stale="load"
    />
    <p v-if="waiting" class="more" role="status">
      <button class="link" type="button" @click="release">Some have changed places: put in order</button>
    </p>
    <div class="cols" aria-hidden="true">
      <span>No.</span><span>Promise · ticket</span><span class="who">Who</span><span class="strip">Time</span
      ><span>Due</span><span>Balance</span>
    </div>
    <div v-if="state === 'failed'" class="empty" role="alert">
      <p>{{ problem }}</p>
      <button class="act" type="button" @click="load">Try again</button>
    </div>
    <p v-else-if="state === 'loading' && !rows.length" class="empty" role="status">Reading the promises …</p>
    <div v-else-if="!rows.length" class="empty">
      <p v-if="isFiltered">No running promise fits. <NuxtLink to="/deadlines">Show all</NuxtLink></p>
      <p v-else>Nothing is promised at the moment: no open ticket has a running target.</p>
    </div>
    <div
      v-else
      ref="scroller"
      class="rows"
      role="list"
      aria-label="Running promises"
      @pointerenter="over = true"
      @pointerleave="release"
    >
      <div :style="{ height: `${virtual.getTotalSize()}px`, position: 'relative' }">
        <div
          v-for="{ item, row, hours, standing } in visible"
          :key="String(item.key)"
          role="listitem"
          class="slot"
          :data-index="item.index"
          :style="{ transform: `translateY(${item.start}px)` }"
        >
          <NuxtLink
            class="row"
            :class="standing.standing"
            :to="`/desk/${row.reference}`"
            @focus="focused = item.index"
            @keydown="onKey($event, item.index)"
          >
            <span class="no num">{{ row.reference }}</span>
            <span class="what">
              <span class="line"
                ><b>{{ row.clock.label }}</b> · {{ row.summary }}</span
              >
              <span class="line quiet small"
                >{{ row.numeral }} · {{ row.organisation }} · {{ row.site }}
                <template v-if="openPause(row.clock)">
                  · rests: {{ openPause(row.clock)!.why }}</template
                ></span
              >
            </span>
            <span class="who line small"
              >{{ row.technician ?? 'nobody yet' }}<br /><span class="quiet">{{ row.team }}</span></span
            >
            <span class="strip">
              <TimeStrip
                :clock="row.clock"
                :hours="hours"
                :now="time.now"
                :standing="standing.standing"
                :shares="[0.5, 0.8]"
              />
            </span>
            <span class="due num small">{{ due(row) }}</span>
            <BalanceFigure :standing="standing" />
          </NuxtLink>
        </div>
      </div>
    </div>
    <p class="keys quiet small no-print">
      <kbd>↑</kbd> <kbd>↓</kbd> move · <kbd>Enter</kbd> open · <kbd>p</kbd> pause or resume<template
        v-if="session.isLead"
      >
        · <kbd>e</kbd> extend</template
      >
      · times in {{ zone }}
    </p>
  </section>
</template>

<style scoped>
.deadlines {
  height: 100%;
  display: flex;
  flex-direction: column;
  background: var(--page);
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 12px;
  padding: 14px 18px 4px;
}
.red {
  color: var(--red);
  font-weight: 600;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
  padding: 4px 18px 10px;
}
.tools select,
.tools input {
  font: inherit;
  font-size: 0.93rem;
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  background: var(--field);
  color: var(--ink);
  padding: 3px 6px;
  max-width: 150px;
  min-height: 28px;
}
.tools input {
  width: 110px;
}
.tools select.set {
  border-color: var(--sea);
  background: var(--sea-2);
}
.bands {
  display: flex;
  margin-right: 6px;
}
.bands button {
  font: 0.93rem var(--sans);
  border: 1px solid var(--rule-2);
  border-left-width: 0;
  background: none;
  color: var(--ink-2);
  padding: 3px 10px;
  min-height: 28px;
  cursor: pointer;
}
.bands button:first-child {
  border-left-width: 1px;
}
.bands button[aria-pressed='true'] {
  background: var(--sea-2);
  color: var(--ink);
  box-shadow: inset 0 -3px 0 var(--sea);
}
.bands .over {
  color: var(--red);
}
.bands .close {
  color: var(--brass);
}
.dock {
  margin: 0 18px 8px;
}
.cols,
.row {
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr) 150px minmax(120px, 220px) 118px 96px;
  column-gap: 10px;
}
.cols {
  border-top: 1px solid var(--rule-2);
  border-bottom: 1px solid var(--rule-2);
  background: var(--page-2);
  color: var(--ink-3);
  font-size: 0.86rem;
  line-height: 24px;
  /* Room for the scroll bar below, so that columns stand under their heads. */
  padding-right: 14px;
}
.cols span:first-child,
.cols span:nth-child(5),
.cols span:last-child {
  text-align: right;
}
.rows {
  flex: 1;
  min-height: 0;
  overflow-y: scroll;
}
.slot {
  position: absolute;
  top: 0;
  left: 0;
  width: 100%;
}
.row {
  height: 44px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  color: inherit;
  text-decoration: none;
  padding-right: 14px;
}
.row:hover {
  background: var(--page-2);
}
.row:focus-visible {
  outline-offset: -2px;
  background: var(--sea-2);
}
.no {
  align-self: stretch;
  border-right: 1px solid var(--red-2);
  padding: 6px 9px 0 0;
  text-align: right;
  font-size: 0.86rem;
  font-weight: 500;
  color: var(--ink-2);
}
.what {
  min-width: 0;
}
.line {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.due {
  text-align: right;
}
.more {
  margin: 0;
  padding: 4px 18px;
  background: var(--brass-2);
}
.empty {
  flex: 1;
  padding: 30px 18px;
  color: var(--ink-2);
}
.keys {
  margin: 0;
  padding: 5px 18px;
  border-top: 1px solid var(--rule);
}
kbd {
  font: 0.86rem var(--mono);
}
@media (max-width: 1000px) {
  .cols,
  .row {
    grid-template-columns: 54px minmax(0, 1fr) 110px 92px;
  }
  .who,
  .strip {
    display: none;
  }
}
@media (max-width: 560px) {
  .cols,
  .row {
    grid-template-columns: 50px minmax(0, 1fr) 84px;
  }
  .due,
  .cols span:nth-child(5) {
    display: none;
  }
}
</style>
