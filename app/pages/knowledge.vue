<script setup lang="ts">
import { dayAndMonth, momentInWords } from '~~/core/time'
import type { BodyField } from '~/composables/bodyOf'
import { present } from '~~/core/lookup'

// What requesters and technicians can read, and what the visitors of portals are told is broken.
definePageMeta({ layout: 'desk', middleware: 'staff' })
useHead({ title: 'Knowledge · Yare Ledger' })

type Line = AnswerOf<'GET /api/articles'>['rows'][number]
type Article = AnswerOf<'GET /api/articles/{article}'>
type Notice = AnswerOf<'GET /api/notices'>[number]

const route = useRoute()
const session = useSession()
const time = useDeskTime()
const live = useLive()
const narrow = useNarrow()
const lines = ref<Line[]>([])
const next = ref<number>()
const notices = ref<Notice[]>([])
const problem = ref('')
const search = computed(() => String(route.query.find ?? ''))
const find = ref(search.value)
const opened = computed(() => Number(route.query.article) || undefined)
const article = ref<Article>()
const writing = ref<'new' | 'change' | 'notice'>()
const said = ref<{ text: string; back?: number }>()

async function load() {
  try {
    const [list, told] = await Promise.all([
      api('GET /api/articles', { query: { search: search.value || undefined } }),
      api('GET /api/notices'),
    ])
    lines.value = list.rows
    next.value = list.next
    notices.value = told
    problem.value = ''
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
async function loadArticle() {
  article.value = opened.value
    ? await api('GET /api/articles/{article}', { path: { article: opened.value } }).catch(() => undefined)
    : undefined
}
await Promise.all([load(), loadArticle()])
watch(search, load)
watch(opened, loadArticle)
live.on((notice) => notice.kind === 'reconnected' && void load())
async function more() {
  const list = await api('GET /api/articles', { query: { after: next.value } })
  lines.value = [...lines.value, ...list.rows]
  next.value = list.next
}
const to = (id?: number) => ({
  path: '/knowledge',
  query: { ...(search.value && { find: search.value }), ...(id && { article: id }) },
})

const portals = ref<{ value: string; label: string }[]>([])
onMounted(async () => {
  const found = await api('GET /api/views/words').catch(() => undefined)
  portals.value = found?.names.portal ?? []
})
/** Where it is shown; everywhere unless one portal is chosen. */
const where = computed<BodyField>(() => ({
  name: 'portal',
  label: 'Shown on',
  options: [
    { value: '', label: 'all portals' },
    ...(several.value.length > 1
      ? [{ value: SEVERAL, label: `the ${several.value.length} chosen before` }]
      : []),
    ...portals.value,
  ],
}))
/** Several portals are chosen by API; whoever changes the words does not lose them. */
const SEVERAL = '*'
const several = computed(() => (writing.value === 'change' ? (article.value?.portals ?? []) : []))
const portalOf = ({ portals: shown }: Pick<Article, 'portals'>) =>
  shown.length > 1 ? SEVERAL : (shown[0] ?? '')
const FIELDS: BodyField[] = [
  { name: 'title', label: 'Title' },
  {
    name: 'audience',
    label: 'Read by',
    options: [
      { value: 'requesters', label: 'requesters and the desk' },
      { value: 'desk', label: 'the desk only' },
    ],
  },
  { name: 'keywords', label: 'Words by which it is found too' },
  { name: 'body', label: 'Text, with **emphasis**, lists and links', type: 'longText' },
]
const NOTICE: BodyField[] = [
  { name: 'title', label: 'What is broken' },
  { name: 'body', label: 'What to do meanwhile, and when it is expected to work again', type: 'longText' },
]
type Written<C extends Call> = BodyOf<C> & { portal?: string }
const withPortals = <T extends object>({ portal, ...body }: T & { portal?: string }) => ({
  ...body,
  portals: portal === SEVERAL ? several.value : portal ? [String(portal)] : [],
})
async function send(written: Written<'POST /api/articles'>) {
  const isNew = writing.value === 'new'
  const body = withPortals(written)
  const { id } = await (isNew
    ? api('POST /api/articles', { body })
    : api('PATCH /api/articles/{article}', { path: { article: present(article.value).id }, body }))
  said.value = { text: isNew ? 'The article can be found from now on.' : 'The article is changed.' }
  await navigateTo(to(id))
}
async function tell(written: Written<'POST /api/notices'>) {
  await api('POST /api/notices', { body: withPortals(written) })
  said.value = { text: 'The visitors of the portals are told from now on.' }
}
async function done() {
  writing.value = undefined
  await Promise.all([load(), loadArticle()])
}
const deed = useDeed()
async function takeOut(id: number, title: string) {
  if (!(await deed.run(() => api('DELETE /api/articles/{article}', { path: { article: id } })))) return
  said.value = { text: `“${title}” is taken out.`, back: id }
  await navigateTo(to())
  await load()
}
async function putBack(id: number) {
  if (!(await deed.run(() => api('POST /api/articles/{article}/back', { path: { article: id } })))) return
  said.value = undefined
  await load()
  await navigateTo(to(id))
}
async function end(notice: Notice) {
  if (await deed.run(() => api('POST /api/notices/{notice}/end', { path: { notice: notice.id } })))
    await load()
}
const zone = computed(() => present(session.me).zone)
</script>

<template>
  <TwoPages :narrow="narrow" :open="Boolean(article) || Boolean(writing)">
    <template #list>
      <div class="page">
        <h1>Knowledge</h1>
        <p v-if="said" class="notice good" role="status">
          {{ said.text }}
          <button v-if="said.back" class="link" type="button" @click="putBack(said.back)">Put it back</button>
        </p>
        <p v-if="problem || deed.error.value" class="notice bad" role="alert">
          {{ problem || deed.error.value?.problem.detail }}
        </p>
        <section aria-labelledby="known">
          <h2 id="known">Known to be broken</h2>
          <p v-for="notice in notices" :key="notice.id" class="line">
            <span
              ><b>{{ notice.title }}</b>
              <span class="quiet small"> since {{ momentInWords(notice.starts, zone, time.now) }}</span></span
            >
            <button class="link" type="button" :aria-label="`End: ${notice.title}`" @click="end(notice)">
              it works again
            </button>
          </p>
          <p v-if="notices.length === 0" class="quiet">Nothing: the portals show no notice.</p>
          <button class="act" type="button" @click="writing = 'notice'">Tell visitors of a fault …</button>
        </section>
        <section aria-labelledby="articles">
          <h2 id="articles">Articles</h2>
          <form class="line" role="search" @submit.prevent="navigateTo({ query: { ...(find && { find }) } })">
            <input
              v-model="find"
              class="inline-field"
              type="search"
              aria-label="Find an article"
              placeholder="Words of an article"
            />
            <button class="act main" type="button" @click="writing = 'new'">Write an article …</button>
          </form>
          <NuxtLink
            v-for="line in lines"
            :key="line.id"
            class="row"
            :class="{ on: line.id === opened }"
            :to="to(line.id)"
            :aria-current="line.id === opened ? 'true' : undefined"
          >
            <b>{{ line.title }}</b>
            <span class="quiet small">
              <template v-if="line.part">{{ line.part }}</template>
              <template v-else
                >{{ line.audience === 'desk' ? 'the desk only' : 'requesters' }} · as of
                {{ dayAndMonth(line.changed_at!, zone) }} · solved {{ line.solved }}
                {{ line.solved === 1 ? 'request' : 'requests' }}</template
              >
            </span>
          </NuxtLink>
          <p v-if="lines.length === 0" class="quiet">
            {{
              search
                ? `No article fits “${search}”.`
                : 'No article yet. Write down what is asked again and again.'
            }}
          </p>
          <button v-if="next" class="act" type="button" @click="more">Show more</button>
        </section>
      </div>
    </template>
    <template #open>
      <div class="page">
        <p v-if="narrow"><NuxtLink :to="to()" @click="writing = undefined">← Back to the list</NuxtLink></p>
        <BodyForm
          v-if="writing === 'notice'"
          prefix="notice"
          :fields="[...NOTICE, where]"
          :values="{ portal: '' }"
          verb="Tell them"
          :send="tell"
          @done="done"
          @close="writing = undefined"
        />
        <BodyForm
          v-else-if="writing"
          :key="writing"
          prefix="article"
          :fields="[...FIELDS, where]"
          :values="
            writing === 'new'
              ? { audience: 'requesters', portal: '' }
              : ({ ...article, portal: portalOf(article!) } as never)
          "
          verb="Keep it"
          :send="send"
          @done="done"
          @close="writing = undefined"
        />
        <article v-else-if="article">
          <h1>{{ article.title }}</h1>
          <p class="quiet small">
            For {{ article.audience === 'desk' ? 'the desk only' : 'requesters and the desk' }} · by
            {{ article.changedBy }}, {{ dayAndMonth(article.changed_at, zone) }}
          </p>
          <LazyRichText :text="article.body" />
          <p>
            <button class="act" type="button" @click="writing = 'change'">Change …</button>
            &nbsp;<button
              v-if="session.isLead"
              class="act plain"
              type="button"
              @click="takeOut(article.id, article.title)"
            >
              Take it out
            </button>
          </p>
        </article>
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
