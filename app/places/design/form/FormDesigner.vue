<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import type { Vocabulary } from '~~/core/condition'
import { usesOfAnswers } from '~~/core/design'
import type { Form, FormQuestion, FormStep, Question } from '~~/core/intake'
import { freeId } from '~~/core/naming'
import type { ArticleProps } from '~/composables/useDraft'
import type { Names } from '~/composables/useNames'
import { mayMakeQuestions, type FreshQuestion } from '../questions/fresh'
import { formsByQuestion } from '../questions/library'
import { askedBefore, lineInWords, movedBy, withAsked } from './line'

// The form of an item: its steps and questions in order, by drag or keyboard, beside what the portal shows.
const props = withDefaults(
  defineProps<
    ArticleProps & {
      form: Form
      names: Names
      vocabulary: Vocabulary
      /** Names of questions that are answered before the form is asked at all. */
      earlier?: string[]
      /** It is asked once the request is there. */
      later?: boolean
    }
  >(),
  { earlier: () => [] },
)

const library = computed(() => new Map(props.design.questions.map((one) => [one.name, one])))
const asking = computed(() => formsByQuestion(props.design))
const uses = computed(() => usesOfAnswers(props.design))
const othersAsking = (name: string) =>
  (asking.value.get(name) ?? []).filter((one) => one.id !== props.form.id)

const putForm = (after: Form) => props.change('forms', props.form.id, props.form, after)
const putSteps = (steps: FormStep[]) => putForm({ ...props.form, steps })
const withStep = (at: number, change: Partial<FormStep>) =>
  props.form.steps.map((one, index) => (index === at ? { ...one, ...change } : one))
const putAsked = (step: number, index: number, after: FormQuestion) =>
  putSteps(withAsked(props.form, step, (list) => list.map((one, at) => (at === index ? after : one))))
const removeAsked = (step: number, index: number) =>
  putSteps(withAsked(props.form, step, (list) => list.filter((_, at) => at !== index)))
const putQuestion = (before: Question, after: Question) =>
  props.change('questions', before.name, before, after)

async function move(step: number, index: number, by: number, question: Question) {
  const steps = movedBy(props.form, step, index, by)
  if (!steps) return
  await putSteps(steps)
  await nextTick()
  const name = `${lineInWords(question)}: ${by < 0 ? 'up' : 'down'}`
  document.querySelector<HTMLElement>(`[aria-label="${CSS.escape(name)}"]`)?.focus()
}
function dropped(step: number, questions: FormQuestion[]) {
  // Dragging between steps tells both of them; each tells what it holds now.
  waiting.value = waiting.value.map((one, at) => (at === step ? { ...one, questions } : one))
  clearTimeout(settling)
  settling = setTimeout(() => void putSteps(waiting.value), 50)
}
let settling: ReturnType<typeof setTimeout> | undefined
const waiting = ref<FormStep[]>([])
watch(
  () => props.form.steps,
  (steps) => (waiting.value = steps.map((one) => ({ ...one, questions: [...one.questions] }))),
  { immediate: true },
)

const SHOWN = [
  { value: 'page', label: 'on one page' },
  { value: 'steps', label: 'step by step' },
] as const
const moveStep = (at: number, by: number) => void putSteps(stepped(props.form.steps, at, by))
const addStep = () => putSteps([...props.form.steps, { title: 'Next step', questions: [] }])
const takeOutStep = (at: number) => putSteps(props.form.steps.filter((_, index) => index !== at))

const asked = computed(() => props.form.steps.flatMap((step) => step.questions.map((one) => one.question)))
const spare = computed(() => {
  const here = new Set(asked.value)
  return props.design.questions
    .filter((one) => !here.has(one.name))
    .map((one) => {
      const forms = asking.value.get(one.name)?.length ?? 0
      const note = forms ? `in ${counted(forms, 'form')}` : 'in no form yet'
      return { value: one.name, label: lineInWords(one), note }
    })
})
const withQuestion = (step: number, line: FormQuestion) =>
  withAsked(props.form, step, (list) => [...list, line])
function ask(step: number, name: string | null) {
  if (!name) return
  adding.value = undefined
  void putSteps(withQuestion(step, { question: name }))
}

const session = useSession()
const mayMake = computed(() => mayMakeQuestions(props.design, session))
/** The step that is asked for something new, and what was added to it since; the next is asked for in its place. */
const adding = ref<{ step: number; added: string[] }>()
async function addNew(step: number, fresh: FreshQuestion, isRequired: boolean) {
  const name = freeId(fresh.label, (id) => library.value.has(id), 'question')
  const line = { question: name, ...(isRequired && { required: true }) }
  const form = { ...props.form, steps: withQuestion(step, line) }
  const isDone = await props.changeAll([
    { list: 'questions', id: name, before: null, after: { name, ...fresh } },
    { list: 'forms', id: form.id, before: props.form, after: form },
  ])
  if (isDone) adding.value = { step, added: [...(adding.value?.added ?? []), fresh.label] }
}
/** In a form its questions are said by their words alone. */
const said = computed<Vocabulary>(() => ({
  ...props.vocabulary,
  fact: (name) => {
    const question = name.startsWith('form.') ? library.value.get(name.slice(5)) : undefined
    return question ? `“${lineInWords(question)}”` : props.vocabulary.fact(name)
  },
}))
const questionAt = (name: string) => library.value.get(name)
</script>

<template>
  <div class="designer">
    <div>
      <KitChoice
        v-if="!readonly"
        class="shown"
        label="Shown"
        :model-value="form.stepByStep ? 'steps' : 'page'"
        :options="SHOWN"
        @update:model-value="putForm({ ...form, stepByStep: $event === 'steps' })"
      />
      <section v-for="(step, at) in form.steps" :key="at" :aria-label="`Step ${at + 1}`">
        <h3>
          <KitText
            v-if="!readonly"
            bare
            in-place="heading"
            class="title"
            :label="`Title of step ${at + 1}`"
            :model-value="step.title"
            :commit="(title: string) => putSteps(withStep(at, { title }))"
          />
          <template v-else>{{ step.title }}</template>
          <span v-if="!readonly && form.steps.length > 1" class="small acts">
            <OrderButtons
              :name="`Step ${at + 1}`"
              :first="at === 0"
              :last="at === form.steps.length - 1"
              @by="moveStep(at, $event)"
            />
            <KitButton
              v-if="!step.questions.length"
              kind="link"
              :aria-label="`Take step ${at + 1} out`"
              @click="takeOutStep(at)"
              >take out</KitButton
            >
          </span>
        </h3>
        <VueDraggable
          :model-value="waiting[at]?.questions ?? []"
          group="questions"
          handle=".grip"
          :animation="120"
          :disabled="readonly"
          class="list"
          @update:model-value="(list: FormQuestion[]) => dropped(at, list)"
        >
          <div v-for="(line, index) in waiting[at]?.questions" :id="line.question" :key="line.question">
            <QuestionCard
              v-if="questionAt(line.question)"
              :asked="line"
              :question="questionAt(line.question)!"
              :design="design"
              :names="names"
              :vocabulary="said"
              :readonly="readonly"
              :findings="findings"
              :form="form"
              :before="[...earlier, ...askedBefore(form, at, index)]"
              :others="othersAsking(line.question)"
              :uses="uses.get(line.question) ?? []"
              @question="(after) => putQuestion(questionAt(line.question)!, after)"
              @asked="(after) => putAsked(at, index, after)"
              @own="changeAll"
              @remove="removeAsked(at, index)"
              @move="(by) => move(at, index, by, questionAt(line.question)!)"
            />
            <p v-else class="error-text">“{{ line.question }}” is not in the library</p>
          </div>
        </VueDraggable>
        <p v-if="!step.questions.length" class="quiet small">Nothing is asked in this step yet.</p>
        <template v-if="!readonly">
          <NewQuestion
            v-if="adding?.step === at"
            :key="adding.added.length"
            :label="`New question in step ${at + 1}`"
            :library="design.questions"
            :asked="asked"
            :added="adding.added.at(-1)"
            @add="(fresh, isRequired) => addNew(at, fresh, isRequired)"
            @leave="adding = undefined"
            @instead="ask(at, $event.name)"
          />
          <div v-else class="acts small">
            <KitButton v-if="mayMake" kind="link" @click="adding = { step: at, added: [] }"
              >Ask something new …</KitButton
            >
            <span v-else class="quiet">New questions are made by administrators.</span>
            <KitChoice
              v-if="spare.length"
              bare
              :label="`Ask in step ${at + 1} from the library`"
              placeholder="or one of the library …"
              :model-value="null"
              :options="spare"
              @update:model-value="ask(at, $event)"
            />
          </div>
        </template>
      </section>
      <p v-if="!readonly"><KitButton kind="plain" @click="addStep">Add a step</KitButton></p>
    </div>
    <FormPreview :form="form" :design="design" :names="names" :later="later" />
  </div>
</template>

<style scoped>
.designer {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(260px, 380px);
  gap: 26px;
  align-items: start;
}
.shown {
  display: flex;
  gap: 8px;
  align-items: baseline;
  margin-bottom: 4px;
}
h3 {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  border-bottom: 1px solid var(--rule-2);
  padding-bottom: 3px;
  margin-top: 10px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  font-weight: 400;
  font-family: var(--sans);
}
.list {
  min-height: 10px;
}
@media (max-width: 1100px) {
  .designer {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
