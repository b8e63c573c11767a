<script setup lang="ts">
import { hoursAndMinutes } from '~~/core/time'
import type { Arrival } from '~/composables/useArrivals'
import { present } from '~~/core/lookup'

// What came in and is not accepted yet: the longest waiting on top. Decide on one, and the next comes up by itself.
definePageMeta({ layout: 'staff', middleware: 'staff', key: 'arrivals' })
useHead({ title: 'Arrivals · Yare Ledger' })

const route = useRoute()
const live = useLive()
const narrow = useNarrow()
const reference = computed(() => Number(route.params.reference) || undefined)

const rows = ref<Arrival[]>([])
const total = ref(0)
const next = ref<string>()
const state = ref<'loading' | 'ready' | 'failed'>('loading')
const problem = ref('')
/** What was done last, and how it is taken back. */
const said = ref<{ text: string; reference: number; canTakeBack: boolean }>()

async function load() {
  try {
    const limit = Math.min(200, Math.max(60, rows.value.length))
    const list = await api('GET /api/arrivals', { query: { limit } })
    rows.value = list.rows
    total.value = list.total
    next.value = list.next
    state.value = 'ready'
  } catch (error) {
    problem.value = asApiError(error).problem.detail
    state.value = 'failed'
  }
}
await load()

async function loadMore() {
  const list = await api('GET /api/arrivals', { query: { limit: 120, after: next.value } })
  const known = new Set(rows.value.map((row) => row.reference))
  rows.value = [...rows.value, ...list.rows.filter((row) => !known.has(row.reference))]
  next.value = list.next
}

let refresh: ReturnType<typeof setTimeout> | undefined
live.on((notice) => {
  if (notice.kind !== 'tickets' && notice.kind !== 'reconnected' && notice.kind !== 'clock') return
  clearTimeout(refresh)
  refresh = setTimeout(load, 250)
})
// How long each has waited grows by itself.
let minute: ReturnType<typeof setInterval> | undefined
onMounted(() => (minute = setInterval(load, 60_000)))
onBeforeUnmount(() => {
  clearInterval(minute)
  clearTimeout(refresh)
})

/** Which ticket comes up when one is dealt with: the one below it, else the first that is left. */
function after(done: number): number | undefined {
  const at = rows.value.findIndex((row) => row.reference === done)
  const left = rows.value.filter((row) => row.reference !== done)
  return (rows.value[at + 1] ?? left[0])?.reference
}

async function dealtWith(deed: { reference: number; text: string; canTakeBack: boolean }) {
  const following = after(deed.reference)
  rows.value = rows.value.filter((row) => row.reference !== deed.reference)
  said.value = deed
  await navigateTo(following === undefined ? '/arrivals' : `/arrivals/${following}`)
  await load()
}

const back = useDeed()
async function takeBack() {
  const { reference: which } = present(said.value)
  if (!(await back.run(() => api('POST /api/tickets/{reference}/hold', { path: { reference: which } }))))
    return
  said.value = undefined
  await load()
  await navigateTo(`/arrivals/${which}`)
}

const list = ref<HTMLElement>()
function step(by: number) {
  const links = [...(list.value?.querySelectorAll<HTMLElement>('a.row') ?? [])]
  const at = links.indexOf(document.activeElement as HTMLElement)
  links[Math.min(links.length - 1, Math.max(0, at + by))]?.focus()
}
</script>

<template>
  <TwoPages :narrow="narrow" :open="Boolean(reference)">
    <template #list>
      <section class="list ledger-list" aria-label="Tickets that wait to be accepted">
        <div class="ledger-head">
          <h1>Arrivals</h1>
          <span v-if="state === 'ready'" class="quiet"
            >{{ total }} {{ total === 1 ? 'waits' : 'wait' }}, the longest on top</span
          >
        </div>
        <div v-if="said" class="notice good said" role="status">
          <span>{{ said.text }}</span>
          <NuxtLink :to="`/desk/${said.reference}`">Open {{ said.reference }}</NuxtLink>
          <button
            v-if="said.canTakeBack"
            class="link"
            type="button"
            :disabled="back.busy.value"
            @click="takeBack"
          >
            Take it back into Arrivals
          </button>
          <span v-if="back.error.value" class="error-text">{{ back.error.value.problem.detail }}</span>
        </div>
        <div class="cols ledger-cols" aria-hidden="true">
          <span>No.</span><span>What · who</span><span>Waiting</span>
        </div>
        <div v-if="state === 'failed'" class="nothing-open" role="alert">
          <p>{{ problem }}</p>
          <button class="act" type="button" @click="load">Try again</button>
        </div>
        <div v-else-if="rows.length === 0" class="nothing-open">
          <p>Nothing waits to be accepted.</p>
          <p class="quiet">
            What comes in by a portal that holds its tickets stands here first.
            <NuxtLink to="/design/portals">Which portals hold is set in Design</NuxtLink>.
          </p>
        </div>
        <div
          v-else
          ref="list"
          class="ledger-rows"
          @keydown.down.prevent="step(1)"
          @keydown.up.prevent="step(-1)"
        >
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
              <span class="lacks">
                <template v-if="row.answeredAt && !row.waitsForRequester"
                  >the requester has answered</template
                >
                <template v-else-if="row.lacks.length"
                  >{{ row.lacks.length }} missing: {{ row.lacks[0]!.text
                  }}{{ row.lacks.length > 1 ? ' …' : '' }}</template
                >
                <template v-else>nothing is missing</template>
              </span>
            </span>
            <span class="waits num">
              {{ hoursAndMinutes(row.waited) }}
              <span v-if="row.waitsForRequester" class="word">asked</span>
            </span>
          </NuxtLink>
          <p v-if="next" class="more">
            <button class="act" type="button" @click="loadMore">Show more</button>
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
</style>
