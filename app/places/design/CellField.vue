<script setup lang="ts">
import { OPERATORS, valueInWords, type Test } from '~~/core/condition'
import type { Names } from '~~/core/design'
import type { Cell } from '~~/core/table'
import { firstTest, isWhole, labelsOf, type AskedWords } from './asking'

// One cell of a decision table: an operator and a value, chosen, never typed as syntax.
const props = defineProps<{
  cell: Cell
  fact: string
  words: AskedWords
  names: Names
  readonly: boolean
  label: string
}>()
const emit = defineEmits<{ change: [cell: Cell]; close: [] }>()

const vocabulary = computed(() => labelsOf(props.words, props.names))
const shown = computed(() => {
  if (!props.cell) return 'any'
  const test: Test = { fact: props.fact, ...props.cell }
  const value = valueInWords(test, vocabulary.value)
  return test.op === 'is' ? value : `${OPERATORS[test.op].short} ${value}`.trim()
})
const open = ref(false)
const form = ref<HTMLFormElement>()
/** What is asked here, or what would be asked first. */
const test = computed<Test>(() =>
  props.cell ? { fact: props.fact, ...props.cell } : firstTest(props.words, props.names, props.fact),
)
async function begin() {
  if (props.readonly) return
  open.value = true
  await nextTick()
  form.value?.querySelector<HTMLElement>('[role=combobox], input')?.focus()
}
function close() {
  open.value = false
  emit('close')
}
function take({ op, value }: Test) {
  emit('change', value === undefined ? { op } : { op, value })
}
/** What is ready as it stands is asked by keeping it; “any” is to ask nothing. */
function keep() {
  if (!props.cell && isWhole(test.value)) take(test.value)
  close()
}
function askNothing() {
  emit('change', null)
  close()
}
</script>

<template>
  <KitButton
    v-if="!open"
    kind="quiet"
    class="cell"
    :disabled="readonly"
    :aria-label="`${label}: ${shown}`"
    @click="begin"
    >{{ shown }}</KitButton
  >
  <form v-else ref="form" class="edit" @submit.prevent="keep" @keydown.esc.stop="close">
    <TestField :test="test" :words="words" :names="names" :label="label" @change="take" />
    <span>
      <KitButton kind="link" type="submit">keep</KitButton> ·
      <KitButton kind="link" :aria-label="`${label}: ask nothing`" @click="askNothing">any</KitButton>
    </span>
  </form>
</template>

<style scoped>
.cell.kit-button {
  display: block;
  width: 100%;
  padding: 5px 8px;
  min-height: 30px;
  font-weight: inherit;
}
.cell.kit-button:disabled {
  color: inherit;
}
.cell.kit-button:not(:disabled):hover {
  background: var(--sea-2);
  text-decoration: none;
}
.edit {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  padding: 3px 4px;
}
</style>
