<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'
import type { Found } from './useBeside'

// The machine that it is about, as it stood when it was logged, and what was with it before.
const props = defineProps<{ ticket: Ticket; found?: Found; now: number; zone: string }>()
const machine = computed(() => props.ticket.equipment)
const made = computed(
  () => [machine.value?.maker, machine.value?.model].filter(Boolean).join(' ') || 'maker not known',
)
const before = computed(() => {
  const past = props.found?.past
  if (!past) return ''
  if (!past.tickets) return 'no ticket of it was done before'
  const last = past.lastAt === null ? '' : `, the last ${momentInWords(past.lastAt, props.zone, props.now)}`
  return `${past.tickets === 1 ? 'one ticket' : `${past.tickets} tickets`} of it done${last}`
})
</script>

<template>
  <BesidePart v-if="machine" title="Equipment">
    <NuxtLink :to="{ path: '/directory/equipment', query: { find: machine.number } }"
      ><span class="num">{{ machine.number }}</span> {{ machine.name }}</NuxtLink
    >
    <p class="quiet small">
      {{ made }} · {{ machine.inWarranty ? 'in warranty' : 'out of warranty' }},
      {{ machine.covered ? 'covered' : 'not covered' }} when it was logged
    </p>
    <p v-if="before" class="quiet small">{{ before }}</p>
  </BesidePart>
</template>
