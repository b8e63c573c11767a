<script setup lang="ts">
import type { Answer, Question } from '~~/core/intake/form'
import type { Choices } from '~/composables/useChoices'
import type { FieldProps, Option } from '~/kit/field'
import { isNamedType, maxLengthOf, QUESTION_TYPES } from '~~/core/intake/form'
import { textsIn } from '~~/core/lookup'

// One question of a form, in the field that its type says.
const props = defineProps<{
  question: Question
  field: FieldProps
  answer: Answer | undefined
  /** Zone of the days and hours that are typed. */
  zone: string
  choices: Choices
}>()
const emit = defineEmits<{ answer: [value: Answer | undefined] }>()

const { say, language } = usePortalWords()
const put = (value: unknown) => emit('answer', value === '' || value === null ? undefined : (value as Answer))
const terms = computed(() => QUESTION_TYPES[props.question.type])
const control = computed(() => terms.value.control)
const text = computed(() => String(props.answer ?? ''))
const number = computed(() => (typeof props.answer === 'number' ? props.answer : null))

/** What somebody types is kept as its type reads it, once the eye goes on; until then it stands as it is typed. */
const typed = computed(() =>
  props.answer === undefined ? '' : (terms.value.typed?.write(props.answer, language.value) ?? text.value),
)
const takeTyped = (said: string) => put(said.trim() ? terms.value.typed?.read(said) : undefined)

const options = computed<Option<string | boolean>[]>(
  () =>
    props.question.options ?? [
      { value: true, label: say('form.yes') },
      { value: false, label: say('form.no') },
    ],
)
/** What is chosen by name. */
const named = computed(() => (isNamedType(props.question.type) ? props.question.type : undefined))
const said = computed(() => (named.value && props.choices.nameOf(named.value, text.value)) ?? text.value)
// What was chosen before, as in answers that were kept, may be none of the first of a long list.
onMounted(() => {
  if (named.value && text.value) void props.choices.know(named.value, text.value).catch(() => undefined)
})
/** So many are shown at once. */
const SHOWN = 50
const find = async (words: string): Promise<Option[]> =>
  named.value ? (await props.choices.find(named.value, words)).slice(0, SHOWN) : []
</script>

<template>
  <KitNumber
    v-if="control === 'number'"
    v-bind="field"
    :model-value="number"
    :min="question.min"
    :max="question.max"
    :places="6"
    :unit="question.unit"
    @update:model-value="put"
  />
  <KitRadio
    v-else-if="control === 'choice' || control === 'yesNo'"
    v-bind="field"
    :model-value="(answer as string | boolean | undefined) ?? null"
    :options="options"
    @update:model-value="put"
  />
  <KitTicks
    v-else-if="control === 'manyChoices'"
    v-bind="field"
    :model-value="textsIn(answer)"
    :options="question.options ?? []"
    @update:model-value="put"
  />
  <KitDay v-else-if="control === 'day'" v-bind="field" :model-value="text" @update:model-value="put" />
  <KitMoment
    v-else-if="control === 'moment'"
    v-bind="field"
    :model-value="text"
    :zone="zone"
    @update:model-value="put"
  />
  <KitFinder
    v-else-if="control === 'person' || control === 'named'"
    v-bind="field"
    :model-value="answer === undefined ? null : text"
    :said="said"
    :find="find"
    lists
    @update:model-value="put"
  />
  <SentFiles
    v-else-if="control === 'files'"
    v-bind="field"
    :files="textsIn(answer)"
    @change="put($event.length ? $event : undefined)"
  />
  <KitText
    v-else-if="control === 'typed'"
    v-bind="field"
    :model-value="typed"
    :commit="takeTyped"
    :placeholder="terms.typed?.hint[language]"
    autocomplete="off"
  />
  <KitLongText
    v-else-if="control === 'area'"
    v-bind="field"
    :model-value="text"
    :rows="5"
    @update:model-value="put"
  />
  <KitText
    v-else
    v-bind="field"
    :model-value="text"
    :most="maxLengthOf(question)"
    @update:model-value="put"
  />
</template>
