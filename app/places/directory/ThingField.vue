<script setup lang="ts">
import { LANGUAGE_NAMES, LANGUAGES } from '~~/core/words'
import type { Field, Value, Values } from '~~/core/directory'
import type { NamesOfThings } from './useThings'

// A field of a thing, by its type: part of a form, or changed in place.
const props = defineProps<{
  field: Field
  modelValue: Value
  names: NamesOfThings
  /** What of the design there is to choose from. */
  choices: {
    calendars: readonly { value: string; label: string }[]
    priorities: readonly { value: string; label: string }[]
  }
  error?: string
  /** Everything that is said of the thing. */
  all?: Values
  /** Takes a value over at once, where it is changed in place. */
  commit?: (now: Value) => unknown
  focuses?: boolean
  disabled?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [now: Value] }>()
const languages = LANGUAGES.map((value) => ({ value, label: LANGUAGE_NAMES[value] }))
const text = computed(() => (props.modelValue === null ? '' : String(props.modelValue)))
const one = computed(() => (props.modelValue === null ? null : String(props.modelValue)))
const figure = computed(() => (typeof props.modelValue === 'number' ? props.modelValue : null))
const put = (now: Value) => emit('update:modelValue', now)
/** An emptied field has nothing in it. */
const taken = computed(() => props.commit && ((now: Value) => props.commit?.(now === '' ? null : now)))
const framed = computed(() => ({
  label: props.field.label,
  help: props.field.help,
  error: props.error,
  disabled: props.disabled,
}))
const options = computed(() => {
  const { field } = props
  if (field.type === 'zone') return zoneOptions(one.value)
  if (field.type === 'language') return languages
  if (field.type === 'choice') return field.options
  return field.type === 'ofDesign' ? props.choices[field.what] : []
})
</script>

<template>
  <KitLongText
    v-if="field.type === 'text' && field.lines"
    v-bind="framed"
    :model-value="text"
    :rows="2"
    :most="field.max ?? 2000"
    :commit="taken"
    :focuses="focuses"
    @update:model-value="put($event || null)"
  />
  <DepartmentField
    v-else-if="field.type === 'text' && field.offers"
    v-bind="framed"
    :model-value="one"
    :organisation="typeof all?.organisation === 'string' ? all.organisation : null"
    :commit="taken"
    @update:model-value="put"
  />
  <KitText
    v-else-if="['text', 'mail', 'telephone', 'week'].includes(field.type)"
    v-bind="framed"
    :model-value="text"
    :type="field.type === 'mail' ? 'email' : field.type === 'telephone' ? 'tel' : 'text'"
    :most="(field.type === 'text' && field.max) || 250"
    :commit="taken"
    :focuses="focuses"
    @update:model-value="put($event || null)"
  />
  <KitNumber
    v-else-if="field.type === 'number'"
    v-bind="framed"
    :model-value="figure"
    :min="field.min"
    :max="field.max"
    :commit="taken"
    @update:model-value="put"
  />
  <KitNumber
    v-else-if="field.type === 'money'"
    v-bind="framed"
    :model-value="figure"
    :min="0"
    :places="2"
    :fixed="2"
    :commit="taken"
    @update:model-value="put"
  />
  <KitDay
    v-else-if="field.type === 'day'"
    v-bind="framed"
    :model-value="text"
    :commit="taken"
    @update:model-value="put($event || null)"
  />
  <RoleField
    v-else-if="field.type === 'one' && field.of === 'roles'"
    v-bind="framed"
    :model-value="one"
    :commit="taken"
    @update:model-value="put"
  />
  <ThingFinder
    v-else-if="field.type === 'one'"
    v-bind="framed"
    :model-value="one"
    :list="field.of"
    :said="one === null ? undefined : names[field.of]?.[one]"
    :commit="taken"
    :focuses="focuses"
    @update:model-value="put"
  />
  <ThingsField
    v-else-if="field.type === 'several' || field.type === 'graded' || field.type === 'ways'"
    :field="field"
    :model-value="modelValue"
    :names="names"
    :error="error"
    :commit="commit"
    @update:model-value="put"
  />
  <ExtraField
    v-else-if="field.type === 'extra'"
    :field="field"
    :model-value="modelValue"
    :type="typeof all?.[field.by] === 'string' ? String(all[field.by]) : null"
    :error="error"
    :commit="commit"
    @update:model-value="put"
  />
  <NamesField
    v-else-if="field.type === 'names'"
    :field="field"
    :model-value="modelValue"
    :error="error"
    :commit="commit"
    @update:model-value="put"
  />
  <RightsField
    v-else-if="field.type === 'rights'"
    v-bind="framed"
    :model-value="modelValue"
    :commit="commit"
    @update:model-value="put"
  />
  <DesignChoice
    v-else-if="field.type === 'ofDesign'"
    v-bind="framed"
    :what="field.what"
    :needed="Boolean(field.needed)"
    :model-value="one"
    :options="options"
    :commit="taken"
    @update:model-value="put"
  />
  <KitChoice
    v-else
    v-bind="framed"
    :model-value="one"
    :options="options"
    :clears="!field.needed"
    :placeholder="field.needed ? 'choose …' : 'none'"
    :commit="taken"
    @update:model-value="put"
  />
</template>
