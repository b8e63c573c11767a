<script setup lang="ts">
import { momentInWords, timeOfDay } from '~~/core/time'
import { listInWords } from '~~/core/words'
import type { Other } from '~/composables/usePresence'
import type { Ticket } from '~/composables/useTickets'

// What has to be known of a ticket before anything is done to it.
const props = defineProps<{
  ticket: Ticket
  others: readonly Other[]
  now: number
  zone: string
  query: Record<string, string>
}>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const works = computed(() => session.may('workTickets'))
const { busy, error, run } = useDeed(() => emit('done'))
const path = () => ({ reference: props.ticket.reference })

async function acknowledge() {
  if (await run(() => api('POST /api/tickets/{reference}/acknowledge', { path: path() }))) emit('done')
}
async function holdAgain() {
  if (await run(() => api('POST /api/tickets/{reference}/hold', { path: path() })))
    await navigateTo(`/arrivals/${props.ticket.reference}`)
}
defineExpose({ acknowledge })

const writers = computed(() => props.others.filter((one) => one.doing === 'writes'))
const readers = computed(() => props.others.filter((one) => one.doing === 'reads'))
const names = (people: readonly Other[]) => listInWords(people.map((one) => one.name))
const last = computed(() => props.ticket.acknowledged.at(-1))
const at = (moment: number) => momentInWords(moment, props.zone, props.now)
</script>

<template>
  <div class="notices">
    <p v-if="writers.length" class="notice" role="status">
      <b>{{ names(writers) }}</b> {{ writers.length === 1 ? 'is writing here' : 'are writing here' }} since
      <span class="num">{{ timeOfDay(writers[0]!.since, zone) }}</span>. If that is sent first, you are asked
      before yours goes.
    </p>
    <p v-if="readers.length" class="others small" role="status">
      <b>{{ names(readers) }}</b> {{ readers.length === 1 ? 'has it open' : 'have it open' }}.
    </p>
    <KitError :error="error" />
    <p v-if="ticket.waiting.length" class="notice waits">
      <span>{{ listInWords(ticket.waiting) }}: it climbs until somebody has it.</span>
      <KitButton v-if="works" kind="main" keys="h" :busy="busy" @click="acknowledge"
        >I have it <kbd>h</kbd></KitButton
      >
    </p>
    <p v-else-if="last && ticket.statusGroup !== 'done' && !ticket.held" class="quiet small">
      {{ last.by }} has it since {{ at(last.at) }}; “{{ last.ladder }}” climbs no further.
    </p>
    <p v-if="ticket.signal" class="quiet small">
      A monitor reported it
      {{ ticket.signal.count === 1 ? 'once' : `${ticket.signal.count} times, last` }}
      {{ at(ticket.signal.lastAt)
      }}<template v-if="ticket.signal.clearedAt"> · over since {{ at(ticket.signal.clearedAt) }}</template
      >: {{ ticket.signal.text }}
    </p>
    <p v-if="ticket.follows !== null" class="notice">
      It belongs to major incident
      <NuxtLink :to="{ path: `/desk/${ticket.follows}`, query }">{{ ticket.follows }}</NuxtLink> and ends with
      it.
    </p>
    <p v-if="ticket.held" class="notice">
      It waits in Arrivals, and nothing is promised yet.
      <NuxtLink :to="`/arrivals/${ticket.reference}`">Decide on it there</NuxtLink>
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
      <KitButton v-if="session.may('acceptArrivals')" kind="link" :busy="busy" @click="holdAgain">
        Take it back into Arrivals
      </KitButton>
    </p>
  </div>
</template>

<style scoped>
p {
  margin: 0 0 6px;
}
.waits {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  justify-content: space-between;
}
.others {
  color: var(--brass);
}
kbd {
  font: 0.8rem var(--mono);
}
</style>
