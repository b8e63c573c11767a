<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Labels · Yare Ledger' })
</script>

<template>
  <LabelSheet />
</template>
