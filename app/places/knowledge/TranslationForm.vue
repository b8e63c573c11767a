<script setup lang="ts">
import { LANGUAGE_NAMES, type Language } from '~~/core/words'
import type { Article } from './article'

// An article is said in another language: what it says stands above what is written.
const props = defineProps<{ article: Article; language: Language }>()
const emit = defineEmits<{ done: [written: { id: number; text: string }]; close: [] }>()
const name = computed(() => LANGUAGE_NAMES[props.language])
const path = { article: props.article.id, language: props.language }
const isThere = props.article.translations.some((one) => one.language === props.language)
const typed = reactive({ title: '', body: '', keywords: '' })
/** The version that this one is to follow; 0 where it is the first. */
const version = ref(0)
const theirs = ref<number>()
const before = useQuery({
  key: ['article', props.article.id, 'in', props.language],
  query: ({ signal }) => api('GET /api/articles/{article}/translations/{language}', { path, signal }),
  enabled: isThere,
})
const { begun, forget, beginAnew } = useKeptForm(`yare-article-${props.article.id}-${props.language}`, typed)
watch(
  () => before.data.value,
  (said) => {
    if (!said || version.value) return
    version.value = said.version
    if (!begun.value) Object.assign(typed, { title: said.title, body: said.body, keywords: said.keywords })
  },
  { immediate: true },
)
const { busy, error, run } = useDeed(async () => {
  const now = await api('GET /api/articles/{article}/translations/{language}', { path }).catch(
    () => undefined,
  )
  theirs.value = now?.version ?? 0
})
async function send() {
  const body = { ...typed, version: version.value }
  const kept = await run(() => api('PUT /api/articles/{article}/translations/{language}', { path, body }))
  if (!kept) return
  forget()
  emit('done', { id: props.article.id, text: `It is said in ${name.value}.` })
}
async function keepMine() {
  ;[version.value, theirs.value] = [theirs.value ?? 0, undefined]
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
    <KitError :error="before.error.value" tries-again @again="before.refetch()" />
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
    <p v-if="theirs !== undefined">
      <KitButton kind="act" :busy="busy" @click="keepMine">Keep mine after theirs</KitButton>
    </p>
    <KitButton kind="main" type="submit" :busy="busy">Keep it</KitButton>
    &nbsp;<KitButton kind="plain" @click="leave">Leave it</KitButton>
  </form>
</template>

<style scoped>
details {
  border: 1px solid var(--rule);
  padding: 4px 12px;
  margin: 6px 0 10px;
}
summary {
  min-height: 24px;
  cursor: pointer;
}
</style>
