<script setup lang="ts">
import { timeOfDay, weekdayAndTime } from '~~/core/time'
import { troublesOn, waysOut, type Board, type TroubleOn, type WayOut } from '~/composables/heldJob'
import type { Wish } from './usePlacing'

// What cannot stay where it stands on the board, each with two ways out.
const props = defineProps<{ board: Board; now: number; busy: boolean; mayPlace: boolean }>()
const emit = defineEmits<{ place: [wish: Wish] }>()
/** So many are said at once; the others follow when these are mended. */
const MOST = 3
// By the minute: what is over now is nothing to mend.
const minute = computed(() => Math.floor(props.now / 60_000) * 60_000)
const all = computed(() => troublesOn(props.board, minute.value))
const shown = computed(() =>
  all.value.slice(0, MOST).map((one) => ({
    ...one,
    ways: waysOut(
      props.board,
      one.held,
      one.person.id,
      Math.max(one.visit.start, minute.value),
      minute.value,
    ),
  })),
)
const when = (at: number) =>
  props.board.days === 1 ? timeOfDay(at, props.board.zone) : weekdayAndTime(at, props.board.zone)
const says = ({ person, visit, isLeft, says: against }: TroubleOn) =>
  isLeft
    ? `${person.name} has begun ${visit.reference} and is off shift now: the rest of it wants somebody.`
    : `${person.name}, ${visit.reference} at ${when(visit.start)}: ${against.join('; ')}.`
const take = (one: TroubleOn, { slot, name }: WayOut) =>
  emit('place', {
    ...{ held: one.held, person: slot.hand, name, start: slot.start, tell: !one.held.untold },
    ...(one.isLeft && { takes: one.held.job.duration }),
  })
</script>

<template>
  <section v-if="all.length" class="notice" aria-label="What cannot stay so">
    <p v-for="one in shown" :key="one.visit.id">
      <b>{{ one.visit.what }}.</b> {{ says(one) }}
      <WaysOut v-if="mayPlace" :ways="one.ways" :board="board" :busy="busy" @take="take(one, $event)" />
    </p>
    <p v-if="all.length > MOST" class="quiet small">
      {{ all.length - MOST }} more cannot stay so. <b>Place all</b> mends them together, with as few moves as
      can be.
    </p>
  </section>
</template>

<style scoped>
p {
  margin: 0 0 4px;
  overflow-wrap: anywhere;
}
</style>
