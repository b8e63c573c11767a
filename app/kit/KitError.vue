<script setup lang="ts">
import KitButton from './KitButton.vue'

// What went wrong, in words that say what to do; what can be tried again has a button for it.
defineProps<{
  /** In words, or whatever was thrown. */
  error: unknown
  triesAgain?: boolean
}>()
defineEmits<{ again: [] }>()
const { say } = usePortalWords()
const words = (error: unknown) => (typeof error === 'string' ? error : asApiError(error).problem.detail)
</script>

<template>
  <p v-if="error" class="notice bad" role="alert">
    {{ words(error) }}
    <KitButton v-if="triesAgain" kind="plain" @click="$emit('again')">{{ say('error.again') }}</KitButton>
  </p>
</template>
