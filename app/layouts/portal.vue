<script setup lang="ts">
import { LANGUAGE_NAMES, type Language } from '~~/core/words'

const route = useRoute()
const session = useSession()
const live = useLive()
const portal = computed(() => String(route.params.portal))
const { data } = await useAsyncData(`portal-head-${portal.value}`, () =>
  api('GET /api/portals/{portal}', { path: { portal: portal.value } }).catch(() => null),
)
const { language, say } = usePortalWords()
watch(data, (head) => (language.value = head?.language ?? 'en'), { immediate: true })
useHead({ htmlAttrs: { lang: language } })
const others = computed(() => (data.value?.languages ?? []).filter((one) => one !== language.value))
const chosen = useCookie('yare-language', { path: '/', sameSite: 'lax', maxAge: 365 * 24 * 3600 })
/** From now on it is read in another language, on this device and in what is written to whoever is signed in. */
async function readIn(wanted: Language) {
  chosen.value = wanted
  const body = { language: wanted }
  if (session.me) await api('POST /api/my/language', { body }).catch(() => undefined)
  await refreshNuxtData()
}
onMounted(() => session.me && live.open())

async function leave() {
  live.close()
  await session.signOut()
  await navigateTo(`/portal/${portal.value}/sign-in`)
}
</script>

<template>
  <div class="counter" :class="`ink-${data?.ink ?? 'sea'}`">
    <header>
      <NuxtLink :to="`/portal/${portal}`" class="house"
        ><span v-if="data?.mark" class="mark" aria-hidden="true">{{ data.mark }}</span
        ><b>{{ data?.name ?? say('portal.untitled') }}</b
        ><span v-if="data"> · {{ data.motto }}</span></NuxtLink
      >
      <nav v-if="session.me || others.length" :aria-label="say('portal.you')">
        <span v-if="others.length" role="group" :aria-label="say('portal.language')">
          <button
            v-for="one in others"
            :key="one"
            class="link"
            type="button"
            :lang="one"
            @click="readIn(one)"
          >
            {{ LANGUAGE_NAMES[one] }}
          </button>
        </span>
        <template v-if="session.me">
          <NuxtLink :to="`/portal/${portal}/requests`">{{ say('portal.mine') }}</NuxtLink>
          <span>{{ session.me.name }}</span>
          <button class="link" type="button" @click="leave">{{ say('portal.signOut') }}</button>
        </template>
      </nav>
    </header>
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
.mark {
  font: 600 1rem var(--serif);
  border: 1.5px solid currentColor;
  border-radius: 3px;
  padding: 1px 6px;
  margin-right: 8px;
}
.counter {
  max-width: 1020px;
  margin: 0 auto;
  padding: 22px 20px 60px;
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
  gap: 14px;
  color: var(--ink-3);
}
</style>
