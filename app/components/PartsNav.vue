<script setup lang="ts">
// The parts of a place that has several pages.
defineProps<{ label: string; parts: { to: string; name: string }[] }>()
const route = useRoute()
</script>

<template>
  <nav class="parts no-print" :aria-label="label">
    <NuxtLink
      v-for="part in parts"
      :key="part.to"
      :to="part.to"
      :class="{ on: route.path === part.to }"
      :aria-current="route.path === part.to ? 'page' : undefined"
      >{{ part.name }}</NuxtLink
    >
  </nav>
</template>

<style scoped>
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin-bottom: 6px;
}
.parts a {
  min-height: 24px;
}
.parts .on {
  color: var(--ink);
  font-weight: 650;
  text-decoration: none;
}
</style>
