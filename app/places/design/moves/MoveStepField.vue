<script setup lang="ts">
import { isOneOf, keysOf } from '~~/core/lookup'
import type { Design } from '~~/core/design'
import { stepTerms, STEPS, type FirstNamed, type MoveStep } from '~~/core/work'
import type { Names } from '~/composables/useNames'

// One thing that a move does.
const props = defineProps<{
  step: MoveStep
  design: Design
  names: Names
  label: string
  readonly: boolean
}>()
const emit = defineEmits<{ change: [step: MoveStep]; remove: [] }>()

const GROUPS = {
  new: 'one for what is new',
  active: 'one in which it is worked on',
  waiting: 'one that waits',
  done: 'one that is done',
  away: 'the one of what is called off',
}
const FIELDS = (['priority', 'category', 'queue', 'team'] as const).map((value) => ({ value, label: value }))
const KINDS = keysOf(STEPS).map((value) => ({ value, label: STEPS[value].name }))
const goals = computed(() => [
  ...keysOf(GROUPS).map((value) => ({ value: value as string, label: GROUPS[value], group: 'A status' })),
  ...(props.names.status ?? []).map((one) => ({ ...one, group: 'Just this one' })),
])
const valueOf = (field: string) => props.names[field]?.[0]?.value ?? ''
const terms = computed(() => stepTerms(props.step))
const first = computed<FirstNamed>(() => ({
  priority: valueOf('priority'),
  field: props.design.fields[0]?.name ?? '',
  checklist: props.design.checklists[0]?.id ?? '',
  ladder: props.design.ladders[0]?.id ?? '',
  plan: props.design.plans[0]?.id ?? '',
}))
/** What is chosen, where one of several is. */
const choice = computed(() => {
  const { field } = terms.value
  if (field.field !== 'options' && field.field !== 'choice') return undefined
  const { checklists, ladders, plans } = props.design
  const lists = { checklist: checklists, ladder: ladders, plan: plans }
  const options =
    field.field === 'options'
      ? Object.entries(field.options).map(([value, said]) => ({ value, label: said }))
      : named(lists[field.of])
  const { key, label } = field
  const value = new Map<string, unknown>(Object.entries(props.step)).get(key)
  return { key, label, options, value: typeof value === 'string' ? value : null }
})
const choose = (key: string, value: string) =>
  emit('change', { do: props.step.do, [key]: value } as unknown as MoveStep)
type Of<K extends MoveStep['do']> = Extract<MoveStep, { do: K }>
const toStatus = (value: string): MoveStep =>
  isOneOf(keysOf(GROUPS), value) ? { do: 'status', group: value } : { do: 'status', status: value }
</script>

<template>
  <div class="step" role="group" :aria-label="label">
    <KitChoice
      bare
      :label="`${label}: what is done`"
      :model-value="step.do"
      :options="KINDS"
      :disabled="readonly"
      @update:model-value="$event && emit('change', STEPS[$event].fresh(first))"
    />
    <KitChoice
      v-if="step.do === 'status'"
      bare
      :label="`${label}: to which status`"
      :model-value="step.group ?? step.status ?? null"
      :options="goals"
      :disabled="readonly"
      @update:model-value="$event && emit('change', toStatus($event))"
    />
    <template v-else-if="step.do === 'sort'">
      <KitChoice
        bare
        :label="`${label}: which value`"
        :model-value="step.field"
        :options="FIELDS"
        :disabled="readonly"
        @update:model-value="$event && emit('change', { do: 'sort', field: $event, value: valueOf($event) })"
      />
      <KitChoice
        bare
        :label="`${label}: to what`"
        :model-value="step.value"
        :options="names[step.field] ?? []"
        :disabled="readonly"
        @update:model-value="$event && emit('change', { ...(step as Of<'sort'>), value: $event })"
      />
    </template>
    <KitLongText
      v-else-if="step.do === 'reply' || step.do === 'note'"
      class="text"
      bare
      :rows="2"
      :label="`${label}: the words`"
      :model-value="step.text"
      :disabled="readonly"
      :commit="(text: string) => emit('change', { ...(step as Of<'reply' | 'note'>), text })"
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
    <KitChoice
      v-else-if="choice"
      bare
      :label="`${label}: ${choice.label}`"
      :model-value="choice.value"
      :options="choice.options"
      :disabled="readonly"
      @update:model-value="$event && choose(choice.key, $event)"
    />
    <KitButton v-if="!readonly" kind="link" :aria-label="`${label}: take out`" @click="emit('remove')"
      >take out</KitButton
    >
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
  flex: 1 1 320px;
}
</style>
