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
const { say } = usePortalWords()
const typed = (value: unknown) => put(typeof value === 'number' ? value : null)
/** Where no key is told of each letter, as on the keyboard of a phone or by a paste, the control itself waits for its end. */
function heard({ target }: Event) {
  if (!(target instanceof HTMLInputElement)) return
  const number = Number(target.value.replace(',', '.'))
  if (target.value.trim() && Number.isFinite(number) && number !== draft.value) put(number)
}
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
    :theirs="theirs === undefined ? undefined : theirs === null ? say('kit.nothing') : String(theirs)"
    @take-theirs="cancel"
  >
    <span class="with-unit" @input="heard">
      <InputNumber
        :input-id="id"
        :name="name"
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
