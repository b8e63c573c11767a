<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Deadlines · Yare Ledger' })
</script>

<template>
  <DeadlinesPlace />
</template>
