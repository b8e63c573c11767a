<script setup lang="ts">
import { channelTerms } from '~~/core/notification'
import { momentInWords } from '~~/core/time'
import { madeBy, recordLines, type Entry, type RecordLine, type TalkLine } from '~~/core/ticket'
import type { Delivery, Ticket } from '~/composables/useTickets'

// Everything that was said to and by the requester, by whatever way, and the desk's own notes, oldest first; with the
// rest of the record between, where somebody wants it.
const props = defineProps<{
  ticket: Ticket
  lines: readonly TalkLine<Delivery>[]
  now: number
  zone: string
  /** Whether the record can be seen, and the messages to the desk. */
  history: boolean
  messages: boolean
}>()
/** What stays in sight of a long conversation at first, and how many more each press brings. */
const IN_SIGHT = 6
const MORE = 100
const whole = ref(false)

const told = computed(() => new Set(props.lines.flatMap((line) => line.messages.map((one) => one.key))))
interface Recorded {
  at: number
  line?: RecordLine
  message?: Delivery
  key: string
}
const record = computed<Recorded[]>(() => [
  ...(props.history
    ? recordLines(props.ticket.entries, props.ticket).map((line) => ({
        ...{ at: line.at, line },
        key: `e${line.sequence}`,
      }))
    : []),
  ...(props.messages
    ? props.ticket.deliveries
        .filter((one) => !told.value.has(one.key))
        .map((message) => ({ at: message.queued_at, message, key: message.key }))
    : []),
])
type Shown = { said: TalkLine<Delivery>; key: string; at: number } | (Recorded & { said?: undefined })
const all = computed<Shown[]>(() => {
  const said = props.lines.map((line, at) => ({ said: line, at: line.at, key: `s${at}` }))
  return whole.value ? [...said, ...record.value].sort((a, b) => a.at - b.at) : said
})
const extra = ref(0)
const earlier = computed(() => {
  const left = all.value.length - (whole.value ? MORE : IN_SIGHT) - extra.value
  return left > 1 ? left : 0
})
const shown = computed(() => all.value.slice(earlier.value))
const when = (at: number) => momentInWords(at, props.zone, props.now)
const CHANNELS: Record<string, string> = {
  api: 'a program',
  signal: 'a monitor',
  partner: 'a partner desk',
}
/** How it came in: whoever asked did it themselves, or somebody did it for them. */
function askedBy(entry: Entry | undefined): string {
  if (entry?.kind !== 'logged') return ''
  const { requester } = props.ticket
  if ('person' in entry.actor && entry.actor.person !== requester.id) return `logged it for ${requester.name}`
  return `asked by ${CHANNELS[entry.channel] ?? entry.channel}`
}
/** On which ways it went, and what became of it. */
const wayOf = (line: TalkLine<Delivery>) =>
  line.messages
    .map(({ channel, state, delivered_at }) =>
      [
        `by ${channelTerms(channel)?.name ?? channel}`,
        `${MESSAGE_STATES[state] ?? state}${delivered_at ? ` ${when(delivered_at)}` : ''}`,
      ].join(', '),
    )
    .join(' · ')
const isTrouble = (line: TalkLine<Delivery>) =>
  line.messages.some(({ state }) => state === 'givenUp' || state === 'failed')
</script>

<template>
  <section class="talk" aria-labelledby="talk">
    <div class="head">
      <h2 id="talk">Conversation</h2>
      <span class="quiet small">{{ lines.length }}, oldest first</span>
      <KitButton
        v-if="record.length"
        kind="link"
        class="small no-print"
        :aria-pressed="whole"
        @click="whole = !whole"
        >{{ whole ? 'without the record' : `with the record, ${record.length} more` }}</KitButton
      >
    </div>
    <p v-if="earlier" class="earlier no-print">
      <KitButton kind="link" class="small" @click="extra += MORE">{{ earlier }} earlier</KitButton>
    </p>
    <div
      v-for="one in shown"
      :key="one.key"
      class="say"
      :class="{ note: one.said?.is === 'note', record: !one.said }"
    >
      <span class="num at">{{ when(one.at) }}</span>
      <div v-if="one.said?.is === 'told'">
        <MessageFold
          v-for="message in one.said.messages"
          :key="message.key"
          :message="message"
          :ticket="ticket"
          :now="now"
          :zone="zone"
        />
      </div>
      <div v-else-if="one.said">
        <div class="who">
          <b v-if="one.said.entry">{{ madeBy(one.said.entry, ticket) }}</b>
          <span class="small" :class="isTrouble(one.said) ? 'trouble' : 'quiet'">
            <template v-if="one.said.is === 'asked'">&nbsp;{{ askedBy(one.said.entry) }}</template>
            <template v-if="one.said.is === 'note'"> note, for the desk only</template>
            {{ one.said.is === 'asked' && one.said.messages.length ? ' · told' : '' }} {{ wayOf(one.said) }}
          </span>
        </div>
        <SaidText
          v-if="one.said.is !== 'asked'"
          :text="one.said.text"
          :quoted="one.said.quoted"
          :attachments="[...(one.said.attachments ?? [])]"
          :is-ours="one.said.is !== 'theirs'"
          :reference="ticket.reference"
        />
      </div>
      <MessageFold v-else-if="one.message" :message="one.message" :ticket="ticket" :now="now" :zone="zone" />
      <details v-else-if="one.line?.parts" class="quiet">
        <summary>{{ one.line.text }}</summary>
        <p v-for="part in one.line.parts" :key="part.sequence" class="small">
          <span class="num">{{ when(part.at) }}</span> {{ part.text }}
        </p>
      </details>
      <div v-else class="quiet">{{ one.line?.text }}</div>
    </div>
    <p v-for="words in ticket.unread" :key="words" class="notice">{{ words }}</p>
  </section>
</template>

<style scoped>
.talk {
  margin-top: 10px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: baseline;
  border-bottom: 3px double var(--rule-2);
}
.head :deep(.kit-button) {
  margin-left: auto;
}
.say {
  display: grid;
  grid-template-columns: 86px minmax(0, 1fr);
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}
.at {
  color: var(--ink-3);
  font-size: 0.82rem;
  padding-top: 2px;
}
/* What requesters never see looks like a slip of another paper. */
.say.note {
  border: 1px dashed var(--brass);
  background: var(--brass-2);
  padding: 5px 6px;
  margin: -1px -7px 0;
}
.say.note :deep(.quiet) {
  color: var(--ink-2);
}
.say.record {
  padding: 2px 0;
  font-size: 0.93rem;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
.say.record p {
  margin: 0 0 0 14px;
}
.trouble {
  color: var(--red);
}
.earlier {
  margin: 4px 0 0 86px;
}
.say :deep(.rich > :last-child) {
  margin-bottom: 0;
}
@container leaf (max-width: 440px) {
  .say {
    grid-template-columns: minmax(0, 1fr);
  }
  .earlier {
    margin-left: 0;
  }
}
</style>
