<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Rota · Yare Ledger' })
</script>

<template>
  <RotaPlace />
</template>
