<script setup lang="ts">
definePageMeta({ layout: 'portal' })
const { params } = useRoute()
const portal = String(params.portal)
</script>

<template>
  <NewPasswordForm
    :token="String(params.token)"
    :door="`/portal/${portal}/sign-in`"
    :again="`/portal/${portal}/forgotten`"
  />
</template>
