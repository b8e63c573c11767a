<script setup lang="ts">
// Earlier, later: the keyboard's way to an order that can also be dragged.
defineProps<{ name: string; first: boolean; last: boolean }>()
const emit = defineEmits<{ by: [step: -1 | 1] }>()
</script>

<template>
  <span class="small">
    <button
      class="link"
      type="button"
      :disabled="first"
      :aria-label="`${name} earlier`"
      @click="emit('by', -1)"
    >
      earlier
    </button>
    ·
    <button class="link" type="button" :disabled="last" :aria-label="`${name} later`" @click="emit('by', 1)">
      later
    </button>
  </span>
</template>
