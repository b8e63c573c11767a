<script setup lang="ts">
// What can be asked for at a portal, and what became of what was asked.
const props = defineProps<{ portal: string }>()
const session = useSession()
const { say, moment, problem, language } = usePortalWords()
const zone = computed(() => session.me?.zone ?? 'Europe/London')
const { data: index, error } = await usePageQuery({
  key: () => ['portals', props.portal, session.me?.id ?? ''],
  query: () => api('GET /api/portals/{portal}', { path: { portal: props.portal } }),
})
const { data: requests } = await usePageQuery({ key: ['requests'], query: () => api('GET /api/requests') })
useHead({ title: () => index.value?.name ?? say('portal.untitled') })
const open = computed(() => (requests.value ?? []).filter((one) => one.group !== 'done').slice(0, 6))

/** Goes to the page of a link without loading everything anew; with a key held the browser does what it does. */
function follow(event: MouseEvent) {
  const link = elementOf(event)?.closest('a')
  if (!link || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return
  event.preventDefault()
  void navigateTo(link.getAttribute('href')!)
}
</script>

<template>
  <div>
    <KitError v-if="error && !index" :error="say('index.cannot', { detail: problem(error) })" />
    <template v-else>
      <h1>{{ say('index.need') }}</h1>
      <PortalSearch :portal="portal" />
      <section
        v-for="notice in index?.notices"
        :key="notice.id"
        class="notice known"
        :aria-label="notice.title"
      >
        <b>{{ say('notice.known', { title: notice.title }) }}</b>
        <span class="quiet">
          · {{ say('notice.since', { time: moment(notice.starts, zone, notice.starts) }) }}</span
        >
        <p v-if="notice.body">{{ notice.body }}</p>
      </section>
      <div class="index">
        <!-- Plain links: a portal may have hundreds, and each component among them takes time. -->
        <div class="groups" @click="follow">
          <section v-for="group in index?.groups" :key="group.id">
            <h2>{{ group.name }}</h2>
            <ul>
              <li v-for="item in group.items" :key="item.id" :class="{ drawn: item.icon }">
                <span
                  v-if="item.icon"
                  class="icon"
                  :style="{ '--icon': `url(/item-icons/${item.icon}.svg)` }"
                  aria-hidden="true"
                />
                <a :href="`/portal/${portal}/ask/${item.id}`">{{ item.name }}</a>
                <span class="quiet">{{ item.description }}</span>
              </li>
            </ul>
          </section>
          <p v-if="index && index.groups.length === 0" class="quiet">{{ say('index.empty') }}</p>
        </div>
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
.groups li.drawn {
  position: relative;
  padding-left: 28px;
}
.icon {
  position: absolute;
  left: 0;
  top: 6px;
  width: 19px;
  height: 19px;
  background: var(--brass);
  mask: var(--icon) center / contain no-repeat;
}
.known {
  max-width: 760px;
  margin-top: 12px;
}
.known p {
  margin: 4px 0 0;
  white-space: pre-line;
}
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
.groups {
  columns: 2;
  column-gap: 46px;
}
.groups section {
  break-inside: avoid;
  padding-bottom: 24px;
}
@media (max-width: 860px) {
  .index {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 560px) {
  .groups {
    columns: 1;
  }
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
