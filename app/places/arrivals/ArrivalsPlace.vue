<script setup lang="ts">
import { hoursAndMinutes } from '~~/core/time'
import type { Arrival, ArrivalList } from '~/composables/useArrivals'

// What came in and is not accepted yet: the longest waiting on top. Decide on one, and the next comes up by itself.
const route = useRoute()
const narrow = useNarrow()
const reference = computed(() => Number(route.params.reference) || undefined)

const ROWS = 60
const list = useLedger<ArrivalList>({
  key: () => ['arrivals', 'list'],
  ask: ({ limit, after, signal }) => api('GET /api/arrivals', { query: { limit, after }, signal }),
  keyOf: (row) => row.reference,
  size: ROWS,
  most: 200,
})
/** What was dealt with is gone at once, before the server says so. */
const gone = ref(new Set<number>())
const rows = computed<readonly Arrival[]>(() =>
  list.rows.value.filter((row) => !gone.value.has(row.reference)),
)
const total = computed(() => list.page.value?.total ?? 0)
// How long each has waited grows by itself.
useEachMinute(list.again)

/** Which ticket comes up when one is dealt with: the one below it, else the first that is left. */
function after(done: number): number | undefined {
  const at = rows.value.findIndex((row) => row.reference === done)
  const left = rows.value.filter((row) => row.reference !== done)
  return (rows.value[at + 1] ?? left[0])?.reference
}
/** What was done last, and how it is taken back. */
const said = ref<{ text: string; reference: number; canTakeBack: boolean }>()
async function dealtWith(deed: NonNullable<typeof said.value>) {
  const following = after(deed.reference)
  gone.value = new Set([...gone.value, deed.reference])
  said.value = deed
  await navigateTo(following === undefined ? '/arrivals' : `/arrivals/${following}`)
  await list.again()
  gone.value = new Set([...gone.value].filter((one) => one !== deed.reference))
}
const back = useDeed()
async function takeBack() {
  const which = said.value?.reference
  if (which === undefined) return
  if (!(await back.run(() => api('POST /api/tickets/{reference}/hold', { path: { reference: which } }))))
    return
  said.value = undefined
  await list.again()
  await navigateTo(`/arrivals/${which}`)
}

const frame = ref<HTMLElement>()
const { within, listens } = useWithin()
function step(by: number) {
  const links = [...(frame.value?.querySelectorAll<HTMLElement>('a.row') ?? [])]
  const at = links.findIndex((one) => one === document.activeElement)
  const from = at < 0 ? links.findIndex((one) => one.getAttribute('aria-current') === 'true') : at
  links[Math.min(links.length - 1, Math.max(0, from + by))]?.focus()
}
useShortcuts('Arrivals', [
  { keys: 'j', says: 'the next that waits', run: () => step(1), when: () => rows.value.length > 0 },
  { keys: 'k', says: 'the one before', run: () => step(-1), when: () => rows.value.length > 0 },
  { keys: 'ArrowDown', says: 'the next that waits', run: () => step(1), when: () => within.value },
  { keys: 'ArrowUp', says: 'the one before', run: () => step(-1), when: () => within.value },
])
function lacksOf(row: Arrival): string {
  if (row.answeredAt && !row.waitsForRequester) return 'the requester has answered'
  const [first] = row.lacks
  if (!first) return 'nothing is missing'
  return `${row.lacks.length} missing: ${first.text}${row.lacks.length > 1 ? ' …' : ''}`
}
</script>

<template>
  <TwoPages :narrow="narrow" :open="Boolean(reference)" :share="40">
    <template #list>
      <section class="list ledger-list" aria-label="Tickets that wait to be accepted">
        <div class="ledger-head">
          <h1>Arrivals</h1>
          <span v-if="list.page.value" class="quiet small"
            >{{ total }} {{ total === 1 ? 'waits' : 'wait' }}, the longest on top</span
          >
        </div>
        <CauseStrip />
        <div v-if="said" class="notice good said" role="status">
          <span>{{ said.text }}</span>
          <NuxtLink :to="`/desk/${said.reference}`">Open {{ said.reference }}</NuxtLink>
          <KitButton v-if="said.canTakeBack" kind="link" :disabled="back.busy.value" @click="takeBack">
            Take it back into Arrivals
          </KitButton>
          <KitError :error="back.error.value" />
        </div>
        <div class="cols ledger-cols" aria-hidden="true">
          <span>No.</span><span>What · who</span><span>Waiting</span>
        </div>
        <KitError class="said" :error="list.error.value" tries-again @again="list.again" />
        <p v-if="list.loading.value && !list.error.value" class="nothing-open" role="status">
          Reading the ledger …
        </p>
        <div v-else-if="!rows.length && !list.error.value" class="nothing-open">
          <p>Nothing waits to be accepted.</p>
          <p class="quiet">
            What comes in by a portal that holds its tickets stands here first.
            <NuxtLink to="/design/portals">Which portals hold is set in Design</NuxtLink>.
          </p>
        </div>
        <div v-else ref="frame" class="ledger-rows" v-on="listens">
          <NuxtLink
            v-for="row in rows"
            :key="row.reference"
            class="row"
            :class="{ on: row.reference === reference }"
            :to="`/arrivals/${row.reference}`"
            :aria-current="row.reference === reference ? 'true' : undefined"
          >
            <span class="margin num">{{ row.reference }}</span>
            <span class="what">
              <span class="summary">{{ row.summary }}</span>
              <span class="where"
                >{{ row.requester }} · {{ row.organisation }} · {{ row.item }} · by {{ row.channel }}</span
              >
              <span class="lacks">{{ lacksOf(row) }}</span>
            </span>
            <span class="waits num">
              {{ hoursAndMinutes(row.waited) }}
              <span v-if="row.waitsForRequester" class="word">asked</span>
            </span>
          </NuxtLink>
          <p v-if="list.page.value?.next" class="more">
            <KitButton @click="list.more">Show more</KitButton>
          </p>
        </div>
      </section>
    </template>
    <template #open>
      <ArrivalLeaf
        v-if="reference"
        :key="reference"
        :reference="reference"
        :narrow="narrow"
        @done="dealtWith"
      />
      <div v-else-if="rows.length" class="nothing-open">
        <h2>Nothing is open</h2>
        <p>
          Choose a row, or
          <NuxtLink :to="`/arrivals/${rows[0]!.reference}`">begin with the longest waiting</NuxtLink>.
        </p>
      </div>
      <div v-else class="nothing-open"><h2>All is accepted</h2></div>
    </template>
  </TwoPages>
</template>

<style scoped>
.said {
  margin: 0 18px 8px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
.cols,
.row {
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr) 84px;
}
.row {
  border-bottom: 1px solid var(--rule);
  color: inherit;
  text-decoration: none;
  /* Far rows cost nothing until they are scrolled to. */
  content-visibility: auto;
  contain-intrinsic-size: auto 74px;
}
.row:hover {
  background: var(--page-2);
}
.row.on {
  background: var(--sea-2);
}
.row:focus-visible {
  outline-offset: -2px;
}
.margin {
  border-right: 1px solid var(--red-2);
  padding: 8px 9px 0 0;
  text-align: right;
  font-size: 0.86rem;
  font-weight: 500;
  color: var(--ink-2);
}
.what {
  padding: 7px 10px 6px;
  min-width: 0;
}
.what > span {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.summary {
  font-weight: 600;
}
.where {
  font-size: 0.9rem;
  color: var(--ink-2);
}
.lacks {
  font-size: 0.9rem;
  color: var(--ink-3);
}
.waits {
  padding: 8px 14px 0 0;
  text-align: right;
}
.word {
  display: block;
  font: 0.86rem var(--sans);
  color: var(--ink-3);
}
.more {
  padding: 10px 18px;
}
@media (max-width: 520px) {
  .what > .summary {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    white-space: normal;
  }
}
</style>
