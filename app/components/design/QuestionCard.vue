<script setup lang="ts">
import { inWords, type Condition } from '~~/core/condition'
import { articleOf, formsAsking, usesOfAnswer, type Design, type Finding } from '~~/core/design'
import { ASKER_FACTS, QUESTION_TYPES, type FormQuestion, type Question } from '~~/core/intake'
import type { Names } from '~/composables/useNames'

// One question of a form: its words and what it asks for, which the library keeps, and how this form asks it.
const props = defineProps<{
  asked: FormQuestion
  question: Question
  design: Design
  names: Names
  readonly: boolean
  findings: Finding[]
  form: { id: string }
  /** Names of the questions that the form asks before this one. */
  before: string[]
}>()
const emit = defineEmits<{
  question: [after: Question]
  asked: [after: FormQuestion]
  remove: []
  move: [by: number]
}>()

const open = ref(false)
/** The words of a shared question are changed only once somebody has said that they mean all of its forms. */
const everywhere = ref(false)
const uses = computed(() => usesOfAnswer(props.design, props.question.name))
const others = computed(() =>
  formsAsking(props.design, props.question.name).filter((one) => one.id !== props.form.id),
)
const isKept = computed(() => props.readonly || (others.value.length > 0 && !everywhere.value))
const offered = computed(() => [...ASKER_FACTS, ...props.before.map((name) => `form.${name}`)])
const words = {
  fact: (name: string) =>
    name.startsWith('form.')
      ? `“${props.design.questions.find((one) => one.name === name.slice(5))?.label ?? name}”`
      : name,
  value: (fact: string, value: unknown) => {
    if (typeof value === 'boolean') return value ? 'yes' : 'no'
    const options = props.design.questions.find((one) => `form.${one.name}` === fact)?.options
    const known = options ?? props.names[fact]
    return known?.find((one) => one.value === value)?.label ?? String(value)
  },
}

const put = (change: Partial<Question>) => emit('question', { ...props.question, ...change })
function putAsked(change: Partial<FormQuestion>) {
  emit('asked', { ...props.asked, ...change })
}
function dropCondition(key: 'showWhen' | 'requireWhen') {
  const { [key]: _, ...rest } = props.asked
  emit('asked', rest)
}
const when = computed(() => (props.asked.required ? 'always' : props.asked.requireWhen ? 'when' : 'never'))
function putMust(value: string) {
  const { required: _, requireWhen: __, ...rest } = props.asked
  if (value === 'always') emit('asked', { ...rest, required: true })
  else if (value === 'when') emit('asked', { ...rest, requireWhen: { any: [] } })
  else emit('asked', rest)
}
</script>

<template>
  <div class="card">
    <div class="line">
      <span v-if="!readonly" class="grip" aria-hidden="true">⠿</span>
      <textarea
        v-if="question.type === 'explanation'"
        class="inline-field words"
        rows="2"
        :value="question.label"
        :disabled="readonly"
        :readonly="isKept"
        aria-label="Words of the explanation, with **emphasis** and lists"
        @change="put({ label: typedIn($event) })"
      />
      <input
        v-else
        class="inline-field words"
        :value="question.label"
        :disabled="readonly"
        :readonly="isKept"
        :title="
          isKept && !readonly
            ? 'Shared with other forms: press “change” to change it in all of them'
            : undefined
        "
        :aria-label="`Words of ${question.name}`"
        @change="put({ label: typedIn($event) })"
      />
      <span class="quiet small type">{{ QUESTION_TYPES[question.type].name }}</span>
      <template v-if="!readonly">
        <button
          class="link key"
          type="button"
          :aria-label="`${question.label}: up`"
          @click="emit('move', -1)"
        >
          ↑
        </button>
        <button
          class="link key"
          type="button"
          :aria-label="`${question.label}: down`"
          @click="emit('move', 1)"
        >
          ↓
        </button>
        <button
          class="link"
          type="button"
          :aria-expanded="open"
          :aria-label="`${question.label}: change`"
          @click="open = !open"
        >
          {{ open ? 'done' : 'change' }}
        </button>
        <button
          class="link key"
          type="button"
          :aria-label="`${question.label}: do not ask here`"
          @click="emit('remove')"
        >
          ×
        </button>
      </template>
    </div>
    <p class="small facts">
      <span v-if="asked.required">must be answered</span>
      <span v-else-if="asked.requireWhen">must be answered when {{ inWords(asked.requireWhen, words) }}</span>
      <span v-if="asked.showWhen">asked only when {{ inWords(asked.showWhen, words) }}</span>
      <span v-if="!uses.length" class="quiet">nothing uses this</span>
      <span v-else class="quiet"
        >used by
        <template v-for="(one, at) in uses" :key="one.place"
          ><template v-if="at">, </template
          ><NuxtLink :to="{ ...ruleAddress(articleOf(design, one.place)), query: $route.query }">{{
            one.words
          }}</NuxtLink></template
        ></span
      >
    </p>
    <FindingsAt :findings="findings" :place="`forms/${form.id}#${question.name}`" />
    <FindingsAt :findings="findings" :place="`questions/${question.name}`" />
    <div v-if="open && !readonly" class="terms" role="group" :aria-label="`${question.label}: what it asks`">
      <p v-if="others.length" class="small">
        <b>Shared</b> with {{ others.map((one) => one.name).join(', ') }}.
        <label
          ><input v-model="everywhere" type="checkbox" /> Change its words and answers in all
          {{ others.length + 1 }} forms</label
        >
      </p>
      <DesignQuestionAnswers :question="question" :disabled="isKept" @change="emit('question', $event)" />
      <div v-if="question.type !== 'explanation'">
        <label
          >Must be answered
          <select class="inline-field" :value="when" @change="putMust(typedIn($event))">
            <option value="never">no, if they know it</option>
            <option value="always">always</option>
            <option value="when">when something holds …</option>
          </select></label
        >
        <ConditionField
          v-if="asked.requireWhen"
          :condition="asked.requireWhen"
          :words="design"
          :names="names"
          :readonly="false"
          :label="`${question.label} must be answered`"
          :offered="offered"
          alone
          @change="(requireWhen: Condition) => putAsked({ requireWhen })"
        />
      </div>
      <div>
        <label
          >Asked
          <select
            class="inline-field"
            :value="asked.showWhen ? 'when' : 'always'"
            @change="
              typedIn($event) === 'when' ? putAsked({ showWhen: { all: [] } }) : dropCondition('showWhen')
            "
          >
            <option value="always">always</option>
            <option value="when">only when something holds …</option>
          </select></label
        >
        <ConditionField
          v-if="asked.showWhen"
          :condition="asked.showWhen"
          :words="design"
          :names="names"
          :readonly="false"
          :label="`${question.label} is asked`"
          :offered="offered"
          alone
          @change="(showWhen: Condition) => putAsked({ showWhen })"
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
.card {
  padding: 8px 0;
  border-bottom: 1px dotted var(--rule);
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
.grip {
  cursor: grab;
  color: var(--ink-3);
}
.words {
  flex: 1;
  min-width: 200px;
  max-width: none;
}
.type {
  min-width: 70px;
}
.key {
  text-decoration: none;
  min-width: 26px;
  min-height: 26px;
}
.facts {
  margin: 3px 0 0 20px;
}
.facts span + span::before {
  content: ' · ';
  color: var(--ink-3);
}
.terms {
  border-left: 2px solid var(--sea);
  margin: 6px 0 4px 18px;
  padding: 2px 0 2px 10px;
}
.terms p {
  margin: 5px 0;
}
.words:read-only {
  background: var(--page-2);
}
</style>
