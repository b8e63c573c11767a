<script setup lang="ts" generic="T extends string | number">
import MultiSelect from 'primevue/multiselect'
import { framed, LOOKED_FOR, type FieldProps, type Option } from './field'
import KitField from './KitField.vue'
import { useFieldDraft, type Commit } from './useFieldDraft'
import { useOverlayHome } from './useOverlayHome'

// Several of many; taken over when the list is shut.
const props = defineProps<
  FieldProps & {
    modelValue: readonly T[]
    options: readonly Option<T>[]
    commit?: Commit<readonly T[]>
    placeholder?: string
  }
>()
const emit = defineEmits<{ 'update:modelValue': [now: readonly T[]] }>()
const { draft, theirs, failed, put, cancel, settle } = useFieldDraft<readonly T[]>({
  given: () => props.modelValue,
  tell: (now) => emit('update:modelValue', now),
  commit: () => props.commit,
})
const namesOf = (values: readonly T[] | undefined) =>
  values?.map((value) => props.options.find((one) => one.value === value)?.label ?? String(value)).join(', ')
const home = useOverlayHome()
</script>

<template>
  <KitField
    v-slot="{ id, describedBy, invalid }"
    v-bind="framed(props)"
    :failed="failed"
    :theirs="namesOf(theirs)"
    @take-theirs="cancel"
  >
    <MultiSelect
      :append-to="home"
      :input-id="id"
      :model-value="[...draft]"
      :options="[...options]"
      option-label="label"
      option-value="value"
      :filter="options.length > LOOKED_FOR"
      :show-toggle-all="options.length > LOOKED_FOR"
      reset-filter-on-hide
      :max-selected-labels="3"
      :selected-items-label="`${draft.length} chosen`"
      :placeholder="placeholder ?? 'choose …'"
      :aria-label="label"
      :disabled="disabled"
      :invalid="invalid"
      :aria-describedby="describedBy"
      :fluid="!bare"
      @update:model-value="put($event ?? [])"
      @hide="settle"
    />
  </KitField>
</template>
