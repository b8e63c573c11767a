<script setup lang="ts">
import type { FieldProps } from './field'
import KitNumber from './KitNumber.vue'
import type { Commit } from './useFieldDraft'

// An amount of money in a currency of ISO 4217, with the places behind the point that the currency has.
const props = defineProps<
  FieldProps & { modelValue: number | null; commit?: Commit<number | null>; currency: string; min?: number }
>()
defineEmits<{ 'update:modelValue': [now: number | null] }>()
const places = computed(
  () =>
    new Intl.NumberFormat('en', { style: 'currency', currency: props.currency }).resolvedOptions()
      .maximumFractionDigits,
)
</script>

<template>
  <KitNumber
    v-bind="props"
    :fixed="places"
    :unit="currency"
    @update:model-value="$emit('update:modelValue', $event)"
  />
</template>
