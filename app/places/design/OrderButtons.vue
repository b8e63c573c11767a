<script setup lang="ts">
// Earlier, later: the keyboard's way to an order that can also be dragged.
defineProps<{ name: string; first: boolean; last: boolean }>()
const emit = defineEmits<{ by: [step: -1 | 1] }>()
</script>

<template>
  <span class="small order">
    <KitButton kind="link" :disabled="first" :aria-label="`${name} earlier`" @click="emit('by', -1)"
      >earlier</KitButton
    >
    ·
    <KitButton kind="link" :disabled="last" :aria-label="`${name} later`" @click="emit('by', 1)"
      >later</KitButton
    >
  </span>
</template>

<style scoped>
.order {
  white-space: nowrap;
}
</style>
