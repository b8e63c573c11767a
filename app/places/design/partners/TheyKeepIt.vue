<script setup lang="ts">
import type { Condition } from '~~/core/condition'
import { theirFact, theirFieldOf, type Offer } from '~~/core/partner'

// What holds of a partner's ticket by what it says: one of its fields has one of some values. Anything else that a design
// file asks for is left as it is.
const props = defineProps<{
  label: string
  /** What it says where nothing is chosen. */
  placeholder: string
  condition?: Condition
  offer: Offer | null
  readonly: boolean
}>()
const emit = defineEmits<{ change: [condition: Condition | undefined] }>()
const gives = computed(() => (props.offer?.gives ?? []).filter(({ values }) => values?.length))
const test = computed(() =>
  props.condition && 'fact' in props.condition && ['is', 'oneOf'].includes(props.condition.op)
    ? props.condition
    : undefined,
)
const isNothing = computed(
  () => !props.condition || ('any' in props.condition && !props.condition.any.length),
)
const field = computed(() => (test.value ? (theirFieldOf(test.value.fact) ?? null) : null))
const fields = computed(() => gives.value.map(({ id, name }) => ({ value: id, label: name })))
const values = computed(() =>
  (gives.value.find(({ id }) => id === field.value)?.values ?? []).map(({ id, name }) => ({
    ...{ value: id, label: name },
  })),
)
const chosen = computed(() => [test.value?.value ?? []].flat().map(String))
const setField = (id: string | null) =>
  emit('change', id ? { fact: theirFact(id), op: 'oneOf', value: [] } : undefined)
const setValues = (value: readonly string[]) =>
  emit('change', { fact: test.value!.fact, op: 'oneOf', value: [...value] })
</script>

<template>
  <p v-if="!isNothing && field === null" class="quiet small">
    {{ label }}: as the design file says; a condition of this kind is changed there.
  </p>
  <template v-else>
    <KitChoice
      :label="label"
      :placeholder="placeholder"
      clears
      :disabled="readonly"
      :model-value="field"
      :options="fields"
      @update:model-value="setField"
    />
    <KitManyChoices
      v-if="field"
      :label="`${label}: its values`"
      placeholder="is one of …"
      :disabled="readonly"
      :model-value="chosen"
      :options="values"
      @update:model-value="setValues"
    />
  </template>
</template>
