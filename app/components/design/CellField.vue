<script setup lang="ts">
import type { Cell } from '~~/core/table'
import type { Operator } from '~~/core/condition'
import type { Design } from '~~/core/design'
import { FACT_TYPES } from '~~/core/design'
import { fieldFact } from '~~/core/fields'

// One cell of a decision table: an operator and a value, chosen, never typed as syntax.
const props = defineProps<{
  cell: Cell
  fact: string
  design: Design
  names: Record<string, { value: string; label: string }[]>
  readonly: boolean
  label: string
}>()
const emit = defineEmits<{ change: [cell: Cell]; close: [] }>()

const question = computed(
  () =>
    props.design.questions.find((one) => `form.${one.name}` === props.fact) ??
    props.design.fields.find((one) => fieldFact(one.name) === props.fact),
)
const options = computed(() => question.value?.options ?? props.names[props.fact])
type Kind = 'yesNo' | 'number' | 'date' | 'moment' | 'path' | 'choice' | 'text'
const kind = computed<Kind>(() => {
  const type = question.value?.type ?? FACT_TYPES[props.fact]
  if (type === 'yesNo' || type === 'number' || type === 'moment') return type
  if (type === 'date' || type === 'dateTime') return 'date'
  if (props.fact === 'category') return 'path'
  return options.value?.length ? 'choice' : 'text'
})
const CHOOSING: [Operator, string][] = [
  ['is', 'is'],
  ['isNot', 'is not'],
  ['oneOf', 'one of'],
  ['noneOf', 'none of'],
]
const OPERATORS: Record<Kind, [Operator, string][]> = {
  yesNo: [['is', 'is']],
  number: [
    ['greater', 'more than'],
    ['atLeast', 'at least'],
    ['less', 'less than'],
    ['atMost', 'at most'],
    ['between', 'between'],
    ['is', 'is'],
  ],
  date: [
    ['before', 'before'],
    ['after', 'after'],
    ['between', 'between'],
    ['is', 'is'],
    ['inTheLast', 'in the last'],
  ],
  moment: [['inTheLast', 'in the last']],
  path: [['under', 'under'], ...CHOOSING],
  choice: CHOOSING,
  text: [
    ['is', 'is'],
    ['startsWith', 'starts with'],
    ['contains', 'contains'],
    ['matches', 'has the words'],
  ],
}
/** Every fact can be asked whether it is known at all; that compares with no value. */
const KNOWN: [Operator, string][] = [
  ['filled', 'filled in'],
  ['empty', 'empty'],
]
const operators = computed<[Operator, string][]>(() => [...OPERATORS[kind.value], ...KNOWN])
/** How far back “in the last” goes. */
const SPANS: [string, string][] = [
  ['PT1H', '1 hour'],
  ['PT4H', '4 hours'],
  ['P1D', '1 day'],
  ['P2D', '2 days'],
  ['P7D', '7 days'],
  ['P14D', '14 days'],
  ['P30D', '30 days'],
  ['P90D', '90 days'],
]
const needsValue = (op: string) => op !== 'any' && !KNOWN.some(([known]) => known === op)
const isSeveral = (op: string) => op === 'oneOf' || op === 'noneOf'
const labelOf = (value: unknown) =>
  typeof value === 'boolean'
    ? value
      ? 'yes'
      : 'no'
    : (options.value?.find((one) => one.value === value)?.label ?? String(value ?? ''))
const words = computed(() => {
  if (!props.cell) return 'any'
  const verb = operators.value.find(([op]) => op === props.cell!.op)?.[1] ?? props.cell.op
  if (!needsValue(props.cell.op)) return verb
  if (props.cell.op === 'inTheLast')
    return `${verb} ${SPANS.find(([span]) => span === props.cell!.value)?.[1] ?? String(props.cell.value)}`
  const between = props.cell.op === 'between' ? ' and ' : ', '
  const value = Array.isArray(props.cell.value)
    ? props.cell.value.map(labelOf).join(between)
    : labelOf(props.cell.value)
  return verb === 'is' ? value : `${verb} ${value}`
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
  const list = Array.isArray(value) ? (value as string[]) : []
  chosen.value = {
    op: op === 'under' && list.length ? 'under' : op,
    value: (Array.isArray(value) ? (value[0] ?? null) : value) as Single,
    several: isSeveral(op) ? list : [],
    to: op === 'between' ? (list[1] ?? null) : null,
  }
  open.value = true
  await nextTick()
  form.value?.querySelector<HTMLElement>('select')?.focus()
}
function close() {
  open.value = false
  emit('close')
}
const parsed = (value: Single): Single =>
  kind.value === 'yesNo'
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
  if (!needsValue(op)) return { op }
  if (isSeveral(op)) return several.length ? { op, value: several } : undefined
  if (op === 'between')
    return isSaid(value) && isSaid(to) ? { op, value: [parsed(value), parsed(to)] as number[] } : undefined
  return kind.value === 'yesNo' || isSaid(value) ? { op, value: parsed(value) } : undefined
}
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
    <template v-if="needsValue(chosen.op)">
      <select v-if="isSeveral(chosen.op)" v-model="chosen.several" multiple :aria-label="`${label}, value`">
        <option v-for="one in options" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select>
      <select v-else-if="chosen.op === 'inTheLast'" v-model="chosen.value" :aria-label="`${label}, value`">
        <option v-for="[span, name] in SPANS" :key="span" :value="span">{{ name }}</option>
      </select>
      <select
        v-else-if="kind === 'choice' || kind === 'path'"
        v-model="chosen.value"
        :aria-label="`${label}, value`"
      >
        <option v-for="one in options" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select>
      <select v-else-if="kind === 'yesNo'" v-model="chosen.value" :aria-label="`${label}, value`">
        <option :value="true">yes</option>
        <option :value="false">no</option>
      </select>
      <template v-else>
        <input v-model="chosen.value" :type="inputType" step="any" :aria-label="`${label}, value`" />
        <template v-if="chosen.op === 'between'">
          and
          <input v-model="chosen.to" :type="inputType" step="any" :aria-label="`${label}, to`" />
        </template>
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
