<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff', key: 'directory' })
</script>

<template>
  <DirectoryPlace />
</template>
