<script setup lang="ts">
import { openPause, type Clock } from '~~/core/clock'
import { textOf } from '~~/core/reason'
import { entryInWords } from '~~/core/ticket'
import { momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'
import { present } from '~~/core/lookup'

const props = defineProps<{
  reference: number
  query: Record<string, string>
  narrow: boolean
  wide: boolean
  /** The place that it is open in. */
  base?: string
}>()
const back = computed(() => props.base ?? '/desk')
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
    const page = await api('GET /api/tickets/{reference}', { path: { reference: props.reference } })
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
    // Another shelf, or another page, is there at once.
    notice.kind === 'edition' ||
    (notice.kind === 'tickets' && notice.references.includes(props.reference))
  )
    void load()
})

const others = usePresence(
  () => props.reference,
  () => panel.value !== undefined,
)
const zone = computed(() => session.me?.zone ?? 'Europe/London')
/** What is worth a mark on the strip; what it did to the clocks stands in their lines. */
const MARKED = ['logged', 'statusMoved', 'assigned', 'resorted', 'rungRang', 'overdrawn', 'editionAdopted']
const SAID: Record<string, string> = { replied: 'a reply went out', answered: 'the requester answered' }
const happened = computed(() =>
  (ticket.value?.entries ?? []).flatMap((entry) => {
    const text = MARKED.includes(entry.kind) ? entryInWords(entry, present(ticket.value)) : SAID[entry.kind]
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
        present(ticket.value)
          .rungs.filter((rung) => rung.target === clock.target)
          .map((rung) => rung.share),
      ),
    ].filter((share) => share < 1)
    return hours
      ? [
          {
            clock,
            hours,
            shares,
            standing: standingOf(clock, hours, time.now, calendars.closeFrom(present(ticket.value).edition)),
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
/** What whoever looks may not do is not offered. */
const works = computed(() => session.may('workTickets'))
const mayTake = computed(() => works.value || session.may('assignTickets'))
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

/** Prints the whole ticket. */
function printTicket() {
  document.documentElement.dataset.print = 'ticket'
  print()
  delete document.documentElement.dataset.print
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
const here = () => ({ path: { reference: props.reference } })
async function atOnce(act: () => Promise<unknown>) {
  taking.value = ''
  try {
    await act()
    await done()
  } catch (error) {
    taking.value = asApiError(error).problem.detail
  }
}
const watches = computed(() => ticket.value?.watchers.includes(session.me?.id ?? '') === true)
const declaring = ref(false)
const declaration = ref('')
async function declare() {
  const body = { step: 'declare', text: declaration.value } as const
  await atOnce(() => api('POST /api/tickets/{reference}/major', { ...here(), body }))
  if (taking.value) return
  declaring.value = false
  declaration.value = ''
}
const acknowledge = () => atOnce(() => api('POST /api/tickets/{reference}/acknowledge', here()))
const watchIt = (on: boolean) =>
  atOnce(() => api('POST /api/tickets/{reference}/watch', { ...here(), body: { on } }))
const take = () => {
  const body = { technician: present(session.me).id }
  return atOnce(() => api('POST /api/tickets/{reference}/assign', { ...here(), body }))
}
async function holdAgain() {
  await atOnce(() => api('POST /api/tickets/{reference}/hold', here()))
  if (!taking.value) await navigateTo(`/arrivals/${props.reference}`)
}

/** What each key does, where it does anything now. */
const byKey = computed<Record<string, (() => void) | false>>(() => {
  const runs = chosenClock.value?.clock.stoppedAt === undefined
  return {
    r: works.value && !ticket.value?.internal && (() => toggle({ kind: 'reply' })),
    n: works.value && (() => toggle({ kind: 'note' })),
    p: works.value && runs && (() => toggleDeed(pausedByHand.value ? 'resume' : 'pause')),
    e: runs && session.may('extendPromises') && (() => toggleDeed('extend')),
    h: works.value && Boolean(ticket.value?.waiting.length) && (() => void acknowledge()),
    w: canWork.value && session.may('sortTickets') && (() => void (sorting.value = !sorting.value)),
  }
})
function onKey(event: KeyboardEvent) {
  if (isTyping(event) || !ticket.value) return
  if (event.key === 'Escape') panel.value = deed.value = undefined
  const does = byKey.value[event.key]
  if (!does) return
  event.preventDefault()
  does()
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
      <NuxtLink :to="{ path: back, query }">Back to the list</NuxtLink>
    </div>
    <template v-if="ticket">
      <header>
        <p v-if="narrow" class="no-print">
          <NuxtLink :to="{ path: back, query }">← Back to the list</NuxtLink>
        </p>
        <h1>{{ ticket.summary }}</h1>
        <div class="bar">
          <span class="state"
            ><span class="num quiet">{{ reference }}</span> · <b>{{ ticket.status }}</b></span
          >
          <NuxtLink
            v-if="!narrow"
            class="turn small no-print"
            :to="{ query: { ...query, ...(!wide && { page: 'full' }) } }"
            >{{ wide ? 'Two pages' : 'Full page' }}</NuxtLink
          >
          <button class="link small no-print" type="button" @click="printTicket">Print</button>
        </div>
        <MovesBar :zone="zone" :ticket="ticket" :now="time.now" @done="load" />
        <div>
          <span class="acts no-print">
            <button
              v-if="works && !ticket.internal"
              class="act main"
              type="button"
              :aria-expanded="panel?.kind === 'reply'"
              @click="toggle({ kind: 'reply' })"
            >
              Reply <kbd>r</kbd>
            </button>
            <button v-if="canWork && mayTake && !isMine" class="act" type="button" @click="take">
              Make it mine
            </button>
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
              v-if="works"
              class="act plain"
              type="button"
              :aria-expanded="panel?.kind === 'note'"
              @click="toggle({ kind: 'note' })"
            >
              Note
            </button>
            <button
              v-if="canWork && session.may('sortTickets')"
              class="act plain"
              type="button"
              :aria-expanded="sorting"
              @click="sorting = !sorting"
            >
              Wrong? …
            </button>
            <button
              v-if="!ticket.held && session.may('assignTickets')"
              class="act plain"
              type="button"
              :aria-expanded="panel?.kind === 'assign'"
              @click="toggle({ kind: 'assign' })"
            >
              Give to …
            </button>
            <button class="act plain" type="button" :aria-pressed="watches" @click="watchIt(!watches)">
              {{ watches ? 'Watch no longer' : 'Watch' }}
            </button>
            <button
              v-if="canWork && session.may('declareMajor') && !ticket.major && ticket.follows === null"
              class="act plain"
              type="button"
              :aria-expanded="declaring"
              @click="declaring = !declaring"
            >
              Major incident …
            </button>
          </span>
        </div>
        <p v-if="others.length" class="others small" role="status">
          <template v-for="(one, index) in others" :key="one.person"
            ><template v-if="index">, </template><b>{{ one.name }}</b>
            {{ one.doing === 'writes' ? 'is writing here' : 'has it open' }}</template
          >.
        </p>
        <p v-if="taking" class="notice bad" role="alert">{{ taking }}</p>
        <form v-if="declaring" class="declare" @submit.prevent="declare" @keydown.esc="declaring = false">
          <label for="declare-text">What is broken, and for whom?</label>
          <textarea id="declare-text" v-model="declaration" class="p-inputtext" rows="2" />
          <button class="act main" type="submit">Declare a major incident</button>
          <button class="act plain" type="button" @click="declaring = false">Leave it</button>
        </form>
        <p v-if="ticket.signal" class="quiet">
          A monitor reported it
          {{ ticket.signal.count === 1 ? 'once' : `${ticket.signal.count} times, last` }}
          {{ momentInWords(ticket.signal.lastAt, zone, time.now)
          }}<template v-if="ticket.signal.clearedAt">
            · over since {{ momentInWords(ticket.signal.clearedAt, zone, time.now) }}</template
          >: {{ ticket.signal.text }}
        </p>
        <p v-if="ticket.waiting.length" class="notice waits">
          <span>{{ ticket.waiting.join(' and ') }}: it climbs until somebody has it.</span>
          <button v-if="works" class="act main" type="button" @click="acknowledge">
            I have it <kbd>h</kbd>
          </button>
        </p>
        <p v-else-if="ticket.acknowledged.length && canWork" class="quiet">
          {{ ticket.acknowledged.at(-1)!.by }} has it since
          {{ momentInWords(ticket.acknowledged.at(-1)!.at, zone, time.now) }}; “{{
            ticket.acknowledged.at(-1)!.ladder
          }}” climbs no further.
        </p>
        <p v-if="ticket.follows !== null" class="notice">
          It belongs to major incident
          <NuxtLink :to="{ path: `/desk/${ticket.follows}`, query }">{{ ticket.follows }}</NuxtLink> and ends
          with it.
        </p>
        <p v-if="ticket.held" class="notice">
          It waits in Arrivals, and nothing is promised yet.
          <NuxtLink :to="`/arrivals/${reference}`">Decide on it there</NuxtLink>
        </p>
        <p v-if="ticket.internal" class="notice">
          This ticket is internal: {{ ticket.requester.name }} neither sees it nor gets mail of it.
        </p>
        <p v-if="ticket.mergedInto !== null" class="notice">
          It is handled together with
          <NuxtLink :to="{ path: `/desk/${ticket.mergedInto}`, query }">{{ ticket.mergedInto }}</NuxtLink>.
        </p>
        <p v-if="ticket.rejected" class="notice">
          It was turned away in Arrivals.
          <button v-if="session.may('acceptArrivals')" class="link" type="button" @click="holdAgain">
            Take it back into Arrivals
          </button>
        </p>
        <TicketAction
          :zone="zone"
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

      <MajorPanel v-if="ticket.major" :ticket="ticket" :zone="zone" :now="time.now" @done="load" />
      <SortAction v-if="sorting" :ticket="ticket" @done="sorted" @close="sorting = false" />
      <TicketFacts :ticket="ticket" :zone="zone" :now="time.now" :shown="ticket.layout" @done="load" />

      <template v-for="part in ticket.layout" :key="part">
        <section v-if="part === 'account' && chosenClock" class="statement" aria-labelledby="account">
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
              <button v-if="works && pausedByHand" class="act" type="button" @click="toggleDeed('resume')">
                Resume <kbd>p</kbd>
              </button>
              <button v-else-if="works" class="act" type="button" @click="toggleDeed('pause')">
                Pause … <kbd>p</kbd>
              </button>
              <button
                v-if="session.may('extendPromises')"
                class="act"
                type="button"
                @click="toggleDeed('extend')"
              >
                Extend … <kbd>e</kbd>
              </button>
            </template>
            <a
              class="small"
              :href="
                linkTo('GET /api/tickets/{reference}/statement', {
                  path: { reference },
                  query: { target: chosenClock.clock.target, format: 'csv' },
                })
              "
              download
              >Statement as CSV</a
            >
            <button class="link small" type="button" @click="printStatement">Print it</button>
          </p>
          <p class="quiet small">
            Times in {{ zone }}. {{ promisedBecause(ticket, chosenClock.clock.target) }}
          </p>
        </section>
        <TaskList v-else-if="part === 'tasks'" :ticket="ticket" :zone="zone" :now="time.now" @done="load" />
        <TimePart v-else-if="part === 'time'" :ticket="ticket" :zone="zone" :now="time.now" @done="load" />
        <LinksPart v-else-if="part === 'links'" :ticket="ticket" :query="query" @done="load" />
        <TicketRecord
          v-else-if="part === 'asked' || part === 'talk' || part === 'messages' || part === 'history'"
          :ticket="ticket"
          :zone="zone"
          :now="time.now"
          :part="part"
        />
      </template>
    </template>
  </article>
</template>

<script lang="ts">
/** Why a promise is as it is, as the last entry that made it so says. */
function promisedBecause(ticket: Ticket, target: string): string {
  for (const entry of [...ticket.entries].reverse()) {
    if (entry.kind === 'clockChanged' && entry.target === target) return textOf(entry.because)
    const started = entry.kind === 'clocksStarted' && entry.clocks.find((clock) => clock.target === target)
    if (started) return textOf(started.because)
  }
  return ''
}
</script>

<style scoped>
.waits {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
.declare {
  margin: 8px 0;
}
.declare textarea {
  width: 100%;
  font: inherit;
  margin: 4px 0;
}
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
  gap: 2px 4px;
  align-items: center;
  margin: 0 0 6px;
}
/* Moves stand out; single steps are at hand, but quiet. */
.acts .act {
  border-color: transparent;
  padding: 0.2rem 0.5rem;
}
.acts .act.main {
  background: none;
  color: var(--sea);
  border-color: var(--sea);
}
.acts .act:hover,
.acts .act[aria-expanded='true'] {
  background: var(--sea-2);
}
kbd {
  font: 0.8rem var(--mono);
  opacity: 0.85;
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
.others {
  margin: 2px 0;
  color: var(--brass);
}
.empty {
  padding: 30px 0;
}
</style>
