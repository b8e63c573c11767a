<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Plans under way · Yare Ledger' })
const { params } = useRoute()
</script>

<template>
  <PlansPlace :plan="params.plan ? String(params.plan) : undefined" />
</template>
