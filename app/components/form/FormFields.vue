<script setup lang="ts">
import { textsIn } from '~~/core/lookup'
import { answerFacts, isRequired } from '~~/core/intake/answers'
import {
  maxLengthOf,
  QUESTION_TYPES,
  type Answer,
  type FormQuestion,
  type FormStep,
  type NamedType,
  type Question,
} from '~~/core/intake/form'
import type { Facts } from '~~/core/condition'
import { isoTime, parseMoment } from '~~/core/time/words'
import type { Choice } from '~/composables/useChoices'

// The questions of a form, as a portal shows them; also in the preview of the designer and where the desk logs.
const props = defineProps<{
  steps: FormStep[]
  library: ReadonlyMap<string, Question>
  answers: Record<string, Answer>
  /** Names of the questions that are asked now. */
  shown: ReadonlySet<string>
  asker: Facts
  problems: Record<string, string>
  zone: string
  choices: Partial<Record<NamedType, Choice[]>>
  /** Tells the fields of several forms on one page apart. */
  prefix?: string
}>()
const emit = defineEmits<{ answer: [name: string, value: Answer | undefined] }>()

const { say, language } = usePortalWords()
const put = (name: string, value: unknown) =>
  emit('answer', name, value === '' || value === null ? undefined : (value as Answer))
const idOf = (name: string) => `${props.prefix ?? 'q'}-${name}`
const facts = computed(() => ({ ...props.asker, ...answerFacts(props.answers) }))
const must = (one: FormQuestion) => isRequired(one, facts.value)
const asked = (step: FormStep) =>
  step.questions.flatMap((one) => {
    const question = props.library.get(one.question)
    return question && props.shown.has(one.question) ? [{ one, question }] : []
  })

function toggle(name: string, value: string, on: boolean) {
  const others = textsIn(props.answers[name]).filter((one) => one !== value)
  put(name, on ? [...others, value] : others)
}
function putNumber(name: string, typed: string) {
  put(name, typed.trim() === '' ? undefined : Number(typed))
}
/** A day and an hour as they are typed, in the zone of the reader; kept with the offset. */
function localOf(value: Answer | undefined): string {
  if (typeof value !== 'string') return ''
  try {
    return isoTime(parseMoment(value, props.zone), props.zone).slice(0, 16)
  } catch {
    return ''
  }
}
function putMoment(name: string, local: string) {
  put(name, local ? isoTime(parseMoment(local, props.zone), props.zone) : undefined)
}
const yesNo = computed(() => [
  { value: true, label: say('form.yes') },
  { value: false, label: say('form.no') },
])
const controlOf = ({ type }: Question) => QUESTION_TYPES[type].control
const isGroup = (question: Question) => ['yesNo', 'choice', 'manyChoices'].includes(controlOf(question))
const typedOf = ({ type }: Question) => QUESTION_TYPES[type].typed
/** What somebody typed, as it is kept; the words of what is kept. */
function putTyped(question: Question, typed: string) {
  put(question.name, typed.trim() ? typedOf(question)?.read(typed) : undefined)
}
function typedText(question: Question): string {
  const answer = props.answers[question.name]
  return answer === undefined ? '' : (typedOf(question)?.write(answer, language.value) ?? String(answer))
}
const nameOf = (type: NamedType, value: Answer | undefined) =>
  props.choices[type]?.find((one) => one.value === value)?.label ?? String(value ?? '')
/** Of persons there are too many for a list: a name is typed, and what fits is offered. */
function putPerson(name: string, typed: string) {
  const wanted = typed.trim().toLocaleLowerCase('en')
  const found = props.choices.person?.find((one) => one.label.toLocaleLowerCase('en') === wanted)
  put(name, found?.value ?? typed.trim())
}
</script>

<template>
  <div>
    <fieldset v-for="(step, at) in steps" :key="at" class="step">
      <legend>{{ step.title }}</legend>
      <template v-for="{ one, question } in asked(step)" :key="question.name">
        <LazyRichText v-if="controlOf(question) === 'words'" :text="question.label" />
        <div v-else class="field">
          <fieldset v-if="isGroup(question)" :aria-describedby="`${idOf(question.name)}-error`">
            <legend>
              {{ question.label
              }}<span v-if="!must(one)" class="quiet optional">{{ ` ${say('form.optional')}` }}</span>
            </legend>
            <p v-if="question.help" class="help">{{ question.help }}</p>
            <template v-if="controlOf(question) === 'manyChoices'">
              <label v-for="(option, i) in question.options" :key="option.value" class="choice">
                <input
                  :id="i === 0 ? idOf(question.name) : undefined"
                  type="checkbox"
                  :checked="((answers[question.name] as string[]) ?? []).includes(option.value)"
                  @change="toggle(question.name, option.value, isTicked($event))"
                />
                {{ option.label }}
              </label>
            </template>
            <template v-else>
              <label
                v-for="(option, i) in question.options ?? yesNo"
                :key="String(option.value)"
                class="choice"
              >
                <input
                  :id="i === 0 ? idOf(question.name) : undefined"
                  type="radio"
                  :name="idOf(question.name)"
                  :checked="answers[question.name] === option.value"
                  @change="put(question.name, option.value)"
                />
                {{ option.label }}
              </label>
            </template>
          </fieldset>
          <template v-else>
            <label :for="idOf(question.name)"
              >{{ question.label
              }}<span v-if="!must(one)" class="quiet optional">{{ ` ${say('form.optional')}` }}</span></label
            >
            <p v-if="question.help" class="help">{{ question.help }}</p>
            <span v-if="controlOf(question) === 'number'" class="with-unit">
              <input
                :id="idOf(question.name)"
                class="p-inputtext"
                type="number"
                :value="answers[question.name]"
                :min="question.min"
                :max="question.max"
                :aria-describedby="`${idOf(question.name)}-error`"
                @input="putNumber(question.name, typedIn($event))"
              />
              {{ question.unit }}
            </span>
            <input
              v-else-if="controlOf(question) === 'day'"
              :id="idOf(question.name)"
              class="p-inputtext"
              type="date"
              :value="answers[question.name]"
              :aria-describedby="`${idOf(question.name)}-error`"
              @change="put(question.name, typedIn($event))"
            />
            <span v-else-if="controlOf(question) === 'moment'" class="with-unit">
              <input
                :id="idOf(question.name)"
                class="p-inputtext"
                type="datetime-local"
                :value="localOf(answers[question.name])"
                :aria-describedby="`${idOf(question.name)}-error`"
                @change="putMoment(question.name, typedIn($event))"
              />
              <span class="quiet small">{{ say('form.zone', { zone }) }}</span>
            </span>
            <template v-else-if="controlOf(question) === 'person'">
              <input
                :id="idOf(question.name)"
                class="p-inputtext"
                :list="`${idOf(question.name)}-people`"
                autocomplete="off"
                :value="nameOf('person', answers[question.name])"
                :aria-describedby="`${idOf(question.name)}-error`"
                @change="putPerson(question.name, typedIn($event))"
              />
              <datalist :id="`${idOf(question.name)}-people`">
                <option v-for="person in choices.person" :key="person.value" :value="person.label" />
              </datalist>
            </template>
            <select
              v-else-if="controlOf(question) === 'named'"
              :id="idOf(question.name)"
              class="p-inputtext"
              :value="answers[question.name] ?? ''"
              :aria-describedby="`${idOf(question.name)}-error`"
              @change="put(question.name, typedIn($event))"
            >
              <option value="">{{ say('form.choose') }}</option>
              <option
                v-for="choice in choices[question.type as NamedType]"
                :key="choice.value"
                :value="choice.value"
              >
                {{ choice.label }}
              </option>
            </select>
            <FormFileField
              v-else-if="controlOf(question) === 'files'"
              :id="idOf(question.name)"
              :files="(answers[question.name] as string[] | undefined) ?? []"
              :described-by="`${idOf(question.name)}-error`"
              @change="(files) => put(question.name, files)"
            />
            <input
              v-else-if="controlOf(question) === 'typed'"
              :id="idOf(question.name)"
              class="p-inputtext"
              type="text"
              autocomplete="off"
              :value="typedText(question)"
              :placeholder="typedOf(question)?.hint[language]"
              :aria-describedby="`${idOf(question.name)}-error`"
              @change="putTyped(question, typedIn($event))"
            />
            <textarea
              v-else-if="controlOf(question) === 'area'"
              :id="idOf(question.name)"
              class="p-textarea p-inputtext"
              rows="5"
              :value="answers[question.name] as string"
              :aria-describedby="`${idOf(question.name)}-error`"
              @input="put(question.name, typedIn($event))"
            />
            <input
              v-else
              :id="idOf(question.name)"
              class="p-inputtext"
              type="text"
              :value="answers[question.name]"
              :maxlength="maxLengthOf(question)"
              :aria-describedby="`${idOf(question.name)}-error`"
              @input="put(question.name, typedIn($event))"
            />
          </template>
          <p :id="`${idOf(question.name)}-error`" class="error-text" aria-live="polite">
            {{ problems[question.name] }}
          </p>
        </div>
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
.optional {
  font-weight: 400;
}
.p-inputtext {
  font: inherit;
  color: var(--ink);
  background: var(--field);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 0.45rem 0.6rem;
  width: 100%;
}
.with-unit {
  display: flex;
  gap: 8px;
  align-items: center;
}
.with-unit input[type='number'] {
  width: 110px;
}
.with-unit input[type='datetime-local'] {
  width: 220px;
}
input[type='date'] {
  width: 170px;
}
</style>
