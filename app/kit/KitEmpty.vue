<script setup lang="ts">
// What stands where a list has nothing: why, and what one can do about it.
defineProps<{ says: string }>()
</script>

<template>
  <div class="kit-empty">
    <p>{{ says }}</p>
    <slot />
  </div>
</template>

<style scoped>
.kit-empty {
  padding: 1.2rem 0;
  color: var(--ink-2);
}
p {
  margin: 0 0 0.6rem;
}
</style>
