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

const fields = computed(() => props.design.fields.map(({ name, label }) => ({ value: name, label })))
const ways = computed(() => [
  ...(props.mayAsk ? [{ value: 'asked', label: 'to what is asked for' }] : []),
  { value: 'value', label: 'to' },
  { value: 'empty', label: 'to nothing' },
])
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
    <span v-if="!design.fields.length" class="quiet">no field yet; add one to a ticket kind</span>
    <KitChoice
      v-else
      bare
      :label="`${label}: which field`"
      :model-value="field"
      :options="fields"
      @update:model-value="$event && emit('change', $event, mayAsk ? undefined : null)"
    />
    <KitChoice
      bare
      :label="`${label}: to what`"
      :model-value="how"
      :options="ways"
      @update:model-value="$event && setHow($event)"
    />
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
