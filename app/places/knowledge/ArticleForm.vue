<script setup lang="ts">
import { usePortalOffers } from './usePortalOffers'

// Writes an article, or changes one.
const props = defineProps<{
  article?: AnswerOf<'GET /api/articles/{article}'>
  /** What a new one is to be about. */
  title?: string
}>()
const emit = defineEmits<{ done: [written: { id: number; text: string }]; close: [] }>()

/** Several portals are chosen by API; whoever changes the words does not lose them. */
const SEVERAL = '*'
const several = computed(() => props.article?.portals ?? [])
const offers = usePortalOffers()
const portals = computed(() =>
  several.value.length > 1
    ? [{ value: SEVERAL, label: `the ${several.value.length} chosen before` }, ...offers.value]
    : offers.value,
)
const AUDIENCES = [
  { value: 'requesters' as const, label: 'requesters and the desk' },
  { value: 'desk' as const, label: 'the desk only' },
]
const words = useViewWords()
/** One that is gone from the design stays until somebody takes it out. */
const categories = computed(() => {
  const known = words.data.value?.names.category ?? []
  const gone = typed.categories.filter((id) => !known.some((one) => one.value === id))
  return [...known, ...gone.map((value) => ({ value, label: value }))]
})
const typed = reactive({
  title: props.article?.title ?? props.title ?? '',
  audience: (props.article?.audience ?? 'requesters') as 'requesters' | 'desk' | null,
  keywords: props.article?.keywords ?? '',
  body: props.article?.body ?? '',
  categories: [...(props.article?.categories ?? [])] as string[],
  files: props.article?.files.map((one) => one.id) ?? [],
  portal: (several.value.length > 1 ? SEVERAL : (several.value[0] ?? null)) as string | null,
})
const { begun, forget, beginAnew } = useKeptForm(
  `yare-article-${props.article?.id ?? props.title ?? 'new'}`,
  typed,
)
function leave() {
  forget()
  emit('close')
}
const { names } = useSentFiles()
for (const { id, name, size } of props.article?.files ?? []) names.value[id] = { name, size }
const shownFrom = (file: string) =>
  props.article?.files.some((one) => one.id === file)
    ? linkTo('GET /api/articles/{article}/attachments/{file}', { path: { article: props.article.id, file } })
    : undefined
const { busy, error, run } = useDeed()
async function send() {
  const { portal, audience, ...words } = typed
  const body = {
    ...words,
    audience: audience ?? 'requesters',
    portals: portal === SEVERAL ? several.value : portal ? [portal] : [],
  }
  const { article } = props
  const kept = await run(() =>
    article
      ? api('PATCH /api/articles/{article}', { path: { article: article.id }, body })
      : api('POST /api/articles', { body }),
  )
  const text = article ? 'The article is changed.' : 'The article can be found from now on.'
  if (!kept) return
  forget()
  emit('done', { id: kept.id, text })
}
</script>

<template>
  <form class="panel" novalidate @submit.prevent="send" @keydown.esc.stop="emit('close')">
    <p v-if="begun" class="small" role="status">
      This is as far as you had come. <KitButton kind="link" @click="beginAnew">Begin anew</KitButton>
    </p>
    <KitText v-model="typed.title" label="Title" focuses :error="error?.on('title')" />
    <div class="beside">
      <KitChoice
        v-model="typed.audience"
        label="Read by"
        :options="AUDIENCES"
        :error="error?.on('audience')"
      />
      <KitChoice
        v-model="typed.portal"
        label="Shown on"
        placeholder="all portals"
        clears
        :options="portals"
        :error="error?.on('portals')"
      />
      <KitManyChoices
        v-model="typed.categories"
        label="Offered first for tickets of"
        placeholder="no category in particular"
        :options="categories"
      />
      <KitText
        v-model="typed.keywords"
        label="Words by which it is found too"
        :error="error?.on('keywords')"
      />
    </div>
    <WordsField
      v-model:text="typed.body"
      v-model:files="typed.files"
      label="Text"
      headings
      :address="shownFrom"
      :error="error?.on('body')"
    />
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy">Keep it</KitButton>
    &nbsp;<KitButton kind="plain" @click="leave">Leave it</KitButton>
  </form>
</template>

<style scoped>
.beside {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 0 16px;
}
</style>
