<script setup lang="ts">
import { channelTerms } from '~~/core/notification'
import { textOf } from '~~/core/reason'
import { durationInWords, momentInWords } from '~~/core/time'
import type { Entry } from '~~/core/ticket'
import type { Delivery, Ticket } from '~/composables/useTickets'

// One message, however often it was tried, in one line; its steps and its words fold open.
const props = defineProps<{ message: Delivery; ticket: Ticket; now: number; zone: string }>()
type Step = Extract<Entry, { kind: 'messageDelivery' }>
const steps = computed(() =>
  props.ticket.entries.filter(
    (entry): entry is Step => entry.kind === 'messageDelivery' && entry.key === props.message.key,
  ),
)
const when = (at: number) => momentInWords(at, props.zone, props.now)
const to = computed(() => {
  const { person, address } = props.message
  return person ? (props.ticket.people[person] ?? person) : address
})
const took = computed(() => {
  const last = steps.value.at(-1)
  const length = last ? last.at - props.message.queued_at : 0
  return length >= 60_000 ? ` after ${durationInWords(length)}` : ''
})
const channel = computed(() => channelTerms(props.message.channel)?.name ?? props.message.channel)
</script>

<template>
  <details class="message">
    <summary>
      {{ message.subject }} → {{ to }}
      <span class="small" :class="['givenUp', 'failed'].includes(message.state) ? 'bad' : 'quiet'"
        >{{ channel }}, {{ MESSAGE_STATES[message.state] ?? message.state }}{{ took }}</span
      >
    </summary>
    <p class="small quiet">
      {{ channel }} to {{ message.address }}<template v-if="message.urgent"> · urgent</template
      ><template v-if="message.why"> · {{ message.why }}</template>
    </p>
    <ul class="small">
      <li v-for="step in steps" :key="step.sequence">
        <span class="num">{{ when(step.at) }}</span> try {{ step.attempt }}:
        {{ MESSAGE_STATES[step.state] ?? step.state }} ({{ step.why ? textOf(step.why) : step.detail }})
      </li>
    </ul>
    <pre>{{ message.body }}</pre>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  overflow-wrap: anywhere;
}
.bad {
  color: var(--red);
}
pre {
  font: 0.9rem var(--sans);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  background: var(--page-2);
  padding: 8px 12px;
}
</style>
