<script setup lang="ts">
const session = useSession()
const setup = await beside('Whether the desk is set up', api('GET /api/setup'))
if (setup?.needsAdministrator) await navigateTo('/first')
else {
  await session.load().catch(() => null)
  await navigateTo(
    session.me?.staff ? '/desk' : session.me?.portal ? `/portal/${session.me.portal}` : '/sign-in',
  )
}
</script>

<template><div /></template>
