<script setup lang="ts">
definePageMeta({ layout: 'portal', middleware: 'requester' })
const { params } = useRoute()
</script>

<template>
  <PortalArticle :portal="String(params.portal)" :article="Number(params.article)" />
</template>
