<script setup lang="ts">
// The stand-ins that ship with the application: the simulated outside.
const route = useRoute()
const parts = [
  { to: '/standins/mailbox', name: 'Mailbox' },
  { to: '/standins/chat', name: 'Chat room' },
  { to: '/standins/text', name: 'Text messages' },
  { to: '/standins/pager', name: 'Pagers' },
  { to: '/standins/call', name: 'Another system' },
  { to: '/standins/monitor', name: 'Monitors' },
]
</script>

<template>
  <nav class="parts no-print" aria-label="Stand-ins">
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
