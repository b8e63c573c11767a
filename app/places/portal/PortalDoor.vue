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
  <template v-if="data && !session.me">
    <KnownNotices :notices="data.notices" :zone="data.zone" />
    <section v-if="data.groups.length" class="known" :aria-label="say('door.known')">
      <PortalGroups :portal="portal" :groups="data.groups" :otherwise="data.otherwise ?? undefined" />
    </section>
  </template>
</template>

<style scoped>
.known {
  margin-top: 30px;
}
.door {
  max-width: 380px;
}
</style>
