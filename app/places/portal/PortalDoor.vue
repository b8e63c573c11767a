<script setup lang="ts">
// The door of a portal.
const props = defineProps<{ portal: string }>()
const session = useSession()
const { say } = usePortalWords()
const { data, error } = await usePageQuery({
  key: () => ['portals', props.portal, session.me?.id ?? ''],
  query: () => api('GET /api/portals/{portal}', { path: { portal: props.portal } }),
})
// Where there is no such portal nobody can be let in.
const problemNow = error.value && !data.value ? asApiError(error.value).problem : undefined
if (problemNow) throw createError({ statusCode: problemNow.status || 503, data: problemNow })
useHead({ title: () => say('door.page') })
</script>

<template>
  <div class="door">
    <h1>{{ say('door.title') }}</h1>
    <p class="quiet">{{ say('door.then') }}</p>
    <SignInForm :portal="portal" :by="data?.signInBy" :home="`/portal/${portal}`" />
  </div>
</template>

<style scoped>
.door {
  max-width: 380px;
}
</style>
