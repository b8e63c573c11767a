<script setup lang="ts">
import { inWords, type Condition, type Vocabulary } from '~~/core/condition'
import { articleOf, type Design, type DesignStep, type Finding, type Use } from '~~/core/design'
import { ASKER_FACTS, QUESTION_TYPES, type Form, type FormQuestion, type Question } from '~~/core/intake'
import { withoutGaps } from '~~/core/json'
import type { Names } from '~/composables/useNames'
import { lineInWords } from './line'

// One question of a form: its words and what it asks for, which the library keeps, and how this form asks it.
const props = defineProps<{
  asked: FormQuestion
  question: Question
  design: Design
  names: Names
  vocabulary: Vocabulary
  readonly: boolean
  findings: Finding[]
  form: { id: string }
  /** Names of the questions that the form asks before this one. */
  before: string[]
  /** The other forms that ask it. */
  others: readonly Form[]
  /** What goes by its answer. */
  uses: readonly Use[]
}>()
const emit = defineEmits<{
  question: [after: Question]
  asked: [after: FormQuestion]
  own: [steps: DesignStep[]]
  remove: []
  move: [by: number]
}>()

const open = ref(false)
/** The words of a shared question are changed only once somebody has said that they mean all of its forms. */
const everywhere = ref(false)
const isShared = computed(() => props.others.length > 0)
const isKept = computed(() => props.readonly || (isShared.value && !everywhere.value))
const offered = computed(() => [...ASKER_FACTS, ...props.before.map((name) => `form.${name}`)])
const label = computed(() => lineInWords(props.question))

const putAsked = (change: Partial<FormQuestion>) => emit('asked', withoutGaps({ ...props.asked, ...change }))
function putLabel(text: string) {
  if (!text.trim()) throw new Error('Write what is asked, as requesters read it.')
  emit('question', { ...props.question, label: text.trim() })
}
const MUST = [
  { value: 'never', label: 'no, if they know it' },
  { value: 'always', label: 'always' },
  { value: 'when', label: 'when something holds …' },
] as const
const must = computed(() => (props.asked.required ? 'always' : props.asked.requireWhen ? 'when' : 'never'))
const putMust = (value: (typeof MUST)[number]['value'] | null) =>
  putAsked({
    required: value === 'always' || undefined,
    requireWhen: value === 'when' ? { any: [] } : undefined,
  })
const SHOWN = [
  { value: 'always', label: 'always' },
  { value: 'when', label: 'only when something holds …' },
] as const
const putShown = (value: (typeof SHOWN)[number]['value'] | null) =>
  putAsked({ showWhen: value === 'when' ? { all: [] } : undefined })
</script>

<template>
  <div class="card">
    <div class="line">
      <span v-if="!readonly" class="grip" aria-hidden="true">⠿</span>
      <span v-if="isKept || question.type === 'explanation'" class="words said">{{ label }}</span>
      <KitText
        v-else
        bare
        in-place="line"
        class="words"
        :label="`Words of “${label}”`"
        :model-value="question.label"
        :commit="putLabel"
      />
      <span class="quiet small type">{{ QUESTION_TYPES[question.type].name }}</span>
      <template v-if="!readonly">
        <KitButton kind="sign" class="key" :aria-label="`${label}: up`" @click="emit('move', -1)"
          >↑</KitButton
        >
        <KitButton kind="sign" class="key" :aria-label="`${label}: down`" @click="emit('move', 1)"
          >↓</KitButton
        >
        <KitButton kind="link" :aria-expanded="open" :aria-label="`${label}: change`" @click="open = !open">{{
          open ? 'done' : 'change'
        }}</KitButton>
        <KitButton kind="sign" class="key" :aria-label="`${label}: do not ask here`" @click="emit('remove')"
          >×</KitButton
        >
      </template>
    </div>
    <p class="small facts">
      <span v-if="asked.required">must be answered</span>
      <span v-else-if="asked.requireWhen"
        >must be answered when {{ inWords(asked.requireWhen, vocabulary) }}</span
      >
      <span v-if="asked.showWhen">asked only when {{ inWords(asked.showWhen, vocabulary) }}</span>
      <NuxtLink
        v-if="isShared"
        class="in"
        :to="{ path: `/design/questions/${question.name}`, query: $route.query }"
        >in {{ others.length + 1 }} forms</NuxtLink
      >
      <span v-if="!uses.length" class="quiet">no rule goes by it</span>
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
    <div v-if="open && !readonly" class="terms" role="group" :aria-label="`${label}: what it asks`">
      <template v-if="question.type !== 'explanation'">
        <KitChoice
          label="Must be answered"
          :model-value="must"
          :options="MUST"
          @update:model-value="putMust"
        />
        <ConditionField
          v-if="asked.requireWhen"
          :condition="asked.requireWhen"
          :words="design"
          :names="names"
          :readonly="false"
          :label="`${label} must be answered`"
          :offered="offered"
          alone
          @change="(requireWhen: Condition) => putAsked({ requireWhen })"
        />
      </template>
      <KitChoice
        label="Asked"
        :model-value="asked.showWhen ? 'when' : 'always'"
        :options="SHOWN"
        @update:model-value="putShown"
      />
      <ConditionField
        v-if="asked.showWhen"
        :condition="asked.showWhen"
        :words="design"
        :names="names"
        :readonly="false"
        :label="`${label} is asked`"
        :offered="offered"
        alone
        @change="(showWhen: Condition) => putAsked({ showWhen })"
      />
      <SharedQuestion
        v-if="isShared && !everywhere"
        :question="question"
        :design="design"
        :form="form.id"
        :others="others"
        @everywhere="everywhere = true"
        @own="emit('own', $event)"
      />
      <p v-else-if="isShared" class="notice">
        What is changed below changes in all {{ others.length + 1 }} forms.
        <KitButton kind="link" @click="everywhere = false">Leave it as it is</KitButton>
      </p>
      <QuestionTerms v-if="!isKept" :question="question" @change="emit('question', $event)" />
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
  gap: 6px 10px;
  align-items: center;
}
.grip {
  cursor: grab;
  color: var(--ink-3);
}
.words {
  flex: 1;
  min-width: 200px;
}
.said {
  padding-inline: 5px;
}
.type {
  min-width: 70px;
}
.key {
  text-decoration: none;
  min-width: 26px;
  text-align: center;
}
.facts {
  margin: 3px 0 0 20px;
}
.facts > :not(:first-child)::before {
  content: ' · ';
  color: var(--ink-3);
  display: inline-block;
  white-space: pre;
}
.terms {
  border-left: 2px solid var(--sea);
  margin: 6px 0 4px 18px;
  padding: 4px 0 4px 12px;
}
.terms > :deep(.kit-field) {
  margin-bottom: 8px;
}
</style>
