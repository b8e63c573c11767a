<script setup lang="ts">
definePageMeta({ layout: 'portal', middleware: 'requester' })
const { params } = useRoute()
</script>

<template>
  <PortalRequest :portal="String(params.portal)" :reference="Number(params.reference)" />
</template>
