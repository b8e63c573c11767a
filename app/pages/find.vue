<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Find · Yare Ledger' })
</script>

<template>
  <FindPlace />
</template>
