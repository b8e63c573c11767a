<script setup lang="ts">
import { dayAndMonth } from '~~/core/time'

// An article as it is read.
const props = defineProps<{ article: AnswerOf<'GET /api/articles/{article}'>; zone: string }>()
const emit = defineEmits<{ change: []; out: [article: { id: number; title: string }] }>()
const session = useSession()
const addressOf = (file: string) =>
  linkTo('GET /api/articles/{article}/attachments/{file}', { path: { article: props.article.id, file } })
const shownFrom = (id: string) =>
  props.article.files.some((one) => one.id === id) ? addressOf(id) : undefined
const words = useViewWords()
const categoryName = (id: string) =>
  words.data.value?.names.category?.find((one) => one.value === id)?.label ?? id
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
    <p class="quiet small">
      For {{ article.audience === 'desk' ? 'the desk only' : 'requesters and the desk' }} · by
      {{ article.changedBy }}, {{ dayAndMonth(article.changed_at, zone)
      }}<template v-if="article.categories.length">
        · offered first for tickets of {{ article.categories.map(categoryName).join(', ') }}</template
      >
    </p>
    <LazyRichText :text="article.body" :file="shownFrom" />
    <FileLinks :files="listedFiles(article)" :address="addressOf" />
    <KitError :error="error" />
    <p>
      <KitButton v-if="session.may('writeKnowledge')" @click="emit('change')">Change …</KitButton>
      &nbsp;<KitButton v-if="session.may('retireKnowledge')" kind="plain" :busy="busy" @click="takeOut"
        >Take it out</KitButton
      >
    </p>
  </article>
</template>
