<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Partner desks · Yare Ledger' })
</script>

<template>
  <PartnersPlace />
</template>
