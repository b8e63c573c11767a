<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import { freeId } from '~~/core/naming'
import {
  nearDuplicates,
  QUESTION_TYPES,
  type Form,
  type FormQuestion,
  type FormStep,
  type Question,
  type QuestionType,
} from '~~/core/intake'
import type { ArticleProps } from '~/composables/useDraft'
import type { Names } from '~/composables/useNames'
import { oneAt } from '~~/core/lookup'

// The form of an item: its steps and questions in order, by drag or keyboard, beside what the portal shows.
const props = defineProps<ArticleProps & { form: Form; names: Names }>()

const question = (name: string) => props.design.questions.find((one) => one.name === name)
const putForm = (after: Form) => props.change('forms', props.form.id, props.form, after)
function putSteps(steps: FormStep[]) {
  return putForm({ ...props.form, steps })
}
const withStep = (at: number, change: Partial<FormStep>) =>
  props.form.steps.map((one, index) => (index === at ? { ...one, ...change } : one))

function putAsked(step: number, index: number, after: FormQuestion) {
  const questions = oneAt(props.form.steps, step).questions.map((one, at) => (at === index ? after : one))
  void putSteps(withStep(step, { questions }))
}
function removeAsked(step: number, index: number) {
  void putSteps(
    withStep(step, { questions: oneAt(props.form.steps, step).questions.filter((_, at) => at !== index) }),
  )
}
function putQuestion(before: Question, after: Question) {
  void props.change('questions', before.name, before, after)
}

/** Moves a question by one place; over the edge of its step into the next one. */
async function move(step: number, index: number, by: number, label: string) {
  const steps = props.form.steps.map((one) => ({ ...one, questions: [...one.questions] }))
  const [one] = oneAt(steps, step).questions.splice(index, 1)
  const to = index + by
  if (to >= 0 && to <= oneAt(steps, step).questions.length) oneAt(steps, step).questions.splice(to, 0, one!)
  else if (to < 0 && step > 0) oneAt(steps, step - 1).questions.push(one!)
  else if (to > 0 && step < steps.length - 1) oneAt(steps, step + 1).questions.unshift(one!)
  else return
  await putSteps(steps)
  await nextTick()
  document
    .querySelector<HTMLElement>(`[aria-label="${CSS.escape(label)}: ${by < 0 ? 'up' : 'down'}"]`)
    ?.focus()
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

const moveStep = (at: number, by: number) => void putSteps(stepped(props.form.steps, at, by))
const addStep = () => putSteps([...props.form.steps, { title: 'Next step', questions: [] }])
const asksBefore = (step: number, index: number) =>
  props.form.steps.flatMap((one, at) =>
    at < step ? one.questions : at === step ? one.questions.slice(0, index) : [],
  )

const spare = computed(() => {
  const asked = new Set(props.form.steps.flatMap((step) => step.questions.map((one) => one.question)))
  return props.design.questions.filter((one) => !asked.has(one.name))
})
function ask(step: number, name: string) {
  if (!name) return
  adding.value = undefined
  void putSteps(
    withStep(step, { questions: [...oneAt(props.form.steps, step).questions, { question: name }] }),
  )
}

const session = useSession()
/** Who may not make questions chooses from those that are there. */
const mayMake = computed(
  () => props.design.desk.questionsBy !== 'administrators' || session.may('makeQuestions'),
)
const adding = ref<number>()
const label = ref('')
const type = ref<QuestionType>('text')
const alike = computed(() => (label.value.trim() ? nearDuplicates(label.value, props.design.questions) : []))
async function addNew(step: number) {
  const words = label.value.trim()
  if (!words) return
  const name = freeId(words, (id) => question(id) !== undefined, 'question')
  const options = QUESTION_TYPES[type.value].terms.includes('options')
    ? [
        { value: 'first', label: 'First' },
        { value: 'second', label: 'Second' },
      ]
    : undefined
  const after: Question = { name, label: words, type: type.value, ...(options && { options }) }
  const form = {
    ...props.form,
    steps: withStep(step, { questions: [...oneAt(props.form.steps, step).questions, { question: name }] }),
  }
  const isDone = await props.changeAll([
    { list: 'questions', id: name, before: null, after },
    { list: 'forms', id: form.id, before: props.form, after: form },
  ])
  if (!isDone) return
  label.value = ''
  adding.value = undefined
}
</script>

<template>
  <div class="designer">
    <div class="steps">
      <p v-if="!readonly" class="small">
        <label
          >Shown
          <select
            class="inline-field"
            :value="form.stepByStep ? 'steps' : 'page'"
            @change="putForm({ ...form, stepByStep: typedIn($event) === 'steps' })"
          >
            <option value="page">on one page</option>
            <option value="steps">step by step</option>
          </select></label
        >
      </p>
      <section v-for="(step, at) in form.steps" :key="at" :aria-label="`Step ${at + 1}`">
        <h3>
          <input
            v-if="!readonly"
            class="inline-field title"
            :value="step.title"
            :aria-label="`Title of step ${at + 1}`"
            @change="putSteps(withStep(at, { title: typedIn($event) }))"
          />
          <template v-else>{{ step.title }}</template>
          <span v-if="!readonly && form.steps.length > 1" class="small acts">
            <button class="link" type="button" :disabled="at === 0" @click="moveStep(at, -1)">earlier</button>
            <button
              class="link"
              type="button"
              :disabled="at === form.steps.length - 1"
              @click="moveStep(at, 1)"
            >
              later
            </button>
            <button
              class="link"
              type="button"
              :disabled="step.questions.length > 0"
              :title="step.questions.length ? 'move its questions elsewhere first' : undefined"
              @click="putSteps(form.steps.filter((_, index) => index !== at))"
            >
              take out
            </button>
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
          <div v-for="(asked, index) in waiting[at]?.questions" :id="asked.question" :key="asked.question">
            <DesignQuestionCard
              v-if="question(asked.question)"
              :asked="asked"
              :question="question(asked.question)!"
              :design="design"
              :names="names"
              :readonly="readonly"
              :findings="findings"
              :form="form"
              :before="asksBefore(at, index).map((one) => one.question)"
              @question="(after) => putQuestion(question(asked.question)!, after)"
              @asked="(after) => putAsked(at, index, after)"
              @remove="removeAsked(at, index)"
              @move="(by) => move(at, index, by, question(asked.question)!.label)"
            />
            <p v-else class="error-text">“{{ asked.question }}” is not in the library</p>
          </div>
        </VueDraggable>
        <p v-if="!step.questions.length" class="quiet small">Nothing is asked in this step yet.</p>
        <template v-if="!readonly">
          <form v-if="adding === at" class="new" @submit.prevent="addNew(at)">
            <label
              >What is asked?
              <input
                v-model="label"
                class="inline-field words"
                :aria-label="`New question in step ${at + 1}`"
            /></label>
            <label
              >Answer
              <select v-model="type" class="inline-field">
                <option v-for="(one, id) in QUESTION_TYPES" :key="id" :value="id">{{ one.name }}</option>
              </select></label
            >
            <button class="act" type="submit">Add the question</button>
            <button class="link" type="button" @click="adding = undefined">leave it</button>
            <div v-if="alike.length" class="notice">
              There is much the same already; asking it again would give rules two answers to look at:
              <ul>
                <li v-for="one in alike" :key="one.name">
                  {{ one.label }} <span class="quiet">({{ QUESTION_TYPES[one.type].name }})</span>
                  <button v-if="spare.includes(one)" class="link" type="button" @click="ask(at, one.name)">
                    ask this instead
                  </button>
                  <template v-else>– this form asks it</template>
                </li>
              </ul>
            </div>
          </form>
          <p v-else class="small acts">
            <button v-if="mayMake" class="link" type="button" @click="adding = at">
              Ask something new …
            </button>
            <span v-else class="quiet">New questions are made by administrators.</span>
            <label v-if="spare.length"
              >or from the library
              <select class="inline-field" :value="''" @change="ask(at, typedIn($event))">
                <option value="">choose a question</option>
                <option v-for="one in spare" :key="one.name" :value="one.name">{{ one.label }}</option>
              </select></label
            >
          </p>
        </template>
      </section>
      <p v-if="!readonly"><button class="act plain" type="button" @click="addStep">Add a step</button></p>
    </div>
    <DesignFormPreview :form="form" :design="design" :names="names" />
  </div>
</template>

<style scoped>
.designer {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(260px, 380px);
  gap: 26px;
  align-items: start;
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
.title {
  font-size: 1.05rem;
}
.acts {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  font-weight: 400;
  font-family: var(--sans);
}
.list {
  min-height: 10px;
}
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  padding: 10px 0;
}
.new .words {
  width: 300px;
}
.new .notice {
  flex-basis: 100%;
}
.new ul {
  margin: 4px 0 0;
  padding-left: 18px;
}
@media (max-width: 1100px) {
  .designer {
    grid-template-columns: 1fr;
  }
}
</style>
