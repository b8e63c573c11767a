<script setup lang="ts">
import type { Design } from '~~/core/design'
import { FIELD_TYPES, type FieldValue } from '~~/core/fields'

// A field that is set to a value: by a move, where it may also be asked for, or by a rung of a ladder.
const props = defineProps<{
  field: string
  /** Undefined where it is asked for, null where it is emptied. */
  value: FieldValue | null | undefined
  design: Design
  label: string
  mayAsk?: boolean
}>()
const emit = defineEmits<{ change: [field: string, value: FieldValue | null | undefined] }>()

const found = computed(() => props.design.fields.find((one) => one.name === props.field))
const how = computed(() => (props.value === undefined ? 'asked' : props.value === null ? 'empty' : 'value'))
/** What a field is set to before anything is chosen. */
function firstValue(): FieldValue {
  return (found.value && FIELD_TYPES[found.value.type].first?.(found.value)) ?? ''
}
function setHow(to: string) {
  emit('change', props.field, to === 'asked' ? undefined : to === 'empty' ? null : firstValue())
}
const draft = ref<FieldValue | null>(props.value ?? null)
watch(
  () => [props.field, props.value] as const,
  ([, value]) => (draft.value = value ?? null),
)
/** Kept once whoever types goes on. */
function keep() {
  if (draft.value !== null && JSON.stringify(draft.value) !== JSON.stringify(props.value))
    emit('change', props.field, draft.value)
}
</script>

<template>
  <span class="set">
    <select
      class="inline-field"
      :value="field"
      :aria-label="`${label}: which field`"
      @change="emit('change', typedIn($event), mayAsk ? undefined : null)"
    >
      <option v-for="one in design.fields" :key="one.name" :value="one.name">{{ one.label }}</option>
      <option v-if="!design.fields.length" value="">none yet; add one to a ticket kind</option>
    </select>
    <select
      class="inline-field"
      :value="how"
      :aria-label="`${label}: to what`"
      @change="setHow(typedIn($event))"
    >
      <option v-if="mayAsk" value="asked">to what is asked for</option>
      <option value="value">to</option>
      <option value="empty">to nothing</option>
    </select>
    <FieldInput
      v-if="how === 'value' && found"
      v-model="draft"
      :field="{ ...found, required: true }"
      :input-id="`set-${label.replace(/\W+/g, '-')}`"
      :zone="design.desk.zone"
      :aria-label="`${label}: the value`"
      @focusout="keep"
    />
  </span>
</template>

<style scoped>
.set {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}
</style>
