<script setup lang="ts">
import type { Ticket } from '~/composables/useTickets'

// What of a ticket is exchanged with partner desks, how their tickets for it stand, and asking one to take it.
const props = defineProps<{ ticket: Ticket; zone: string; now: number; hint?: string }>()
const emit = defineEmits<{ done: []; left: [] }>()
const session = useSession()
const works = computed(() => session.may('workTickets'))
const asks = ref(false)
const { data: page, error } = useQuery({
  // Under its ticket: what goes and comes makes it stale.
  key: () => ['ticket', props.ticket.reference, 'partners'],
  query: ({ signal }) =>
    api('GET /api/tickets/{reference}/partners', { path: { reference: props.ticket.reference }, signal }),
})
const mayAsk = computed(
  () =>
    works.value && props.ticket.statusGroup !== 'done' && !props.ticket.held && !!page.value?.partners.length,
)
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
</script>

<template>
  <BesidePart title="Counterpart" :note="page?.counterparts.length ? undefined : 'none'">
    <template v-if="mayAsk && !asks" #acts>
      <KitButton kind="link" @click="begin"
        >Ask a partner … <kbd v-if="hint">{{ hint }}</kbd></KitButton
      >
    </template>
    <AskPartnerSlip
      v-if="asks && page"
      :ticket="ticket"
      v-bind="{ partners: page.partners, zone, now }"
      @close="close"
    />
    <CounterpartLine
      v-for="one in page?.counterparts"
      :key="one.id"
      :ticket="ticket"
      :one="one"
      :zone="zone"
      :now="now"
      :works="works"
      @done="emit('done')"
    />
    <KitError :error="error" />
  </BesidePart>
</template>

<style scoped>
kbd {
  font: 0.8rem var(--mono);
}
</style>
