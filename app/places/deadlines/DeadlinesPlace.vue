<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { openPause } from '~~/core/clock'
import { oneAt } from '~~/core/lookup'
import { hoursAndMinutes } from '~~/core/time'
import { standingOf } from '~/composables/useStanding'
import { keyOfClock, useDeadlineFilters, useDeadlineList } from './useDeadlines'

// Every running promise of the desk, nearest to running out first.
/** On a phone a summary has two lines. */
const ROW_HEIGHT = { wide: 44, slim: 66 }
const slim = useSlim()
const session = useSession()
const time = useDeskTime()
const calendars = useCalendars()
const zone = computed(() => session.me?.zone ?? 'UTC')
const filters = useDeadlineFilters()
const list = useDeadlineList(filters)

const scroller = ref<HTMLElement>()
const over = ref(false)
const { within, listens } = useWithin()
const acting = ref<{ deed: 'pause' | 'resume' | 'extend'; key: string }>()
// Figures change in place at once; rows change places only when neither pointer nor keyboard is among them.
const held = useHeld(
  () => list.rows.value,
  keyOfClock,
  () => over.value || within.value || acting.value !== undefined,
  () => filters.query.value,
)
const rows = held.rows

const virtual = useVirtualizer(
  computed(() => ({
    count: rows.value.length,
    getScrollElement: () => scroller.value ?? null,
    estimateSize: () => ROW_HEIGHT[slim.value ? 'slim' : 'wide'],
    overscan: 12,
    getItemKey: (index: number) => keyOfClock(oneAt(rows.value, index)),
  })),
)
watch(slim, () => virtual.value.measure())
watch(
  () => virtual.value.getVirtualItems().at(-1)?.index ?? 0,
  (last) => last > rows.value.length - 40 && void list.more(),
)
function drawn(index: number) {
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
const actedOn = computed(() => {
  const index = rows.value.findIndex((row) => keyOfClock(row) === acting.value?.key)
  return index < 0 ? undefined : drawn(index)
})
function act(deed: 'pause' | 'extend') {
  const row = rows.value[focused.value]
  if (!row) return
  const byHand = openPause(row.clock)?.byHand
  acting.value = { deed: deed === 'pause' && byHand ? 'resume' : deed, key: keyOfClock(row) }
}
function close() {
  acting.value = undefined
  void step(focused.value)
}
const among = () => within.value
useShortcuts('Deadlines', [
  { keys: 'ArrowDown', says: 'the next promise', run: () => step(focused.value + 1), when: among },
  { keys: 'ArrowUp', says: 'the one before', run: () => step(focused.value - 1), when: among },
  { keys: 'PageDown', says: 'a dozen further down', run: () => step(focused.value + 12), when: among },
  { keys: 'PageUp', says: 'a dozen further up', run: () => step(focused.value - 12), when: among },
  { keys: 'Home', says: 'the first', run: () => step(0), when: among },
  { keys: 'End', says: 'the last that is read', run: () => step(rows.value.length - 1), when: among },
  { keys: 'j', says: 'into the list', run: () => step(focused.value), when: () => rows.value.length > 0 },
  {
    keys: 'p',
    says: 'pause the promise, or resume it',
    run: () => act('pause'),
    when: () => among() && session.may('workTickets'),
  },
  {
    keys: 'e',
    says: 'extend the promise',
    run: () => act('extend'),
    when: () => among() && session.may('extendPromises'),
  },
])
const page = computed(() => list.page.value)
const total = computed(() => Object.values(page.value?.bands ?? {}).reduce((sum, one) => sum + one, 0))
</script>

<template>
  <section class="deadlines" aria-labelledby="title">
    <header class="head">
      <h1 id="title">Deadlines</h1>
      <span class="quiet">
        {{ total === 1 ? 'one running promise' : `${total} running promises` }}, nearest to running out first,
        paused ones after<template v-if="page?.overdrawn"
          >; overdrawn together by <b class="num red">{{ hoursAndMinutes(page.overdrawn) }}</b> h</template
        >
      </span>
    </header>
    <DeadlineTools :filters="filters" :bands="page?.bands" :total="total" />
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
      @stale="list.again"
    />
    <p v-if="held.waits.value" class="more" role="status">
      <KitButton kind="link" @click="held.release">Some have changed places: put in order</KitButton>
    </p>
    <div class="cols" aria-hidden="true">
      <span>No.</span><span>Promise · ticket</span><span class="who">Who</span><span class="strip">Time</span
      ><span>Due</span><span>Balance</span>
    </div>
    <KitError class="empty" :error="list.error.value" tries-again @again="list.again" />
    <p v-if="list.loading.value && !list.error.value" class="empty" role="status">Reading the promises …</p>
    <KitEmpty
      v-else-if="!rows.length && !list.error.value"
      class="empty"
      :says="
        filters.isFiltered.value
          ? 'No running promise fits.'
          : 'Nothing is promised at the moment: no open ticket has a running target.'
      "
    >
      <NuxtLink v-if="filters.isFiltered.value" to="/deadlines">Show all</NuxtLink>
    </KitEmpty>
    <div
      v-show="rows.length"
      ref="scroller"
      class="rows"
      role="list"
      aria-label="Running promises"
      @pointerenter="over = true"
      @pointerleave="over = false"
      v-on="listens"
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
          <DeadlineRow
            :row="row"
            :hours="hours"
            :standing="standing"
            :now="time.now"
            :zone="zone"
            @focus="focused = item.index"
          />
        </div>
      </div>
    </div>
    <p class="keys quiet small no-print">
      <kbd>j</kbd> into the list · <kbd>↑</kbd> <kbd>↓</kbd> move · <kbd>Enter</kbd> open<template
        v-if="session.may('workTickets')"
      >
        · <kbd>p</kbd> pause or resume</template
      ><template v-if="session.may('extendPromises')"> · <kbd>e</kbd> extend</template> · times in
      {{ zone }}
    </p>
  </section>
</template>

<style scoped>
.deadlines {
  --deadline-columns: 66px minmax(0, 1fr) 150px minmax(120px, 220px) 118px 96px;
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
.dock {
  margin: 0 18px 8px;
}
.cols {
  display: grid;
  grid-template-columns: var(--deadline-columns);
  column-gap: 10px;
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
.more {
  margin: 0;
  padding: 4px 18px;
  background: var(--brass-2);
}
.empty {
  margin: 0;
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
  .deadlines {
    --deadline-columns: 54px minmax(0, 1fr) 110px 92px;
  }
  .who,
  .strip {
    display: none;
  }
}
@media (max-width: 560px) {
  .deadlines {
    --deadline-columns: 50px minmax(0, 1fr) 84px;
  }
  .cols span:nth-child(5) {
    display: none;
  }
}
@media (max-width: 520px) {
  .keys {
    display: none;
  }
}
</style>
