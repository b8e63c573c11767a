<script setup lang="ts">
import { factsOf } from '~~/core/condition'
import {
  answerFacts,
  checkAnswers,
  fitsPattern,
  shownQuestions,
  type Answer,
  type Form,
} from '~~/core/intake'
import type { Design } from '~~/core/design'
import type { Names } from '~/composables/useNames'

// The form as a requester sees it, to be tried out; nothing is sent.
const props = defineProps<{
  form: Form
  design: Design
  names: Names
  /** It is asked once the request is there. */
  later?: boolean
}>()

const session = useSession()
const answers = ref<Record<string, Answer>>({})
const narrow = ref(false)
const site = ref<string | null>(null)
const cover = ref<string | null>(null)
/** What was answered before a form that comes later, as far as that goes by it. */
const earlier = ref<Record<string, Answer>>({})
const before = computed(() => {
  const asked = props.form.steps.flatMap((step) => step.questions)
  const facts = asked
    .flatMap((one) => [one.showWhen, one.requireWhen])
    .flatMap((one) => (one ? factsOf(one) : []))
  const own = new Set(asked.map((one) => `form.${one.question}`))
  const names = facts.filter((fact) => fact.startsWith('form.') && !own.has(fact))
  return [...new Set(names)].map((fact) => ({ question: fact.slice(5) }))
})
const asker = computed(() => ({
  site: site.value,
  cover: cover.value,
  organisation: null,
  requester: null,
  portal: null,
  ...answerFacts(earlier.value),
}))
const library = computed(() => new Map(props.design.questions.map((one) => [one.name, one])))
const known = computed(() => ({
  ...props.form,
  steps: props.form.steps.map((step) => ({
    ...step,
    questions: step.questions.filter((one) => library.value.has(one.question)),
  })),
}))
const shown = computed(
  () => new Set(shownQuestions(known.value, answers.value, asker.value).map((one) => one.question)),
)
const given = computed(() =>
  Object.fromEntries(Object.entries(answers.value).filter(([name]) => shown.value.has(name))),
)
const tried = ref(false)
const problems = computed(() => {
  if (!tried.value) return {}
  const asked = { form: known.value, library: library.value, asker: asker.value, fits: fitsPattern }
  return Object.fromEntries(checkAnswers(asked, given.value).map((one) => [one.question, one.message]))
})
const choices = choicesAmong(() => ({
  person: props.names.technician,
  organisation: props.names.organisation,
  site: props.names.site,
  category: props.names.category,
}))
function withAnswer(all: Record<string, Answer>, name: string, value: Answer | undefined) {
  const { [name]: _, ...rest } = all
  return value === undefined ? rest : { ...rest, [name]: value }
}
</script>

<template>
  <section class="preview" aria-labelledby="preview">
    <h3 id="preview">As {{ later ? 'whoever answers' : 'the requester' }} sees it</h3>
    <div class="from small">
      <KitCheckbox v-model="narrow" label="as wide as a phone" />
      <KitChoice
        v-model="site"
        bare
        clears
        label="Asked from the site"
        placeholder="from any site"
        :options="names.site ?? []"
      />
      <KitChoice
        v-model="cover"
        bare
        clears
        label="Asked with the cover"
        placeholder="with no cover"
        :options="names.cover ?? []"
      />
    </div>
    <FormFields
      v-if="before.length"
      :steps="[{ title: 'Answered before', questions: before }]"
      :library="library"
      :answers="earlier"
      :shown="new Set(before.map((one) => one.question))"
      :asker="{}"
      :problems="{}"
      :zone="session.me?.zone ?? 'Europe/London'"
      :choices="choices"
      prefix="before"
      @answer="(name, value) => (earlier = withAnswer(earlier, name, value))"
    />
    <div class="paper" :class="{ narrow }">
      <FormFields
        :steps="known.steps"
        :library="library"
        :answers="answers"
        :shown="shown"
        :asker="asker"
        :problems="problems"
        :zone="session.me?.zone ?? 'Europe/London'"
        :choices="choices"
        prefix="preview"
        @answer="(name, value) => (answers = withAnswer(answers, name, value))"
      />
      <p class="small">
        <KitButton kind="plain" @click="tried = !tried">{{
          tried ? 'Hide what is missing' : 'Try to send it'
        }}</KitButton>
        <span v-if="tried && !Object.keys(problems).length" role="status"> It would be accepted.</span>
      </p>
    </div>
  </section>
</template>

<style scoped>
.preview {
  position: sticky;
  top: 0;
  min-width: 0;
}
h3 {
  border-bottom: 1px solid var(--rule-2);
  padding-bottom: 3px;
}
.from {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin-bottom: 8px;
}
.paper {
  border: 1px solid var(--rule);
  background: var(--page);
  padding: 4px 14px 8px;
}
.paper.narrow {
  width: 320px;
  max-width: 100%;
}
</style>
