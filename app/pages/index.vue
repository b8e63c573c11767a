<script setup lang="ts">
const session = useSession()
const setup = await api('GET /api/setup').catch(() => undefined)
if (setup?.needsAdministrator) await navigateTo('/first')
else {
  await session.load().catch(() => null)
  await navigateTo(
    session.me?.staff ? '/desk' : session.me?.portal ? `/portal/${session.me.portal}` : '/sign-in',
  )
}
</script>

<template><div /></template>
