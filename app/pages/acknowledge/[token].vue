<script setup lang="ts">
useHead({ title: 'I have it · Yare Ledger' })
const { params } = useRoute()
</script>

<template>
  <AcknowledgePlace :token="String(params.token)" />
</template>
