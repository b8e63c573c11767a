<script setup lang="ts">
import type { Ticket } from '~/composables/useTickets'
import type { Found } from './useBeside'

// Articles that fit a ticket, read where one is.
const props = defineProps<{ ticket: Ticket; found?: Found }>()
const reading = ref<number>()
const shown = computed({
  get: () => reading.value !== undefined,
  set: (on) => on || (reading.value = undefined),
})
const article = useQuery({
  key: () => ['article', reading.value ?? 0],
  query: ({ signal }) =>
    api('GET /api/articles/{article}', { path: { article: reading.value ?? 0 }, signal }),
  enabled: () => reading.value !== undefined,
})
const files = (id: string) =>
  article.data.value?.files?.some((one) => one.id === id) ? addressOf(id) : undefined
const addressOf = (file: string) => linkTo('GET /api/attachments/{file}', { path: { file } })
const READERS = { requesters: 'for requesters', desk: 'for the desk' }
const articles = computed(() => props.found?.articles ?? [])
</script>

<template>
  <BesidePart v-if="found" title="Articles that fit">
    <ul v-if="articles.length">
      <li v-for="one in articles" :key="one.id">
        <KitButton kind="link" @click="reading = one.id">{{ one.title }}</KitButton>
        <span class="quiet small">&nbsp;{{ READERS[one.audience] }}</span>
      </li>
    </ul>
    <p v-else class="quiet small">None has enough of its words.</p>
    <KitDialog v-model:shown="shown" :title="article.data.value?.title ?? 'An article'">
      <KitError :error="article.error.value ?? undefined" />
      <LazyRichText v-if="article.data.value" :text="article.data.value.body" :file="files" />
      <template #foot>
        <NuxtLink v-if="reading" :to="{ path: '/knowledge', query: { article: reading } }"
          >In Knowledge</NuxtLink
        >
      </template>
    </KitDialog>
  </BesidePart>
</template>
