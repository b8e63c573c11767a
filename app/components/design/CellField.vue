<script setup lang="ts">
import type { Cell } from '~~/core/table'
import type { Operator } from '~~/core/condition'
import type { Design } from '~~/core/design'

// One cell of a decision table: an operator and a value, chosen, never typed as syntax.
const props = defineProps<{
  cell: Cell
  fact: string
  design: Design
  names: Record<string, { value: string; label: string }[]>
  readonly: boolean
  label: string
}>()
const emit = defineEmits<{ change: [cell: Cell] }>()

const question = computed(() => props.design.questions.find((one) => `form.${one.name}` === props.fact))
const options = computed(() => question.value?.options ?? props.names[props.fact])
const kind = computed(() =>
  question.value?.type === 'yesNo'
    ? 'yesNo'
    : question.value?.type === 'number'
      ? 'number'
      : options.value
        ? 'choice'
        : 'text',
)
const OPERATORS: Record<string, [Operator, string][]> = {
  yesNo: [['is', 'is']],
  number: [
    ['greater', 'more than'],
    ['atLeast', 'at least'],
    ['less', 'less than'],
    ['atMost', 'at most'],
    ['is', 'is'],
  ],
  choice: [
    ['is', 'is'],
    ['isNot', 'is not'],
    ['oneOf', 'one of'],
  ],
  text: [
    ['is', 'is'],
    ['startsWith', 'starts with'],
    ['contains', 'contains'],
  ],
}
const operators = computed<[Operator, string][]>(() => [
  ...(props.fact === 'category' ? [['under', 'under'] as [Operator, string]] : []),
  ...(props.fact === 'category' ? OPERATORS.choice! : OPERATORS[kind.value]!),
  ...KNOWN,
])
/** Every fact can be asked whether it is known at all; that compares with no value. */
const KNOWN: [Operator, string][] = [
  ['filled', 'filled in'],
  ['empty', 'empty'],
]
const needsValue = (op: string) => op !== 'any' && !KNOWN.some(([known]) => known === op)
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
  const value = Array.isArray(props.cell.value)
    ? props.cell.value.map(labelOf).join(', ')
    : labelOf(props.cell.value)
  return verb === 'is' ? value : `${verb} ${value}`
})
const open = ref(false)
const chosen = ref<{ op: string; value: string | number | string[] | boolean | null }>({
  op: 'any',
  value: null,
})

function begin() {
  if (props.readonly) return
  chosen.value = { op: props.cell?.op ?? 'any', value: (props.cell?.value as string) ?? null }
  open.value = true
}
watch(
  () => chosen.value.op,
  (op) => {
    const many = op === 'oneOf'
    if (many !== Array.isArray(chosen.value.value)) chosen.value.value = many ? [] : null
  },
)
function keep() {
  const { op, value } = chosen.value
  const parsed =
    kind.value === 'yesNo'
      ? value === true || value === 'true'
      : kind.value === 'number'
        ? Number(value)
        : value
  open.value = false
  if (op === 'any') emit('change', null)
  else
    emit('change', needsValue(op) ? { op: op as Operator, value: parsed as string } : { op: op as Operator })
}
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
  <form v-else class="edit" @submit.prevent="keep" @keydown.esc="open = false">
    <select v-model="chosen.op" :aria-label="`${label}, how`">
      <option value="any">any</option>
      <option v-for="[op, name] in operators" :key="op" :value="op">{{ name }}</option>
    </select>
    <template v-if="needsValue(chosen.op)">
      <select
        v-if="kind === 'choice'"
        v-model="chosen.value"
        :multiple="chosen.op === 'oneOf'"
        :aria-label="`${label}, value`"
      >
        <option v-for="one in options" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select>
      <select v-else-if="kind === 'yesNo'" v-model="chosen.value" :aria-label="`${label}, value`">
        <option :value="true">yes</option>
        <option :value="false">no</option>
      </select>
      <input
        v-else
        v-model="chosen.value"
        :type="kind === 'number' ? 'number' : 'text'"
        :aria-label="`${label}, value`"
      />
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
