<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'My day · Yare Ledger' })
</script>

<template>
  <DayPlace />
</template>
