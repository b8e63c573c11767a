<script setup lang="ts">
// How much of a list is done, as a line that fills.
defineProps<{ done: number; all: number; label: string }>()
</script>

<template>
  <div class="bar" role="img" :aria-label="label">
    <i :style="{ width: `${(100 * done) / Math.max(1, all)}%` }" />
  </div>
</template>

<style scoped>
.bar {
  height: 5px;
  border: 1px solid var(--rule-2);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--sea);
}
</style>
