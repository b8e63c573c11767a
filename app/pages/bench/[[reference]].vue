<script setup lang="ts">
import { PhAnchorSimple } from '@phosphor-icons/vue'
import { hoursAndMinutes, signedBalance, timeOfDay, weekdayAndTime } from '~~/core/time'
import {
  BENCH_ORDERS,
  type BenchOrder,
  type BenchPage,
  type BenchRow,
  type FixedTime,
} from '~/composables/useBench'
import { isOneOf, keysOf, oneAt } from '~~/core/lookup'

definePageMeta({ layout: 'staff', middleware: 'staff', key: 'bench' })
useHead({ title: 'Bench · Yare Ledger' })

const route = useRoute()
const time = useDeskTime()
const live = useLive()
const session = useSession()
const narrow = useNarrow()

const reference = computed(() => Number(route.params.reference) || undefined)
const order = computed<BenchOrder>(() =>
  isOneOf(keysOf(BENCH_ORDERS), route.query.order) ? route.query.order : 'desk',
)
const person = computed(() => String(route.query.person ?? '') || undefined)
const wide = computed(() => route.query.page === 'full')
const query = computed(() => ({
  ...(order.value !== 'desk' && { order: order.value }),
  ...(person.value && { person: person.value }),
}))

const page = shallowRef<BenchPage>()
const failed = ref('')
const everybody = useDeskPeople()
const people = computed(() => everybody.data.value ?? [])
const fresh = ref(new Set<number>())
const whyShown = ref(false)

let question = 0
async function load() {
  const mine = ++question
  try {
    const found = await api('GET /api/bench', { query: { order: order.value, person: person.value } })
    if (mine !== question) return
    const known = new Set(page.value?.tickets.map((one) => one.reference))
    // What slides in is marked for a while; the focus stays where it is.
    if (page.value?.person.id === found.person.id)
      for (const one of found.tickets) if (!known.has(one.reference)) mark(one.reference)
    page.value = found
    failed.value = ''
    void openFirst(found)
  } catch (error) {
    if (mine === question) failed.value = asApiError(error).problem.detail
  }
}
/** What is to be done now lies open; once only, so that a changed order never turns a page by itself. */
let isOpened = false
const router = useRouter()
async function openFirst({ tickets }: BenchPage) {
  if (isOpened) return
  isOpened = true
  const [first] = tickets
  const isStillAsked = () => !reference.value && !narrow.value && router.currentRoute.value.path === '/bench'
  // A page that is only just coming to life may turn to itself once more and call this off; then it is tried again.
  for (let tries = 0; first && tries < 20 && isStillAsked(); tries++) {
    await navigateTo({ path: `/bench/${first.reference}`, query: query.value }, { replace: true })
    if (isStillAsked()) await new Promise((done) => setTimeout(done, 100))
  }
}
function mark(one: number) {
  fresh.value = new Set([...fresh.value, one])
  setTimeout(() => (fresh.value = new Set([...fresh.value].filter((each) => each !== one))), 20_000)
}
watch([order, person], load, { immediate: true })
let refresh: ReturnType<typeof setTimeout> | undefined
live.on((notice) => {
  if (!['tickets', 'reconnected', 'clock', 'edition'].includes(notice.kind)) return
  clearTimeout(refresh)
  refresh = setTimeout(load, 250)
})
// Places and balances change with the time as well.
let minute: ReturnType<typeof setInterval> | undefined
onMounted(() => (minute = setInterval(load, 60_000)))
onBeforeUnmount(() => clearInterval(minute))

type Line = { at: number | null; ticket?: BenchRow; fixed?: FixedTime; isAfter?: boolean }
/** Tickets and fixed times as they come in the day; a fixed time stands at its hour. */
const lines = computed<Line[]>(() => {
  if (!page.value) return []
  const rows: Line[] = page.value.tickets.map((ticket) => ({ at: ticket.from, ticket }))
  for (const fixed of page.value.fixed) {
    const index = rows.findIndex((one) => (one.at ?? Infinity) >= fixed.starts)
    rows.splice(index < 0 ? rows.length : index, 0, { at: fixed.starts, fixed })
  }
  return rows
})
const shiftEnd = computed(() => page.value?.day.shifts.at(-1)?.to)
/** Where the list goes beyond today's shift. */
const firstAfter = computed(() =>
  lines.value.findIndex((one) => shiftEnd.value !== undefined && (one.at ?? Infinity) >= shiftEnd.value),
)
const late = computed(() => page.value?.orders.find((one) => one.id === order.value)?.late ?? [])
const better = computed(() =>
  [...(page.value?.orders ?? [])]
    .sort((a, b) => a.late.length - b.late.length)
    .find((one) => one.late.length < late.value.length),
)
const orderInWords = computed(() => {
  if (!page.value?.tickets.length) return ''
  const count = late.value.length
  return count === 0
    ? 'in this order all promises hold'
    : `in this order ${count === 1 ? 'one ticket breaks' : `${count} tickets break`} a promise`
})
const zone = computed(() => page.value?.person.zone ?? 'Europe/London')
function when(at: number | null, index: number): string {
  if (at === null) return 'no shift'
  if (index === 0 && at <= time.now + 60_000) return 'now'
  return at < (page.value?.day.until ?? 0) ? timeOfDay(at, zone.value) : weekdayAndTime(at, zone.value)
}
function setOrder(id: BenchOrder) {
  return navigateTo({ path: route.path, query: { ...query.value, order: id === 'desk' ? undefined : id } })
}
const isOwn = computed(() => !person.value || person.value === session.me?.id)

const timerDeed = useDeed(() => void load())
async function endTimer(one: number, body: BodyOf<'POST /api/tickets/{reference}/timer'>) {
  if (
    await timerDeed.run(
      async () => (
        await api('POST /api/tickets/{reference}/timer', { path: { reference: one }, body }),
        true
      ),
    )
  )
    await load()
}

const TAKES_FROM = {
  typed: 'as somebody said',
  median: 'the median of such tickets',
  unknown: 'assumed; nothing is known of such tickets',
}

const list = ref<HTMLElement>()
function step(by: number) {
  const links = [...(list.value?.querySelectorAll<HTMLElement>('a.line') ?? [])]
  const index = links.findIndex((one) => one === document.activeElement)
  const next = links[Math.min(links.length - 1, Math.max(0, index + by))]
  next?.focus()
  next?.scrollIntoView({ block: 'nearest' })
}
function onKey(event: KeyboardEvent) {
  if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === 'o') {
    const ids = keysOf(BENCH_ORDERS)
    event.preventDefault()
    void setOrder(oneAt(ids, (ids.indexOf(order.value) + 1) % ids.length))
  } else if (event.key === 'j' || event.key === 'k') {
    event.preventDefault()
    step(event.key === 'j' ? 1 : -1)
  }
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => removeEventListener('keydown', onKey))
</script>

<template>
  <TwoPages :narrow="narrow" :open="Boolean(reference)" :wide="wide">
    <template #list>
      <section class="bench ledger-list" aria-label="Bench">
        <div class="ledger-head">
          <h1>Next up</h1>
          <span class="quiet"
            >{{ page?.person.name }}<template v-if="orderInWords"> · </template
            ><b :class="{ bad: late.length }">{{ orderInWords }}</b></span
          >
          <label class="whose small"
            ><span class="sr-only">Whose bench</span>
            <select
              class="inline-field"
              :value="person ?? session.me?.id"
              @change="
                navigateTo({
                  path: '/bench',
                  query: { ...query, person: typedIn($event) },
                })
              "
            >
              <option v-if="!people.some((one) => one.id === session.me?.id)" :value="session.me?.id">
                {{ session.me?.name }}
              </option>
              <option v-for="one in people" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
        </div>
        <div v-if="page" class="orders">
          <span class="tabs" role="group" aria-label="In which order">
            <button
              v-for="one in page.orders"
              :key="one.id"
              class="tab"
              type="button"
              :aria-pressed="one.id === order"
              @click="setOrder(one.id)"
            >
              {{ BENCH_ORDERS[one.id] }}
              <span class="num" :class="{ bad: one.late.length }">{{
                one.late.length ? `${one.late.length} late` : 'all hold'
              }}</span>
            </button>
          </span>
          <kbd aria-label="key o">o</kbd>
          <button class="link small" type="button" :aria-expanded="whyShown" @click="whyShown = !whyShown">
            Why this order
          </button>
        </div>
        <p v-if="whyShown && page" class="why small">
          <template v-if="order === 'desk'">
            Ordered by {{ page.keys.join(', then ') }}. The lead sets these in
            <NuxtLink to="/design/moves">Design, Moves and Bench</NuxtLink>. Each row says why it stands
            before the next.
          </template>
          <template v-else-if="order === 'earliestDue'">
            Whatever is due first comes first: no other order has a smaller greatest lateness.
          </template>
          <template v-else>
            Taken by due time; whenever one would be late, the longest so far is put off: no other order keeps
            more promises.
          </template>
          <a
            :href="
              linkTo('GET /api/time-records', {
                query: { as: 'xlsx', whose: session.may('manageTime') ? 'all' : undefined },
              })
            "
            download
            >{{ session.may('manageTime') ? 'Everybody’s time of a month' : 'Your time of a month' }}</a
          >
          as XLSX. Times follow your shifts, go round what is fixed, and take how long such tickets usually
          take.
        </p>
        <p v-if="better && order === 'desk'" class="notice small">
          {{ BENCH_ORDERS[better.id] }} would break
          {{ better.late.length ? `only ${better.late.length}` : 'none' }} instead of {{ late.length }}.
          <button class="link" type="button" @click="setOrder(better.id)">Work in that order</button>
        </p>
        <DayStrip v-if="page" :day="page.day" :fixed="page.fixed" :now="time.now" />
        <div
          v-for="one in page?.timers"
          :key="one.reference"
          class="notice timer"
          :class="{ good: !one.forgotten }"
        >
          <span
            >{{ isOwn ? 'Your timer runs' : 'A timer runs' }} on
            <NuxtLink :to="{ path: `/bench/${one.reference}`, query }"
              ><span class="num">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
            >
            since <b class="num">{{ weekdayAndTime(one.since, zone) }}</b>,
            <b class="num">{{ hoursAndMinutes(time.now - one.since) }}</b><template v-if="one.forgotten">
              · forgotten? {{ one.forgotten.why }}.</template
            ></span
          >
          <template v-if="isOwn">
            <button
              v-if="one.forgotten"
              class="act main"
              type="button"
              @click="endTimer(one.reference, { turn: 'stop', until: one.forgotten.until })"
            >
              Keep until {{ timeOfDay(one.forgotten.until, zone) }}
            </button>
            <button class="act" type="button" @click="endTimer(one.reference, { turn: 'stop' })">Stop</button>
            <button
              v-if="one.forgotten"
              class="act plain"
              type="button"
              @click="endTimer(one.reference, { turn: 'drop' })"
            >
              Drop it
            </button>
          </template>
        </div>
        <p v-if="timerDeed.error.value" class="notice bad" role="alert">
          {{ timerDeed.error.value.problem.detail }}
          {{ timerDeed.error.value.problem.fields?.map((one) => one.message).join(' ') }}
        </p>
        <div class="cols ledger-cols" aria-hidden="true">
          <span>At</span><span>What</span><span>Takes</span><span>Then left</span>
        </div>
        <div v-if="failed" class="nothing-open" role="alert">
          <p>{{ failed }}</p>
          <button class="act" type="button" @click="load">Try again</button>
        </div>
        <div v-else-if="!page" class="nothing-open" role="status">Reading the ledger …</div>
        <div v-else-if="!lines.length" class="nothing-open">
          <p>
            Nothing waits on {{ isOwn ? 'your' : 'this' }} bench.
            <NuxtLink :to="{ path: '/desk', query: { view: 'unassigned' } }">See what nobody has</NuxtLink>
          </p>
        </div>
        <div
          v-else
          ref="list"
          class="ledger-rows"
          @keydown.down.prevent="step(1)"
          @keydown.up.prevent="step(-1)"
        >
          <template
            v-for="(line, index) in lines"
            :key="line.fixed ? `f${line.fixed.id}-${line.fixed.reference}` : line.ticket!.reference"
          >
            <p v-if="index === firstAfter" class="after small">
              After {{ timeOfDay(shiftEnd!, zone) }} {{ isOwn ? 'you are' : 'they are' }} off. What follows
              comes in the next shift.
            </p>
            <NuxtLink
              v-if="line.fixed"
              class="line fixed"
              :class="{ on: line.fixed.reference === reference }"
              :to="{ path: `/bench/${line.fixed.reference}`, query }"
            >
              <span class="at num"
                >{{ when(line.at, -1) }}<PhAnchorSimple :size="14" class="anchor" aria-label="fixed time"
              /></span>
              <span class="what"
                ><b>{{ line.fixed.what }}</b
                ><span class="sub"
                  ><span class="num">{{ line.fixed.reference }}</span> · {{ line.fixed.summary
                  }}<b v-if="line.fixed.isLate" class="bad"> · promised before that</b></span
                ></span
              >
              <span class="num takes">{{ hoursAndMinutes(line.fixed.ends - line.fixed.starts) }}</span>
              <span class="left quiet small">{{
                line.fixed.state === 'begun' ? 'begun' : 'fixed time'
              }}</span>
            </NuxtLink>
            <NuxtLink
              v-else
              class="line"
              :class="{ on: line.ticket!.reference === reference, fresh: fresh.has(line.ticket!.reference) }"
              :to="{ path: `/bench/${line.ticket!.reference}`, query }"
              :aria-current="line.ticket!.reference === reference ? 'true' : undefined"
            >
              <span class="at num"
                >{{ when(line.at, index)
                }}<b
                  class="numeral"
                  :class="{ first: line.ticket!.priorityOrder === 1 }"
                  :title="line.ticket!.priority"
                  >{{ line.ticket!.numeral }}</b
                ></span
              >
              <span class="what"
                ><b>{{ line.ticket!.summary }}</b
                ><span class="sub"
                  ><span class="num">{{ line.ticket!.reference }}</span> ·
                  {{ line.ticket!.isToAnswer ? 'answer first · ' : '' }}{{ line.ticket!.organisation
                  }}<template v-if="line.ticket!.because">
                    · here, since {{ line.ticket!.because }}</template
                  ></span
                ></span
              >
              <span class="num takes" :title="TAKES_FROM[line.ticket!.estimate]"
                >{{ line.ticket!.estimate === 'typed' ? '' : '~'
                }}{{ hoursAndMinutes(line.ticket!.takes) }}</span
              >
              <span class="left num" :class="{ bad: line.ticket!.broken.length }">
                <template v-if="line.ticket!.thenLeft !== null"
                  ><BandMark v-if="line.ticket!.broken.length" band="over" />{{
                    signedBalance(line.ticket!.thenLeft)
                  }}<span v-if="line.ticket!.broken.length" class="word">over</span></template
                >
                <template v-else><span class="quiet small">no promise</span></template>
              </span>
            </NuxtLink>
          </template>
          <p v-if="page?.more" class="after small">
            {{ page.more }} more come after these.
            <NuxtLink :to="{ path: '/desk', query: { view: 'mine' } }">See all that is yours</NuxtLink>
          </p>
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
        base="/bench"
      />
      <div v-else class="nothing-open">
        <h2>Nothing is open</h2>
        <p>Choose a row on the left; <kbd>s</kbd> starts it. The one on top is what to do now.</p>
      </div>
    </template>
  </TwoPages>
</template>

<style scoped>
.orders {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  padding: 2px 18px 8px;
  align-items: center;
}
.whose {
  margin-left: auto;
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.why {
  margin: 0 18px 8px;
  color: var(--ink-2);
}
.notice {
  margin: 0 18px 8px;
}
.timer {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
.cols,
.line {
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr) 64px 92px;
}
.cols span {
  text-align: right;
  padding-right: 9px;
}
.cols span:nth-child(2) {
  text-align: left;
  padding-left: 10px;
}
.line {
  border-bottom: 1px solid var(--rule);
  color: inherit;
  text-decoration: none;
  min-height: 54px;
}
.line:hover {
  background: var(--page-2);
}
.line.on {
  background: var(--sea-2);
}
.line:focus-visible {
  outline-offset: -2px;
}
.line.fixed {
  background: var(--page-2);
  border-left: 4px solid var(--ink);
}
.line.fixed.on {
  background: var(--sea-2);
}
.line.fresh {
  animation: slide-in 0.6s ease-out;
  box-shadow: inset 4px 0 0 var(--brass);
}
@keyframes slide-in {
  from {
    transform: translateY(-24px);
    opacity: 0;
  }
}
.at {
  border-right: 1px solid var(--red-2);
  padding: 8px 9px 4px 0;
  text-align: right;
  font-size: 0.82rem;
  color: var(--ink-2);
}
.fixed .at {
  margin-left: -4px;
}
.numeral {
  display: table;
  margin: 2px 0 0 auto;
  font: 600 0.86rem var(--serif);
  color: var(--ink);
}
.numeral.first {
  background: var(--ink);
  color: var(--page);
  padding: 0 5px;
  border-radius: 2px;
}
.anchor {
  display: block;
  margin: 3px 0 0 auto;
}
.what {
  padding: 7px 10px 5px;
  min-width: 0;
}
.what b {
  font-weight: 600;
}
.what > b {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.sub {
  display: block;
  font-size: 0.9rem;
  color: var(--ink-2);
}
.takes,
.left {
  text-align: right;
  padding-top: 8px;
}
.left {
  padding-right: 14px;
  font-weight: 600;
}
.left .word {
  display: block;
  font: 0.86rem var(--sans);
}
.bad {
  color: var(--red);
}
.after {
  margin: 0;
  padding: 6px 18px;
  background: var(--brass-2);
  color: var(--ink-2);
}
kbd {
  font: 0.8rem var(--mono);
  color: var(--ink-3);
}
@media (max-width: 520px) {
  .what > b {
    white-space: normal;
  }
  .cols,
  .line {
    grid-template-columns: 58px minmax(0, 1fr) 52px 78px;
  }
}
</style>
