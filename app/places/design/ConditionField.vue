<script setup lang="ts">
import { costOf, isTest, partsOf, type Condition, type Test } from '~~/core/condition'
import type { Names } from '~~/core/design'
import { factOptions, firstTest, isWhole } from './asking'
import type { AskedWords } from './asking'

// A condition, chosen part by part: all, any or none of its tests; a group may stand in a group.
const props = defineProps<{
  condition: Condition
  words: AskedWords
  names: Names
  readonly: boolean
  label: string
  inner?: boolean
  /** The facts that may be asked for; all if left out. */
  offered?: readonly string[]
  /** Whether nothing is known but the answers themselves, as in a form. */
  alone?: boolean
  /** Of what it is asked, for its own sentences: the tickets, if left out. */
  of?: string
}>()
const emit = defineEmits<{ change: [condition: Condition]; remove: [] }>()

type Way = 'all' | 'any' | 'none'
const WAYS = [
  { value: 'all', label: 'All of these hold', note: '… and …' },
  { value: 'any', label: 'Any of these holds', note: '… or …' },
  { value: 'none', label: 'None of these holds', note: 'neither … nor …' },
] as const
const JOINING: Record<Way, string> = { all: 'and', any: 'or', none: 'nor' }
const group = computed(() => (isTest(props.condition) ? { all: [props.condition] } : props.condition))
const way = computed<Way>(() => ('all' in group.value ? 'all' : 'any' in group.value ? 'any' : 'none'))
const parts = computed(() => partsOf(group.value as Exclude<Condition, Test>))
/** A part that lacks its value still: it is none of the condition until it has one. */
const begun = ref<Condition>()
const rows = computed(() => [...parts.value, ...(begun.value ? [begun.value] : [])])
/** What asks nothing yet, or one thing that was never said to be one of several, means “and” from then on. */
const meant = computed<Way>(() =>
  !props.inner && parts.value.length < 2 && way.value === 'any' ? 'all' : way.value,
)
const empty = computed(() => {
  const what = props.of ?? 'every ticket'
  if (way.value !== 'any') return `Asks nothing: it is always so, for ${what}.`
  return props.inner ? 'Asks nothing yet.' : 'Asks nothing yet: it is for nothing until you ask.'
})

function write(list: readonly Condition[], as: Way = way.value) {
  const some = [...list]
  // With its last part gone it asks nothing any more, and that is always so.
  if (!some.length) emit('change', { all: [] })
  else emit('change', as === 'all' ? { all: some } : as === 'any' ? { any: some } : { none: some })
}
const replaced = (index: number, part: Condition) => parts.value.map((one, at) => (at === index ? part : one))
const without = (index: number) => parts.value.filter((_, at) => at !== index)

const facts = computed(() => factOptions(props.words, props.offered))
const nameOf = (fact: string) => facts.value.find((one) => one.value === fact)?.label ?? fact
const adding = ref<string | null>(null)
async function add(fact: string | null) {
  if (!fact) return
  adding.value = fact
  const first = firstTest(props.words, props.names, fact)
  if (isWhole(first)) write([...parts.value, first], meant.value)
  else begun.value = first
  await nextTick()
  adding.value = null
}
function change(index: number, test: Test) {
  if (index < parts.value.length) return write(replaced(index, test))
  begun.value = undefined
  write([...parts.value, test], meant.value)
}
function changeGroup(index: number, changed: Condition) {
  if (index < parts.value.length) return write(replaced(index, changed))
  begun.value = undefined
  if (!isTest(changed) && partsOf(changed).length) write([...parts.value, changed], meant.value)
}
function takeOut(index: number) {
  if (index < parts.value.length) write(without(index))
  else begun.value = undefined
}
const COSTS = {
  1: '',
  2: 'Compares the beginning of a text; “is” would be quicker.',
  3: 'Costly: reads the whole text of every ticket it is asked of; “is” or “starts with” is much quicker.',
}
</script>

<template>
  <div class="group" :class="{ inner }" role="group" :aria-label="label">
    <p v-if="!readonly && (parts.length > 1 || inner || way === 'none')" class="way">
      <KitChoice
        bare
        :label="`${label}: how many must hold`"
        :model-value="way"
        :options="WAYS"
        @update:model-value="$event && write(parts, $event)"
      />
      <KitButton v-if="inner" kind="link" @click="emit('remove')">take the group out</KitButton>
    </p>
    <p v-if="!rows.length" class="quiet small nothing">
      {{ empty }}
      <KitButton v-if="way === 'any' && !inner && !readonly" kind="link" @click="emit('change', { all: [] })"
        >Make it always so</KitButton
      >
    </p>
    <div v-for="(part, index) in rows" :key="index" class="row">
      <b v-if="index || inner" class="joins small">{{ index ? JOINING[meant] : '' }}</b>
      <template v-if="isTest(part)">
        <span class="fact">{{ nameOf(part.fact) }}</span>
        <TestField
          :test="part"
          :words="words"
          :names="names"
          :alone="alone"
          :label="`${label}, ${nameOf(part.fact)}`"
          @change="change(index, $event)"
        />
        <KitButton
          v-if="!readonly"
          kind="link"
          class="small"
          :aria-label="`${label}: take out ${nameOf(part.fact)}`"
          @click="takeOut(index)"
          >take out</KitButton
        >
        <span v-if="costOf(part) > 1" class="cost small">{{ COSTS[costOf(part)] }}</span>
      </template>
      <ConditionField
        v-else
        :condition="part"
        :words="words"
        :names="names"
        :readonly="readonly"
        :label="`${label}, group ${index + 1}`"
        inner
        :offered="offered"
        :alone="alone"
        :of="of"
        @change="(changed: Condition) => changeGroup(index, changed)"
        @remove="takeOut(index)"
      />
    </div>
    <p v-if="!readonly && !begun" class="add">
      <b v-if="parts.length" class="joins small">{{ JOINING[meant] }}</b>
      <KitChoice
        bare
        :label="`${label}: ask something${parts.length ? ' more' : ''}`"
        :model-value="adding"
        placeholder="ask …"
        :options="facts"
        @update:model-value="add"
      />
      <KitButton v-if="!inner && parts.length" kind="link" @click="begun = { any: [] }">a group</KitButton>
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
  flex: 1 1 100%;
}
.row,
.add,
.way {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  margin: 0;
  padding: 3px 0;
  max-width: 860px;
}
.row {
  border-bottom: 1px dotted var(--rule);
}
.joins {
  min-width: 26px;
  color: var(--sea);
}
.fact {
  min-width: 9rem;
}
.nothing {
  margin: 2px 0;
}
.cost {
  color: var(--brass);
  flex: 1 1 100%;
}
</style>
