<script setup lang="ts">
import { isoDate, parseMoment } from '~~/core/time'
import { LANGUAGE_NAMES, LANGUAGES, type Language } from '~~/core/words'
import type { Article } from './article'
import { usePortalOffers } from './usePortalOffers'

// Writes an article, or changes one.
const props = defineProps<{
  article?: Article
  /** What a new one is to be about. */
  title?: string
  /** What a ticket was about, as the draft of a new one. */
  from?: { reference: number; draft: AnswerOf<'GET /api/tickets/{reference}/as-article'> }
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
  { value: 'team' as const, label: 'one team only' },
]
const TONGUES = LANGUAGES.map((value) => ({ value, label: LANGUAGE_NAMES[value] }))
const words = useViewWords()
/** One that is gone from the design or the directory stays until somebody takes it out. */
function offered(
  list: 'category' | 'item' | 'signal' | 'equipmentType' | 'team' | 'technician',
  chosen: readonly string[],
) {
  const known = words.data.value?.names[list] ?? []
  const gone = chosen.filter((id) => !known.some((one) => one.value === id))
  return [...known, ...gone.map((value) => ({ value, label: value }))]
}
const zone = computed(() => useSession().me?.zone ?? 'UTC')
const first = props.article ?? props.from?.draft
const typed = reactive({
  /** The version that this one is to follow: what was begun before somebody kept another is not kept over that. */
  version: props.article?.version,
  title: first?.title ?? props.title ?? '',
  audience: (props.article?.audience ?? (props.from ? 'desk' : 'requesters')) as Article['audience'] | null,
  team: props.article?.team ?? (null as string | null),
  keywords: props.article?.keywords ?? '',
  body: first?.body ?? '',
  categories: [...(first?.categories ?? [])] as string[],
  items: [...(first?.items ?? [])] as string[],
  signals: [...(props.article?.signals ?? [])] as string[],
  equipmentTypes: [...(props.article?.equipment_types ?? props.from?.draft.equipmentTypes ?? [])] as string[],
  owner: (props.article ? props.article.owner : (useSession().me?.id ?? null)) as string | null,
  review: props.article?.review_at ? isoDate(props.article.review_at, useSession().me?.zone ?? 'UTC') : '',
  language: (props.article?.language ?? 'en') as Language | null,
  draft: props.article?.draft ?? props.from !== undefined,
  files: props.article?.files.map((one) => one.id) ?? [],
  portal: (several.value.length > 1 ? SEVERAL : (several.value[0] ?? null)) as string | null,
})
const { begun, forget, beginAnew } = useKeptForm(
  `yare-article-${props.article?.id ?? (props.from ? `from-${props.from.reference}` : (props.title ?? 'new'))}`,
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
/** The version that somebody kept meanwhile. */
const theirs = ref<number>()
const { busy, error, run } = useDeed(async () => {
  if (!props.article) return
  const path = { article: props.article.id }
  theirs.value = (await api('GET /api/articles/{article}', { path }).catch(() => undefined))?.version
})
async function keepMine() {
  ;[typed.version, theirs.value] = [theirs.value, undefined]
  await send()
}
async function send() {
  const { portal, audience, review, language, ...words } = typed
  const body = {
    ...words,
    audience: audience ?? 'requesters',
    ...(language && { language }),
    reviewAt: review ? parseMoment(review, zone.value) : null,
    portals: portal === SEVERAL ? several.value : portal ? [portal] : [],
  }
  const { article } = props
  const kept = await run(() =>
    article
      ? api('PATCH /api/articles/{article}', { path: { article: article.id }, body })
      : api('POST /api/articles', { body }),
  )
  const text = typed.draft
    ? 'The draft is kept.'
    : article && !article.draft
      ? 'The article is changed.'
      : 'The article can be found from now on.'
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
    <p v-if="from" class="notice">
      From ticket {{ from.reference }}. Names, mail addresses and long numbers are left out; read it through
      before it is out: what else tells of somebody only you can see.
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
        v-if="typed.audience === 'team'"
        v-model="typed.team"
        label="Team"
        :options="offered('team', typed.team ? [typed.team] : [])"
        :error="error?.on('team')"
      />
      <KitChoice
        v-if="typed.audience === 'requesters'"
        v-model="typed.portal"
        label="Shown on"
        placeholder="all portals"
        clears
        :options="portals"
        :error="error?.on('portals')"
      />
      <KitChoice
        v-model="typed.language"
        label="Written in"
        :options="TONGUES"
        :error="error?.on('language')"
      />
      <KitText
        v-model="typed.keywords"
        label="Words by which it is found too"
        :error="error?.on('keywords')"
      />
    </div>
    <fieldset class="beside">
      <legend>Offered first for tickets</legend>
      <KitManyChoices
        v-model="typed.items"
        label="that ask for"
        placeholder="nothing in particular"
        :options="offered('item', typed.items)"
      />
      <KitManyChoices
        v-model="typed.categories"
        label="of the categories"
        placeholder="none in particular"
        :options="offered('category', typed.categories)"
      />
      <KitManyChoices
        v-model="typed.equipmentTypes"
        label="about equipment of the types"
        placeholder="none in particular"
        :options="offered('equipmentType', typed.equipmentTypes)"
      />
      <KitManyChoices
        v-model="typed.signals"
        label="that a monitor’s signals make"
        placeholder="none in particular"
        :options="offered('signal', typed.signals)"
      />
    </fieldset>
    <WordsField
      v-model:text="typed.body"
      v-model:files="typed.files"
      label="Text"
      headings
      :address="shownFrom"
      :error="error?.on('body')"
    />
    <div class="beside">
      <KitChoice
        v-model="typed.owner"
        label="Who keeps it true"
        clears
        placeholder="nobody"
        :options="offered('technician', typed.owner ? [typed.owner] : [])"
        :error="error?.on('owner')"
      />
      <KitDay v-model="typed.review" label="To be looked at again on" :error="error?.on('reviewAt')" />
      <KitCheckbox
        v-model="typed.draft"
        label="A draft"
        help="Read only by those who write articles, until it is out."
      />
    </div>
    <KitError :error="error" />
    <p v-if="theirs !== undefined">
      <KitButton kind="act" :busy="busy" @click="keepMine">Keep mine after version {{ theirs }}</KitButton>
    </p>
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
fieldset {
  border: 0;
  border-top: 1px solid var(--rule);
  margin: 6px 0;
  padding: 0;
}
legend {
  padding: 0 8px 0 0;
  color: var(--ink-2);
}
</style>
