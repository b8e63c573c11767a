<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Log for somebody · Yare Ledger' })
</script>

<template>
  <LogPlace />
</template>
