<script setup lang="ts">
definePageMeta({ layout: 'portal', middleware: 'requester' })
const { params } = useRoute()
</script>

<template>
  <PortalIndex :portal="String(params.portal)" />
</template>
