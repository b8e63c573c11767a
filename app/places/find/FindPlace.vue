<script setup lang="ts">
// Everything that fits some words, whatever kind it is of.
const KINDS: Record<string, string> = {
  ticket: 'Tickets',
  person: 'People',
  organisation: 'Organisations',
  equipment: 'Equipment',
  agreement: 'Agreements',
  article: 'Knowledge',
  design: 'Design',
}
const MOST = 100
const route = useRoute()
const words = computed(() => (typeof route.query.words === 'string' ? route.query.words.trim() : ''))
const typed = ref(words.value)
watch(words, (now) => (typed.value = now))
const search = useQuery({
  // What was found stays until somebody looks again: a search is dear, and tickets change all the time.
  key: () => ['search', words.value],
  query: ({ signal }) => api('GET /api/search', { query: { words: words.value, limit: MOST }, signal }),
  enabled: () => words.value !== '',
  placeholderData: (before) => before,
})
const found = computed(() => (words.value ? search.data.value : undefined))
const searching = computed(() => search.asyncStatus.value === 'loading')
const groups = computed(() =>
  Object.entries(KINDS).flatMap(([kind, name]) => {
    const hits = found.value?.hits.filter((one) => one.kind === kind) ?? []
    return hits.length ? [{ kind, name, hits }] : []
  }),
)
const shown = computed(() => found.value?.hits.filter((one) => one.kind === 'ticket').length ?? 0)
const go = () => navigateTo({ path: '/find', query: typed.value.trim() ? { words: typed.value.trim() } : {} })
</script>

<template>
  <div class="sheet">
    <h1>Find</h1>
    <form role="search" @submit.prevent="go">
      <KitText
        v-model="typed"
        bare
        focuses
        class="box"
        type="search"
        label="What to find"
        placeholder="A number, words of anything that was said, a name, a serial number …"
      />
      <KitButton kind="main" type="submit">Find</KitButton>
    </form>
    <p class="quiet small">
      Every record of every kind is searched, open and closed, parts too. These words limit it:
      <b>open</b>, <b>done</b>, <b>mine</b>, <b>unassigned</b>, <b>overdrawn</b>, <b>held</b>, <b>in</b> a
      team, <b>of</b> an organisation, <b>by</b> a technician, <b>agreement</b> or <b>equipment</b> with its
      number. In “quotation marks” they are words like any other.
    </p>
    <KitError :error="search.error.value ?? undefined" tries-again @again="search.refetch()" />
    <template v-if="found">
      <p v-if="found.filters.length" class="small">
        Only tickets: <b>{{ found.filters.join(', ') }}</b>.
      </p>
      <p v-for="one in found.corrected" :key="one.word" class="notice small">
        No record has “{{ one.word }}”; {{ one.like.join(', ') }}
        {{ one.like.length === 1 ? 'is' : 'are' }} like it.
      </p>
      <p role="status" class="quiet">
        <template v-if="searching">Looking …</template>
        <template v-else-if="found.tickets"
          >{{ found.isMore ? 'More than ' : '' }}{{ found.isMore ? found.tickets - 1 : found.tickets }}
          {{ found.tickets === 1 ? 'ticket fits' : 'tickets fit'
          }}<template v-if="shown < found.tickets"
            >; the {{ shown }} that fit best are shown. More words make it fewer.</template
          ></template
        >
      </p>
      <KitEmpty
        v-if="!found.hits.length && !searching"
        says="Nothing has all of these words. Try fewer of them, or another spelling."
      />
      <section v-for="group in groups" :key="group.kind" :aria-label="group.name">
        <h2>{{ group.name }}</h2>
        <ul>
          <li v-for="hit in group.hits" :key="hit.to + hit.title">
            <NuxtLink :to="hit.to">{{ hit.title }}</NuxtLink> <span class="quiet small">{{ hit.note }}</span>
            <p v-if="hit.why" class="small why"><MarkedText :text="hit.why" /></p>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  height: 100%;
  overflow-y: auto;
  padding: 14px 18px 40px;
  max-width: 900px;
}
form {
  display: flex;
  gap: 8px;
  align-items: start;
  margin: 8px 0;
}
.box {
  flex: 1;
  margin: 0;
}
.box :deep(input) {
  width: 100%;
}
ul {
  list-style: none;
  margin: 4px 0 14px;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--rule);
  padding: 5px 0;
}
.why {
  margin: 1px 0 0;
  color: var(--ink-2);
}
</style>
