<script setup lang="ts">
import type { Answer, FormStep, Question } from '~~/core/intake/form'
import type { Facts } from '~~/core/condition'
import type { Choices } from '~/composables/useChoices'
import { answerFacts, isRequired } from '~~/core/intake/answers'
import { QUESTION_TYPES } from '~~/core/intake/form'

// The questions of a form, as a portal shows them; also in the preview of the designer and where the desk logs.
const props = withDefaults(
  defineProps<{
    steps: FormStep[]
    library: ReadonlyMap<string, Question>
    answers: Record<string, Answer>
    /** Names of the questions that are asked now. */
    shown: ReadonlySet<string>
    asker: Facts
    problems: Record<string, string>
    zone: string
    choices: Choices
    /** Tells the fields of several forms on one page apart. */
    prefix?: string
  }>(),
  { prefix: 'q' },
)
const emit = defineEmits<{ answer: [name: string, value: Answer | undefined] }>()

const { say } = usePortalWords()
const facts = computed(() => ({ ...props.asker, ...answerFacts(props.answers) }))
const isWords = ({ type }: Question) => QUESTION_TYPES[type].control === 'words'
const asked = (step: FormStep) =>
  step.questions.flatMap((one) => {
    const question = props.library.get(one.question)
    if (!question || !props.shown.has(one.question)) return []
    const id = `${props.prefix}-${question.name}`
    const aside = isRequired(one, facts.value) ? undefined : say('form.optional')
    const { label, help } = question
    return [{ question, field: { id, name: id, label, help, aside, error: props.problems[question.name] } }]
  })
</script>

<template>
  <div>
    <fieldset v-for="(step, at) in steps" :key="at" class="step">
      <legend>{{ step.title }}</legend>
      <template v-for="{ question, field } in asked(step)" :key="question.name">
        <LazyRichText v-if="isWords(question)" :text="question.label" />
        <QuestionField
          v-else
          :question="question"
          :field="field"
          :answer="answers[question.name]"
          :zone="zone"
          :choices="choices"
          @answer="emit('answer', question.name, $event)"
        />
      </template>
    </fieldset>
  </div>
</template>

<style scoped>
.step {
  border: 0;
  padding: 0;
  margin: 18px 0 0;
}
.step > legend {
  font: 600 1.1rem var(--serif);
  border-bottom: 3px double var(--rule-2);
  width: 100%;
  padding: 0 0 4px;
  margin-bottom: 12px;
}
</style>
