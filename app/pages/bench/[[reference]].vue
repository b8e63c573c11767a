<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff', key: 'bench' })
useHead({ title: 'Bench · Yare Ledger' })
</script>

<template>
  <BenchPlace />
</template>
