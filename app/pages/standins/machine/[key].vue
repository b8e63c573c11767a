<script setup lang="ts">
useHead({ title: 'A machine · Yare Ledger' })
const { params, query } = useRoute()
</script>

<template>
  <MachinePlace :at="String(params.key)" :as="String(query.as ?? '')" />
</template>
