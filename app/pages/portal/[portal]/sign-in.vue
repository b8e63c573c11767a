<script setup lang="ts">
definePageMeta({ layout: 'portal' })
const { params } = useRoute()
</script>

<template>
  <PortalDoor :portal="String(params.portal)" />
</template>
