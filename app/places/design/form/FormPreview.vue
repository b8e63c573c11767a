<script setup lang="ts">
import { checkAnswers, fitsPattern, shownQuestions, type Answer, type Form } from '~~/core/intake'
import type { Design } from '~~/core/design'
import type { Names } from '~/composables/useNames'

// The form as a requester sees it, to be tried out; nothing is sent.
const props = defineProps<{ form: Form; design: Design; names: Names }>()

const session = useSession()
const answers = ref<Record<string, Answer>>({})
const narrow = ref(false)
const site = ref<string | null>(null)
const cover = ref<string | null>(null)
const asker = computed(() => ({
  site: site.value,
  cover: cover.value,
  organisation: null,
  requester: null,
  portal: null,
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
function put(name: string, value: Answer | undefined) {
  const { [name]: _, ...rest } = answers.value
  answers.value = value === undefined ? rest : { ...rest, [name]: value }
}
</script>

<template>
  <section class="preview" aria-labelledby="preview">
    <h3 id="preview">As the requester sees it</h3>
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
        @answer="put"
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
