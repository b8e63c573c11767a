<script setup lang="ts">
import { openPause, type Clock } from '~~/core/clock'
import { momentInWords, timeOfDay } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'

const props = defineProps<{
  reference: number
  query: Record<string, string>
  narrow: boolean
  wide: boolean
}>()
const session = useSession()
const time = useDeskTime()
const live = useLive()
const calendars = useCalendars()

const ticket = ref<Ticket>()
const failed = ref<ApiError>()
type Panel = { kind: 'reply' | 'note' | 'assign' } | { kind: 'move'; to: string }
const panel = ref<Panel>()
const statement = ref<string>()

async function load() {
  try {
    const page = await api<Ticket>(`/api/tickets/${props.reference}`)
    await calendars.need([page])
    ticket.value = page
    failed.value = undefined
  } catch (error) {
    failed.value = asApiError(error)
  }
}
await load()
useHead({
  title: () => (ticket.value ? `${props.reference} ${ticket.value.summary}` : `Ticket ${props.reference}`),
})

live.on((notice) => {
  if (
    notice.kind === 'reconnected' ||
    (notice.kind === 'tickets' && notice.references.includes(props.reference))
  )
    void load()
})

const zone = computed(() => session.me?.zone ?? 'Europe/London')
const entryInWords = useEntryWords(() => ticket.value!)
/** What is worth a mark on the strip; what it did to the clocks stands in their lines. */
const MARKED = ['logged', 'statusMoved', 'assigned', 'resorted', 'rungRang', 'overdrawn', 'editionAdopted']
const SAID: Record<string, string> = { replied: 'a reply went out', answered: 'the requester answered' }
const happened = computed(() =>
  (ticket.value?.entries ?? []).flatMap((entry) => {
    const text = MARKED.includes(entry.kind) ? entryInWords(entry) : SAID[entry.kind]
    return text ? [{ at: entry.at, text }] : []
  }),
)
const isLast = (clock: Clock, _: number, all: Clock[]) =>
  clock === all.findLast((one) => one.target === clock.target)
const clocks = computed(() =>
  // Of a target that ran more than once, the last is the one that counts.
  (ticket.value?.clocks ?? []).filter(isLast).flatMap((clock) => {
    const hours = calendars.hoursOf(clock)
    const shares = [
      ...new Set(
        ticket.value!.rungs.filter((rung) => rung.target === clock.target).map((rung) => rung.share),
      ),
    ].filter((share) => share < 1)
    return hours
      ? [
          {
            clock,
            hours,
            shares,
            standing: standingOf(clock, hours, time.now, calendars.closeFrom(ticket.value!.edition)),
          },
        ]
      : []
  }),
)
// Until somebody chooses, the account of the promise that still runs is the one that matters.
const chosenClock = computed(
  () =>
    clocks.value.find(({ clock }) => clock.target === statement.value) ??
    clocks.value.find(({ clock }) => clock.stoppedAt === undefined) ??
    clocks.value[clocks.value.length - 1],
)
const buttons = computed(() => ticket.value?.transitions ?? [])
const canWork = computed(() => ticket.value?.statusGroup !== 'done' && !ticket.value?.held)
const isMine = computed(() => ticket.value?.technicianId === session.me?.id)

function toggle(wanted: Panel) {
  panel.value = JSON.stringify(panel.value) === JSON.stringify(wanted) ? undefined : wanted
}

const deed = ref<'pause' | 'resume' | 'extend'>()
const pausedByHand = computed(() => chosenClock.value && openPause(chosenClock.value.clock)?.byHand)

function toggleDeed(wanted: 'pause' | 'resume' | 'extend') {
  deed.value = deed.value === wanted ? undefined : wanted
}

const sorting = ref(false)
async function sorted() {
  sorting.value = false
  await load()
}

async function clockDone() {
  deed.value = undefined
  await load()
}

/** Prints the account alone, on a page of its own. */
function printStatement() {
  document.documentElement.dataset.print = 'statement'
  print()
  delete document.documentElement.dataset.print
}

async function done() {
  panel.value = undefined
  await load()
}

const taking = ref('')
async function atOnce(path: string, body: object) {
  taking.value = ''
  try {
    await api(`/api/tickets/${props.reference}/${path}`, { method: 'POST', body })
    await done()
  } catch (error) {
    taking.value = asApiError(error).problem.detail
  }
}
const take = () => atOnce('assign', { technician: session.me!.id })
async function holdAgain() {
  await atOnce('hold', {})
  if (!taking.value) await navigateTo(`/arrivals/${props.reference}`)
}

function onKey(event: KeyboardEvent) {
  if (isTyping(event) || !ticket.value) return
  if (event.key === 'r' || event.key === 'n') {
    event.preventDefault()
    toggle({ kind: event.key === 'r' ? 'reply' : 'note' })
  }
  if (chosenClock.value?.clock.stoppedAt === undefined && (event.key === 'p' || event.key === 'e')) {
    event.preventDefault()
    if (event.key === 'p') toggleDeed(pausedByHand.value ? 'resume' : 'pause')
    else if (session.isLead) toggleDeed('extend')
  }
  if (event.key === 'Escape') panel.value = deed.value = undefined
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => removeEventListener('keydown', onKey))
</script>

<template>
  <article class="leaf" :aria-label="`Ticket ${reference}`">
    <div v-if="failed" class="empty" role="alert">
      <h2>{{ failed.problem.title }}</h2>
      <p>{{ failed.problem.detail }}</p>
      <button class="act" type="button" @click="load">Try again</button>
      <NuxtLink :to="{ path: '/desk', query }">Back to the list</NuxtLink>
    </div>
    <template v-if="ticket">
      <header>
        <p v-if="narrow" class="no-print">
          <NuxtLink :to="{ path: '/desk', query }">← Back to the list</NuxtLink>
        </p>
        <h1>{{ ticket.summary }}</h1>
        <div class="bar">
          <span class="state"
            ><span class="num quiet">{{ reference }}</span> · <b>{{ ticket.status }}</b></span
          >
          <span class="acts no-print">
            <button
              class="act main"
              type="button"
              :aria-expanded="panel?.kind === 'reply'"
              @click="toggle({ kind: 'reply' })"
            >
              Reply <kbd>r</kbd>
            </button>
            <button v-if="canWork && !isMine" class="act" type="button" @click="take">Make it mine</button>
            <button
              v-for="one in buttons"
              :key="one.to"
              class="act"
              :class="{ plain: one.to === 'called-off' }"
              type="button"
              :aria-expanded="panel?.kind === 'move' && panel.to === one.to"
              @click="toggle({ kind: 'move', to: one.to })"
            >
              {{ one.label }}
            </button>
            <button
              class="act plain"
              type="button"
              :aria-expanded="panel?.kind === 'note'"
              @click="toggle({ kind: 'note' })"
            >
              Note
            </button>
            <button
              v-if="canWork"
              class="act plain"
              type="button"
              :aria-expanded="sorting"
              @click="sorting = !sorting"
            >
              Sort …
            </button>
            <button
              v-if="!ticket.held"
              class="act plain"
              type="button"
              :aria-expanded="panel?.kind === 'assign'"
              @click="toggle({ kind: 'assign' })"
            >
              Give to …
            </button>
            <NuxtLink
              v-if="!narrow"
              class="turn small"
              :to="{ query: { ...query, ...(!wide && { page: 'full' }) } }"
              >{{ wide ? 'Two pages' : 'Full page' }}</NuxtLink
            >
          </span>
        </div>
        <p v-if="taking" class="notice bad" role="alert">{{ taking }}</p>
        <p v-if="ticket.held" class="notice">
          It waits in Arrivals, and nothing is promised yet.
          <NuxtLink :to="`/arrivals/${reference}`">Decide on it there</NuxtLink>
        </p>
        <p v-if="ticket.mergedInto !== null" class="notice">
          It is handled together with
          <NuxtLink :to="{ path: `/desk/${ticket.mergedInto}`, query }">{{ ticket.mergedInto }}</NuxtLink>.
        </p>
        <p v-if="ticket.rejected" class="notice">
          It was turned away in Arrivals.
          <button class="link" type="button" @click="holdAgain">Take it back into Arrivals</button>
        </p>
        <TicketAction
          v-if="panel"
          :key="JSON.stringify(panel)"
          :ticket="ticket"
          :panel="panel"
          @done="done"
          @close="panel = undefined"
          @stale="load"
        />
      </header>

      <TimeChart
        v-if="clocks.length"
        :clocks="clocks"
        :now="time.now"
        :zone="zone"
        :events="happened"
        :people="ticket.people"
      />
      <p v-else-if="!ticket.held" class="quiet">Nothing was promised for this ticket.</p>

      <SortAction v-if="sorting" :ticket="ticket" @done="sorted" @close="sorting = false" />
      <dl class="parts">
        <dt>Priority</dt>
        <dd>
          {{ ticket.numeral }} · {{ ticket.priority
          }}<BecauseMark :because="ticket.because.priority" :edition="ticket.edition" about="priority" />
        </dd>
        <dt>Category</dt>
        <dd>
          {{ ticket.category
          }}<BecauseMark :because="ticket.because.category" :edition="ticket.edition" about="category" />
        </dd>
        <dt>Impact, urgency</dt>
        <dd>
          {{ ticket.impact
          }}<BecauseMark :because="ticket.because.impact" :edition="ticket.edition" about="impact" /> ·
          {{ ticket.urgency
          }}<BecauseMark :because="ticket.because.urgency" :edition="ticket.edition" about="urgency" />
        </dd>
        <dt>Queue, team</dt>
        <dd>
          {{ ticket.queue
          }}<BecauseMark :because="ticket.because.queue" :edition="ticket.edition" about="queue" /> ·
          {{ ticket.team
          }}<BecauseMark :because="ticket.because.team" :edition="ticket.edition" about="team" />
        </dd>
        <dt>Technician</dt>
        <dd>
          {{ ticket.technician ?? 'nobody yet'
          }}<BecauseMark :because="ticket.because.technician" :edition="ticket.edition" about="technician" />
        </dd>
        <dt>Requester</dt>
        <dd>
          {{ ticket.requester.name }}, {{ ticket.organisation }} · {{ ticket.site }}
          <span class="num quiet">{{ timeOfDay(time.now, ticket.siteZone) }} there</span>
          <span class="quiet">
            ·
            {{
              ticket.cover ? `${ticket.cover}, agreement ${ticket.agreement}` : 'no agreement in force'
            }}</span
          >
          <span v-if="ticket.others.length" class="quiet">
            · merged with what {{ ticket.others.join(', ') }} asked, who are told too</span
          >
        </dd>
        <dt>Decided by</dt>
        <dd>
          <NuxtLink :to="{ path: '/design', query: { edition: ticket.edition } }"
            >Edition {{ ticket.edition }}</NuxtLink
          >
          <span class="quiet">
            · logged {{ momentInWords(ticket.loggedAt, zone, time.now) }} as “{{ ticket.item.name }}”</span
          >
        </dd>
        <template v-if="ticket.solvedBy">
          <dt>Solved by</dt>
          <dd>
            {{ ticket.solvedBy }}<span v-if="ticket.remarks" class="quiet"> · {{ ticket.remarks }}</span>
          </dd>
        </template>
      </dl>

      <section v-if="chosenClock" class="statement" aria-labelledby="account">
        <div class="account-head">
          <h2 id="account">{{ chosenClock.clock.label }}: the account</h2>
          <span class="tabs">
            <button
              v-for="{ clock, standing } in clocks"
              :key="clock.target"
              class="tab"
              type="button"
              :aria-pressed="clock === chosenClock.clock"
              @click="statement = clock.target"
            >
              {{ clock.label }} <BalanceFigure :standing="standing" />
            </button>
          </span>
        </div>
        <StatementTable
          :key="chosenClock.clock.target"
          :clock="chosenClock.clock"
          :hours="chosenClock.hours"
          :now="time.now"
          :zone="zone"
          :people="ticket.people"
        />
        <ClockAction
          v-if="deed"
          :key="`${deed}-${chosenClock.clock.target}`"
          :reference="reference"
          :deed="deed"
          :clocks="clocks"
          :target="chosenClock.clock.target"
          :now="time.now"
          :zone="zone"
          @done="clockDone"
          @close="deed = undefined"
          @stale="load"
        />
        <p class="clock-acts no-print">
          <template v-if="chosenClock.clock.stoppedAt === undefined">
            <button v-if="pausedByHand" class="act" type="button" @click="toggleDeed('resume')">
              Resume <kbd>p</kbd>
            </button>
            <button v-else class="act" type="button" @click="toggleDeed('pause')">
              Pause … <kbd>p</kbd>
            </button>
            <button v-if="session.isLead" class="act" type="button" @click="toggleDeed('extend')">
              Extend … <kbd>e</kbd>
            </button>
          </template>
          <a
            class="small"
            :href="`/api/tickets/${reference}/statement?target=${chosenClock.clock.target}&format=csv`"
            download
            >Statement as CSV</a
          >
          <button class="link small" type="button" @click="printStatement">Print it</button>
        </p>
        <p class="quiet small">
          Times in {{ zone }}. {{ promisedBecause(ticket, chosenClock.clock.target) }}
        </p>
      </section>

      <TicketRecord :ticket="ticket" :zone="zone" :now="time.now" />
    </template>
  </article>
</template>

<script lang="ts">
/** Why a promise is as it is, as the last entry that made it so says. */
function promisedBecause(ticket: Ticket, target: string): string {
  for (const entry of [...ticket.entries].reverse()) {
    if (entry.kind === 'clockChanged' && entry.target === target) return entry.because.text
    const started = entry.kind === 'clocksStarted' && entry.clocks.find((clock) => clock.target === target)
    if (started) return started.because.text
  }
  return ''
}
</script>

<style scoped>
.leaf {
  height: 100%;
  overflow-y: auto;
  padding: 14px 18px 40px;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-top: 4px;
}
.state {
  margin-right: auto;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
kbd {
  font: 0.8rem var(--mono);
  opacity: 0.85;
}
.parts {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr);
  margin: 0 0 1rem;
}
.parts dt {
  color: var(--ink-3);
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
}
.parts dd {
  margin: 0;
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
  overflow-wrap: anywhere;
}
.account-head {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px;
  justify-content: space-between;
}
.clock-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.tabs {
  display: flex;
  gap: 4px;
}
.tab {
  border: 1px solid var(--rule);
  background: none;
  color: var(--ink-2);
  font: 0.86rem var(--sans);
  padding: 3px 9px;
  cursor: pointer;
  text-align: right;
}
.tab[aria-pressed='true'] {
  border-color: var(--sea);
  background: var(--sea-2);
  color: var(--ink);
}
.empty {
  padding: 30px 0;
}
@media (max-width: 520px) {
  .parts {
    grid-template-columns: 1fr;
  }
  .parts dt {
    border: 0;
    padding-bottom: 0;
  }
}
</style>
