<script setup lang="ts">
import { dueAt } from '~~/core/clock'
import type { Row } from '~/composables/useTickets'
import { leadingClock, standingOf } from '~/composables/useStanding'

// A ticket on a board: what it is, how its promise stands, and what the view says of it.
const props = defineProps<{
  row: Row
  cells: readonly string[]
  now: number
  zone: string
  on: boolean
  query: Record<string, string>
  /** The ways on from where it is. */
  acts: { label: string; run: () => unknown }[]
}>()
const calendars = useCalendars()
/** The promise that matters, as a row of the list shows it. */
const promised = computed(() => {
  const clock = leadingClock(props.row.clocks, (one) => {
    const hours = calendars.hoursOf(one)
    return hours && dueAt(one, hours)
  })
  const hours = clock && calendars.hoursOf(clock)
  if (!clock || !hours) return undefined
  const standing = standingOf(clock, hours, props.now, calendars.closeFrom(props.row.edition))
  return { clock, hours, standing }
})
</script>

<template>
  <article class="card" :class="{ on }" :data-reference="row.reference">
    <NuxtLink :to="{ path: `/desk/${row.reference}`, query }"
      ><span class="num ref">{{ row.reference }}</span>
      <b class="numeral" :class="{ first: row.priorityOrder === 1 }">{{ row.numeral }}</b>
      <span class="title">{{ row.summary }}</span></NuxtLink
    >
    <span v-for="(cell, index) in cells" :key="index" class="cell small">{{ cell }}</span>
    <DoneMark v-if="row.tasks.all" class="cell" :done="row.tasks.done" :all="row.tasks.all" />
    <PlacedMark v-if="row.placed" :placed="row.placed" :now="now" :zone="zone" />
    <div v-if="promised" class="promise">
      <TimeStrip
        :clock="promised.clock"
        :hours="promised.hours"
        :now="now"
        :standing="promised.standing.standing"
        :shares="[0.5, 0.8]"
      />
      <BalanceFigure :standing="promised.standing" beside />
    </div>
    <KitMenu v-if="acts.length" kind="link" :acts="acts" :label="`Move ${row.reference} on`"
      >move on …</KitMenu
    >
  </article>
</template>

<style scoped>
.card {
  border-bottom: 1px solid var(--rule);
  padding: 6px 10px;
  background: var(--page);
  cursor: grab;
}
.card.on {
  background: var(--sea-2);
}
.card a {
  color: inherit;
  text-decoration: none;
  display: block;
}
.ref {
  font-size: 0.82rem;
  color: var(--ink-2);
}
.numeral {
  font: 600 0.86rem var(--serif);
  margin-left: 6px;
}
.numeral.first {
  background: var(--ink);
  color: var(--page);
  padding: 0 5px;
  border-radius: 2px;
}
.title {
  display: block;
  font-weight: 600;
}
.cell {
  display: block;
  color: var(--ink-2);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.promise {
  display: grid;
  grid-template-columns: minmax(40px, 1fr) auto;
  gap: 8px;
  align-items: center;
}
</style>
