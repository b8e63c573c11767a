<script setup lang="ts">
import InputNumber from 'primevue/inputnumber'
import { framed, type FieldProps } from './field'
import KitField from './KitField.vue'
import { useFieldDraft, type Commit } from './useFieldDraft'

// A number, with its unit. While it is typed it is told with each letter: the control itself would tell it at the end.
const props = withDefaults(
  defineProps<
    FieldProps & {
      modelValue: number | null
      commit?: Commit<number | null>
      min?: number
      max?: number
      /** The most places behind the point. */
      places?: number
      /** Always so many places behind the point, as amounts of money have. */
      fixed?: number
      unit?: string
      placeholder?: string
    }
  >(),
  { places: 0 },
)
const emit = defineEmits<{ 'update:modelValue': [now: number | null]; enter: [] }>()
const { draft, theirs, failed, put, cancel, escape, settle } = useFieldDraft({
  given: () => props.modelValue,
  tell: (now) => emit('update:modelValue', now),
  commit: () => props.commit,
})
const typed = (value: unknown) => put(typeof value === 'number' ? value : null)
async function enter() {
  await settle()
  emit('enter')
}
</script>

<template>
  <KitField
    v-slot="{ id, describedBy, invalid }"
    v-bind="framed(props)"
    :failed="failed"
    :theirs="theirs === undefined ? undefined : theirs === null ? 'empty' : String(theirs)"
    @take-theirs="cancel"
  >
    <span class="with-unit">
      <InputNumber
        :input-id="id"
        :model-value="draft"
        :min="min"
        :max="max"
        :min-fraction-digits="fixed"
        :max-fraction-digits="fixed ?? places"
        :use-grouping="false"
        :placeholder="placeholder"
        :disabled="disabled"
        :invalid="invalid"
        :aria-describedby="describedBy"
        :pt="{ pcInputText: { root: { 'aria-describedby': describedBy } } }"
        @input="typed($event.value)"
        @update:model-value="typed"
        @blur="settle"
        @keydown.enter="enter"
        @keydown.esc="escape"
      />
      <span v-if="unit" class="quiet">{{ unit }}</span>
    </span>
  </KitField>
</template>

<style scoped>
.with-unit {
  display: inline-flex;
  gap: 8px;
  align-items: baseline;
}
.with-unit :deep(input) {
  width: 9em;
  text-align: right;
  font-family: var(--mono);
  font-variant-numeric: tabular-nums;
}
</style>
