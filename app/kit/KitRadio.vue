<script setup lang="ts" generic="T extends string | number | boolean">
import RadioButton from 'primevue/radiobutton'
import { framed, type FieldProps, type Option } from './field'
import KitField from './KitField.vue'

// One of a few, all of which are seen at once.
const props = defineProps<FieldProps & { modelValue: T | null; options: readonly Option<T>[] }>()
defineEmits<{ 'update:modelValue': [now: T] }>()
const own = useId()
const base = computed(() => props.id ?? own)
</script>

<template>
  <KitField v-slot="{ invalid }" v-bind="framed(props)" group>
    <div v-for="(one, index) in options" :key="String(one.value)" class="one">
      <RadioButton
        :input-id="`${base}-${index}`"
        :name="name ?? base"
        :value="one.value"
        :model-value="modelValue"
        :disabled="disabled || one.disabled"
        :invalid="invalid"
        @update:model-value="$emit('update:modelValue', $event)"
      />
      <label :for="`${base}-${index}`">{{ one.label }}</label>
      <span v-if="one.note" class="quiet small">{{ one.note }}</span>
    </div>
  </KitField>
</template>

<style scoped>
.one {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
  min-height: 28px;
}
</style>
