<script setup lang="ts">
import {
  costOf,
  isTest,
  partsOf,
  type Condition,
  type FactValue,
  type Operator,
  type Test,
} from '~~/core/condition'
import { FACTS } from '~~/core/facts'
import { kindOfFact, type RuleWords } from '~~/core/design'
import { fieldFact } from '~~/core/fields'
import type { Names } from '~/composables/useNames'

// A condition, chosen part by part: all, any or none of its tests; a group may stand in a group.
const props = defineProps<{
  condition: Condition
  design: RuleWords
  names: Names
  readonly: boolean
  label: string
  inner?: boolean
  /** The facts that may be asked for; all if left out. */
  offered?: string[]
  /** Whether nothing is known but the answers themselves, as in a form. */
  alone?: boolean
}>()
const emit = defineEmits<{ change: [condition: Condition]; remove: [] }>()

type Way = 'all' | 'any' | 'none'
const WAYS: Record<Way, string> = { all: 'all of', any: 'any of', none: 'none of' }
const group = computed(() => (isTest(props.condition) ? { all: [props.condition] } : props.condition))
const way = computed<Way>(() => ('all' in group.value ? 'all' : 'any' in group.value ? 'any' : 'none'))
const parts = computed(() => partsOf(group.value as Exclude<Condition, Test>))

const facts = computed(() => [
  ...Object.entries(FACTS).map(([value, { name }]) => ({ value, label: name })),
  ...props.design.questions
    .filter((one) => one.type !== 'explanation')
    .map((one) => ({ value: `form.${one.name}`, label: `answer: ${one.label}` })),
  ...props.design.fields.map((one) => ({ value: fieldFact(one.name), label: `field: ${one.label}` })),
])
const offers = computed(() =>
  props.offered ? facts.value.filter(({ value }) => props.offered!.includes(value)) : facts.value,
)

function write(list: Condition[], as: Way = way.value) {
  emit('change', as === 'all' ? { all: list } : as === 'any' ? { any: list } : { none: list })
}
const replaced = (index: number, part: Condition) => parts.value.map((one, at) => (at === index ? part : one))
const without = (index: number) => parts.value.filter((_, at) => at !== index)

const adding = ref('')
/** What is asked of a fact at first, by its type. */
const FIRST: Record<string, { op: Operator; value: FactValue }> = {
  yesNo: { op: 'is', value: true },
  number: { op: 'atLeast', value: 1 },
  moment: { op: 'inTheLast', value: 'P1D' },
}
function firstTest(fact: string): Test {
  const question =
    props.design.questions.find((one) => `form.${one.name}` === fact) ??
    props.design.fields.find((one) => fieldFact(one.name) === fact)
  const value = question?.options?.[0]?.value ?? props.names[fact]?.[0]?.value ?? ''
  const op: Operator = fact === 'category' ? 'under' : 'is'
  return { fact, ...(FIRST[kindOfFact(props.design, props.names, fact)] ?? { op, value }) }
}
function add() {
  if (!adding.value) return
  const first = firstTest(adding.value)
  adding.value = ''
  // What asks nothing yet, or one thing that was never said to be one of several, means “and” from then on.
  const isOpen = !props.inner && parts.value.length < 2 && way.value === 'any'
  write([...parts.value, first], isOpen ? 'all' : way.value)
}
/** The word between two parts, and before what is asked next. */
const JOINING: Record<Way, string> = { all: 'and', any: 'or', none: 'nor' }
const joining = computed(() =>
  way.value === 'any' && !props.inner && parts.value.length < 2 ? 'and' : JOINING[way.value],
)
const COSTS: Record<number, string> = {
  2: 'compares the beginning of a text; “is” would be quicker',
  3: 'reads the whole text of every ticket it is asked of; “is” or “starts with” is much quicker',
}
</script>

<template>
  <div class="group" :class="{ inner }" role="group" :aria-label="label">
    <p v-if="!readonly && (parts.length > 1 || inner || way === 'none')" class="way small">
      <select
        :value="way"
        :aria-label="`${label}: how many must hold`"
        @change="write(parts, typedIn($event) as Way)"
      >
        <option v-for="(words, id) in WAYS" :key="id" :value="id">{{ words }}</option>
      </select>
      these hold
      <button v-if="inner" class="link" type="button" @click="emit('remove')">take the group out</button>
    </p>
    <p v-if="!parts.length && (inner || readonly)" class="quiet small">Nothing is asked.</p>
    <div v-for="(part, index) in parts" :key="index" class="test">
      <b v-if="index" class="small joins">{{ joining }}</b>
      <template v-if="isTest(part)">
        <span class="fact">{{ facts.find((one) => one.value === part.fact)?.label ?? part.fact }}</span>
        <DesignCellField
          class="value"
          :cell="{ op: part.op, value: part.value }"
          :fact="part.fact"
          :design="design"
          :names="names"
          :readonly="readonly"
          :alone="alone"
          :label="`${label}, ${part.fact}`"
          @change="
            (cell) => write(cell ? replaced(index, { fact: (part as Test).fact, ...cell }) : without(index))
          "
        />
        <button
          v-if="!readonly"
          class="link small"
          type="button"
          :aria-label="`${label}: take out ${part.fact}`"
          @click="write(without(index))"
        >
          take out
        </button>
        <span v-if="costOf(part) > 1" class="cost small"
          ><b>{{ costOf(part) === 3 ? 'costly' : 'dearer' }}</b
          >: {{ COSTS[costOf(part)] }}</span
        >
      </template>
      <DesignConditionField
        v-else
        :condition="part"
        :design="design"
        :names="names"
        :readonly="readonly"
        :label="`${label}, group ${index + 1}`"
        inner
        :offered="offered"
        :alone="alone"
        @change="(changed: Condition) => write(replaced(index, changed))"
        @remove="write(without(index))"
      />
    </div>
    <p v-if="!readonly" class="add small">
      <select v-model="adding" :aria-label="`${label}: ask something more`" @change="add">
        <option value="">{{ parts.length ? `${joining} ask …` : 'ask …' }}</option>
        <option v-for="one in offers" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select>
      <button
        v-if="!inner && parts.length"
        class="link"
        type="button"
        @click="write([...parts, { all: [] }])"
      >
        a group
      </button>
    </p>
  </div>
</template>

<style scoped>
.group {
  margin: 4px 0 8px;
}
.group.inner {
  border-left: 2px solid var(--rule-2);
  padding-left: 10px;
  width: 100%;
}
.test {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
  border-bottom: 1px dotted var(--rule);
  max-width: 780px;
}
.joins {
  min-width: 26px;
  color: var(--sea);
}
.fact {
  min-width: 160px;
}
.value {
  flex: 0 1 260px;
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  background: var(--field);
}
.cost {
  color: var(--brass);
}
.way,
.add {
  margin: 4px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}
select {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 3px 5px;
  max-width: 320px;
}
</style>
