<script setup lang="ts">
// An article that a portal shows, and the word that it was what somebody needed.
const props = defineProps<{ portal: string; article: number }>()
const session = useSession()
const { say, day, problem } = usePortalWords()
const path = { portal: props.portal, article: props.article }
const { data: article, error } = await usePageQuery({
  key: ['articles', props.article, props.portal],
  query: () => api('GET /api/portals/{portal}/articles/{article}', { path }),
})
const addressOf = (file: string) =>
  linkTo('GET /api/portals/{portal}/articles/{article}/attachments/{file}', { path: { ...path, file } })
useHead({ title: () => article.value?.title ?? say('article.page') })
const zone = computed(() => session.me?.zone ?? 'Europe/London')

const { query } = useRoute()
const thanks = usePageState(`thanks-${props.article}`, () => query.thanks !== undefined)
const { busy, error: refused, run } = usePageDeed(`thanks-${props.article}-refused`)
async function solved() {
  const body = { article: props.article }
  const counted = () => api('POST /api/portals/{portal}/solved', { path: { portal: props.portal }, body })
  thanks.value = Boolean(await run(counted))
  // Counted once, however often the page is loaded anew.
  if (import.meta.server && thanks.value) await navigateTo({ query: { thanks: '' } }, { redirectCode: 303 })
}
const didNot = usePageState(`did-not-${props.article}`, () => query.didNot !== undefined)
const form = usePageForm({
  id: 'read',
  act: (pressed) => (pressed === 'didNot' ? void (didNot.value = true) : solved()),
})
const word = usePageState(`word-${props.article}`, () => '')
const told = usePageState(`told-${props.article}`, () => query.told !== undefined)
/** What did not help, and why if they say so: counted once for each reader. */
async function tell() {
  const body = { helped: false, words: word.value }
  const sent = () => api('POST /api/portals/{portal}/articles/{article}/verdict', { path, body })
  told.value = Boolean(await run(sent))
  if (import.meta.server && told.value) await navigateTo({ query: { told: '' } }, { redirectCode: 303 })
}
const words = usePageForm({
  id: 'word',
  take: (fields) => {
    word.value = String(fields('word')?.[0] ?? word.value).slice(0, 1000)
    didNot.value = true
  },
  act: tell,
})
</script>

<template>
  <div class="sheet">
    <p>
      <NuxtLink :to="`/portal/${portal}`">← {{ say('ask.all') }}</NuxtLink>
    </p>
    <KitError v-if="error && !article" :error="problem(error)" />
    <article v-else-if="article">
      <h1 :lang="article.language">{{ article.title }}</h1>
      <LazyArticleBody
        :text="article.body"
        :language="article.language"
        :label="say('article.parts')"
        :file="addressOf"
      />
      <FileLinks :files="listedFiles(article)" :address="addressOf" />
      <p class="quiet small">{{ say('article.asOf', { day: day(article.changedAt, zone) }) }}</p>
      <template v-if="article.related.length">
        <h2>{{ say('article.related') }}</h2>
        <ul class="related">
          <li v-for="one in article.related" :key="one.id">
            <NuxtLink :to="`/portal/${portal}/articles/${one.id}`">{{ one.title }}</NuxtLink>
          </li>
        </ul>
      </template>
      <p v-if="thanks" class="notice good" role="status">{{ say('article.thanks') }}</p>
      <p v-else-if="told" class="notice good" role="status">{{ say('article.told') }}</p>
      <form v-else-if="didNot" v-bind="words.attrs" @submit.prevent="words.submit">
        <KitLongText
          v-model="word"
          name="word"
          :focuses="didNot"
          :label="say('article.whatMissing')"
          :most="1000"
        />
        <KitButton kind="main" :busy="busy" v-bind="words.button('tell')">{{
          say('article.tell')
        }}</KitButton>
      </form>
      <form v-else v-bind="form.attrs" @submit.prevent="form.submit">
        <KitButton :busy="busy" v-bind="form.button('solved')">{{ say('article.solved') }}</KitButton>
        {{ ' ' }}
        <KitButton kind="plain" :busy="busy" v-bind="form.button('didNot')">{{
          say('article.didNot')
        }}</KitButton>
      </form>
      <KitError :error="refused && problem(refused)" />
    </article>
  </div>
</template>

<style scoped>
.sheet {
  max-width: 680px;
}
.related li {
  min-height: 24px;
}
</style>
