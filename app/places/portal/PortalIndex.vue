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
const { data: requests } = await usePageQuery({
  key: ['requests', 'own', '', ''],
  query: () => api('GET /api/requests'),
})
useHead({ title: () => index.value?.name ?? say('portal.untitled') })
const mine = computed(() => requests.value?.rows ?? [])
const open = computed(() => mine.value.filter((one) => one.group !== 'done').slice(0, 6))

const route = useRoute()
/** The branch of category that is looked through. */
const subject = computed(() => index.value?.subjects.find((one) => one.id === route.query.subject)?.id)
/** What stands first. */
const atHand = computed(() => {
  const { first = [], groups: all = [] } = index.value ?? {}
  const items = new Map(all.flatMap((group) => group.items.map((item) => [item.id, item])))
  return first.flatMap((id) => items.get(id) ?? [])
})
/** Group by group; of one branch alone where one is chosen. */
const groups = computed(() => {
  const all = index.value?.groups ?? []
  if (!subject.value) return all
  return all
    .map((group) => ({ ...group, items: group.items.filter((item) => item.subject === subject.value) }))
    .filter((one) => one.items.length)
})
/** Fewer are seen at once. */
const MANY = 8
const subjects = computed(() => {
  const { subjects: all = [], groups: shown = [] } = index.value ?? {}
  return shown.reduce((count, group) => count + group.items.length, 0) > MANY && all.length > 1 ? all : []
})
</script>

<template>
  <div>
    <KitError v-if="error && !index" :error="say('index.cannot', { detail: problem(error) })" />
    <template v-else>
      <h1>{{ index?.question ?? say('index.need') }}</h1>
      <PortalDuties :portal="portal" short />
      <PortalSearch :portal="portal" />
      <KnownNotices :notices="index?.notices ?? []" :zone="zone" />
      <nav v-if="atHand.length" class="subjects" :aria-label="say('index.atHand')">
        <span class="quiet">{{ say('index.atHand') }}</span>
        <NuxtLink v-for="one in atHand" :key="one.id" :to="`/portal/${portal}/ask/${one.id}`">{{
          one.name
        }}</NuxtLink>
      </nav>
      <nav v-if="subjects.length" class="subjects" :aria-label="say('index.subject')">
        <span class="quiet">{{ say('index.subject') }}</span>
        <NuxtLink :to="{ query: {} }" :aria-current="subject ? undefined : 'true'" replace>{{
          say('index.everything')
        }}</NuxtLink>
        <NuxtLink
          v-for="one in subjects"
          :key="one.id"
          :to="{ query: { subject: one.id } }"
          :aria-current="subject === one.id ? 'true' : undefined"
          replace
          >{{ one.label }}</NuxtLink
        >
      </nav>
      <div class="index">
        <PortalGroups
          v-if="index"
          :portal="portal"
          :groups="groups"
          :otherwise="index.otherwise ?? undefined"
        />
        <section>
          <h2>{{ say('portal.mine') }}</h2>
          <ul>
            <li v-for="one in open" :key="one.reference">
              <NuxtLink :to="`/portal/${portal}/requests/${one.reference}`"
                ><span class="num quiet">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
              >
              <span class="quiet"
                ><template v-if="one.reads !== 'own'"
                  >{{ say('mine.by', { name: one.requester }) }} · </template
                >{{ promiseInWords(one, zone, language) }}</span
              >
            </li>
            <li v-if="open.length === 0" class="quiet">
              {{ say('index.noneOpen') }}
            </li>
          </ul>
          <NuxtLink
            v-if="mine.length > open.length || requests?.colleagues"
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
.subjects {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  margin-top: 22px;
}
.subjects + .subjects {
  margin-top: 10px;
}
.subjects a[aria-current] {
  color: var(--ink);
  font-weight: 600;
  text-decoration: none;
  border-bottom: 2px solid var(--brass);
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
