<script setup lang="ts">
// What goes along with a form that the browser sends by itself, and nobody sees.
defineProps<{ name: string; value: unknown }>()
</script>

<template>
  <input type="hidden" :name="name" :value="JSON.stringify(value)" />
</template>
