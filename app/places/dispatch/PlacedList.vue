<script setup lang="ts">
import { timeOfDay, weekdayAndTime } from '~~/core/time'
import { isDeclined, type Board } from '~/composables/heldJob'

// What is placed in the days in sight, and who does not know of it yet.
const props = defineProps<{ board: Board; untold: number; busy: boolean; mayPlace: boolean }>()
const emit = defineEmits<{ tell: []; choose: [job: { reference: number; id: number }] }>()
/** So many stand here; the board has them all. */
const MOST = 40
const all = computed(() =>
  props.board.people
    .flatMap((person) => person.visits.map((visit) => ({ ...visit, person: person.name })))
    .filter((one) => one.isSeen)
    .sort((a, b) => a.start - b.start),
)
const when = (at: number) =>
  props.board.days === 1 ? timeOfDay(at, props.board.zone) : weekdayAndTime(at, props.board.zone)
const STATES = { booked: 'told', begun: 'begun', finished: 'done', calledOff: '' }
function stateOf(one: (typeof all.value)[number]) {
  if (one.state !== 'booked' || one.untold) return one.untold ? 'not told' : STATES[one.state]
  if (one.setOut !== null) return 'on the way'
  if (isDeclined(one)) return one.answer === 'declined' ? 'does not come' : 'suits not'
  return one.answer === 'accepted' ? 'comes' : STATES.booked
}
</script>

<template>
  <section v-if="all.length" class="placed" aria-labelledby="placed">
    <h2 id="placed">
      Placed
      <span class="quiet small"
        >{{ all.length }}<template v-if="untold">, {{ untold }} not told yet</template></span
      >
      <KitButton v-if="untold && mayPlace" kind="link" :busy="busy" @click="emit('tell')"
        >Tell them</KitButton
      >
    </h2>
    <ul>
      <li v-for="one in all.slice(0, MOST)" :key="one.id">
        <span class="num">{{ when(one.start) }}</span>
        <NuxtLink class="num" :to="`/desk/${one.reference}`">{{ one.reference }}</NuxtLink>
        <span class="what">{{ one.what }}</span>
        <span>{{ one.person }}</span>
        <span :class="isDeclined(one) ? 'red' : 'quiet'">{{ stateOf(one) }}</span>
      </li>
    </ul>
    <p v-if="all.length > MOST" class="quiet small">{{ all.length - MOST }} more stand on the board.</p>
  </section>
</template>

<style scoped>
.placed {
  padding: 8px 18px 16px;
  /* What is to be placed keeps the most of the page, however much is. */
  flex: none;
  max-height: 42%;
  overflow: auto;
}
h2 {
  font-size: 1.05rem;
  border-bottom: 3px double var(--rule-2);
  display: flex;
  gap: 8px;
  align-items: baseline;
}
h2 > :last-child:not(.quiet) {
  margin-left: auto;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: auto auto minmax(0, 1fr) auto auto;
  gap: 0 10px;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
  font-size: 0.9rem;
}
.red {
  color: var(--red);
}
.what {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
