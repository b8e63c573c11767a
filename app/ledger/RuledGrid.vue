<script setup lang="ts">
// Ruled paper for cells that are gone through by the keyboard; what stands in them, and the keys, are those of its place.
defineProps<{ rowCount: number }>()
</script>

<template>
  <table :aria-rowcount="rowCount + 1">
    <thead>
      <slot name="head" />
    </thead>
    <tbody>
      <slot />
    </tbody>
  </table>
</template>

<style scoped>
table {
  border-collapse: collapse;
}
</style>
