<script setup lang="ts">
import { optionLines, optionsOf } from '~/composables/designWords'
import { withoutGaps } from '~~/core/json'
import { QUESTION_TYPES, type Answer, type Question, type Term } from '~~/core/intake'

// What a question of the library says and takes as an answer: its words, help, options, bounds, looks, and what is filled
// in beforehand.
const props = defineProps<{ question: Question; disabled?: boolean }>()
const emit = defineEmits<{ change: [after: Question] }>()

/** What is left out is not kept as nothing. */
const put = (change: Partial<Question>) => emit('change', withoutGaps({ ...props.question, ...change }))
const has = (term: Term) => QUESTION_TYPES[props.question.type].terms.includes(term)
const typed = computed(() => QUESTION_TYPES[props.question.type].typed)
const textOrNone = (text: string) => text.trim() || undefined

function putLabel(text: string) {
  if (!text.trim()) throw new Error('Write what is asked, as requesters read it.')
  put({ label: text.trim() })
}
function putOptions(text: string) {
  const options = optionsOf(text, props.question.options, '\n')
  if (!options.length) throw new Error('Write at least one answer to choose, each on a line of its own.')
  put({ options })
}

const chosen = computed(() =>
  props.question.type === 'yesNo'
    ? [
        { value: 'true', label: 'yes' },
        { value: 'false', label: 'no' },
      ]
    : props.question.type === 'choice'
      ? (props.question.options ?? []).filter((one) => one.value !== '')
      : undefined,
)
const defaultText = computed(() => {
  const value = props.question.default
  return value === undefined ? '' : (typed.value?.write(value, 'en') ?? String(value))
})
function putDefault(text: string | null) {
  if (!text) return put({ default: undefined })
  const { type } = props.question
  if (type === 'number' && !Number.isFinite(Number(text))) throw new Error('Write a number, such as 4.')
  const value: Answer =
    type === 'number' ? Number(text) : type === 'yesNo' ? text === 'true' : (typed.value?.read(text) ?? text)
  put({ default: value })
}

const LOOKS = {
  any: { label: 'anything', like: '', message: '' },
  digits: { label: 'figures only', like: '^\\d+$', message: 'please write figures only' },
  mail: { label: 'a mail address', like: '^\\S+@\\S+\\.\\S+$', message: 'please write a mail address' },
  phone: {
    label: 'a telephone number',
    like: '^\\+?[\\d ()-]{6,}$',
    message: 'please write a telephone number',
  },
  own: { label: 'an expression of your own …', like: '^.+$', message: 'please write it as …' },
} as const
type Looks = keyof typeof LOOKS
const looks = computed<Looks>(() => {
  const like = props.question.pattern?.like ?? ''
  const known = (Object.keys(LOOKS) as Looks[]).find((one) => one !== 'own' && LOOKS[one].like === like)
  return known ?? 'own'
})
const looksOffered = Object.entries(LOOKS).map(([value, { label }]) => ({ value: value as Looks, label }))
function putLooks(value: Looks | null) {
  const { like, message } = LOOKS[value ?? 'any']
  put({ pattern: like ? { like, message } : undefined })
}
const pattern = computed(() => props.question.pattern)
</script>

<template>
  <div class="terms">
    <KitLongText
      :disabled="disabled"
      v-if="question.type === 'explanation'"
      label="Words of the explanation, with **emphasis** and lists"
      :model-value="question.label"
      :rows="3"
      :commit="putLabel"
    />
    <KitText
      v-else
      :disabled="disabled"
      label="What is asked"
      :model-value="question.label"
      :commit="putLabel"
    />
    <KitText
      :disabled="disabled"
      label="Help below it"
      :model-value="question.help ?? ''"
      :commit="(help: string) => put({ help: textOrNone(help) })"
    />
    <KitLongText
      :disabled="disabled"
      v-if="has('options')"
      label="Answers to choose from, one a line"
      help="An answer that is only worded otherwise stays the same answer for tickets and rules."
      :model-value="optionLines(question.options)"
      :rows="3"
      :commit="putOptions"
    />
    <div v-if="has('bounds')" class="line">
      <KitNumber
        :disabled="disabled"
        label="From"
        :places="6"
        :model-value="question.min ?? null"
        :commit="(min) => put({ min: min ?? undefined })"
      />
      <KitNumber
        :disabled="disabled"
        label="To"
        :places="6"
        :model-value="question.max ?? null"
        :commit="(max) => put({ max: max ?? undefined })"
      />
      <KitText
        :disabled="disabled"
        class="short"
        label="Unit"
        :model-value="question.unit ?? ''"
        :commit="(unit: string) => put({ unit: textOrNone(unit) })"
      />
    </div>
    <div v-if="has('looks')" class="line">
      <KitNumber
        :disabled="disabled"
        label="At most"
        unit="characters"
        :min="1"
        :model-value="question.maxLength ?? null"
        :commit="(most) => put({ maxLength: most ?? undefined })"
      />
      <KitChoice
        :disabled="disabled"
        label="Looking like"
        :model-value="looks"
        :options="looksOffered"
        @update:model-value="putLooks"
      />
      <template v-if="pattern && looks === 'own'">
        <KitText
          :disabled="disabled"
          label="Expression"
          :model-value="pattern.like"
          :commit="(like: string) => put({ pattern: { like, message: pattern!.message } })"
        />
        <KitText
          :disabled="disabled"
          label="Otherwise it says"
          :model-value="pattern.message"
          :commit="(message: string) => put({ pattern: { like: pattern!.like, message } })"
        />
      </template>
    </div>
    <template v-if="has('default')">
      <KitChoice
        :disabled="disabled"
        v-if="chosen"
        label="Filled in beforehand"
        placeholder="nothing"
        clears
        :model-value="question.default === undefined ? null : String(question.default)"
        :options="chosen"
        @update:model-value="putDefault"
      />
      <KitText
        :disabled="disabled"
        v-else
        label="Filled in beforehand"
        :model-value="defaultText"
        :placeholder="typed?.hint.en ?? 'nothing'"
        :commit="putDefault"
      />
    </template>
  </div>
</template>

<style scoped>
.terms {
  max-width: 560px;
}
.terms :deep(.kit-field) {
  margin-bottom: 8px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
}
.line :deep(.with-unit input) {
  width: 6em;
}
.short {
  width: 110px;
}
</style>
