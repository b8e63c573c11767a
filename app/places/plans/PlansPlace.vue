<script setup lang="ts">
import { fold } from '~~/core/condition'

// Requests under way by the stages of their plan: where each stands, who has what of it, what is late, what comes next.
const props = defineProps<{
  /** Id of the plan; that with the most under way if left out. */
  plan?: string
}>()
const desk = useDeskTime()
const session = useSession()
const zone = computed(() => session.me?.zone ?? 'Europe/London')
const { data, error } = useQuery({
  key: () => ['plans', 'board', props.plan ?? ''],
  query: ({ signal }) => api('GET /api/plans/board', { query: { plan: props.plan }, signal }),
})
const words = ref('')
const lateOnly = ref(false)
const isShown = (card: PlanBoardCard) =>
  (!lateOnly.value || card.isLate) &&
  fold(
    `${card.reference} ${card.summary} ${card.requester} ${card.has.map((one) => one.who).join(' ')}`,
  ).includes(fold(words.value.trim()))
const columns = computed(() =>
  (data.value?.columns ?? []).map((column) => {
    const cards = column.cards.filter(isShown)
    const isWhole = cards.length === column.cards.length
    return {
      ...column,
      cards,
      all: isWhole ? column.count : cards.length,
      late: cards.filter((one) => one.isLate).length,
    }
  }),
)
const shown = computed(() => columns.value.reduce((sum, one) => sum + one.cards.length, 0))
const chosen = computed(() => data.value?.plans.find((one) => one.id === data.value?.plan))
</script>

<script lang="ts">
export type PlanBoardCard = AnswerOf<'GET /api/plans/board'>['columns'][number]['cards'][number]
</script>

<template>
  <article class="plans">
    <header>
      <h1>Plans under way</h1>
      <span v-if="chosen" class="quiet">{{ counted(chosen.count, 'request') }} of “{{ chosen.name }}”</span>
    </header>
    <KitError :error="error ?? undefined" />
    <p v-if="!data && !error" role="status">Reading the ledger …</p>
    <KitEmpty
      v-if="data && !data.plans.length"
      says="There is no plan yet. Design, Plans and checklists, is where larger requests get one."
    />
    <template v-else-if="data">
      <div class="line">
        <nav v-if="data.plans.length > 1" aria-label="Plans">
          <NuxtLink
            v-for="one in data.plans"
            :key="one.id"
            :to="`/plans/${one.id}`"
            :aria-current="one.id === data.plan ? 'page' : undefined"
            >{{ one.name }} <sup class="num">{{ one.count }}</sup></NuxtLink
          >
        </nav>
        <KitText v-model="words" bare label="Find on this board" placeholder="Find here" />
        <KitCheckbox v-model="lateOnly" label="only what is late" />
      </div>
      <p v-if="chosen && data.laid < chosen.count" class="small quiet">
        {{ data.laid }} of {{ chosen.count }} are laid out, those with something due first.
      </p>
      <KitEmpty
        v-if="!shown"
        :says="
          chosen?.count
            ? 'Nothing on this board is so; look for something else.'
            : 'No request of this plan is under way.'
        "
      />
      <ul v-else class="board" :aria-label="chosen?.name">
        <li v-for="column in columns" :key="column.id" :aria-label="`${column.number} ${column.name}`">
          <h2>
            <span class="number">{{ column.number }}</span>{{ column.name }}
            <span class="quiet small"
              >{{ column.all
              }}<template v-if="column.late"
                >, <span class="late">{{ column.late }} late</span></template
              ></span
            >
          </h2>
          <PlanCard
            v-for="card in column.cards"
            :key="`${card.reference} ${card.run}`"
            :card="card"
            :zone="zone"
            :now="desk.now"
          />
          <p v-if="!column.cards.length" class="quiet small">Nothing stands here.</p>
        </li>
      </ul>
    </template>
  </article>
</template>

<style scoped>
.plans {
  padding: 12px 18px 24px;
  min-width: 0;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 22px;
  align-items: center;
  margin: 6px 0 12px;
}
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}
nav a[aria-current] {
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 2px solid var(--brass);
}
.board {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(230px, 1fr);
  gap: 0 18px;
  overflow-x: auto;
  border-top: 3px double var(--rule-2);
  list-style: none;
  margin: 0;
  padding: 0;
}
/* On a phone stage below stage. */
@media (max-width: 700px) {
  .board {
    grid-auto-flow: row;
    grid-auto-columns: auto;
  }
}
li {
  min-width: 0;
  padding-top: 6px;
}
h2 {
  font-size: 1.15rem;
  border-bottom: 1px solid var(--rule-2);
  padding-bottom: 4px;
}
h2 .small {
  font-family: var(--sans);
  font-weight: 400;
  margin-left: 6px;
}
.number {
  font: 600 1.4rem var(--serif);
  margin-right: 8px;
}
.late {
  color: var(--red);
}
</style>
