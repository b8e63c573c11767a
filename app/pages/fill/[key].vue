<script setup lang="ts">
useHead({ title: 'Yare Ledger' })
const { params } = useRoute()
</script>

<template>
  <FillPlace :at="String(params.key)" />
</template>
