<script setup lang="ts">
import { channelTerms } from '~~/core/notification'
import { momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'

// Who was told what of a major incident: a line for each person, a column for each word to all of them.
const props = defineProps<{ ticket: Ticket; zone: string; now: number }>()
const opened = ref(false)
const found = useQuery({
  key: () => ['ticket', props.ticket.reference, 'told', props.ticket.sequence],
  query: ({ signal }) =>
    api('GET /api/tickets/{reference}/major', {
      path: { reference: props.ticket.reference },
      query: { what: 'told' },
      signal,
    }),
  // Nobody is asked about what is folded.
  enabled: () => opened.value,
  placeholderData: (before) => before,
})
/** The words to all, in their order: what was sent belongs to the last one before it. */
const said = computed(() =>
  props.ticket.entries.flatMap((entry) =>
    entry.kind === 'majorUpdated' || entry.kind === 'majorEnded'
      ? [{ at: entry.at, text: entry.text, isEnd: entry.kind === 'majorEnded' }]
      : [],
  ),
)
const heads = computed(() => [
  { label: 'Who' },
  { label: 'Ticket' },
  ...said.value.map(({ at, isEnd }) => ({
    label: `${isEnd ? 'Over, ' : ''}${momentInWords(at, props.zone, props.now)}`,
  })),
])
const MOST = 200
const lines = computed(() => {
  const all = new Map<string, { name: string; reference: number; cells: string[] }>()
  for (const { name, reference, channel, state, at } of found.data.value?.told ?? []) {
    const key = `${reference} ${name}`
    const line = all.get(key) ?? { name, reference, cells: said.value.map(() => '') }
    const column = said.value.findLastIndex((one) => one.at <= at)
    const way = channelTerms(channel)?.name ?? channel
    if (column >= 0) line.cells[column] = `${way}, ${MESSAGE_STATES[state]}`
    all.set(key, line)
  }
  return [...all.values()].sort((a, b) => a.reference - b.reference || a.name.localeCompare(b.name))
})
</script>

<template>
  <details v-if="said.length" @toggle="opened = ($event.target as HTMLDetailsElement).open">
    <summary>Who was told what</summary>
    <KitError :error="found.error.value ?? undefined" tries-again @again="found.refetch()" />
    <div class="wide">
      <LedgerTable :heads="heads">
        <tr v-for="line in lines.slice(0, MOST)" :key="`${line.reference}-${line.name}`">
          <td>{{ line.name }}</td>
          <td>
            <NuxtLink class="num" :to="`/desk/${line.reference}`">{{ line.reference }}</NuxtLink>
          </td>
          <td v-for="(cell, index) in line.cells" :key="index" :class="{ quiet: !cell }">
            {{ cell || 'not told' }}
          </td>
        </tr>
      </LedgerTable>
    </div>
    <p v-if="lines.length > MOST" class="quiet small">and {{ lines.length - MOST }} more people</p>
    <p v-else-if="!lines.length && found.data.value" class="quiet small">Nobody was told yet.</p>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
.wide {
  overflow-x: auto;
}
td {
  white-space: nowrap;
}
</style>
