<script setup lang="ts">
import '~/theme/parts/datepicker'
import DatePicker from 'primevue/datepicker'
import { framed, type FieldProps } from './field'
import KitField from './KitField.vue'
import { useFieldDraft, type Commit } from './useFieldDraft'
import { useOverlayHome } from './useOverlayHome'

// A day, kept as ISO 8601 has it (2026-11-27) or empty; typed, or chosen from a sheet whose weeks begin on Monday.
const props = defineProps<
  FieldProps & { modelValue: string; commit?: Commit<string>; earliest?: string; latest?: string }
>()
const emit = defineEmits<{ 'update:modelValue': [now: string] }>()
const { draft, theirs, failed, put, cancel, settle } = useFieldDraft({
  given: () => props.modelValue,
  tell: (now) => emit('update:modelValue', now),
  commit: () => props.commit,
})
/** The sheet's days are days of the calendar: their hour means nothing. */
const asDate = (day: string | undefined) => {
  const [year, month, date] = (day ?? '').split('-').map(Number)
  return year && month && date ? new Date(year, month - 1, date, 12) : undefined
}
const two = (one: number) => String(one).padStart(2, '0')
const asDay = (date: unknown) =>
  date instanceof Date ? `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}` : ''
const home = useOverlayHome()
</script>

<template>
  <KitField
    v-slot="{ id, describedBy, invalid }"
    v-bind="framed(props)"
    :failed="failed"
    :theirs="theirs"
    @take-theirs="cancel"
  >
    <DatePicker
      :append-to="home"
      :input-id="id"
      :name="name"
      :model-value="asDate(draft) ?? null"
      :min-date="asDate(earliest)"
      :max-date="asDate(latest)"
      date-format="yy-mm-dd"
      placeholder="2026-11-27"
      panel-class="kit-sheet"
      show-icon
      icon-display="input"
      :manual-input="true"
      :disabled="disabled"
      :invalid="invalid"
      :pt="{ pcInputText: { root: { 'aria-describedby': describedBy, maxlength: 10 } } }"
      @update:model-value="put(asDay($event))"
      @hide="settle"
      @blur="settle"
    />
  </KitField>
</template>

<style scoped>
.p-datepicker {
  width: 11em;
}
</style>
