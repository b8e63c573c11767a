<script setup lang="ts">
const { params } = useRoute()
</script>

<template>
  <main class="outside">
    <NewPasswordForm :token="String(params.token)" door="/sign-in" again="/forgotten" />
  </main>
</template>

<style scoped>
.outside {
  max-width: 380px;
  margin: 14vh auto 0;
  padding: 0 18px;
}
</style>
