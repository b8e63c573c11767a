<script setup lang="ts">
import { dueAt, type Clock } from '~~/core/clock'
import { momentInWords, type WorkingTime } from '~~/core/time'
import type { Row } from '~/composables/useTickets'
import { leadingClock, standingOf } from '~/composables/useStanding'

const props = defineProps<{
  row: Row
  now: number
  zone: string
  /** Rows are ordered by what falls due: each says when that is. */
  byDue: boolean
  active: boolean
  dense: boolean
  query: Record<string, string>
  /** What is said of it below its summary. */
  cells: string[]
  chosen: boolean
}>()
const emit = defineEmits<{ choose: [event: MouseEvent] }>()
const calendars = useCalendars()

/** With Ctrl or Shift a row is chosen instead of opened. */
function onClick(event: MouseEvent) {
  if (!event.ctrlKey && !event.metaKey && !event.shiftKey) return
  event.preventDefault()
  event.stopPropagation()
  emit('choose', event)
}

const shown = computed(() => {
  const clock = leadingClock(props.row.clocks, (one) => {
    const hours = calendars.hoursOf(one)
    return hours && dueAt(one, hours)
  })
  const hours = clock && calendars.hoursOf(clock)
  const standing = (one: Clock, open: WorkingTime) =>
    standingOf(one, open, props.now, calendars.closeFrom(props.row.edition))
  return clock && hours ? { clock, hours, standing: standing(clock, hours) } : undefined
})
const due = computed(() => {
  const runs = props.byDue && shown.value?.standing.standing !== 'paused'
  const at = runs && shown.value ? dueAt(shown.value.clock, shown.value.hours) : undefined
  return at === undefined ? undefined : `due ${momentInWords(at, props.zone, props.now)}`
})
</script>

<template>
  <NuxtLink
    class="row"
    :class="{ on: active, dense, chosen }"
    :to="{ path: `/desk/${row.reference}`, query }"
    :aria-current="active ? 'true' : undefined"
    @click.capture="onClick"
  >
    <span class="margin num">
      <span v-if="chosen" class="tick" aria-label="chosen">✓</span>{{ row.reference }}
      <b class="numeral" :class="{ first: row.priorityOrder === 1 }" :title="row.priority">{{
        row.numeral
      }}</b>
    </span>
    <span class="what">
      <span class="summary">{{ row.summary }}</span>
      <span class="said"
        ><span class="where">{{ cells.join(' · ') }}</span>
        <DoneMark v-if="row.tasks.all" class="done" :done="row.tasks.done" :all="row.tasks.all" />
        <PlacedMark v-if="row.placed" class="done" :placed="row.placed" :now="now" :zone="zone" />
      </span>
      <TimeStrip
        v-if="shown && !dense"
        :clock="shown.clock"
        :hours="shown.hours"
        :now="now"
        :standing="shown.standing.standing"
        :shares="[0.5, 0.8]"
      />
    </span>
    <BalanceFigure v-if="shown" class="bal" :standing="shown.standing" :says="due" />
  </NuxtLink>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr) 104px;
  border-bottom: 1px solid var(--rule);
  color: inherit;
  text-decoration: none;
  height: 66px;
}
.row.dense {
  height: 46px;
}
.row:hover {
  background: var(--page-2);
}
.row.on {
  background: var(--sea-2);
}
.row.chosen {
  box-shadow: inset 3px 0 0 var(--sea);
}
.tick {
  color: var(--sea);
  font-weight: 700;
}
.row:focus-visible {
  outline-offset: -2px;
}
.margin {
  border-right: 1px solid var(--red-2);
  padding: 8px 9px 0 0;
  text-align: right;
  font-size: 0.86rem;
  font-weight: 500;
  color: var(--ink-2);
}
.numeral {
  display: table;
  margin: 2px 0 0 auto;
  font: 600 0.86rem var(--serif);
  color: var(--ink);
  padding: 0 1px;
}
.dense .numeral {
  margin-top: 0;
}
.numeral.first {
  background: var(--ink);
  color: var(--page);
  padding: 0 5px;
  border-radius: 2px;
}
.what {
  padding: 7px 10px 5px;
  min-width: 0;
}
.summary {
  display: block;
  font-weight: 600;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.where {
  display: block;
  font-size: 0.9rem;
  color: var(--ink-2);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.dense .what {
  padding-top: 4px;
}
.said {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.said .where {
  flex: 1;
  min-width: 0;
}
.bal {
  padding: 8px 14px 0 0;
}
/* As `SLIM` in DeskRows has it: a title is read to its end there. */
@media (max-width: 520px) {
  .row {
    grid-template-columns: 54px minmax(0, 1fr) 92px;
    height: 86px;
  }
  .row.dense {
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
