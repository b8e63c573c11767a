<template>
  <main class="outside"><ForgottenForm door="/sign-in" /></main>
</template>

<style scoped>
.outside {
  max-width: 380px;
  margin: 14vh auto 0;
  padding: 0 18px;
}
</style>
