<script setup lang="ts">
useHead({ title: 'First visit · Yare Ledger' })
</script>

<template>
  <FirstVisit />
</template>
