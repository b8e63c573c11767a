<script setup lang="ts">
import type { PortalInk } from '~~/core/intake/form'

const route = useRoute()
const session = useSession()
const live = useLive()
const portal = computed(() => String(route.params.portal))
const { data } = await useAsyncData(`portal-head-${portal.value}`, () =>
  api<{ name: string; motto: string; mark?: string; ink?: PortalInk }>(`/api/portals/${portal.value}`).catch(
    () => null,
  ),
)
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
        ><b>{{ data?.name ?? 'Portal' }}</b
        ><span v-if="data"> · {{ data.motto }}</span></NuxtLink
      >
      <nav v-if="session.me" aria-label="You">
        <NuxtLink :to="`/portal/${portal}/requests`">My requests</NuxtLink>
        <span>{{ session.me.name }}</span>
        <button class="link" type="button" @click="leave">Sign out</button>
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
