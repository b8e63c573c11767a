<script setup lang="ts">
definePageMeta({ layout: 'portal', middleware: 'requester' })
const { params } = useRoute()
</script>

<template>
  <PortalRequests :portal="String(params.portal)" />
</template>
