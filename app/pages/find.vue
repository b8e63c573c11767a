<script setup lang="ts">
// Everything that fits some words, whatever kind it is of.
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Find · Yare Ledger' })

const KINDS: Record<string, string> = {
  ticket: 'Tickets',
  person: 'People',
  organisation: 'Organisations',
  equipment: 'Equipment',
  agreement: 'Agreements',
  article: 'Knowledge',
  design: 'Design',
}
const route = useRoute()
const words = computed(() => String(route.query.words ?? ''))
const typed = ref(words.value)
const found = shallowRef<Found>()
const problem = ref('')
const searching = ref(false)
const box = ref<HTMLInputElement>()

let question = 0
async function load() {
  const mine = ++question
  typed.value = words.value
  if (!words.value.trim()) return (found.value = undefined)
  searching.value = true
  try {
    const answer = await api('GET /api/search', { query: { words: words.value, limit: 100 } })
    if (mine !== question) return
    found.value = answer
    problem.value = ''
  } catch (error) {
    if (mine === question) problem.value = asApiError(error).problem.detail
  } finally {
    if (mine === question) searching.value = false
  }
}
watch(words, load, { immediate: true })
onMounted(() => box.value?.focus())
const groups = computed(() =>
  Object.entries(KINDS).flatMap(([kind, name]) => {
    const hits = found.value?.hits.filter((one) => one.kind === kind) ?? []
    return hits.length ? [{ kind, name, hits }] : []
  }),
)
const shown = computed(() => found.value?.hits.filter((one) => one.kind === 'ticket').length ?? 0)
const go = () => navigateTo({ path: '/find', query: typed.value ? { words: typed.value } : {} })
</script>

<template>
  <div class="find">
    <h1>Find</h1>
    <form role="search" @submit.prevent="go">
      <input
        ref="box"
        v-model="typed"
        type="search"
        class="p-inputtext"
        aria-label="What to find"
        placeholder="A number, words of anything that was said, a name, a serial number …"
      />
      <button class="act main" type="submit">Find</button>
    </form>
    <p class="quiet small">
      Every record of every kind is searched, open and closed, parts too. These words limit it:
      <b>open</b>, <b>done</b>, <b>mine</b>, <b>unassigned</b>, <b>overdrawn</b>, <b>held</b>, <b>in</b> a
      team, <b>of</b> an organisation, <b>by</b> a technician. In “quotation marks” they are words like any
      other.
    </p>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
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
      <p v-if="!found.hits.length && !searching" class="empty">
        Nothing has all of these words. Try fewer of them, or another spelling.
      </p>
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
.find {
  height: 100%;
  overflow-y: auto;
  padding: 14px 18px 40px;
  max-width: 900px;
}
form {
  display: flex;
  gap: 8px;
  margin: 8px 0;
}
form input {
  flex: 1;
  min-width: 0;
  font: inherit;
  padding: 5px 10px;
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
