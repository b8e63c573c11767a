<script setup lang="ts">
import { channelTerms } from '~~/core/notification'
import { durationInWords, momentInWords } from '~~/core/time'
import { entryInWords, type Entry, type Said } from '~~/core/ticket'
import { textOf } from '~~/core/reason'
import type { Delivery, Ticket } from '~/composables/useTickets'

const props = defineProps<{
  ticket: Ticket
  zone: string
  now: number
  /** Which part of the record. */
  part: 'asked' | 'talk' | 'messages' | 'history'
}>()

const name = (id: string) => props.ticket.people[id] ?? id
const when = (at: number) => momentInWords(at, props.zone, props.now)
const by = (entry: Entry) => ('person' in entry.actor ? name(entry.actor.person) : 'the desk')
interface Line {
  entry: Entry
  text: string
}
type Of<K extends Entry['kind']> = Extract<Entry, { kind: K }>

/** Files that the form's answers name. */
const asked = computed(() =>
  props.ticket.entries.flatMap((entry) => (entry.kind === 'logged' ? (entry.attachments ?? []) : [])),
)
const TALK = ['replied', 'answered', 'noted']
const talk = computed(() =>
  props.ticket.entries.filter((entry) => TALK.includes(entry.kind) || props.ticket.said[entry.sequence]),
)
const said = (entry: Entry) => {
  const { quoted, attachments, text = props.ticket.said[entry.sequence] ?? '' } = entry as Partial<Said>
  return { text, quoted, attachments, isOurs: entry.kind !== 'answered' }
}

/** One line a message, however often it was tried; its steps fold open. */
const messages = computed(() =>
  props.ticket.deliveries
    .map((message) => ({
      ...message,
      steps: props.ticket.entries.filter(
        (entry): entry is Of<'messageDelivery'> =>
          entry.kind === 'messageDelivery' && entry.key === message.key,
      ),
    }))
    .sort((a, b) => a.queued_at - b.queued_at || (a.key < b.key ? -1 : 1)),
)

/** Ticking off must not flood the history: what was ticked in one go is one line. */
const history = computed<Line[]>(() => {
  const lines: Line[] = []
  let ticked: { entry: Entry; texts: string[] } | undefined
  for (const entry of props.ticket.entries) {
    if (entry.kind === 'taskChanged') {
      const text = `${entry.task.text}${entry.task.done ? ' ✓' : ''}`
      if (ticked) ticked.texts.push(text)
      else ticked = { entry, texts: [text] }
      continue
    }
    const text = entryInWords(entry, props.ticket)
    if (!text) continue
    if (ticked) lines.push({ entry: ticked.entry, text: `to do: ${ticked.texts.join('; ')}` })
    ticked = undefined
    lines.push({ entry, text })
  }
  if (ticked) lines.push({ entry: ticked.entry, text: `to do: ${ticked.texts.join('; ')}` })
  return lines
})
const took = (message: Delivery & { steps: Of<'messageDelivery'>[] }) => {
  const last = message.steps[message.steps.length - 1]
  return last && last.at - message.queued_at >= 60_000
    ? ` after ${durationInWords(last.at - message.queued_at)}`
    : ''
}
</script>

<template>
  <section class="record-section" v-if="part === 'asked'" aria-labelledby="asked">
    <h2 id="asked">What was asked</h2>
    <dl v-if="ticket.answers.length" class="answers">
      <template v-for="one in ticket.answers" :key="one.name">
        <dt>{{ one.label }}</dt>
        <dd>{{ one.answer }}</dd>
      </template>
    </dl>
    <p v-else class="quiet">The form asked nothing that was answered.</p>
    <SaidText v-if="asked.length" text="" :attachments="asked" :reference="ticket.reference" />
  </section>

  <section class="record-section" v-else-if="part === 'talk'" aria-labelledby="talk">
    <h2 id="talk">Conversation</h2>
    <p v-if="talk.length === 0" class="quiet">Nobody has written yet.</p>
    <div v-for="entry in talk" :key="entry.sequence" class="say" :class="{ inner: entry.kind === 'noted' }">
      <div class="quiet small">
        {{ by(entry) }} · {{ when(entry.at)
        }}<template v-if="entry.kind === 'noted'"> · note for the desk only</template>
      </div>
      <SaidText v-bind="said(entry)" :reference="ticket.reference" />
    </div>
  </section>

  <section class="record-section" v-else-if="part === 'messages'" aria-labelledby="messages">
    <h2 id="messages">Messages</h2>
    <p v-if="messages.length === 0" class="quiet">No message has gone out.</p>
    <details v-for="message in messages" :key="message.key" class="message">
      <summary>
        <span class="num quiet">{{ when(message.queued_at) }}</span> {{ message.subject }} →
        {{ message.person ? name(message.person) : message.address }}
        <b :class="{ bad: message.state === 'givenUp' || message.state === 'failed' }"
          >{{ MESSAGE_STATES[message.state] ?? message.state }}{{ took(message) }}</b
        >
      </summary>
      <p class="small quiet">
        {{ channelTerms(message.channel)?.name ?? message.channel }} to {{ message.address
        }}<template v-if="message.urgent"> · urgent</template
        ><template v-if="message.why"> · {{ message.why }}</template>
      </p>
      <ul class="small">
        <li v-for="step in message.steps" :key="step.sequence">
          <span class="num">{{ when(step.at) }}</span> try {{ step.attempt }}:
          {{ MESSAGE_STATES[step.state] ?? step.state }} ({{ step.why ? textOf(step.why) : step.detail }})
        </li>
      </ul>
      <pre>{{ message.body }}</pre>
    </details>
  </section>

  <section class="record-section" v-else-if="part === 'history'" aria-labelledby="history">
    <h2 id="history">History</h2>
    <div class="scroll-x" tabindex="0" role="group" aria-label="History">
      <table class="ledger-table">
        <thead>
          <tr>
            <th class="n">No.</th>
            <th>When</th>
            <th>What</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in history" :key="line.entry.sequence">
            <td class="n quiet">{{ line.entry.sequence }}</td>
            <td class="t">{{ when(line.entry.at) }}</td>
            <td>{{ line.text }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-for="words in ticket.unread" :key="words" class="notice">{{ words }}</p>
  </section>
</template>

<style scoped>
.answers {
  display: grid;
  grid-template-columns: minmax(120px, 40%) 1fr;
  margin: 0;
}
.answers dt {
  color: var(--ink-3);
  padding: 3px 8px 3px 0;
}
.answers dd {
  margin: 0;
  padding: 3px 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.say {
  margin: 8px 0;
  padding: 8px 12px;
  border: 1px solid var(--rule);
}
.say .text {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.say.inner {
  border-style: dashed;
  border-color: var(--brass);
  background: var(--brass-2);
}
.say.inner .quiet {
  color: var(--ink-2);
}
.message {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
.message summary {
  cursor: pointer;
  overflow-wrap: anywhere;
}
.message .bad {
  color: var(--red);
}
.message pre {
  font: 0.9rem var(--sans);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  background: var(--page-2);
  padding: 8px 12px;
}
</style>
