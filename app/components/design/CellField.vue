<script setup lang="ts">
import { textsIn } from '~~/core/lookup'
import type { Cell } from '~~/core/table'
import {
  isList,
  isOperator,
  OPERATORS,
  type Operator,
  type OperatorTerms,
  type Takes,
} from '~~/core/condition'
import { kindOfFact, type RuleWords } from '~~/core/design'
import { fieldFact, termsOfType } from '~~/core/fields'

// One cell of a decision table: an operator and a value, chosen, never typed as syntax.
const props = defineProps<{
  cell: Cell
  fact: string
  design: RuleWords
  names: Record<string, { value: string; label: string }[]>
  readonly: boolean
  label: string
  /** Whether nothing is known but the answers themselves, as in a form. */
  alone?: boolean
}>()
const emit = defineEmits<{ change: [cell: Cell]; close: [] }>()

const question = computed(
  () =>
    props.design.questions.find((one) => `form.${one.name}` === props.fact) ??
    props.design.fields.find((one) => fieldFact(one.name) === props.fact),
)
const options = computed(() => question.value?.options ?? props.names[props.fact])
const kind = computed(() => kindOfFact(props.design, props.names, props.fact))
/** What can be asked of such a fact; where nothing is known besides it, nothing that asks more. */
const operators = computed<[Operator, string][]>(() =>
  (Object.entries(OPERATORS) as [Operator, OperatorTerms][])
    .filter(([, { offered, needs }]) => offered.includes(kind.value) && !(needs && props.alone))
    .sort(([, a], [, b]) => a.place - b.place)
    .map(([op, { short }]) => [op, short]),
)
/** How far back “in the last” goes. */
const SPANS = [
  { value: 'PT1H', label: '1 hour' },
  { value: 'PT4H', label: '4 hours' },
  { value: 'P1D', label: '1 day' },
  { value: 'P2D', label: '2 days' },
  { value: 'P7D', label: '7 days' },
  { value: 'P14D', label: '14 days' },
  { value: 'P30D', label: '30 days' },
  { value: 'P90D', label: '90 days' },
]
const takesOf = (op: string): Takes => (isOperator(op) ? OPERATORS[op].takes : 'nothing')
/** What can be chosen for what an operator takes; nothing where it is typed. */
const choicesFor = (takes: Takes) =>
  takes === 'span' ? SPANS : takes === 'calendar' ? (props.names.calendar ?? []) : options.value
function labelOf(value: unknown, takes: Takes): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  const text = String(value ?? '')
  return (
    choicesFor(takes)?.find((one) => one.value === value)?.label ?? typed.value?.write(text, 'en') ?? text
  )
}
const words = computed(() => {
  if (!props.cell) return 'any'
  const { op } = props.cell
  const { short, takes } = OPERATORS[op]
  if (takes === 'nothing') return short
  const label = (value: unknown) => labelOf(value, takes)
  const value = Array.isArray(props.cell.value)
    ? props.cell.value.map(label).join(takes === 'range' ? ' and ' : ', ')
    : label(props.cell.value)
  return op === 'is' ? value : `${short} ${value}`
})
const open = ref(false)
type Single = string | number | boolean | null
const chosen = ref<{ op: string; value: Single; several: string[]; to: Single }>({
  op: 'any',
  value: null,
  several: [],
  to: null,
})
const form = ref<HTMLFormElement>()

async function begin() {
  if (props.readonly) return
  const { op = 'any', value = null } = props.cell ?? {}
  const ends = isList(value) ? value : [value]
  const inWords = (one: Single) =>
    typed.value && typeof one === 'string' ? typed.value.write(one, 'en') : one
  chosen.value = {
    op,
    value: inWords(ends[0] ?? null),
    several: takesOf(op) === 'several' ? textsIn(value) : [],
    to: takesOf(op) === 'range' ? inWords(ends[1] ?? null) : null,
  }
  open.value = true
  await nextTick()
  form.value?.querySelector<HTMLElement>('select')?.focus()
}
function close() {
  open.value = false
  emit('close')
}
/** How its values are typed in words, where they are. */
const typed = computed(() => question.value && termsOfType(question.value.type).typed)
const parsed = (value: Single): Single =>
  typed.value
    ? (typed.value.read(String(value)) as Single)
    : kind.value === 'yesNo'
      ? value === true || value === 'true'
      : kind.value === 'number'
        ? Number(value)
        : value
const isSaid = (value: Single) => value !== null && value !== ''
function keep() {
  const { op, value, several, to } = chosen.value
  const cell = cellOf(op as Operator | 'any', value, several, to)
  if (cell !== undefined) emit('change', cell)
  close()
}
/** The cell that was chosen; undefined while a value is missing. */
function cellOf(op: Operator | 'any', value: Single, several: string[], to: Single): Cell | undefined {
  if (op === 'any') return null
  const takes = takesOf(op)
  if (takes === 'nothing') return { op }
  if (takes === 'several') return several.length ? { op, value: several } : undefined
  if (takes === 'span' || takes === 'calendar') return isSaid(value) ? { op, value } : undefined
  if (takes === 'range')
    return isSaid(value) && isSaid(to) ? { op, value: [parsed(value), parsed(to)] as number[] } : undefined
  return kind.value === 'yesNo' || isSaid(value) ? { op, value: parsed(value) } : undefined
}
/** Whether its value is one of several that there are. */
const isChosen = computed(() => {
  const takes = takesOf(chosen.value.op)
  if (takes === 'span' || takes === 'calendar') return true
  return takes === 'one' && (kind.value === 'choice' || kind.value === 'path')
})
// What was a day, say, is no calendar and no span: the first stands there until another is chosen.
watch(
  () => chosen.value.op,
  (op) => {
    const takes = takesOf(op)
    const choices = takes === 'span' || takes === 'calendar' ? choicesFor(takes) : undefined
    if (choices && !choices.some((one) => one.value === chosen.value.value))
      chosen.value.value = choices[0]?.value ?? null
  },
)
const inputType = computed(() =>
  kind.value === 'number' ? 'number' : kind.value === 'date' ? 'date' : 'text',
)
</script>

<template>
  <button
    v-if="!open"
    class="cell"
    type="button"
    :disabled="readonly"
    :aria-label="`${label}: ${words}`"
    @click="begin"
  >
    {{ words }}
  </button>
  <form v-else ref="form" class="edit" @submit.prevent="keep" @keydown.esc.stop="close">
    <select v-model="chosen.op" :aria-label="`${label}, how`">
      <option value="any">any</option>
      <option v-for="[op, name] in operators" :key="op" :value="op">{{ name }}</option>
    </select>
    <select
      v-if="takesOf(chosen.op) === 'several'"
      v-model="chosen.several"
      multiple
      :aria-label="`${label}, value`"
    >
      <option v-for="one in options" :key="one.value" :value="one.value">{{ one.label }}</option>
    </select>
    <select v-else-if="isChosen" v-model="chosen.value" :aria-label="`${label}, value`">
      <option v-for="one in choicesFor(takesOf(chosen.op))" :key="one.value" :value="one.value">
        {{ one.label }}
      </option>
    </select>
    <select
      v-else-if="takesOf(chosen.op) !== 'nothing' && kind === 'yesNo'"
      v-model="chosen.value"
      :aria-label="`${label}, value`"
    >
      <option :value="true">yes</option>
      <option :value="false">no</option>
    </select>
    <template v-else-if="takesOf(chosen.op) !== 'nothing'">
      <input v-model="chosen.value" :type="inputType" step="any" :aria-label="`${label}, value`" />
      <template v-if="takesOf(chosen.op) === 'range'">
        and
        <input v-model="chosen.to" :type="inputType" step="any" :aria-label="`${label}, to`" />
      </template>
    </template>
    <button class="link" type="submit">keep</button>
  </form>
</template>

<style scoped>
.cell {
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
  text-align: left;
  width: 100%;
  padding: 5px 8px;
  cursor: pointer;
  min-height: 30px;
}
.cell:disabled {
  cursor: default;
  color: inherit;
}
.cell:not(:disabled):hover {
  background: var(--sea-2);
}
.edit {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding: 3px 4px;
}
select,
input {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  max-width: 150px;
}
</style>
