<script setup lang="ts">
import { isOneOf, keysOf } from '~~/core/lookup'
import type { Design } from '~~/core/design'
import { stepTerms, STEPS, type FirstNamed, type MoveStep } from '~~/core/work'
import type { Names } from '~/composables/useNames'

// One thing that a move does.
const props = defineProps<{ step: MoveStep; design: Design; names: Names; label: string }>()
const emit = defineEmits<{ change: [step: MoveStep]; remove: [] }>()

const GROUPS = {
  new: 'one for what is new',
  active: 'one in which it is worked on',
  waiting: 'one that waits',
  done: 'one that is done',
  away: 'the one of what is called off',
}
const FIELDS = ['priority', 'category', 'queue', 'team'] as const
const valueOf = (field: string) => props.names[field]?.[0]?.value ?? ''
const terms = computed(() => stepTerms(props.step))
const first = computed<FirstNamed>(() => ({
  priority: valueOf('priority'),
  field: props.design.fields[0]?.name ?? '',
  checklist: props.design.checklists[0]?.id ?? '',
  ladder: props.design.ladders[0]?.id ?? '',
}))
/** What is chosen, where one of several is. */
const choice = computed(() => {
  const { field } = terms.value
  if (field.field !== 'options' && field.field !== 'choice') return undefined
  const lists = { checklist: props.design.checklists, ladder: props.design.ladders }
  const options =
    field.field === 'options'
      ? Object.entries(field.options)
      : lists[field.of].map(({ id, name }) => [id, name] as const)
  const { key, label } = field
  return { key, label, options, value: new Map<string, unknown>(Object.entries(props.step)).get(key) }
})
const choose = (key: string, value: string) =>
  emit('change', { do: props.step.do, [key]: value } as unknown as MoveStep)
type Of<K extends MoveStep['do']> = Extract<MoveStep, { do: K }>
const toStatus = (value: string): MoveStep =>
  isOneOf(keysOf(GROUPS), value) ? { do: 'status', group: value } : { do: 'status', status: value }
</script>

<template>
  <div class="step" role="group" :aria-label="label">
    <select
      class="inline-field"
      :value="step.do"
      :aria-label="`${label}: what is done`"
      @change="emit('change', STEPS[typedIn($event) as MoveStep['do']].fresh(first))"
    >
      <option v-for="(one, key) in STEPS" :key="key" :value="key">{{ one.name }}</option>
    </select>
    <select
      v-if="step.do === 'status'"
      class="inline-field"
      :value="step.group ?? step.status"
      :aria-label="`${label}: to which status`"
      @change="emit('change', toStatus(typedIn($event)))"
    >
      <option v-for="(name, key) in GROUPS" :key="key" :value="key">{{ name }}</option>
      <optgroup label="just this one">
        <option v-for="one in names.status" :key="one.value" :value="one.value">{{ one.label }}</option>
      </optgroup>
    </select>
    <template v-else-if="step.do === 'sort'">
      <select
        class="inline-field"
        :value="step.field"
        :aria-label="`${label}: which value`"
        @change="
          emit('change', {
            do: 'sort',
            field: typedIn($event) as Of<'sort'>['field'],
            value: valueOf(typedIn($event)),
          })
        "
      >
        <option v-for="one in FIELDS" :key="one" :value="one">{{ one }}</option>
      </select>
      <select
        class="inline-field"
        :value="step.value"
        :aria-label="`${label}: to what`"
        @change="emit('change', { ...(step as Of<'sort'>), value: typedIn($event) })"
      >
        <option v-for="one in names[step.field]" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select>
    </template>
    <textarea
      v-else-if="step.do === 'reply' || step.do === 'note'"
      class="inline-field text"
      rows="2"
      :value="step.text"
      :aria-label="`${label}: the words`"
      @change="emit('change', { do: step.do, text: typedIn($event) })"
    />
    <SetField
      v-else-if="step.do === 'set'"
      :field="step.field"
      :value="step.value"
      :design="design"
      :label="label"
      may-ask
      @change="(field, value) => emit('change', { do: 'set', field, ...(value !== undefined && { value }) })"
    />
    <select
      v-else-if="choice"
      class="inline-field"
      :value="choice.value"
      :aria-label="`${label}: ${choice.label}`"
      @change="choose(choice.key, typedIn($event))"
    >
      <option v-for="[id, name] in choice.options" :key="id" :value="id">{{ name }}</option>
    </select>
    <button class="link small" type="button" :aria-label="`${label}: take out`" @click="emit('remove')">
      take out
    </button>
  </div>
</template>

<style scoped>
.step {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  padding: 2px 0;
}
.text {
  flex: 1 1 260px;
  max-width: none;
}
</style>
