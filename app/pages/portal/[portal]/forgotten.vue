<script setup lang="ts">
definePageMeta({ layout: 'portal' })
const { params } = useRoute()
</script>

<template>
  <ForgottenForm :door="`/portal/${String(params.portal)}/sign-in`" />
</template>
