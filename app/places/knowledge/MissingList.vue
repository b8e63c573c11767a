<script setup lang="ts">
import { dayAndMonth } from '~~/core/time'
import { toast } from '~/kit/toast'

// Articles that somebody looked for at a ticket and did not find: what to write next.
const emit = defineEmits<{ write: [missing: { id?: number; words: string }] }>()
const session = useSession()
const zone = computed(() => session.me?.zone ?? 'UTC')
const list = useQuery({
  key: ['articles', 'missing'],
  query: ({ signal }) => api('GET /api/missing-articles', { signal }),
})
const rows = computed(() => list.data.value?.rows ?? [])
const searched = computed(() => list.data.value?.searched ?? [])
/** So many are in sight at first. */
const FIRST = 6
const every = ref(false)
const inSight = computed(() => (every.value ? searched.value : searched.value.slice(0, FIRST)))
const { busy, error, run } = useDeed(() => void list.refetch())
async function leaveOut({ id, words }: { id: number; words: string }) {
  const done = await run(() => api('POST /api/missing-articles/{number}', { path: { number: id }, body: {} }))
  if (done) toast(`“${words}” needs no article.`)
  await list.refetch()
}
async function leaveSearch({ words }: { words: string }) {
  const done = await run(() => api('POST /api/missing-articles/searched', { body: { words } }))
  if (done) toast(`“${words}” needs no article.`)
  await list.refetch()
}
</script>

<template>
  <section v-if="rows.length || searched.length || list.error.value" aria-labelledby="missing">
    <h2 id="missing">Looked for and not there</h2>
    <KitError :error="list.error.value ?? error" tries-again @again="list.refetch()" />
    <ul v-if="rows.length">
      <li v-for="one in rows" :key="one.id">
        <b>{{ one.words }}</b>
        <span class="quiet small">
          {{ one.by }}, {{ dayAndMonth(one.at, zone) }}, at
          <NuxtLink :to="`/desk/${one.reference}`">{{ one.reference }}</NuxtLink></span
        >
        <span class="acts">
          <KitButton kind="link" @click="emit('write', one)">Write it …</KitButton>
          <KitButton kind="link" :disabled="busy" @click="leaveOut(one)">None is needed</KitButton>
        </span>
      </li>
    </ul>
    <template v-if="searched.length">
      <h3>Searched for at a portal</h3>
      <ul>
        <li v-for="one in inSight" :key="one.words">
          <b>{{ one.words }}</b>
          <span class="quiet small"
            >{{ counted(one.people, 'person', 'people') }}, {{ counted(one.times, 'time') }}, last on
            {{ dayAndMonth(one.lastAt, zone) }}</span
          >
          <span class="acts">
            <KitButton kind="link" @click="emit('write', { words: one.words })">Write it …</KitButton>
            <KitButton kind="link" :disabled="busy" @click="leaveSearch(one)">None is needed</KitButton>
          </span>
        </li>
      </ul>
      <KitButton v-if="searched.length > FIRST" kind="link" :aria-expanded="every" @click="every = !every">{{
        every ? 'Fewer of them' : `All ${searched.length} of them`
      }}</KitButton>
    </template>
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 3px double var(--rule-2);
  margin: 14px 0 6px;
}
ul {
  list-style: none;
  margin: 0 0 14px;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
h3 {
  font-size: 1rem;
  margin: 8px 0 0;
}
.acts {
  margin-left: auto;
  display: flex;
  gap: 10px;
}
</style>
