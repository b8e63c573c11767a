<script setup lang="ts">
definePageMeta({ layout: 'portal' })
const portal = String(useRoute().params.portal)
const { say } = usePortalWords()
useHead({ title: () => say('door.page') })
const { signInBy } = await api('GET /api/portals/{portal}', { path: { portal } })
</script>

<template>
  <div class="door">
    <h1>{{ say('door.title') }}</h1>
    <p class="quiet">{{ say('door.then') }}</p>
    <SignInForm :portal="portal" :by="signInBy" :home="`/portal/${portal}`" />
  </div>
</template>

<style scoped>
.door {
  max-width: 380px;
}
</style>
