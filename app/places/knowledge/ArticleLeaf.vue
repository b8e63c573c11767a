<script setup lang="ts">
import { dayAndMonth } from '~~/core/time'
import type { Language } from '~~/core/words'
import type { Article } from './article'

// An article as it is read: whose it is, what has become of it, and what its readers say.
const props = defineProps<{ article: Article; zone: string }>()
const emit = defineEmits<{
  change: []
  changed: [text: string, undo?: () => Promise<unknown>]
  out: [article: { id: number; title: string }]
  say: [language: Language]
}>()
const session = useSession()
const mayWrite = computed(() => session.may('writeKnowledge'))
const addressOf = (file: string) =>
  linkTo('GET /api/articles/{article}/attachments/{file}', { path: { article: props.article.id, file } })
const shownFrom = (id: string) =>
  props.article.files.some((one) => one.id === id) ? addressOf(id) : undefined
const words = useViewWords()
const names = (list: 'category' | 'item' | 'signal' | 'equipmentType' | 'team', ids: readonly string[]) =>
  ids.map((id) => words.data.value?.names[list]?.find((one) => one.value === id)?.label ?? id)
const readers = computed(() => {
  const { audience, team } = props.article
  if (audience === 'requesters') return 'requesters and the desk'
  return audience === 'desk' ? 'the desk only' : `${names('team', [team ?? '']).join('')} only`
})
const tied = computed(() => {
  const { items, categories, equipment_types: types, signals } = props.article
  return [
    ...names('item', items),
    ...names('category', categories),
    ...names('equipmentType', types),
    ...names('signal', signals),
  ]
})
const time = useDeskTime()
const isDue = computed(() => props.article.review_at !== null && props.article.review_at <= time.now)
const fate = computed(() => {
  const { saved, accompanied, solved, helped, didNot } = props.article.fate
  const parts = [
    saved && `saved ${counted(saved, 'request')}`,
    accompanied &&
      `accompanied ${counted(accompanied, 'ticket')}, of which ${solved} ${solved === 1 ? 'is' : 'are'} done`,
    helped + didNot && `helped ${helped} of ${counted(helped + didNot, 'reader')} who said so`,
  ].filter(Boolean)
  return parts.length ? parts.join(' · ') : 'Nothing is known of it yet: it was used at no ticket.'
})
const history = ref(false)
function back(version: number) {
  history.value = false
  emit('changed', `It says again what it said in version ${version}.`)
}
const { busy, error, run } = useDeed()
async function takeOut() {
  const { id, title } = props.article
  if (await run(() => api('DELETE /api/articles/{article}', { path: { article: id } })))
    emit('out', { id, title })
}
</script>

<template>
  <article>
    <h1>{{ article.title }}</h1>
    <p v-if="article.draft" class="notice">
      A draft: read only by those who write articles, and offered to nobody.
    </p>
    <p class="quiet small">
      For {{ readers }} · by {{ article.changedBy }}, {{ dayAndMonth(article.changed_at, zone) }} · version
      {{ article.version }}<template v-if="tied.length"> · offered first for {{ tied.join(', ') }}</template>
    </p>
    <StillTrue :article="article" :zone="zone" :due="isDue" @done="emit('changed', $event)" />
    <LazyArticleBody
      :text="article.body"
      :language="article.language"
      label="Parts of this article"
      :file="shownFrom"
    />
    <FileLinks :files="listedFiles(article)" :address="addressOf" />
    <KitError :error="error" />
    <p class="acts">
      <KitButton v-if="mayWrite" @click="emit('change')">Change …</KitButton>
      <KitButton kind="plain" @click="history = true">What it said before …</KitButton>
      <KitButton v-if="session.may('retireKnowledge')" kind="plain" :busy="busy" @click="takeOut"
        >Take it out</KitButton
      >
    </p>
    <ArticleTies
      :article="article"
      @done="(...said) => emit('changed', ...said)"
      @say="emit('say', $event)"
    />
    <ArticleWords :article="article" :zone="zone" :fate="fate" @done="emit('changed', $event)" />
    <LazyArticleHistory v-if="history" v-model:shown="history" :article="article" :zone="zone" @back="back" />
  </article>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
</style>
