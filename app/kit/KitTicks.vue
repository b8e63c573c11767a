<script setup lang="ts" generic="T extends string">
import Checkbox from 'primevue/checkbox'
import { framed, type FieldProps, type Option } from './field'
import KitField from './KitField.vue'

// Any of a few, all of which are seen at once.
const props = defineProps<FieldProps & { modelValue: readonly T[]; options: readonly Option<T>[] }>()
const emit = defineEmits<{ 'update:modelValue': [now: T[]] }>()
const own = useId()
const base = computed(() => props.id ?? own)
/** In the order of the options, whatever order they are ticked in. */
function tick(value: T, on: boolean) {
  const ticked = new Set(props.modelValue)
  if (on) ticked.add(value)
  else ticked.delete(value)
  emit(
    'update:modelValue',
    props.options.flatMap((one) => (ticked.has(one.value) ? [one.value] : [])),
  )
}
</script>

<template>
  <KitField v-slot="{ invalid }" v-bind="framed(props)" group>
    <div v-for="(one, index) in options" :key="one.value" class="one">
      <Checkbox
        :input-id="`${base}-${index}`"
        :name="name"
        :value="one.value"
        :model-value="[...modelValue]"
        :disabled="disabled || one.disabled"
        :invalid="invalid"
        @update:model-value="tick(one.value, ($event as T[]).includes(one.value))"
      />
      <label :for="`${base}-${index}`">{{ one.label }}</label>
      <span v-if="one.note" class="quiet small">{{ one.note }}</span>
    </div>
  </KitField>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 8px;
  align-items: center;
  min-height: 28px;
  padding: 2px 0;
}
/* Under the words that it explains. */
.one .quiet {
  grid-column: 2;
}
</style>
