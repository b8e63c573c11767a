<script setup lang="ts">
import type { Answer, NamedType } from '~~/core/intake/form'
import type { ListName } from '~~/core/directory'

// The form of what is asked for, filled in for whoever calls. What is typed stays in this tab until it is sent.
type IntakePage = AnswerOf<'GET /api/intake'>
const props = defineProps<{
  asked: NonNullable<IntakePage['asked']>
  who: IntakePage['requester']
  /** Number of the agreement that they named. */
  agreement?: number
}>()
const emit = defineEmits<{ logged: [AnswerOf<'POST /api/tickets'>] }>()

const kept = reactive({
  answers: {} as Record<string, Answer>,
  summary: '',
  key: crypto.randomUUID() as string,
})
const { forget } = useKeptForm(`yare-log-${props.who.id}-${props.asked.item.id}`, kept)
const form = useForm(() => props.asked, undefined, kept.answers)
form.fillIn()
const choices = useChoices(() => props.who.of ?? undefined)
onMounted(() => beside('What questions can be answered with', choices.need(form.namedTypes.value)))

/** What a question may name that is missing in the directory. */
const LISTS: Partial<Record<NamedType, ListName>> = {
  person: 'people',
  organisation: 'organisations',
  site: 'sites',
  equipment: 'equipment',
}
const begins = computed(() => ({ organisation: props.who.of }))
const lists = computed(() => form.namedTypes.value.flatMap((type) => LISTS[type] ?? []))

// Sent again as it is it is the same request; other answers are another one.
watch(
  () => [kept.answers, kept.summary, props.agreement],
  () => (kept.key = crypto.randomUUID()),
  { deep: true },
)

const problems = ref<Record<string, string>>({})
const { busy, error, run } = useDeed()
async function send() {
  const found = form.check()
  problems.value = Object.fromEntries(found.map(({ question, message }) => [question, message]))
  if (found[0]) return document.getElementById(`q-${found[0].question}`)?.focus()
  const body = {
    item: props.asked.item.id,
    requester: props.who.id,
    answers: form.given.value,
    ...(props.agreement && { agreement: props.agreement }),
    ...(kept.summary.trim() && { summary: kept.summary.trim() }),
  }
  const done = await run(() => api('POST /api/tickets', { body, headers: { 'Idempotency-Key': kept.key } }))
  const fields = error.value?.problem.fields ?? []
  problems.value = Object.fromEntries(fields.map(({ field, message }) => [field, message]))
  if (!done) return
  forget()
  emit('logged', done)
}
</script>

<template>
  <form novalidate aria-label="The request" @submit.prevent="send">
    <p class="quiet">{{ asked.item.description }}</p>
    <FormFields
      :steps="asked.form.steps"
      :library="form.library.value"
      :answers="form.answers"
      :shown="form.shown.value"
      :asker="asked.asker"
      :problems="problems"
      :zone="who.zone"
      :choices="choices"
      @answer="form.put"
    />
    <AddHere
      v-if="lists.length"
      class="missing"
      :lists="lists"
      :begins="begins"
      @made="beside('What questions can be answered with', choices.anew())"
    />
    <KitText
      v-model="kept.summary"
      label="In one line"
      aside="if it says more than the item"
      :most="200"
      :error="problems.summary"
    />
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy">Log it</KitButton>
  </form>
</template>

<style scoped>
.missing {
  margin: 0 0 12px;
}
</style>
