<script setup lang="ts">
definePageMeta({ layout: 'portal', middleware: 'requester' })
const { params } = useRoute()
</script>

<template>
  <AboutPlace :portal="String(params.portal)" :number="Number(params.number) || 0" />
</template>
