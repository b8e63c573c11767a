<script setup lang="ts">
import { dayAndMonth } from '~~/core/time'
import { LANGUAGES, type Language } from '~~/core/words'
import { toast } from '~/kit/toast'

// What requesters and technicians can read, and what the visitors of portals are told is broken.
const route = useRoute()
const session = useSession()
const narrow = useNarrow()
const zone = computed(() => session.me?.zone ?? 'UTC')
const search = computed(() => String(route.query.find ?? ''))
const words = ref(search.value)
watch(search, (now) => (words.value = now))
const opened = computed(() => Number(route.query.article) || undefined)
/** The ticket of which one is written. */
const from = computed(() => Number(route.query.from) || undefined)
const ticket = useQuery({
  key: () => ['ticketAsArticle', from.value ?? 0],
  query: ({ signal }) =>
    api('GET /api/tickets/{reference}/as-article', { path: { reference: from.value ?? 0 }, signal }),
  enabled: () => from.value !== undefined,
})
const writing = ref<'new' | 'change' | 'notice' | Language>()
const inLanguage = computed(() => LANGUAGES.find((one) => one === writing.value))
/** What was missing, and is being written. */
const missing = ref<{ id?: number; words: string }>()
function write(asked?: { id?: number; words: string }) {
  missing.value = asked
  writing.value = 'new'
}

const SHOWN = ['all', 'drafts', 'review'] as const
const shown = computed(() => SHOWN.find((one) => one === route.query.shown) ?? 'all')
const list = useLedger<AnswerOf<'GET /api/articles'>>({
  key: () => ['articles', search.value, shown.value],
  ask: ({ limit, after, signal }) =>
    api('GET /api/articles', {
      query: { search: search.value || undefined, shown: shown.value, limit, after },
      signal,
    }),
  keyOf: (line) => line.id,
  most: 200,
})
const article = useQuery({
  key: () => ['article', opened.value ?? 0],
  query: ({ signal }) => api('GET /api/articles/{article}', { path: { article: opened.value ?? 0 }, signal }),
  enabled: () => opened.value !== undefined,
})
/** The version that is there already in the language in which it is to be said; nothing where there is none. */
const saidVersion = computed(
  () => article.data.value?.translations.find((one) => one.language === inLanguage.value)?.version,
)
const translation = useQuery({
  key: () => ['article', opened.value ?? 0, 'in', inLanguage.value ?? '', saidVersion.value ?? 0],
  query: ({ signal }) =>
    api('GET /api/articles/{article}/translations/{language}', {
      path: { article: opened.value ?? 0, language: inLanguage.value ?? 'en' },
      signal,
    }),
  enabled: () => saidVersion.value !== undefined,
})
const cache = useQueryCache()
/** What was written here is shown as it is kept; others read it when they ask again. */
const anew = (...keys: string[]) =>
  Promise.all(keys.map((key) => cache.invalidateQueries({ key: [key] }).catch(() => undefined)))

const to = (id?: number) => ({
  path: '/knowledge',
  query: {
    ...(search.value && { find: search.value }),
    ...(shown.value !== 'all' && { shown: shown.value }),
    ...(id && { article: id }),
  },
})
/** Which of them are listed: all, what is not out yet, what is to be looked at again. */
const parts = computed(() => {
  const counts = list.page.value?.counts
  const of = (one: (typeof SHOWN)[number], label: string, count?: number) => ({
    ...{ key: one, label: count === undefined ? label : `${label} ${count}` },
    to: { path: '/knowledge', query: one === 'all' ? {} : { shown: one } },
  })
  return [
    of('all', 'All'),
    ...(counts?.review || shown.value === 'review'
      ? [of('review', 'To be looked at again', counts?.review)]
      : []),
    ...(counts?.drafts || shown.value === 'drafts' ? [of('drafts', 'Drafts', counts?.drafts)] : []),
  ]
})
async function settle(article: number, { id: number, words }: { id?: number; words: string }) {
  try {
    if (number === undefined) await api('POST /api/missing-articles/searched', { body: { words } })
    else await api('POST /api/missing-articles/{number}', { path: { number }, body: { article } })
  } catch (error) {
    toast(asApiError(error).problem.detail, { bad: true })
  }
}
async function written({ id, text }: { id?: number; text: string }) {
  if (id && writing.value === 'new' && missing.value) await settle(id, missing.value)
  writing.value = undefined
  toast(text)
  if (id) await navigateTo(to(id))
  await anew('articles', 'article', 'notices')
}
async function changed(text: string, undo?: () => Promise<unknown>) {
  const back = async () => {
    try {
      await undo?.()
    } catch (error) {
      toast(asApiError(error).problem.detail, { bad: true })
    }
    await anew('articles', 'article')
  }
  toast(text, undo && { undo: back })
  await anew('articles', 'article')
}
async function goneOut({ id, title }: { id: number; title: string }) {
  toast(`“${title}” is taken out.`, { undo: () => putBack(id) })
  await navigateTo(to())
  await anew('articles')
}
async function putBack(id: number) {
  try {
    await api('POST /api/articles/{article}/back', { path: { article: id } })
    await anew('articles')
    await navigateTo(to(id))
  } catch (error) {
    toast(asApiError(error).problem.detail, { bad: true })
  }
}
function find() {
  const asked = words.value.trim()
  return navigateTo({ query: asked ? { find: asked } : {} })
}
const READERS = { requesters: 'requesters', desk: 'the desk only', team: 'one team only' }
type Line = (typeof list.rows.value)[number]
const known = (line: Line) => [
  READERS[line.audience ?? 'requesters'],
  line.changed_at && `as of ${dayAndMonth(line.changed_at, zone.value)}`,
  line.saved && `saved ${counted(line.saved, 'request')}`,
  line.accompanied && `at ${counted(line.accompanied, 'ticket')}, ${line.solved} done`,
  line.helped || line.didNot ? `helped ${line.helped} of ${(line.helped ?? 0) + (line.didNot ?? 0)}` : '',
]
/** Found by its words it has the part that fits; else what is known of it. */
const about = (line: Line) =>
  [line.draft && 'a draft', ...(line.part === undefined ? known(line) : [line.part])]
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <TwoPages :narrow="narrow" :open="opened !== undefined || writing !== undefined || from !== undefined">
    <template #list>
      <div class="page">
        <h1>Knowledge</h1>
        <NoticeList @tell="writing = 'notice'" />
        <MissingList v-if="session.may('writeKnowledge')" @write="write" />
        <section aria-labelledby="articles">
          <h2 id="articles">Articles</h2>
          <form class="line" role="search" @submit.prevent="find">
            <KitText
              v-model="words"
              label="Find an article"
              bare
              type="search"
              placeholder="Words of an article"
            />
            <KitButton v-if="session.may('writeKnowledge')" kind="main" @click="write()"
              >Write an article …</KitButton
            >
          </form>
          <nav v-if="parts.length > 1 && !search" class="parts" aria-label="Which articles">
            <NuxtLink
              v-for="part in parts"
              :key="part.key"
              :to="part.to"
              :aria-current="part.key === shown ? 'page' : undefined"
              >{{ part.label }}</NuxtLink
            >
          </nav>
          <KitError :error="list.error.value" tries-again @again="list.again" />
          <p v-if="list.loading.value && !list.error.value" class="quiet" role="status">
            Reading the articles …
          </p>
          <NuxtLink
            v-for="line in list.rows.value"
            :key="line.id"
            class="row"
            :class="{ on: line.id === opened }"
            :to="to(line.id)"
            :aria-current="line.id === opened ? 'true' : undefined"
            @click="writing = undefined"
          >
            <b>{{ line.title }}</b>

            <span class="quiet small">{{ about(line) }}</span>
          </NuxtLink>
          <KitEmpty
            v-if="!list.loading.value && !list.rows.value.length && !list.error.value"
            :says="
              search
                ? `No article fits “${search}”.`
                : shown !== 'all'
                  ? 'None of them now.'
                  : 'No article yet. Write down what is asked again and again.'
            "
          />
          <KitButton v-if="list.page.value?.next" kind="plain" @click="list.more">Show more</KitButton>
        </section>
      </div>
    </template>
    <template #open>
      <div class="page">
        <p v-if="narrow"><NuxtLink :to="to()" @click="writing = undefined">← Back to the list</NuxtLink></p>
        <NoticeForm v-if="writing === 'notice'" @done="written" @close="writing = undefined" />
        <template v-else-if="from !== undefined">
          <KitError :error="ticket.error.value" tries-again @again="ticket.refetch()" />
          <ArticleForm
            v-if="ticket.data.value"
            :key="`from ${from}`"
            :from="{ reference: from, draft: ticket.data.value }"
            @done="written"
            @close="navigateTo(to())"
          />
          <p v-else-if="!ticket.error.value" class="quiet" role="status">Reading the ticket …</p>
        </template>
        <ArticleForm
          v-else-if="writing === 'new'"
          :key="missing?.id"
          :title="missing?.words"
          @done="written"
          @close="writing = undefined"
        />
        <template v-else-if="inLanguage && article.data.value">
          <KitError :error="translation.error.value" tries-again @again="translation.refetch()" />
          <TranslationForm
            v-if="saidVersion === undefined || translation.data.value"
            :key="`${opened} ${inLanguage}`"
            :article="article.data.value"
            :language="inLanguage"
            :said="saidVersion === undefined ? undefined : translation.data.value"
            @done="written"
            @close="writing = undefined"
          />
        </template>
        <ArticleForm
          v-else-if="writing && article.data.value"
          :article="article.data.value"
          @done="written"
          @close="writing = undefined"
        />
        <KitError
          v-else-if="opened !== undefined && article.error.value"
          :error="article.error.value"
          tries-again
          @again="article.refetch()"
        />
        <ArticleLeaf
          v-else-if="opened !== undefined && article.data.value"
          :article="article.data.value"
          :zone="zone"
          @change="writing = 'change'"
          @changed="changed"
          @say="writing = $event"
          @out="goneOut"
        />
        <p v-else-if="opened !== undefined" class="quiet" role="status">Reading the article …</p>
        <p v-else class="quiet">Choose an article to read it.</p>
      </div>
    </template>
  </TwoPages>
</template>

<style scoped>
.page {
  height: 100%;
  overflow-y: auto;
  padding: 14px 18px 40px;
}
h2 {
  border-bottom: 3px double var(--rule-2);
  margin: 14px 0 6px;
}
.line {
  margin: 8px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  justify-content: space-between;
  align-items: baseline;
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin: 4px 0;
}
.parts a {
  line-height: 24px;
}
.parts a[aria-current] {
  color: inherit;
  font-weight: 600;
  text-decoration: none;
}
.line + .row {
  border-top: 1px solid var(--rule-2);
}
.row {
  display: block;
  padding: 7px 8px;
  border-bottom: 1px solid var(--rule);
  color: inherit;
  text-decoration: none;
}
.row:hover {
  background: var(--page-2);
}
.row.on {
  background: var(--sea-2);
}
.row .small {
  display: block;
}
</style>
