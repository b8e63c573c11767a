<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Dispatch · Yare Ledger' })
</script>

<template>
  <DispatchPlace />
</template>
