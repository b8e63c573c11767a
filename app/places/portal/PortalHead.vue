<script setup lang="ts">
import { isLanguage, LANGUAGE_NAMES, type Language } from '~~/core/words'

// What stands over each page of a portal: whose it is, in which language it is read, who reads it.
const props = defineProps<{ portal: string; head?: AnswerOf<'GET /api/portals/{portal}'> }>()
const route = useRoute()
const session = useSession()
const { language, say, problem } = usePortalWords()
const others = computed(() => (props.head?.languages ?? []).filter((one) => one !== language.value))
const chosen = useCookie('yare-language', { path: '/', sameSite: 'lax', maxAge: 365 * 24 * 3600 })
const deed = useDeed()
const cache = useQueryCache()

/** From now on it is read in another language, on this device and in what is written to whoever is signed in. */
async function readIn(wanted: Language) {
  chosen.value = wanted
  if (session.me) await deed.run(() => api('POST /api/my/language', { body: { language: wanted } }))
  if (import.meta.server) return navigateTo(route.fullPath, { redirectCode: 303 })
  await nextTick()
  // What cannot be read in it says so where it stands.
  await cache.invalidateQueries().catch(() => undefined)
}
async function leave() {
  await deed.run(() => session.signOut())
  if (!deed.error.value) await navigateTo(`/portal/${props.portal}/sign-in`, { redirectCode: 303 })
}
const form = usePageForm({
  id: 'head',
  act: (pressed) => (pressed === 'leave' ? leave() : isLanguage(pressed) ? readIn(pressed) : undefined),
})
</script>

<template>
  <header>
    <NuxtLink :to="`/portal/${portal}`" class="house"
      ><span v-if="head?.mark" class="mark" aria-hidden="true">{{ head.mark }}</span
      ><b>{{ head?.name ?? say('portal.untitled') }}</b
      ><span v-if="head"> · {{ head.motto }}</span></NuxtLink
    >
    <form v-if="session.me || others.length" v-bind="form.attrs" @submit.prevent="form.submit">
      <nav :aria-label="say('portal.you')">
        <span v-if="others.length" role="group" :aria-label="say('portal.language')">
          <KitButton v-for="one in others" :key="one" kind="link" :lang="one" v-bind="form.button(one)">{{
            LANGUAGE_NAMES[one]
          }}</KitButton>
        </span>
        <template v-if="session.me">
          <NuxtLink :to="`/portal/${portal}/requests`">{{ say('portal.mine') }}</NuxtLink>
          <NuxtLink :to="`/portal/${portal}/access`" :title="say('access.title')">{{
            session.me.name
          }}</NuxtLink>
          <KitButton kind="link" v-bind="form.button('leave')">{{ say('portal.signOut') }}</KitButton>
        </template>
      </nav>
    </form>
    <KitError :error="deed.error.value && problem(deed.error.value)" />
  </header>
</template>

<style scoped>
.mark {
  font: 600 1rem var(--serif);
  border: 1.5px solid currentColor;
  border-radius: 3px;
  padding: 1px 6px;
  margin-right: 8px;
}
header {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 8px 20px;
  align-items: baseline;
  margin-bottom: 34px;
}
.house {
  font: 1.6rem var(--serif);
  color: var(--ink-3);
  text-decoration: none;
}
.house b {
  color: var(--ink);
  font-weight: 600;
}
nav {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
  color: var(--ink-3);
}
</style>
