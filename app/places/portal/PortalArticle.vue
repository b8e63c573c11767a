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
const form = usePageForm({ id: 'read', act: solved })
</script>

<template>
  <div class="sheet">
    <p>
      <NuxtLink :to="`/portal/${portal}`">← {{ say('ask.all') }}</NuxtLink>
    </p>
    <KitError v-if="error && !article" :error="problem(error)" />
    <article v-else-if="article">
      <h1>{{ article.title }}</h1>
      <LazyRichText :text="article.body" :file="addressOf" />
      <FileLinks :files="listedFiles(article)" :address="addressOf" />
      <p class="quiet small">{{ say('article.asOf', { day: day(article.changedAt, zone) }) }}</p>
      <p v-if="thanks" class="notice good" role="status">{{ say('article.thanks') }}</p>
      <form v-else v-bind="form.attrs" @submit.prevent="form.submit">
        <KitButton :busy="busy" v-bind="form.button('solved')">{{ say('article.solved') }}</KitButton>
      </form>
      <KitError :error="refused && problem(refused)" />
    </article>
  </div>
</template>

<style scoped>
.sheet {
  max-width: 680px;
}
</style>
