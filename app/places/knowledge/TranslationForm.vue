<script setup lang="ts">
import { LANGUAGE_NAMES, type Language } from '~~/core/words'
import type { Article } from './article'

// An article is said in another language: what it says stands above what is written.
type Said = AnswerOf<'GET /api/articles/{article}/translations/{language}'>
const props = defineProps<{
  article: Article
  language: Language
  /** What it says there already. */
  said?: Said
}>()
const emit = defineEmits<{ done: [written: { id: number; text: string }]; close: [] }>()
const name = computed(() => LANGUAGE_NAMES[props.language])
const path = { article: props.article.id, language: props.language }
const typed = reactive({
  title: props.said?.title ?? '',
  body: props.said?.body ?? '',
  keywords: props.said?.keywords ?? '',
  /** The version that this one is to follow; 0 where it is the first. */
  version: props.said?.version ?? 0,
})
const { begun, forget, beginAnew } = useKeptForm(`yare-article-${props.article.id}-${props.language}`, typed)
/** What somebody else said meanwhile; nothing where they took it away. */
const theirs = ref<Pick<Said, 'title' | 'body' | 'version'>>()
const { busy, error, run } = useDeed(async () => {
  const now = await api('GET /api/articles/{article}/translations/{language}', { path }).catch(
    () => undefined,
  )
  theirs.value = now ?? { title: '', body: '', version: 0 }
})
async function send() {
  const kept = await run(() =>
    api('PUT /api/articles/{article}/translations/{language}', { path, body: { ...typed } }),
  )
  if (!kept) return
  forget()
  emit('done', { id: props.article.id, text: `It is said in ${name.value}.` })
}
async function keepMine() {
  ;[typed.version, theirs.value] = [theirs.value?.version ?? 0, undefined]
  await send()
}
function leave() {
  forget()
  emit('close')
}
const addressOf = (file: string) =>
  props.article.files.some((one) => one.id === file)
    ? linkTo('GET /api/articles/{article}/attachments/{file}', { path: { article: props.article.id, file } })
    : undefined
</script>

<template>
  <form class="panel" novalidate @submit.prevent="send" @keydown.esc.stop="emit('close')">
    <h1>{{ article.title }}, in {{ name }}</h1>
    <p v-if="begun" class="small" role="status">
      This is as far as you had come. <KitButton kind="link" @click="beginAnew">Begin anew</KitButton>
    </p>
    <details>
      <summary>What it says</summary>
      <LazyRichText :lang="article.language" :text="article.body" :file="addressOf" />
    </details>
    <KitText v-model="typed.title" label="Title" focuses :lang="language" :error="error?.on('title')" />
    <KitText v-model="typed.keywords" label="Words by which it is found too" :error="error?.on('keywords')" />
    <KitWords v-model="typed.body" label="Text" headings :address="addressOf" :error="error?.on('body')" />
    <KitError :error="error" />
    <template v-if="theirs">
      <section v-if="theirs.version" :lang="language" aria-label="What somebody else said">
        <b>{{ theirs.title }}</b>
        <LazyRichText :text="theirs.body" :file="addressOf" />
      </section>
      <p v-else class="quiet">Somebody has taken it away.</p>
      <p>
        <KitButton kind="act" :busy="busy" @click="keepMine">Keep mine in its place</KitButton>
      </p>
    </template>
    <KitButton kind="main" type="submit" :busy="busy">Keep it</KitButton>
    &nbsp;<KitButton kind="plain" @click="leave">Leave it</KitButton>
  </form>
</template>

<style scoped>
details,
section {
  border: 1px solid var(--rule);
  padding: 4px 12px;
  margin: 6px 0 10px;
}
summary {
  min-height: 24px;
  cursor: pointer;
}
</style>
