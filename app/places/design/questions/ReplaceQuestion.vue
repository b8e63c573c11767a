<script setup lang="ts">
import { placeInWords, replaceQuestion, type Design, type DesignStep, type InTheWay } from '~~/core/design'
import type { Question } from '~~/core/intake'
import { alikeOf, namedUses } from './library'

// Puts another question in the place of one, with what that means, said before.
const props = defineProps<{ question: Question; design: Design }>()
const emit = defineEmits<{ replace: [steps: DesignStep[], other: Question] }>()
const shown = defineModel<boolean>('shown', { required: true })
/** The one that takes its place. */
const other = defineModel<string | null>('other', { required: true })

const options = computed(() => {
  const alike = new Set(alikeOf(props.design, props.question).map((one) => one.name))
  const list = props.design.questions
    .filter((one) => one.type === props.question.type && one.name !== props.question.name)
    .map(({ name, label }) => ({
      value: name,
      label,
      group: alike.has(name) ? 'Asked much the same' : 'Others with such an answer',
    }))
  return list.sort((a, b) => Number(alike.has(b.value)) - Number(alike.has(a.value)))
})
const taken = computed(() => props.design.questions.find((one) => one.name === other.value))
const found = computed(() =>
  taken.value ? replaceQuestion(props.design, props.question.name, taken.value.name) : undefined,
)
function inWords(one: InTheWay): string {
  if (one.why === 'type') return 'Their answers are of different types, so no rule could read both.'
  if (one.why === 'form')
    return `Form “${one.form}” asks one of them only by the answer to the other; change that there first.`
  const rows = `${one.rows.length === 1 ? 'row' : 'rows'} ${one.rows.join(', ')}`
  return `${placeInWords(props.design, one.place)} asks both, and not the same of them, in ${rows}; change that there first.`
}
function replace() {
  if (found.value?.steps.length && taken.value) emit('replace', found.value.steps, taken.value)
}
</script>

<template>
  <KitDialog v-model:shown="shown" title="Put another question in its place">
    <p>
      “{{ question.label }}” goes from the library. Forms ask the other instead, and rules go by its answer.
    </p>
    <KitChoice
      v-if="options.length"
      v-model="other"
      label="In its place"
      placeholder="choose a question …"
      :options="options"
    />
    <p v-else class="notice">No other question of the library has such an answer.</p>
    <div v-if="found && taken" role="status">
      <p v-for="one in found.inTheWay" :key="inWords(one)" class="notice bad">{{ inWords(one) }}</p>
      <ul v-if="!found.inTheWay.length">
        <li>
          {{
            found.forms.length
              ? `${counted(found.forms.length, 'form')} then ${found.forms.length === 1 ? 'asks' : 'ask'} “${taken.label}”: ${found.forms.map((one) => one.name).join(', ')}.`
              : 'No form asks it, so no form changes.'
          }}
        </li>
        <li>
          {{
            found.uses.length
              ? `By its answer then ${found.uses.length === 1 ? 'goes' : 'go'} ${namedUses(found.uses)}.`
              : 'No rule goes by its answer.'
          }}
        </li>
        <li v-if="found.added.length">
          “{{ taken.label }}” also offers {{ found.added.map((one) => `“${one.label}”`).join(', ') }} then.
        </li>
        <li>Tickets that exist keep their answers, under the question that they were asked.</li>
      </ul>
    </div>
    <template #foot>
      <KitButton kind="main" :disabled="!found?.steps.length" @click="replace">Put it in its place</KitButton>
      <KitButton kind="plain" @click="shown = false">Leave it</KitButton>
    </template>
  </KitDialog>
</template>

<style scoped>
ul {
  padding-left: 18px;
}
</style>
