<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Knowledge · Yare Ledger' })
</script>

<template>
  <KnowledgePlace />
</template>
