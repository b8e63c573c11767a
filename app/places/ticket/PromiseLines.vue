<script setup lang="ts">
import { dueAt, sheetHead } from '~~/core/clock'
import { textOf } from '~~/core/reason'
import { present } from '~~/core/lookup'
import { momentInWords } from '~~/core/time'
import { entryInWords } from '~~/core/ticket'
import type { Ticket } from '~/composables/useTickets'
import type { Promised } from './useTicket'

// By when: one line for each target, which opens into its account; all of them at large in one drawing.
const props = defineProps<{
  ticket: Ticket
  promises: readonly Promised[]
  now: number
  zone: string
  /** The key that opens the account. */
  hint?: string
}>()
const opened = ref<string>()
/** Until somebody chooses, the account of the promise that still runs is the one that matters. */
const first = computed(
  () => props.promises.find(({ clock }) => clock.stoppedAt === undefined) ?? props.promises.at(-1),
)
const shown = computed(() => props.promises.find(({ clock }) => clock.target === opened.value))
const account = ref<HTMLElement>()
async function open(target: string | undefined) {
  opened.value = opened.value === target ? undefined : target
  await nextTick()
  if (opened.value) account.value?.scrollIntoView({ block: 'nearest' })
}
defineExpose({ toggle: () => open(opened.value ?? first.value?.clock.target) })

/** What is worth a mark on the strip; what it did to the clocks stands in their lines. */
const MARKED = ['logged', 'statusMoved', 'assigned', 'resorted', 'rungRang', 'overdrawn', 'editionAdopted']
const SAID: Record<string, string> = { replied: 'a reply went out', answered: 'the requester answered' }
const happened = computed(() =>
  props.ticket.entries.flatMap((entry) => {
    const text = MARKED.includes(entry.kind) ? entryInWords(entry, props.ticket) : SAID[entry.kind]
    return text ? [{ at: entry.at, text }] : []
  }),
)
const when = (at: number) => momentInWords(at, props.zone, props.now)
function stands({ clock, hours }: Promised): string {
  if (clock.stoppedAt !== undefined) return `ended ${when(clock.stoppedAt)}`
  const due = dueAt(clock, hours)
  return due === undefined ? 'rests' : `due ${when(due)}`
}
/** Why a promise is as it is, as the last entry that made it so says. */
function promisedBecause(target: string): string {
  for (const entry of [...props.ticket.entries].reverse()) {
    if (entry.kind === 'clockChanged' && entry.target === target) return textOf(entry.because)
    const started = entry.kind === 'clocksStarted' && entry.clocks.find((clock) => clock.target === target)
    if (started) return textOf(started.because)
  }
  return ''
}

const sheet = (target: string, format: 'csv' | 'pdf') =>
  linkTo('GET /api/tickets/{reference}/statement', {
    path: { reference: props.ticket.reference },
    query: { target, format },
  })
const head = computed(
  () =>
    shown.value &&
    sheetHead(
      { ...props.ticket, requester: props.ticket.requester.name },
      shown.value.clock,
      props.zone,
      props.now,
    ),
)
const statement = ref<{ onPaper: (on: boolean) => void }>()
async function printStatement() {
  statement.value?.onPaper(true)
  await nextTick()
  printOnly('statement')
  statement.value?.onPaper(false)
}
</script>

<template>
  <TicketRow title="By when">
    <template v-if="promises.length && hint" #margin>
      <span class="small"
        >account <kbd>{{ hint }}</kbd></span
      >
    </template>
    <p v-if="!promises.length" class="quiet">
      {{
        ticket.held ? 'Nothing is promised before it is accepted.' : 'Nothing was promised for this ticket.'
      }}
    </p>
    <div v-for="one in promises" :key="one.clock.target" class="promise">
      <KitButton
        kind="quiet"
        :aria-expanded="opened === one.clock.target"
        aria-controls="account-sheet"
        :keys="one === first ? hint : undefined"
        @click="open(one.clock.target)"
        ><span aria-hidden="true" class="mark">{{ opened === one.clock.target ? '▾' : '▸' }}</span>
        {{ one.clock.label }}</KitButton
      >
      <TimeStrip
        :clock="one.clock"
        :hours="one.hours"
        :now="now"
        :standing="one.standing.standing"
        :shares="one.shares"
      />
      <span class="quiet small stands">{{ stands(one) }}</span>
      <BalanceFigure :standing="one.standing" beside />
    </div>
    <div
      v-if="shown"
      id="account-sheet"
      ref="account"
      class="statement"
      role="region"
      aria-label="The account"
    >
      <div class="only-print">
        <h2>{{ head?.title }}</h2>
        <p v-for="about in head?.about" :key="about">{{ about }}</p>
      </div>
      <TimeChart
        class="no-statement-print"
        :clocks="[...promises]"
        :now="now"
        :zone="zone"
        :events="happened"
        :people="ticket.people"
      />
      <StatementTable
        :key="shown.clock.target"
        ref="statement"
        :clock="shown.clock"
        :hours="shown.hours"
        :now="now"
        :zone="zone"
        :people="ticket.people"
      />
      <p class="no-print foot small">
        <a :href="sheet(present(shown).clock.target, 'csv')" download>Statement as CSV</a>
        <a :href="sheet(present(shown).clock.target, 'pdf')" download>Statement as PDF</a>
        <KitButton kind="link" @click="printStatement">Print it</KitButton>
      </p>
      <p class="quiet small">Times in {{ zone }}. {{ promisedBecause(shown.clock.target) }}</p>
    </div>
  </TicketRow>
</template>

<style scoped>
.promise {
  display: grid;
  grid-template-columns: minmax(0, 10.6rem) minmax(60px, 1fr) minmax(0, 7.2rem) 9rem;
  gap: 0 12px;
  align-items: center;
  min-height: 24px;
}
.promise :deep(.kit-button) {
  font-weight: 600;
  min-height: 24px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.promise :deep(.strip) {
  margin-top: 0;
}
.mark {
  color: var(--sea);
  font-size: 0.8rem;
}
.stands {
  text-align: right;
}
kbd {
  font: 0.8rem var(--mono);
  color: var(--ink-3);
}
.statement {
  border-left: 3px solid var(--rule-2);
  padding-left: 12px;
  margin: 6px 0;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 16px;
}
p {
  margin: 2px 0;
}
.only-print {
  display: none;
}
@container leaf (max-width: 560px) {
  .promise {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .promise :deep(.strip) {
    grid-column: 1 / -1;
    grid-row: 2;
  }
  .stands {
    display: none;
  }
}
@media print {
  .only-print {
    display: block;
  }
}
</style>
