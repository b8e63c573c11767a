<script setup lang="ts">
definePageMeta({ layout: 'portal', middleware: 'requester' })
</script>

<template>
  <PortalAccess />
</template>
