<script setup lang="ts">
definePageMeta({ layout: 'portal', middleware: 'requester' })
const { params } = useRoute()
</script>

<template>
  <AskPlace :portal="String(params.portal)" :item="String(params.item)" />
</template>
