<script setup lang="ts">
import { isList, type FactValue, type Operator, type Test } from '~~/core/condition'
import { kindOfFact, type Names } from '~~/core/design'
import { textsIn } from '~~/core/lookup'
import { askedOf, isWhole, operatorOptions, SPANS, takesOf, valuesOf, withOperator } from './asking'
import type { AskedWords } from './asking'

// What is asked of one fact: how it is compared, and with what. It is told once it is whole.
const props = defineProps<{
  test: Test
  words: AskedWords
  names: Names
  label: string
  /** Whether nothing is known but the answers themselves, as in a form. */
  alone?: boolean
}>()
const emit = defineEmits<{ change: [test: Test] }>()

/** What lacks its value still. */
const begun = ref<Test>()
// Lists that come anew make the same test again: what is begun stays as long as it asks the same.
watch(
  () => JSON.stringify(props.test),
  () => (begun.value = undefined),
)
const now = computed(() => begun.value ?? props.test)
function put(test: Test) {
  begun.value = test
  if (isWhole(test)) emit('change', test)
}
const kind = computed(() => kindOfFact(props.words, props.names, props.test.fact))
const operators = computed(() => operatorOptions(kind.value, props.alone === true))
const takes = computed(() => takesOf(now.value.op))
const calendars = computed(() => props.names.calendar ?? [])
const values = computed(() => valuesOf(props.words, props.names, props.test.fact))
const turn = (op: Operator | null) => op && put(withOperator(now.value, op, calendars.value))

const ends = computed<FactValue[]>(() => {
  const { value } = now.value
  return value === undefined || value === null ? [] : isList(value) ? [...value] : [value]
})
const set = (value: FactValue) => put({ ...now.value, value })
/** One end of a range, or the only value. */
function setEnd(at: number, value: FactValue) {
  if (takes.value !== 'range') return set(value)
  const both: FactValue[] = [ends.value[0] ?? '', ends.value[1] ?? '']
  both[at] = value
  set(both as string[])
}
/** Of values that are chosen, one that is no more there is shown as it is. */
const withOwn = (options: readonly { value: string; label: string }[]) => {
  const lost = textsIn(now.value.value ?? null).filter(
    (one) => one && !options.some(({ value }) => value === one),
  )
  return [...options, ...lost.map((value) => ({ value, label: `${value} (gone)` }))]
}
const chosen = computed(() => {
  if (takes.value === 'span') return withOwn(SPANS)
  if (takes.value === 'calendar') return withOwn(calendars.value)
  const isChosen = kind.value === 'choice' || kind.value === 'path'
  return takes.value === 'one' && isChosen && values.value ? withOwn(values.value) : undefined
})
const asText = (value: FactValue | undefined) => (typeof value === 'string' ? value : '')
const asNumber = (value: FactValue | undefined) => (typeof value === 'number' ? value : null)
const isLength = computed(
  () => kind.value === 'length' || askedOf(props.words, props.test.fact)?.type === 'duration',
)
const YES_NO = [
  { value: true, label: 'yes' },
  { value: false, label: 'no' },
]
</script>

<template>
  <span class="asked">
    <KitChoice
      bare
      :label="`${label}, how`"
      :model-value="now.op"
      :options="operators"
      @update:model-value="turn"
    />
    <KitManyChoices
      v-if="takes === 'several'"
      bare
      :label="`${label}, value`"
      :model-value="textsIn(now.value ?? null)"
      :options="withOwn(values ?? [])"
      :commit="(some) => set([...some])"
    />
    <KitChoice
      v-else-if="chosen"
      bare
      :label="`${label}, value`"
      :model-value="asText(now.value) || null"
      :options="chosen"
      @update:model-value="$event && set($event)"
    />
    <KitChoice
      v-else-if="takes === 'one' && kind === 'yesNo'"
      bare
      :label="`${label}, value`"
      :model-value="now.value === true"
      :options="YES_NO"
      @update:model-value="set($event === true)"
    />
    <template
      v-for="(what, at) in takes === 'range' ? ['from', 'to'] : takes === 'one' ? ['value'] : []"
      v-else
      :key="what"
    >
      <span v-if="at" class="quiet">and</span>
      <KitNumber
        v-if="kind === 'number'"
        bare
        :label="`${label}, ${what}`"
        :model-value="asNumber(ends[at])"
        :places="6"
        :commit="(value: number | null) => setEnd(at, value ?? '')"
      />
      <KitDay
        v-else-if="kind === 'date'"
        bare
        :label="`${label}, ${what}`"
        :model-value="asText(ends[at])"
        :commit="(value: string) => setEnd(at, value)"
      />
      <KitDuration
        v-else-if="isLength"
        bare
        :label="`${label}, ${what}`"
        :model-value="asText(ends[at])"
        :commit="(value: string) => setEnd(at, value)"
      />
      <KitText
        v-else
        bare
        :label="`${label}, ${what}`"
        :model-value="asText(ends[at])"
        :commit="(value: string) => setEnd(at, value)"
      />
    </template>
  </span>
</template>

<style scoped>
.asked {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
}
.asked :deep(.p-select),
.asked :deep(.p-multiselect) {
  max-width: 22rem;
}
</style>
