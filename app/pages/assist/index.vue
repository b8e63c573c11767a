<script setup lang="ts">
useHead({ title: 'Yare Ledger' })
</script>

<template>
  <AssistDoor />
</template>
