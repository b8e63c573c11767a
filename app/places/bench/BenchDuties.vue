<script setup lang="ts">
import { momentInWords } from '~~/core/time'

// What waits for whoever's bench it is besides what stands in the order to work in: their word, tasks of tickets that are
// theirs by name, and what any of their team may do.
defineProps<{ zone: string; now: number; query: Record<string, string> }>()
interface Duty {
  key: string
  reference: number
  text: string
  /** Of what it is, and for whom. */
  of: string
  due: number | null
  isMine: boolean
  team: string | null
}
const inPlans = useQuery({
  key: ['plans', 'mine'],
  query: ({ signal }) => api('GET /api/plans/mine', { signal }),
})
const onTickets = useQuery({
  key: ['plans', 'tasks'],
  query: ({ signal }) => api('GET /api/tasks/mine', { signal }),
})
const last = Number.MAX_SAFE_INTEGER
/** What is theirs by name stands among their tickets, in the order to work in; a word is no work. */
const isNotInOrder = ({ isMine, do: what }: { isMine: boolean; do: string }) => !isMine || what === 'approval'
const duties = computed(() =>
  [
    ...(inPlans.data.value?.duties ?? [])
      .filter(isNotInOrder)
      .map(({ do: what, plan, requester, run, task, text, ...one }): Duty => ({
        ...one,
        key: `${one.reference} ${run} ${task}`,
        text: what === 'approval' ? `Your word: ${text}` : what === 'form' ? `Questions: ${text}` : text,
        of: `${plan} for ${requester}`,
      })),
    ...(onTickets.data.value?.tasks ?? []).map(({ task, summary, ...one }): Duty => ({
      ...one,
      key: `${one.reference} ${task}`,
      of: `${summary}, for ${one.requester}`,
    })),
  ].sort((a, b) => (a.due ?? last) - (b.due ?? last)),
)
const mine = computed(() => duties.value.filter((one) => one.isMine))
const teams = computed(() => duties.value.filter((one) => !one.isMine))
/** So many of the team's are seen before somebody asks for the rest. */
const FEW = 3
const all = ref(false)
const shown = computed(() => [...mine.value, ...(all.value ? teams.value : teams.value.slice(0, FEW))])
const hidden = computed(() => mine.value.length + teams.value.length - shown.value.length)
const whose = (one: Duty) => (one.isMine ? 'yours' : `any of ${one.team ?? 'the team'}`)
</script>

<template>
  <section v-if="duties.length" class="duties" aria-labelledby="duties-title">
    <h2 id="duties-title">
      Tasks
      <span class="quiet small"
        >{{ counted(mine.length, 'thing') }} of yours, {{ teams.length }} of your teams</span
      >
    </h2>
    <ul>
      <li v-for="one in shown" :key="one.key">
        <NuxtLink :to="{ path: `/bench/${one.reference}`, query }" class="num">{{ one.reference }}</NuxtLink>
        <span class="what">
          <b>{{ one.text }}</b>
          <span class="quiet small">{{ one.of }} · {{ whose(one) }}</span>
        </span>
        <span v-if="one.due" class="small due" :class="{ late: one.due < now }"
          >{{ one.due < now ? 'late, ' : '' }}due {{ momentInWords(one.due, zone, now) }}</span
        >
      </li>
    </ul>
    <KitButton v-if="hidden || all" kind="link" class="small" :aria-expanded="all" @click="all = !all">{{
      all ? 'fewer' : `${hidden} more of your teams`
    }}</KitButton>
  </section>
</template>

<style scoped>
.duties {
  padding: 4px 18px 8px;
  border-bottom: 1px solid var(--rule);
}
ul {
  list-style: none;
  margin: 2px 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 44px 1fr auto;
  gap: 8px;
  align-items: baseline;
  padding: 3px 0;
  border-bottom: 1px dotted var(--rule);
  min-height: 24px;
}
.what span {
  display: block;
}
.due {
  color: var(--ink-3);
}
.late {
  color: var(--red);
}
</style>
