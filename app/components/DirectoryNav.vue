<script setup lang="ts">
// The parts of the directory.
const session = useSession()
const parts = computed(() => [
  ...(session.me?.role === 'administrator' ? [{ to: '/directory', name: 'People' }] : []),
  { to: '/directory/agreements', name: 'Agreements' },
  { to: '/directory/equipment', name: 'Equipment' },
  { to: '/directory/rota', name: 'Rota' },
])
</script>

<template>
  <PartsNav label="Parts of the directory" :parts="parts" />
</template>
