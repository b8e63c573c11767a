<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'

// Looks at the requester's machine from afar: asking for one, the one that goes on, and those that are over.
const props = defineProps<{ ticket: Ticket; zone: string; now: number; hint?: string }>()
const emit = defineEmits<{ done: []; left: [] }>()
const session = useSession()
const works = computed(() => session.may('workTickets'))
const asks = ref(false)
const { data: page, error } = useQuery({
  // Under its ticket: what is said there, and what the machine says, makes it stale.
  key: () => ['ticket', props.ticket.reference, 'assists'],
  query: ({ signal }) =>
    api('GET /api/tickets/{reference}/assists', { path: { reference: props.ticket.reference }, signal }),
  enabled: () => asks.value || props.ticket.assist.sessions > 0,
})
const open = computed(() => page.value?.open ?? undefined)
const mayAsk = computed(() => works.value && props.ticket.assist.offered && !open.value)
function begin() {
  if (mayAsk.value) asks.value = true
  return mayAsk.value
}
defineExpose({ begin })
function close(isDone: boolean) {
  asks.value = false
  if (isDone) emit('done')
  else emit('left')
}
const paper = (id: number, what: string) =>
  `/api/tickets/${props.ticket.reference}/assists/${id}/papers/${what}`
const when = (at: number) => momentInWords(at, props.zone, props.now)
</script>

<template>
  <BesidePart title="Their machine" :note="open ? 'assist session' : undefined">
    <template v-if="mayAsk && !asks" #acts>
      <KitButton kind="link" @click="begin"
        >Look at it … <kbd v-if="hint">{{ hint }}</kbd></KitButton
      >
    </template>
    <AssistSlip v-if="asks && page" :ticket="ticket" :page="page" @close="close" />
    <AssistOpen
      v-if="open"
      :ticket="ticket"
      :session="open"
      :zone="zone"
      :now="now"
      :works="works"
      @done="emit('done')"
    />
    <ul v-if="page?.past.length">
      <li v-for="one in page.past" :key="one.id" class="small">
        <span class="num quiet">{{ when(one.endedAt) }}</span> {{ one.says }}
        <span v-if="one.isPaper" class="no-print">
          <a :href="paper(one.id, 'report')">report</a>
          <a :href="paper(one.id, 'chat')">chat</a>
        </span>
      </li>
    </ul>
    <KitError :error="error" />
  </BesidePart>
</template>

<style scoped>
li a {
  margin-left: 6px;
}
kbd {
  font: 0.8rem var(--mono);
}
</style>
