<script setup lang="ts">
import type { Ticket } from '~/composables/useTickets'
import type { Found } from './useBeside'

// What else is open of the same requester, and of the same machine: perhaps it is one matter.
const props = defineProps<{ ticket: Ticket; found?: Found; query: Record<string, string> }>()
const groups = computed(() => {
  const open = props.found?.open
  if (!open) return []
  const known = new Set(open.requester.rows.map((one) => one.reference))
  const machine = open.equipment.rows.filter((one) => !known.has(one.reference))
  return [
    { of: props.ticket.requester.name, rows: open.requester.rows, all: open.requester.all },
    { of: 'the same machine', rows: machine, all: machine.length },
  ].filter((one) => one.rows.length)
})
const count = computed(() => groups.value.reduce((sum, one) => sum + one.all, 0))
</script>

<template>
  <BesidePart v-if="count" title="Also open" :note="String(count)">
    <template v-for="group in groups" :key="group.of">
      <p class="quiet small">of {{ group.of }}</p>
      <ul>
        <li v-for="one in group.rows" :key="one.reference">
          <NuxtLink :to="{ path: `/desk/${one.reference}`, query }"
            ><span class="num">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
          >
          <span class="quiet small">{{ one.status }}</span>
        </li>
      </ul>
      <p v-if="group.all > group.rows.length" class="quiet small">
        and {{ group.all - group.rows.length }} more
      </p>
    </template>
  </BesidePart>
</template>

<style scoped>
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
}
</style>
