<script setup lang="ts">
import Checkbox from 'primevue/checkbox'

// One yes or no that is ticked. What is wrong with it stands below.
defineProps<{
  modelValue: boolean
  label: string
  help?: string
  error?: string
  disabled?: boolean
  /** Its label is read aloud only: where its place says already what it is. */
  bare?: boolean
}>()
defineEmits<{ 'update:modelValue': [now: boolean] }>()
const id = useId()
</script>

<template>
  <div class="kit-tick">
    <Checkbox
      :input-id="id"
      :model-value="modelValue"
      binary
      :disabled="disabled"
      :invalid="Boolean(error)"
      :pt="{ input: { 'aria-describedby': help || error ? `${id}-note` : undefined } }"
      @update:model-value="$emit('update:modelValue', Boolean($event))"
    />
    <label :for="id" :class="{ 'sr-only': bare }">{{ label }}</label>
    <p v-if="error || help" :id="`${id}-note`" :class="error ? 'error-text' : 'quiet small'">
      {{ error ?? help }}
    </p>
  </div>
</template>

<style scoped>
.kit-tick {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
  min-height: 28px;
}
/* Beside the box, however long it is. */
label {
  max-width: calc(100% - 28px);
}
p {
  flex-basis: 100%;
  margin: 0;
}
</style>
