<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff', key: 'arrivals' })
useHead({ title: 'Arrivals · Yare Ledger' })
</script>

<template>
  <ArrivalsPlace />
</template>
