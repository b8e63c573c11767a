<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Your access · Yare Ledger' })
</script>

<template>
  <MyAccess />
</template>
