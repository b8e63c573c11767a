<script setup lang="ts">
import { DAY, momentInWords, timeOfDay } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'
import type { Promised } from './useTicket'

// Who asks, from where, and by what agreement; and whether time counts there just now.
const props = defineProps<{
  ticket: Ticket
  promises: readonly Promised[]
  now: number
  query: Record<string, string>
}>()
/** Until when time counts, or from when on again, in the zone of the site. */
const counts = computed(() => {
  const hours = props.promises[0]?.hours
  const next = hours?.openIntervals(props.now, props.now + 7 * DAY)[0]
  if (!next) return ''
  const zone = props.ticket.siteZone
  if (next.start > props.now) return `counts again ${momentInWords(next.start, zone, props.now)}`
  return next.end - props.now > DAY ? 'counts round the clock' : `counts until ${timeOfDay(next.end, zone)}`
})
</script>

<template>
  <TicketRow title="Asks">
    <div>
      <b>{{ ticket.requester.name }}</b><template v-if="ticket.department">, {{ ticket.department }}</template
      ><template v-if="ticket.organisation"> · {{ ticket.organisation }}</template
      ><template v-if="ticket.requester.phone">
        · <a class="num" :href="`tel:${ticket.requester.phone}`">{{ ticket.requester.phone }}</a></template
      ><span v-if="ticket.others.length" class="quiet">
        · merged with what {{ ticket.others.map((one) => one.name).join(', ') }} asked, who are told too</span
      >
    </div>
    <div class="quiet small">
      {{ ticket.site }}, <span class="num">{{ timeOfDay(now, ticket.siteZone) }}</span> there<template
        v-if="counts"
        >, {{ counts }}</template
      >
      ·
      <template v-if="ticket.cover"
        >cover <b>{{ ticket.cover }}</b><template v-if="ticket.agreement">
          ·
          <NuxtLink :to="{ path: '/directory/agreements', query: { find: ticket.agreement } }"
            >agreement {{ ticket.agreement }}</NuxtLink
          ></template
        ></template
      ><template v-else>no agreement in force</template>
    </div>
  </TicketRow>
</template>
