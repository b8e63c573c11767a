<script setup lang="ts">
import type { Ticket } from '~/composables/useTickets'

// An article that is read at a ticket: it can be attached there, and its requester told of it.
const props = defineProps<{ ticket: Ticket; article: number | undefined }>()
const emit = defineEmits<{ close: []; reply: [words: string]; done: [] }>()
const session = useSession()
const works = computed(() => session.may('workTickets'))
const shown = computed({
  get: () => props.article !== undefined,
  set: (on) => on || emit('close'),
})
const path = () => ({ article: props.article ?? 0 })
const found = useQuery({
  key: () => ['article', path().article],
  query: ({ signal }) => api('GET /api/articles/{article}', { path: path(), signal }),
  enabled: () => props.article !== undefined,
})
const read = computed(() => (found.error.value ? undefined : found.data.value))
const files = (id: string) =>
  read.value?.files?.some((one) => one.id === id)
    ? linkTo('GET /api/articles/{article}/attachments/{file}', { path: { ...path(), file: id } })
    : undefined
const isOn = computed(() => props.ticket.articles.some((one) => one.id === props.article))
const { busy, error, run } = useDeed()
async function attach(on: boolean) {
  const { reference } = props.ticket
  const body = { ...path(), on }
  const done = await run(() => api('POST /api/tickets/{reference}/articles', { path: { reference }, body }))
  if (done) emit('done')
}
const follows = computed(() => props.ticket.procedures.some((one) => one.article === props.article))
/** Its steps stand beside the ticket from then on, as they are now. */
async function follow() {
  const { reference } = props.ticket
  const done = await run(() =>
    api('POST /api/tickets/{reference}/procedures/{article}', { path: { reference, ...path() } }),
  )
  if (!done) return
  emit('done')
  emit('close')
}
/** Where its requester reads it; nothing where they cannot. */
const address = computed(() => {
  const at = props.ticket.articlesAt
  const one = read.value
  if (!at || one?.audience !== 'requesters' || one.draft || (one.portals.length && !one.portals.includes(at)))
    return
  return new URL(`/portal/${at}/articles/${one.id}`, location.origin).href
})
function tell(words: string) {
  emit('reply', words)
  emit('close')
}
</script>

<template>
  <KitDialog v-model:shown="shown" :title="read?.title ?? 'An article'">
    <KitError :error="found.error.value ?? error" />
    <p v-if="!read && !found.error.value" class="quiet" role="status">Reading it …</p>
    <LazyArticleBody
      v-if="read"
      :text="read.body"
      :language="read.language"
      label="Parts of this article"
      :file="files"
    />
    <template v-if="read" #foot>
      <NuxtLink :to="{ path: '/knowledge', query: { article: read.id } }">In Knowledge</NuxtLink>
      <template v-if="works">
        <span v-if="!address" class="quiet small"
          >{{ ticket.requester.name }} cannot read it{{
            read.draft ? ': it is a draft' : read.audience === 'desk' ? ': it is for the desk' : ''
          }}</span
        >
        <KitButton v-if="read.steps && !follows" kind="main" :busy="busy" @click="follow"
          >Follow its {{ read.steps === 1 ? 'step' : `${read.steps} steps` }} here</KitButton
        >
        <KitButton kind="act" :busy="busy" @click="attach(!isOn)">{{
          isOn ? 'Take it off' : 'Attach it'
        }}</KitButton>
        <KitButton
          v-if="read.audience === 'requesters' && !ticket.internal"
          kind="act"
          @click="tell(read.body)"
        >
          Text into the reply
        </KitButton>
        <KitButton v-if="address" kind="main" @click="tell(`[${read.title}](${address})`)">
          Link into the reply
        </KitButton>
      </template>
    </template>
  </KitDialog>
</template>
