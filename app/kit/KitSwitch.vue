<script setup lang="ts">
import '~/theme/parts/toggleswitch'
import ToggleSwitch from 'primevue/toggleswitch'

// Something that is on or off at once, without being sent.
defineProps<{ modelValue: boolean; label: string; note?: string; disabled?: boolean }>()
defineEmits<{ 'update:modelValue': [now: boolean] }>()
const id = useId()
</script>

<template>
  <span class="kit-switch">
    <ToggleSwitch
      :input-id="id"
      :model-value="modelValue"
      :disabled="disabled"
      @update:model-value="$emit('update:modelValue', $event)"
    />
    <label :for="id">{{ label }}</label>
    <span v-if="note" class="quiet small">{{ note }}</span>
  </span>
</template>

<style scoped>
.kit-switch {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
  min-height: 28px;
}
</style>
