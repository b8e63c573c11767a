<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Messages · Yare Ledger' })
</script>

<template>
  <MessagesPlace />
</template>
