<script setup lang="ts">
definePageMeta({ layout: 'portal', middleware: 'requester' })
const route = useRoute()
const session = useSession()
const { say, day, problem } = usePortalWords()
const portal = String(route.params.portal)
const id = String(route.params.article)
const { data: article, error } = await useAsyncData(`article-${portal}-${id}`, () =>
  api('GET /api/portals/{portal}/articles/{article}', { path: { portal, article: Number(id) } }),
)
useHead({ title: () => article.value?.title ?? say('article.page') })
const counted = useDeed()
const thanks = ref(false)
async function solved() {
  const body = { article: Number(id) }
  thanks.value = Boolean(
    await counted.run(() => api('POST /api/portals/{portal}/solved', { path: { portal }, body })),
  )
}
</script>

<template>
  <div class="sheet">
    <p>
      <NuxtLink :to="`/portal/${portal}`">← {{ say('ask.all') }}</NuxtLink>
    </p>
    <p v-if="error" class="notice bad" role="alert">{{ problem(error) }}</p>
    <article v-else-if="article">
      <h1>{{ article.title }}</h1>
      <LazyRichText :text="article.body" />
      <p class="quiet small">
        {{ say('article.asOf', { day: day(article.changedAt, session.me?.zone ?? 'Europe/London') }) }}
      </p>
      <p v-if="thanks" class="notice good" role="status">{{ say('article.thanks') }}</p>
      <p v-else>
        <button class="act" type="button" :disabled="counted.busy.value" @click="solved">
          {{ say('article.solved') }}
        </button>
      </p>
      <p v-if="counted.error.value" class="notice bad" role="alert">
        {{ problem(counted.error.value) }}
      </p>
    </article>
  </div>
</template>

<style scoped>
.sheet {
  max-width: 680px;
}
</style>
