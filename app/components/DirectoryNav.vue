<script setup lang="ts">
// The parts of the directory.
const session = useSession()
const route = useRoute()
const parts = computed(() => [
  ...(session.me?.role === 'administrator' ? [{ to: '/directory', name: 'People' }] : []),
  { to: '/directory/agreements', name: 'Agreements' },
  { to: '/directory/equipment', name: 'Equipment' },
  { to: '/directory/rota', name: 'Rota' },
])
</script>

<template>
  <nav class="parts" aria-label="Parts of the directory">
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
  gap: 16px;
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
