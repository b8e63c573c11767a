<script setup lang="ts">
// What can be asked for at a portal, and what became of what was asked.
const props = defineProps<{ portal: string }>()
const session = useSession()
const { say, problem, language } = usePortalWords()
const zone = computed(() => session.me?.zone ?? 'Europe/London')
const { data: index, error } = await usePageQuery({
  key: () => ['portals', props.portal, session.me?.id ?? ''],
  query: () => api('GET /api/portals/{portal}', { path: { portal: props.portal } }),
})
const { data: requests } = await usePageQuery({ key: ['requests'], query: () => api('GET /api/requests') })
useHead({ title: () => index.value?.name ?? say('portal.untitled') })
const open = computed(() => (requests.value ?? []).filter((one) => one.group !== 'done').slice(0, 6))
</script>

<template>
  <div>
    <KitError v-if="error && !index" :error="say('index.cannot', { detail: problem(error) })" />
    <template v-else>
      <h1>{{ index?.question ?? say('index.need') }}</h1>
      <PortalSearch :portal="portal" />
      <KnownNotices :notices="index?.notices ?? []" :zone="zone" />
      <div class="index">
        <PortalGroups
          v-if="index"
          :portal="portal"
          :groups="index.groups"
          :otherwise="index.otherwise ?? undefined"
        />
        <section>
          <h2>{{ say('portal.mine') }}</h2>
          <ul>
            <li v-for="one in open" :key="one.reference">
              <NuxtLink :to="`/portal/${portal}/requests/${one.reference}`"
                ><span class="num quiet">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
              >
              <span class="quiet">{{ promiseInWords(one, zone, language) }}</span>
            </li>
            <li v-if="open.length === 0" class="quiet">
              {{ say('index.noneOpen') }}
            </li>
          </ul>
          <NuxtLink
            v-if="(requests?.length ?? 0) > open.length"
            class="all"
            :to="`/portal/${portal}/requests`"
            >{{ say('index.allMine') }}</NuxtLink
          >
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
h1 {
  font-size: 2.6rem;
  margin-bottom: 14px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.index a {
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
}
.index a.all {
  color: var(--sea);
  text-decoration: underline;
  font-weight: 400;
}
.index a:hover {
  text-decoration: underline;
}
.index {
  display: grid;
  grid-template-columns: 2fr 1fr;
  gap: 26px 46px;
  margin-top: 30px;
}
@media (max-width: 860px) {
  .index {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 560px) {
  h1 {
    font-size: 2rem;
  }
}
.index h2 {
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 4px;
}
.index li {
  padding: 8px 0;
  border-bottom: 1px dotted var(--rule);
}
.index li .quiet {
  display: block;
  font-size: 0.93rem;
}
.index li .num {
  display: inline;
}
</style>
