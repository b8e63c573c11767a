<script setup lang="ts">
import { isOneOf } from '~~/core/lookup'
import type { RequestSummary } from '~/composables/useRequests'

// Everything that whoever reads it has asked for or watches, or what colleagues have asked for.
const props = defineProps<{ portal: string }>()
const session = useSession()
const route = useRoute()
const { say, problem, language } = usePortalWords()
const zone = computed(() => session.me?.zone ?? 'Europe/London')
const said = (name: string) => (typeof route.query[name] === 'string' ? String(route.query[name]) : '')
const wanted = computed(() => ({
  of: isOneOf(['own', 'colleagues'] as const, route.query.of) ? route.query.of : ('own' as const),
  words: said('words').slice(0, 80),
  after: said('after') || undefined,
}))
const { data: page, error } = await usePageQuery({
  key: () => ['requests', wanted.value.of, wanted.value.words, wanted.value.after ?? ''],
  query: () => api('GET /api/requests', { query: wanted.value }),
  placeholderData: (before) => before,
})
useHead({ title: () => say('portal.mine') })
const rows = computed(() => page.value?.rows ?? [])
const stands = (one: RequestSummary) => promiseInWords(one, zone.value, language.value)
const isColleagues = computed(() => wanted.value.of === 'colleagues')
const isWhole = computed(() => !wanted.value.words && !wanted.value.after)
const heads = computed(() => [
  { label: say('mine.number'), figures: true },
  { label: say('mine.what') },
  ...(isColleagues.value ? [{ label: say('mine.whose') }] : []),
  { label: say('mine.stands') },
])
const here = computed(() => `/portal/${props.portal}/requests`)
/** The same list with something else of it. */
const at = (change: Record<string, string | undefined>) => {
  const { of, words } = wanted.value
  const query = { of: of === 'own' ? undefined : of, words: words || undefined, ...change }
  return { path: here.value, query }
}
const words = ref(wanted.value.words)
watch(
  () => wanted.value.words,
  (now) => (words.value = now),
)
const find = () => navigateTo(at({ words: words.value.trim() || undefined }))
</script>

<template>
  <div>
    <h1>{{ say('portal.mine') }}</h1>
    <PortalDuties :portal="portal" />
    <nav v-if="page?.colleagues" class="whose" :aria-label="say('mine.whose')">
      <NuxtLink :to="at({ of: undefined })" :aria-current="isColleagues ? undefined : 'page'">{{
        say('mine.own')
      }}</NuxtLink>
      <NuxtLink :to="at({ of: 'colleagues' })" :aria-current="isColleagues ? 'page' : undefined">{{
        say('mine.colleagues')
      }}</NuxtLink>
    </nav>
    <!-- The browser can send it by itself: what is looked for stands in the address. -->
    <form v-if="rows.length || !isWhole" role="search" class="find" :action="here" @submit.prevent="find">
      <KitText
        v-model="words"
        name="words"
        bare
        type="search"
        :label="say('mine.find')"
        :most="80"
        :placeholder="say('mine.find')"
      />
      <KitButton type="submit" kind="plain" name="of" :value="wanted.of">{{ say('mine.findIt') }}</KitButton>
    </form>
    <KitError v-if="error && !page" :error="problem(error)" />
    <p v-else-if="rows.length === 0 && !isWhole" role="status">{{ say('mine.noneFound') }}</p>
    <p v-else-if="rows.length === 0 && isColleagues" role="status">{{ say('mine.noneOfColleagues') }}</p>
    <p v-else-if="rows.length === 0" role="status">
      {{ say('mine.none') }} <NuxtLink :to="`/portal/${portal}`">{{ say('index.need') }}</NuxtLink>
    </p>
    <LedgerTable v-else :heads="heads">
      <tr v-for="one in rows" :key="one.reference">
        <td class="n">{{ one.reference }}</td>
        <td>
          <NuxtLink :to="`/portal/${portal}/requests/${one.reference}`">{{ one.summary }}</NuxtLink>
          <span v-if="!isColleagues && one.reads !== 'own'" class="quiet">
            {{ say('mine.by', { name: one.requester }) }}</span
          >
        </td>
        <td v-if="isColleagues">{{ one.requester }}</td>
        <td>{{ stands(one) }}</td>
      </tr>
    </LedgerTable>
    <p v-if="page?.next || wanted.after" class="pages">
      <NuxtLink v-if="wanted.after" :to="at({})">{{ say('mine.newest') }}</NuxtLink>
      <NuxtLink v-if="page?.next" :to="at({ after: page.next })">{{ say('mine.older') }}</NuxtLink>
    </p>
  </div>
</template>

<style scoped>
h1 {
  font-size: 1.9rem;
  margin-bottom: 12px;
}
.whose,
.find,
.pages {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  margin-bottom: 12px;
}
.whose a[aria-current] {
  color: var(--ink);
  font-weight: 600;
  text-decoration: none;
  border-bottom: 2px solid var(--brass);
}
.find .kit-field {
  width: min(320px, 100%);
  margin: 0;
}
.find :deep(input) {
  width: 100%;
}
.pages {
  margin-top: 12px;
}
td {
  padding-top: 8px;
  padding-bottom: 8px;
}
</style>
