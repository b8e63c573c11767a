<script setup lang="ts">
import { momentInWords, timeOfDay } from '~~/core/time'
import { FIELD_STEPS } from '~~/core/work'
import type { Ticket } from '~/composables/useTickets'

// What whoever was sent did at a fixed time, and what they say of it.
const props = defineProps<{
  visit: Ticket['bookings'][number]
  name: string
  reference: number
  zone: string
  now: number
}>()
const TAKEN = { onWay: 'set out', begun: 'began', done: 'done' }
const steps = computed(() =>
  FIELD_STEPS.flatMap((step) => {
    const at = props.visit.steps?.[step]
    return at === undefined ? [] : [`${TAKEN[step]} ${timeOfDay(at, props.zone)}`]
  }),
)
const files = computed(() => {
  const { signature, pictures = [], signedBy } = props.visit.report ?? {}
  const signed = signature ? [{ id: signature, says: `signature${signedBy ? ` of ${signedBy}` : ''}` }] : []
  return [...signed, ...pictures.map((id, at) => ({ id, says: `picture ${at + 1}` }))]
})
const linkOf = (file: string) =>
  linkTo('GET /api/tickets/{reference}/attachments/{file}', { path: { reference: props.reference, file } })
</script>

<template>
  <li>
    <span>
      <b>{{ name }}</b>
      <template v-if="steps.length">: {{ steps.join(', ') }}</template>
      <span class="quiet">&nbsp;{{ momentInWords(visit.from, zone, now) }}</span>
      <template v-if="visit.report">
        <span v-if="visit.report.words" class="said">{{ visit.report.words }}</span>
        <span v-for="(part, at) in visit.report.parts" :key="at" class="said"
          >{{ part.count }} × {{ part.what }}</span
        >
        <span v-if="visit.report.signedBy && !visit.report.signature" class="said"
          >signed by {{ visit.report.signedBy }}</span
        >
        <span v-if="files.length" class="said">
          <a v-for="one in files" :key="one.id" :href="linkOf(one.id)" target="_blank">{{ one.says }}</a>
        </span>
      </template>
    </span>
  </li>
</template>

<style scoped>
li {
  border-bottom: 1px dotted var(--rule);
  padding: 2px 0;
}
.said {
  display: block;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
a {
  margin-right: 10px;
}
</style>
