<script setup lang="ts">
useHead({ title: 'Sign in · Yare Ledger' })
const setup = await beside('Whether the desk is set up', api('GET /api/setup'))
if (setup?.needsAdministrator) await navigateTo('/first')
</script>

<template>
  <main class="door">
    <h1><i>Yare</i> Ledger</h1>
    <p class="quiet">
      The desk’s own door. If you want to ask for something, go to the portal of your organisation.
    </p>
    <SignInForm home="/desk" />
    <p v-if="setup?.demo" class="notice">
      This is the demo. Desk lead: <b>olin-brandt@commons.sound.example</b>, technician:
      <b>tora-aas@commons.sound.example</b>, password <b>sound-of-hallin</b>. A requester signs in at
      <NuxtLink to="/portal/merrow">the portal of Merrow Line</NuxtLink>.
    </p>
  </main>
</template>

<style scoped>
.door {
  max-width: 380px;
  margin: 14vh auto 0;
  padding: 0 18px;
}
h1 {
  font-size: 2rem;
}
h1 i {
  color: var(--sea);
  font-weight: 500;
}
</style>
