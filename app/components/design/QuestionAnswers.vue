<script setup lang="ts">
import { withoutGaps } from '~~/core/json'
import { QUESTION_TYPES, type Answer, type Question, type Term } from '~~/core/intake'

// What a question of the library takes as an answer: help, options, bounds, looks, and what is filled in beforehand.
const props = defineProps<{ question: Question; disabled: boolean }>()
const emit = defineEmits<{ change: [after: Question] }>()

const put = (change: Partial<Question>) => emit('change', { ...props.question, ...change })
const leaveOut = (key: keyof Question) => emit('change', withoutGaps({ ...props.question, [key]: undefined }))
function putNumber(key: 'min' | 'max' | 'maxLength', text: string) {
  if (text.trim() === '') leaveOut(key)
  else put({ [key]: Number(text) })
}
function putText(key: 'help' | 'unit', text: string) {
  if (text.trim() === '') leaveOut(key)
  else put({ [key]: text.trim() })
}
/** One option a line, as `value = words`, or just the words. */
const options = computed(() =>
  (props.question.options ?? [])
    .map(({ value, label }) => (value === label ? label : `${value} = ${label}`))
    .join('\n'),
)
function putOptions(text: string) {
  const lines = text.split('\n').map((line) => line.trim())
  const list = lines.filter(Boolean).map((line) => {
    const [value, ...label] = line.split('=').map((part) => part.trim())
    return { value: value!, label: label.join('=') || value! }
  })
  put({ options: list })
}
const has = (term: Term) => QUESTION_TYPES[props.question.type].terms.includes(term)
const typed = computed(() => QUESTION_TYPES[props.question.type].typed)
const defaultText = computed(() => {
  const value = props.question.default
  return value === undefined ? '' : (typed.value?.write(value, 'en') ?? value)
})
function putDefault(text: string) {
  if (text === '') return leaveOut('default')
  const { type } = props.question
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
} as const
const looks = computed(
  () =>
    Object.entries(LOOKS).find(([, one]) => one.like === (props.question.pattern?.like ?? ''))?.[0] ?? 'own',
)
function putLooks(value: string) {
  if (value === 'any') return leaveOut('pattern')
  const { like, message } = LOOKS[value as 'digits'] ?? { like: '^.+$', message: 'please write it as …' }
  put({ pattern: { like, message } })
}
</script>

<template>
  <fieldset class="shared" :disabled="disabled">
    <p>
      <label
        >Help below the words
        <input class="inline-field long" :value="question.help" @change="putText('help', typedIn($event))"
      /></label>
    </p>
    <p v-if="has('options')">
      <label
        >Options, one a line<br />
        <textarea
          class="inline-field long"
          :rows="Math.max(3, (question.options?.length ?? 0) + 1)"
          :value="options"
          @change="putOptions(typedIn($event))"
        />
      </label>
    </p>
    <p v-if="has('bounds')">
      <label
        >from
        <input
          class="inline-field short"
          type="number"
          :value="question.min"
          @change="putNumber('min', typedIn($event))"
      /></label>
      <label>
        to
        <input
          class="inline-field short"
          type="number"
          :value="question.max"
          @change="putNumber('max', typedIn($event))"
      /></label>
      <label>
        unit
        <input class="inline-field short" :value="question.unit" @change="putText('unit', typedIn($event))"
      /></label>
    </p>
    <p v-if="has('looks')">
      <label
        >at most
        <input
          class="inline-field short"
          type="number"
          min="1"
          :value="question.maxLength"
          @change="putNumber('maxLength', typedIn($event))"
        />
        characters</label
      >
      <label>
        looking like
        <select class="inline-field" :value="looks" @change="putLooks(typedIn($event))">
          <option v-for="(one, id) in LOOKS" :key="id" :value="id">{{ one.label }}</option>
          <option value="own">an expression of your own …</option>
        </select></label
      >
      <span v-if="question.pattern && looks === 'own'">
        <label
          >expression
          <input
            class="inline-field"
            :value="question.pattern.like"
            @change="put({ pattern: { ...question.pattern, like: typedIn($event) } })"
        /></label>
        <label>
          and otherwise say
          <input
            class="inline-field"
            :value="question.pattern.message"
            @change="put({ pattern: { ...question.pattern, message: typedIn($event) } })"
        /></label>
      </span>
    </p>
    <p v-if="has('default')">
      <label
        >Filled in beforehand
        <select
          v-if="question.type === 'yesNo' || question.type === 'choice'"
          class="inline-field"
          :value="String(question.default ?? '')"
          @change="putDefault(typedIn($event))"
        >
          <option value="">nothing</option>
          <option
            v-for="one in question.options ?? [
              { value: 'true', label: 'yes' },
              { value: 'false', label: 'no' },
            ]"
            :key="one.value"
            :value="one.value"
          >
            {{ one.label }}
          </option>
        </select>
        <input
          v-else
          class="inline-field"
          :value="defaultText"
          :placeholder="typed?.hint.en"
          @change="putDefault(typedIn($event))"
        />
      </label>
    </p>
  </fieldset>
</template>

<style scoped>
.shared {
  border: 0;
  margin: 0;
  padding: 0;
  min-width: 0;
}
p {
  margin: 5px 0;
}
.long {
  width: min(420px, 100%);
  max-width: none;
}
.short {
  width: 84px;
}
</style>
