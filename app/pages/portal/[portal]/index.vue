<script setup lang="ts">
definePageMeta({ layout: 'portal', middleware: 'requester' })

const portal = String(useRoute().params.portal)
const session = useSession()
const live = useLive()
const { say, moment, problem, language } = usePortalWords()
const { data: index, error } = await useAsyncData(`portal-${portal}`, () =>
  api('GET /api/portals/{portal}', { path: { portal } }),
)
const { data: requests, refresh } = await useAsyncData('my-requests', () => api('GET /api/requests'))
useHead({ title: () => index.value?.name ?? say('portal.untitled') })
live.on((notice) => notice.kind !== 'clock' && void refresh())

const words = ref('')
const box = ref<HTMLInputElement>()
type Found = AnswerOf<'GET /api/portals/{portal}/search'>
const found = ref<Found>({ items: [], articles: [] })
const hits = computed(() => found.value.items)
const searched = ref('')
// Asked while typing; an answer to fewer letters must not take the place of one to more.
let asked = 0
watch(words, async (text) => {
  const mine = ++asked
  if (!text.trim()) return (found.value = { items: [], articles: [] })
  await new Promise((done) => setTimeout(done, 90))
  if (mine !== asked) return
  const answer = await api('GET /api/portals/{portal}/search', {
    path: { portal },
    query: { words: text },
  }).catch(() => undefined)
  if (mine !== asked || !answer) return
  found.value = answer
  searched.value = text
})
async function openFirst() {
  const [first] = hits.value
  if (first && searched.value === words.value) await navigateTo(`/portal/${portal}/ask/${first.id}`)
}
/** Goes to the page of a link without loading everything anew; with a key held the browser does what it does. */
function follow(event: MouseEvent) {
  const link = elementOf(event)?.closest('a')
  if (!link || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return
  event.preventDefault()
  void navigateTo(link.getAttribute('href')!)
}
const open = computed(() => (requests.value ?? []).filter((one) => one.group !== 'done').slice(0, 6))

function onKey(event: KeyboardEvent) {
  if (event.key === '/' && !isTyping(event)) {
    event.preventDefault()
    box.value?.focus()
  }
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => removeEventListener('keydown', onKey))
</script>

<template>
  <div>
    <p v-if="error" class="notice bad" role="alert">
      {{ say('index.cannot', { detail: problem(error) }) }}
    </p>
    <template v-else>
      <h1>
        <label for="need">{{ say('index.need') }}</label>
      </h1>
      <div class="search" role="search">
        <input
          id="need"
          ref="box"
          v-model="words"
          type="text"
          autocomplete="off"
          :placeholder="say('index.example')"
          @keydown.enter="openFirst"
        />
        <kbd aria-hidden="true">/</kbd>
        <ul v-if="words.trim()" :aria-label="say('index.fits')" aria-live="polite">
          <li v-for="item in hits" :key="item.id">
            <NuxtLink :to="`/portal/${portal}/ask/${item.id}`">{{ item.name }}</NuxtLink>
            <span class="quiet">&nbsp;· {{ item.description }}</span>
          </li>
          <li v-for="article in found.articles" :key="`a${article.id}`">
            <span class="quiet">{{ say('index.toRead') }}&nbsp;</span>
            <NuxtLink :to="`/portal/${portal}/articles/${article.id}`">{{ article.title }}</NuxtLink>
            <span class="quiet">&nbsp;· {{ article.part }}</span>
          </li>
          <li v-if="searched && hits.length === 0 && found.articles.length === 0" class="quiet">
            {{ say('index.nothing') }}
          </li>
        </ul>
      </div>
      <section
        v-for="notice in index?.notices"
        :key="notice.id"
        class="notice known"
        :aria-label="notice.title"
      >
        <b>{{ say('notice.known', { title: notice.title }) }}</b>
        <span class="quiet">
          ·
          {{
            say('notice.since', {
              time: moment(notice.starts, session.me?.zone ?? 'Europe/London', notice.starts),
            })
          }}</span
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
        </div>
        <section>
          <h2>{{ say('portal.mine') }}</h2>
          <ul>
            <li v-for="one in open" :key="one.reference">
              <NuxtLink :to="`/portal/${portal}/requests/${one.reference}`"
                ><span class="num quiet">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
              >
              <span class="quiet">{{
                promiseInWords(one, session.me?.zone ?? 'Europe/London', language)
              }}</span>
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
.search {
  position: relative;
  max-width: 760px;
  border: 1px solid var(--ink);
  background: var(--field);
}
.search input {
  width: 100%;
  border: 0;
  background: none;
  color: var(--ink);
  font: 1.2rem var(--sans);
  padding: 12px 40px 12px 16px;
}
.search input::placeholder {
  color: var(--ink-3);
  opacity: 1;
}
kbd {
  position: absolute;
  right: 16px;
  top: 14px;
  color: var(--ink-3);
  font-family: var(--mono);
}
.search ul {
  border-top: 1px solid var(--ink);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.search li {
  padding: 8px 16px;
  border-bottom: 1px dotted var(--rule);
}
.search a,
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
.search a:hover,
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
