<script setup lang="ts">
// What can be done with all that is chosen in a list; it stays in sight while the list is read on.
defineProps<{ label: string; chosen: string }>()
const emit = defineEmits<{ none: [] }>()
</script>

<template>
  <div class="chosen" role="group" :aria-label="label">
    <b>{{ chosen }} chosen</b>
    <slot />
    <KitButton kind="link" @click="emit('none')">Choose none</KitButton>
    <slot name="below" />
  </div>
</template>

<style scoped>
.chosen {
  position: sticky;
  top: -16px;
  z-index: 2;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  background: var(--sea-2);
  padding: 6px 10px;
  margin: 6px 0;
}
</style>
