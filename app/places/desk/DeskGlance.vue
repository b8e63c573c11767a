<script setup lang="ts">
import { momentInWords } from '~~/core/time'

// The desk as it stands, while no ticket is open: what runs out soon, what nobody has, who is there. Each figure leads
// to what it counts.
defineProps<{ now: number; zone: string }>()
const session = useSession()
const glance = useQuery({
  key: ['tickets', 'glance'],
  query: ({ signal }) => api('GET /api/glance', { signal }),
})
const page = computed(() => glance.data.value)
const soon = computed(() => page.value?.teams.reduce((sum, one) => sum + one.soon, 0) ?? 0)
const over = computed(() => page.value?.teams.reduce((sum, one) => sum + one.over, 0) ?? 0)
const HEADS = [{ label: 'Team' }, { label: 'Run out', figures: true }, { label: 'Overdrawn', figures: true }]
const promises = (count: number) => (count === 1 ? 'one promise' : `${count} promises`)
const teams = computed(() =>
  (page.value?.onShift ?? []).reduce((found, { name, teams }) => {
    for (const team of teams.length ? teams : ['No team']) found.set(team, [...(found.get(team) ?? []), name])
    return found
  }, new Map<string, string[]>()),
)
</script>

<template>
  <div class="glance">
    <h2>The desk as it stands</h2>
    <KitError :error="glance.error.value ?? undefined" tries-again @again="glance.refetch()" />
    <p v-if="!page && !glance.error.value" class="quiet" role="status">Looking at the desk …</p>
    <template v-if="page">
      <p class="lead">
        <NuxtLink to="/deadlines">{{ promises(soon) }}</NuxtLink>
        {{ soon === 1 ? 'runs' : 'run' }} out before
        <span class="num">{{ momentInWords(page.until, zone, now) }}</span>;
        <NuxtLink to="/deadlines?band=over">{{ promises(over) }}</NuxtLink>
        {{ over === 1 ? 'is' : 'are' }} overdrawn.
        <NuxtLink :to="{ path: '/desk', query: { view: 'unassigned' } }">{{
          page.unassigned === 1 ? 'One ticket' : `${page.unassigned} tickets`
        }}</NuxtLink>
        {{ page.unassigned === 1 ? 'has' : 'have' }} nobody.
        <template v-if="page.arrivals !== null">
          <NuxtLink to="/arrivals">{{
            page.arrivals === 1 ? 'One waits' : `${page.arrivals} wait`
          }}</NuxtLink>
          in Arrivals.
        </template>
      </p>
      <section v-if="page.teams.length" aria-labelledby="by-team">
        <h3 id="by-team">In the next two hours, by team</h3>
        <LedgerTable :heads="HEADS">
          <tr v-for="one in page.teams" :key="one.id">
            <td>
              <NuxtLink :to="{ path: '/deadlines', query: { team: one.id } }">{{ one.name }}</NuxtLink>
            </td>
            <td class="n">{{ one.soon || '–' }}</td>
            <td class="n" :class="{ red: one.over }">
              <NuxtLink v-if="one.over" :to="{ path: '/deadlines', query: { team: one.id, band: 'over' } }">{{
                one.over
              }}</NuxtLink><template v-else>–</template>
            </td>
          </tr>
        </LedgerTable>
      </section>
      <section aria-labelledby="who">
        <h3 id="who">Who is there</h3>
        <dl>
          <template v-for="[team, people] in teams" :key="team">
            <dt>{{ team }}</dt>
            <dd>{{ people.join(', ') }}</dd>
          </template>
          <template v-for="one in page.onCall" :key="one.id">
            <dt>
              <NuxtLink to="/directory/rota">{{ one.name }}</NuxtLink>
            </dt>
            <dd>{{ one.people.join(', ') }} <span class="quiet small">on call</span></dd>
          </template>
        </dl>
        <p v-if="!teams.size && !page.onCall.length" class="quiet">
          Nobody is on shift just now, and no rota says who is on call.
        </p>
      </section>
    </template>
    <p class="small quiet keys">
      <kbd>j</kbd> into the list · <kbd>u</kbd> what nobody has · <kbd>x</kbd> choose a row, <kbd>X</kbd> up
      to it · <kbd>b</kbd> as a board · <kbd>?</kbd> all keys
    </p>
    <OpeningList v-if="session.may('changeDirectory')" />
  </div>
</template>

<style scoped>
.glance {
  height: 100%;
  overflow-y: auto;
  padding: 14px 18px 30px;
}
.lead {
  font-size: 1.07rem;
  max-width: 62ch;
}
section {
  margin-top: 16px;
  max-width: 620px;
}
h3 {
  font-size: 1.05rem;
  border-bottom: 3px double var(--rule-2);
}
dl {
  display: grid;
  grid-template-columns: minmax(110px, 34%) minmax(0, 1fr);
  margin: 0;
}
dt,
dd {
  margin: 0;
  padding: 3px 0;
  border-bottom: 1px dotted var(--rule);
}
dt {
  color: var(--ink-2);
}
.red {
  color: var(--red);
}
.keys {
  margin-top: 18px;
}
kbd {
  font: 0.86rem var(--mono);
}
</style>
