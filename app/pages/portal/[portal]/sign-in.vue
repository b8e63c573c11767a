<script setup lang="ts">
definePageMeta({ layout: 'portal' })
const portal = String(useRoute().params.portal)
useHead({ title: 'Sign in' })
const { signInBy } = await api<{ signInBy: 'mail' | 'shortName' }>(
  `/api/portals/${encodeURIComponent(portal)}`,
)
</script>

<template>
  <div class="door">
    <h1>Please sign in</h1>
    <p class="quiet">Then you can ask for something and see what became of it.</p>
    <SignInForm :portal="portal" :by="signInBy" :home="`/portal/${portal}`" />
  </div>
</template>

<style scoped>
.door {
  max-width: 380px;
}
</style>
