<script setup lang="ts">
import { openPause } from '~~/core/clock'
import { momentInWords, type WorkingTime } from '~~/core/time'
import type { standingOf } from '~/composables/useStanding'
import type { ClockRow } from '~/composables/useTickets'

// One running promise on a line: what and whose, its time, when it is due, its balance.
const props = defineProps<{
  row: ClockRow
  hours: WorkingTime
  standing: ReturnType<typeof standingOf>
  now: number
  zone: string
}>()
const due = computed(() =>
  props.row.dueAt === null ? '–' : momentInWords(props.row.dueAt, props.zone, props.now),
)
const rests = computed(() => openPause(props.row.clock)?.why)
</script>

<template>
  <NuxtLink class="row" :class="standing.standing" :to="`/desk/${row.reference}`">
    <span class="no num">{{ row.reference }}</span>
    <span class="what">
      <span class="line summary"
        ><b>{{ row.clock.label }}</b> · {{ row.summary }}</span
      >
      <span class="line quiet small"
        >{{ row.numeral }} · {{ row.organisation }} · {{ row.site }}
        <template v-if="rests"> · rests: {{ rests }}</template
        ><template v-if="row.placed"
          >&ensp;<PlacedMark :placed="row.placed" :now="now" :zone="zone" /></template
      ></span>
    </span>
    <span class="who line small"
      >{{ row.technician ?? 'nobody yet' }}<br /><span class="quiet">{{ row.team }}</span></span
    >
    <span class="strip">
      <TimeStrip
        :clock="row.clock"
        :hours="hours"
        :now="now"
        :standing="standing.standing"
        :shares="[0.5, 0.8]"
      />
    </span>
    <span class="due num small">{{ due }}</span>
    <BalanceFigure :standing="standing" />
  </NuxtLink>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: var(--deadline-columns);
  column-gap: 10px;
  height: 44px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  color: inherit;
  text-decoration: none;
  padding-right: 14px;
}
.row:hover {
  background: var(--page-2);
}
.row:focus-visible {
  outline-offset: -2px;
  background: var(--sea-2);
}
.no {
  align-self: stretch;
  border-right: 1px solid var(--red-2);
  padding: 6px 9px 0 0;
  text-align: right;
  font-size: 0.86rem;
  font-weight: 500;
  color: var(--ink-2);
}
.what {
  min-width: 0;
}
.line {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.due {
  text-align: right;
}
@media (max-width: 1000px) {
  .who,
  .strip {
    display: none;
  }
}
@media (max-width: 560px) {
  .due {
    display: none;
  }
}
/* As `ROW_HEIGHT` in DeadlinesPlace has it. */
@media (max-width: 520px) {
  .row {
    height: 66px;
  }
  .summary {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    white-space: normal;
  }
}
</style>
