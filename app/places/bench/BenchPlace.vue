<script setup lang="ts">
import { keysOf, oneAt } from '~~/core/lookup'
import { timeOfDay, weekdayAndTime } from '~~/core/time'
import { BENCH_ORDERS, type BenchOrder } from '~/composables/useBench'
import { linesOf, useBenchPage } from './useBenchPage'

// One technician's work in the order to do it: what to do now lies open, the rest follows.
const route = useRoute()
const router = useRouter()
const time = useDeskTime()
const session = useSession()
const narrow = useNarrow()
const reference = computed(() => Number(route.params.reference) || undefined)
const wide = computed(() => route.query.page === 'full' && Boolean(reference.value))
const { page, error, order, person, query, fresh, again } = useBenchPage()
const isOwn = computed(() => !person.value || person.value === session.me?.id)
const zone = computed(() => page.value?.person.zone ?? 'UTC')

/** What is to be done now lies open; once only, so that a changed order never turns a page by itself. */
let isOpened = false
const TRIES = 20
const BETWEEN = 100
watch(page, (found) => found && void openFirst(found.tickets[0]?.reference), { immediate: true })
async function openFirst(first: number | undefined) {
  if (isOpened) return
  isOpened = true
  const isStillAsked = () => !reference.value && !narrow.value && router.currentRoute.value.path === '/bench'
  // A page that is only just coming to life may turn to itself once more and call this off; then it is tried again.
  for (let tries = 0; first && tries < TRIES && isStillAsked(); tries++) {
    await navigateTo({ path: `/bench/${first}`, query: query.value }, { replace: true })
    if (isStillAsked()) await new Promise((done) => setTimeout(done, BETWEEN))
  }
}

const lines = computed(() => (page.value ? linesOf(page.value) : []))
const shiftEnd = computed(() => page.value?.day.shifts.at(-1)?.to)
/** Where the list goes beyond today's shift. */
const firstAfter = computed(() =>
  lines.value.findIndex((one) => shiftEnd.value !== undefined && (one.at ?? Infinity) >= shiftEnd.value),
)
function when(at: number | null, index: number): string {
  if (at === null) return 'no shift'
  if (index === 0 && at <= time.now + 60_000) return 'now'
  return at < (page.value?.day.until ?? 0) ? timeOfDay(at, zone.value) : weekdayAndTime(at, zone.value)
}
const setOrder = (id: BenchOrder) =>
  navigateTo({ path: route.path, query: { ...query.value, order: id === 'desk' ? undefined : id } })

const list = ref<HTMLElement>()
const { within, listens } = useWithin()
function step(by: number) {
  const links = [...(list.value?.querySelectorAll<HTMLElement>('a.line') ?? [])]
  const at = links.findIndex((one) => one === document.activeElement)
  const from = at < 0 ? links.findIndex((one) => one.classList.contains('on')) : at
  const next = links[Math.min(links.length - 1, Math.max(0, from + by))]
  next?.focus()
  next?.scrollIntoView({ block: 'nearest' })
}
function another() {
  const ids = keysOf(BENCH_ORDERS)
  void setOrder(oneAt(ids, (ids.indexOf(order.value) + 1) % ids.length))
}
useShortcuts('Bench', [
  { keys: 'o', says: 'work in another order', run: another },
  { keys: 'j', says: 'the next line', run: () => step(1), when: () => lines.value.length > 0 },
  { keys: 'k', says: 'the line before', run: () => step(-1), when: () => lines.value.length > 0 },
  { keys: 'ArrowDown', says: 'the next line', run: () => step(1), when: () => within.value },
  { keys: 'ArrowUp', says: 'the line before', run: () => step(-1), when: () => within.value },
  {
    ...{ keys: 'Escape', says: 'from the ticket back to its line', run: () => step(0) },
    when: () => reference.value !== undefined && !narrow.value,
  },
])
</script>

<template>
  <TwoPages :narrow="narrow" :open="Boolean(reference)" :wide="wide" :share="38">
    <template #list>
      <section class="bench ledger-list" aria-label="Bench">
        <BenchHead :page="page" :order="order" :person="person" :query="query" @order="setOrder" />
        <DayStrip v-if="page" :day="page.day" :fixed="page.fixed" :now="time.now" />
        <BenchTimers
          v-if="page"
          :timers="page.timers"
          :own="isOwn"
          :zone="zone"
          :now="time.now"
          :query="query"
          @done="again"
        />
        <BenchDuties v-if="isOwn" :zone="zone" :now="time.now" :query="query" />
        <div class="cols ledger-cols" aria-hidden="true">
          <span>At</span><span>What</span><span>Takes</span><span>Then left</span>
        </div>
        <KitError class="inset" :error="error ?? undefined" tries-again @again="again" />
        <p v-if="!page && !error" class="nothing-open" role="status">Reading the ledger …</p>
        <div v-else-if="page && !lines.length" class="nothing-open">
          <p>
            Nothing waits on {{ isOwn ? 'your' : 'this' }} bench.
            <NuxtLink :to="{ path: '/desk', query: { view: 'unassigned' } }">See what nobody has</NuxtLink>
          </p>
        </div>
        <div v-else ref="list" class="ledger-rows" v-on="listens">
          <template
            v-for="(line, index) in lines"
            :key="
              line.fixed
                ? `f${line.fixed.id}-${line.fixed.reference}`
                : `${line.ticket.reference}-${line.ticket.part}-${line.ticket.task?.key}`
            "
          >
            <p v-if="index === firstAfter" class="after small">
              After {{ timeOfDay(shiftEnd!, zone) }} {{ isOwn ? 'you are' : 'they are' }} off. What follows
              comes in the next shift.
            </p>
            <BenchLine
              :ticket="line.ticket"
              :fixed="line.fixed"
              :when="when(line.at, line.fixed ? -1 : index)"
              :on="(line.fixed ?? line.ticket).reference === reference"
              :fresh="fresh.has((line.fixed ?? line.ticket).reference)"
              :query="query"
            />
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
.cols {
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
.inset {
  margin: 0 18px 8px;
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
  .cols {
    grid-template-columns: 58px minmax(0, 1fr) 52px 78px;
  }
}
</style>
