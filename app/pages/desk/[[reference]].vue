<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff', key: 'desk' })
</script>

<template>
  <DeskPlace />
</template>
