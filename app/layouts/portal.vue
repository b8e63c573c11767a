<script setup lang="ts">
import { localeOf } from '~/kit/locale'

const route = useRoute()
const session = useSession()
const live = useLive()
const portal = computed(() => String(route.params.portal))
const { data } = await usePageQuery({
  key: () => ['portals', portal.value, session.me?.id ?? ''],
  query: () => api('GET /api/portals/{portal}', { path: { portal: portal.value } }),
})
/** A former address leads on to the one that the portal has now. */
const now = data.value?.address
if (now !== undefined && now !== portal.value)
  await navigateTo(
    { path: route.path.replace(/^\/portal\/[^/]+/, `/portal/${now}`), query: route.query },
    { redirectCode: 301, replace: true },
  )
const { language } = usePortalWords()
watch(data, (head) => (language.value = head?.language ?? 'en'), { immediate: true })
useHead({ htmlAttrs: { lang: language } })
// The library's own words as well.
const library = useNuxtApp().vueApp.config.globalProperties.$primevue.config
watch(language, (now) => Object.assign(library.locale!, localeOf(now)), { immediate: true })
watch(
  () => session.me?.id,
  (me) => (me ? void live.open() : live.close()),
)
onMounted(() => session.me && live.open())
</script>

<template>
  <div class="counter" :class="`ink-${data?.ink ?? 'sea'}`">
    <PortalHead :portal="portal" :head="data" />
    <main id="main"><slot /></main>
  </div>
</template>

<style scoped>
/* A portal may press in another of our inks; all of them are read on paper as well as this one. */
.ink-brass {
  --sea: var(--brass);
  --sea-deep: var(--ink);
}
.ink-ink {
  --sea: var(--ink);
  --sea-deep: var(--ink-2);
}
.counter {
  max-width: 1020px;
  margin: 0 auto;
  padding: 22px 20px 60px;
}
</style>
