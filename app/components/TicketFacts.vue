<script setup lang="ts">
import { momentInWords, timeOfDay } from '~~/core/time'
import type { TicketPart } from '~~/core/work'
import type { Ticket } from '~/composables/useTickets'

// What a ticket is, value by value with the because of each, in the order of somebody's layout.
defineProps<{ ticket: Ticket; zone: string; now: number; shown: readonly TicketPart[] }>()
const emit = defineEmits<{ done: [] }>()
</script>

<template>
  <dl class="parts">
    <template v-for="part in shown" :key="part">
      <template v-if="part === 'priority'"
        ><dt>Priority</dt>
        <dd>
          {{ ticket.numeral }} · {{ ticket.priority
          }}<BecauseMark :because="ticket.because.priority" :edition="ticket.edition" about="priority" /></dd
      ></template>
      <template v-else-if="part === 'category'"
        ><dt>Category</dt>
        <dd>
          {{ ticket.category
          }}<BecauseMark :because="ticket.because.category" :edition="ticket.edition" about="category" /></dd
      ></template>
      <template v-else-if="part === 'impactUrgency'"
        ><dt>Impact, urgency</dt>
        <dd>
          {{ ticket.impact
          }}<BecauseMark :because="ticket.because.impact" :edition="ticket.edition" about="impact" /> ·
          {{ ticket.urgency
          }}<BecauseMark :because="ticket.because.urgency" :edition="ticket.edition" about="urgency" /></dd
      ></template>
      <template v-else-if="part === 'queueTeam'"
        ><dt>Queue, team</dt>
        <dd>
          {{ ticket.queue
          }}<BecauseMark :because="ticket.because.queue" :edition="ticket.edition" about="queue" /> ·
          {{ ticket.team
          }}<BecauseMark :because="ticket.because.team" :edition="ticket.edition" about="team" /></dd
      ></template>
      <template v-else-if="part === 'technician'"
        ><dt>Technician</dt>
        <dd>
          {{ ticket.technician ?? 'nobody yet'
          }}<BecauseMark
            :because="ticket.because.technician"
            :edition="ticket.edition"
            about="technician"
          /></dd
      ></template>
      <template v-else-if="part === 'requester'"
        ><dt>Requester</dt>
        <dd>
          {{ ticket.requester.name }}, {{ ticket.organisation
          }}<template v-if="ticket.department"> ({{ ticket.department }})</template> · {{ ticket.site }}
          <span class="num quiet">{{ timeOfDay(now, ticket.siteZone) }} there</span>
          <span class="quiet">
            ·
            {{
              ticket.cover ? `${ticket.cover}, agreement ${ticket.agreement}` : 'no agreement in force'
            }}</span
          >
          <span v-if="ticket.others.length" class="quiet">
            · merged with what {{ ticket.others.join(', ') }} asked, who are told too</span
          >
        </dd></template
      >
      <template v-else-if="part === 'equipment' && ticket.equipment"
        ><dt>Equipment</dt>
        <dd>
          <NuxtLink :to="{ path: '/directory/equipment', query: { find: ticket.equipment.number } }"
            ><span class="num">{{ ticket.equipment.number }}</span> {{ ticket.equipment.name }}</NuxtLink
          >
          <span class="quiet">
            ·
            {{
              [ticket.equipment.maker, ticket.equipment.model].filter(Boolean).join(' ') || 'maker not known'
            }}
            · {{ ticket.equipment.inWarranty ? 'in warranty' : 'out of warranty' }} ·
            {{ ticket.equipment.covered ? 'covered' : 'not covered' }} when it was logged</span
          >
        </dd></template
      >
      <TicketFields v-else-if="part === 'fields'" :ticket="ticket" :zone="zone" @done="emit('done')" />
      <template v-else-if="part === 'decided'"
        ><dt>Decided by</dt>
        <dd>
          <NuxtLink :to="{ path: '/design', query: { edition: ticket.edition } }"
            >Edition {{ ticket.edition }}</NuxtLink
          >
          <span class="quiet">
            · logged {{ momentInWords(ticket.loggedAt, zone, now) }} as “{{ ticket.item.name }}”</span
          >
        </dd></template
      > </template
    ><template v-if="ticket.solvedBy">
      <dt>Solved by</dt>
      <dd>
        {{ ticket.solvedBy }}<span v-if="ticket.remarks" class="quiet"> · {{ ticket.remarks }}</span>
      </dd>
    </template>
  </dl>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr);
  margin: 0 0 1rem;
}
.parts dt {
  color: var(--ink-3);
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
}
.parts dd {
  margin: 0;
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
  overflow-wrap: anywhere;
}
@media (max-width: 520px) {
  .parts {
    grid-template-columns: 1fr;
  }
  .parts dt {
    border: 0;
    padding-bottom: 0;
  }
}
</style>
