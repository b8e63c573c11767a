<script setup lang="ts">
useHead({ title: 'Yare Ledger' })
const { params } = useRoute()
</script>

<template>
  <WordPlace :token="String(params.token)" />
</template>
