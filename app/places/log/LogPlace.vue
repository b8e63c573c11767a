<script setup lang="ts">
import { REQUESTER } from '~~/core/rights'
import type { Option } from '~/kit/field'

// Somebody calls: their request is logged for them, with the same form that they would have filled in. Who, what and by
// which agreement stand in the address, so that a reload loses none of it.
type Logged = AnswerOf<'POST /api/tickets'>

const route = useRoute()
const asked = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)
const requester = computed(() => asked('for'))
const item = computed(() => asked('item'))
const number = computed(() => Number(asked('agreement')) || undefined)
const put = (query: Record<string, string | undefined>) =>
  navigateTo({ path: '/log', query: { ...route.query, ...query } })

const agreement = useQuery({
  key: () => ['intake', 'agreement', number.value ?? 0],
  query: ({ signal }) => askAgreement(number.value ?? 0, signal),
  enabled: () => number.value !== undefined,
})
const page = useQuery({
  key: () => ['intake', requester.value ?? '', item.value ?? '', number.value ?? 0],
  query: ({ signal }) =>
    api('GET /api/intake', {
      query: { requester: requester.value ?? '', item: item.value, agreement: number.value },
      signal,
    }),
  enabled: () => requester.value !== undefined,
  // While something else is chosen for the same person, who they are stays on the screen.
  placeholderData: (before) => (before?.requester.id === requester.value ? before : undefined),
})
const who = computed(() => (requester.value ? page.data.value?.requester : undefined))
/** The form of what is asked for, once it is that of what was chosen. */
const form = computed(() => {
  const { asked } = page.data.value ?? {}
  return asked && asked.item.id === item.value ? asked : undefined
})

const everybody = useChoices()
const askAgreement = (wanted: number, signal?: AbortSignal) =>
  api('GET /api/intake/agreements/{number}', { path: { number: wanted }, signal })
/** What was looked for last, for who is missing. */
const looked = ref('')
async function find(words: string): Promise<Option[]> {
  looked.value = words
  const people = await everybody.find('person', words)
  if (!/^\d{1,9}$/.test(words)) return [...people]
  const found = await askAgreement(Number(words)).catch(() => undefined)
  const named = found && {
    value: `agreement ${found.number}`,
    label: `Agreement ${found.number}, ${found.name}`,
    note: `${found.cover}, ${found.state === 'covered' ? 'in force' : 'expired'}`,
  }
  return named ? [named, ...people] : [...people]
}
async function choose(chosen: string | null) {
  if (chosen === null) return put({ for: undefined })
  const [, wanted] = /^agreement (\d+)$/.exec(chosen) ?? []
  if (wanted) return put({ for: undefined, agreement: wanted })
  return put({ for: chosen })
}
// An agreement is that of an organisation: for somebody of another it says nothing.
watch(
  () => who.value && agreement.data.value && agreement.data.value.organisation !== who.value.of,
  (isForeign) => isForeign && put({ agreement: undefined }),
)
const begins = computed(() => ({
  name: /\d/.test(looked.value) ? null : looked.value || null,
  role: REQUESTER,
}))

const logged = ref<Logged>()
async function another() {
  logged.value = undefined
  await navigateTo('/log')
}
const items = computed(() =>
  (page.data.value?.groups ?? []).flatMap(({ name, items }) => items.map((one) => ({ ...one, note: name }))),
)
</script>

<template>
  <div class="sheet">
    <h1>Log for somebody</h1>
    <LoggedRequest v-if="logged && who" :logged="logged" :who="who" @another="another" />
    <template v-else>
      <AddBeside class="who" list="people" :begins="begins" @made="choose($event.id)">
        <KitFinder
          :key="requester ?? `of ${number}`"
          label="Who is it for?"
          help="A name, or the number of an agreement."
          :model-value="requester ?? null"
          :said="who?.name"
          :find="find"
          placeholder="find somebody"
          lists
          :focuses="!requester"
          @update:model-value="choose"
        />
      </AddBeside>
      <AgreementNotice
        v-if="agreement.data.value && number && !requester"
        :agreement="agreement.data.value"
        @choose="choose"
      />
      <KitError :error="number ? agreement.error.value : undefined" />
      <KitError
        v-if="requester"
        :error="page.error.value"
        tries-again
        @again="page.refetch().catch(() => undefined)"
      />
      <template v-if="who">
        <RequesterFacts :who="who" />
        <KitChoice
          class="item"
          label="What is asked for?"
          :model-value="item ?? null"
          placeholder="choose from the catalog"
          :options="items"
          @update:model-value="put({ item: $event ?? undefined })"
        />
        <LogForm
          v-if="form"
          :key="`${who.id} ${form.item.id}`"
          :asked="form"
          :who="who"
          :agreement="number"
          @logged="logged = $event"
        />
      </template>
      <p v-else-if="!number && !page.isLoading.value" class="quiet">
        The form is the one that they would fill in themselves; they get the confirmation and see the request
        among their own.
      </p>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  padding: 16px 24px 60px;
  height: 100%;
  overflow-y: auto;
}
.sheet > * {
  max-width: 760px;
}
h1 {
  margin-bottom: 12px;
}
.who,
.item {
  max-width: 420px;
}
@media (max-width: 760px) {
  .sheet {
    padding: 12px;
  }
}
</style>
