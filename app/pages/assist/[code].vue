<script setup lang="ts">
useHead({ title: 'Yare Ledger' })
const { params } = useRoute()
</script>

<template>
  <AssistGuest :key="String(params.code)" :code="String(params.code)" />
</template>
