<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router'
import type { TicketPart } from '~~/core/work'
import type { Ticket } from '~/composables/useTickets'

// What it is about, and in one line how it stands: each value that the system set with its because.
defineProps<{
  ticket: Ticket
  /** Where the list is that it was opened from. */
  back: RouteLocationRaw
  query: Record<string, string>
  narrow: boolean
  wide: boolean
  shown: readonly TicketPart[]
}>()
const title = ref<HTMLElement>()
defineExpose({ focus: () => title.value?.focus({ preventScroll: true }) })
</script>

<template>
  <header class="head">
    <p v-if="narrow" class="no-print back">
      <NuxtLink :to="back">← Back to the list</NuxtLink>
    </p>
    <div class="line">
      <h1 ref="title" tabindex="-1">{{ ticket.summary }}</h1>
      <span class="ways no-print">
        <NuxtLink
          v-if="!narrow"
          class="small"
          :to="{ query: { ...query, ...(!wide && { page: 'full' }) } }"
          >{{ wide ? 'Two pages' : 'Full page' }}</NuxtLink
        >
        <KitButton kind="link" class="small" @click="printOnly('ticket')">Print</KitButton>
      </span>
    </div>
    <p class="state">
      <span
        ><span class="num quiet">{{ ticket.reference }}</span> <b>{{ ticket.status }}</b></span
      >
      <template v-for="part in shown" :key="part">
        <span v-if="part === 'priority'"
          ><b class="numeral" :class="{ first: ticket.priorityOrder === 1 }">{{ ticket.numeral }}</b>
          {{ ticket.priority }}
          <BecauseMark :because="ticket.because.priority" :edition="ticket.edition" about="priority" />
        </span>
        <span v-else-if="part === 'category'"
          >{{ ticket.category }}
          <BecauseMark :because="ticket.because.category" :edition="ticket.edition" about="category" />
        </span>
        <template v-else-if="part === 'queueTeam'">
          <span
            >{{ ticket.queue }}
            <BecauseMark :because="ticket.because.queue" :edition="ticket.edition" about="queue" />
          </span>
          <span
            >{{ ticket.team }}
            <BecauseMark :because="ticket.because.team" :edition="ticket.edition" about="team" />
          </span>
        </template>
        <span v-else-if="part === 'technician'"
          ><b>{{ ticket.technician ?? 'nobody yet' }}</b>
          <BecauseMark :because="ticket.because.technician" :edition="ticket.edition" about="technician" />
        </span>
      </template>
      <span v-if="ticket.solvedBy"
        >solved by <b>{{ ticket.solvedBy }}</b><template v-if="ticket.remarks"
          >: {{ ticket.remarks }}</template
        ></span
      >
    </p>
  </header>
</template>

<style scoped>
.line {
  display: flex;
  gap: 16px;
  align-items: baseline;
  justify-content: space-between;
}
h1 {
  overflow-wrap: anywhere;
  outline-offset: 3px;
}
.ways {
  display: flex;
  gap: 12px;
  align-items: baseline;
  white-space: nowrap;
}
.state {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  margin: 2px 0 8px;
}
.state > span + span {
  border-left: 1px solid var(--rule-2);
  padding-left: 10px;
}
.numeral {
  font: 600 0.93rem var(--serif);
}
.numeral.first {
  background: var(--ink);
  color: var(--page);
  padding: 0 5px;
  border-radius: 2px;
}
.back {
  margin: 0 0 6px;
}
</style>
