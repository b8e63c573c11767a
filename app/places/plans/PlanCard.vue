<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { PlanBoardCard } from './PlansPlace.vue'

// A request on the board of its plan.
const props = defineProps<{ card: PlanBoardCard; zone: string; now: number }>()
const at = (moment: number) => momentInWords(moment, props.zone, props.now)
/** So many tasks of one stage are named; the others are counted. */
const FEW = 3
const has = computed(() => props.card.has.slice(0, FEW))
const more = computed(() => props.card.has.length - has.value.length)
const when = computed(() => {
  const { since, until } = props.card
  if (since === null) return until === null ? 'opens later' : `opens ${at(until)}`
  return until === null ? `since ${at(since)}` : `until ${at(until)}`
})
</script>

<template>
  <div class="card" :class="{ over: card.isLate }">
    <p class="top">
      <NuxtLink :to="`/desk/${card.reference}`" class="num">{{ card.reference }}</NuxtLink>
      <b>{{ card.summary }}</b>
    </p>
    <p class="small quiet">{{ card.requester }} · {{ when }}</p>
    <p v-for="(one, index) in has" :key="index" class="small task">
      <span>{{ one.text }}</span>
      <span class="quiet"
        >{{ one.who
        }}<template v-if="one.due"
          >,
          <span :class="{ late: one.isLate }"
            >{{ one.isLate ? 'late, ' : '' }}{{ at(one.due) }}</span
          ></template
        ></span
      >
    </p>
    <p v-if="more" class="small quiet">and {{ more }} more</p>
    <DoneBar :done="card.settled" :all="card.all" :label="`${card.settled} of ${card.all} done`" />
    <p class="small quiet">
      {{ card.settled }} of {{ card.all }} ·
      {{ card.expected === null ? 'nobody can say when it is done' : `expected done ${at(card.expected)}` }}
    </p>
  </div>
</template>

<style scoped>
.card {
  border-bottom: 1px solid var(--rule);
  padding: 7px 0 8px;
}
.card.over {
  border-left: 3px solid var(--red);
  padding-left: 7px;
}
p {
  margin: 1px 0;
  overflow-wrap: anywhere;
}
.top {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.top a {
  white-space: nowrap;
}
.task {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  border-top: 1px dotted var(--rule);
  padding-top: 1px;
}
.task > .quiet {
  text-align: right;
}
.late {
  color: var(--red);
}
</style>
