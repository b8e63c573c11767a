<script setup lang="ts">
// One line in which somebody says what they need. What fits is listed while they write; without the page's script, once
// they press Enter.
const props = defineProps<{
  portal: string
  /** It is looked at only, and has no key. */
  still?: boolean
}>()
const { say, problem } = usePortalWords()
const asked = useRoute().query.need
const words = ref(typeof asked === 'string' ? asked.slice(0, 200) : '')
/** What was asked for, a moment after the last letter. */
const wanted = ref(words.value.trim())
let waits: ReturnType<typeof setTimeout> | undefined
watch(words, (text) => {
  clearTimeout(waits)
  waits = setTimeout(() => (wanted.value = text.trim()), 90)
})
onBeforeUnmount(() => clearTimeout(waits))

const { data, error, isPlaceholderData } = await usePageQuery({
  key: () => ['portalSearch', props.portal, wanted.value],
  query: ({ signal }) =>
    api('GET /api/portals/{portal}/search', {
      path: { portal: props.portal },
      query: { words: wanted.value },
      signal,
    }),
  enabled: () => wanted.value !== '',
  // What fitted before stays until the answer to one letter more is there.
  placeholderData: (before) => before,
})
const found = computed(() => (words.value.trim() && wanted.value ? data.value : undefined))
const isNothing = computed(() => found.value && !found.value.items.length && !found.value.articles.length)

/** What stays unfound a while after the last letter is noted for whoever writes articles. */
const LOOKED_LONG = 2500
watch(
  () => (isNothing.value && !isPlaceholderData.value ? wanted.value : ''),
  (missed, _, over) => {
    if (!missed || props.still) return
    const path = { portal: props.portal }
    const note = () =>
      api('POST /api/portals/{portal}/missed', { path, body: { words: missed } }).catch(() => undefined)
    const later = setTimeout(note, LOOKED_LONG)
    over(() => clearTimeout(later))
  },
)

async function openFirst() {
  const first = found.value?.items[0]
  if (first && !isPlaceholderData.value && wanted.value === words.value.trim())
    await navigateTo(`/portal/${props.portal}/ask/${first.id}`)
}
// What was typed before the page's script was there.
const form = ref<HTMLFormElement>()
const early = usePageForm({
  id: 'need',
  take: (fields) => (words.value = String(fields('need')?.[0] ?? words.value)),
  act: openFirst,
})
if (!props.still)
  useShortcuts('portal', [
    { keys: '/', says: say('index.need'), run: () => form.value?.querySelector('input')?.focus() },
  ])
</script>

<template>
  <form :id="early.attrs.id" ref="form" class="search" role="search" @submit.prevent="openFirst">
    <KitText
      v-model="words"
      class="need"
      name="need"
      :label="say('index.need')"
      bare
      autocomplete="off"
      :most="200"
      :placeholder="say('index.example')"
    />
    <kbd aria-hidden="true">/</kbd>
    <div v-if="words.trim()" aria-live="polite">
      <KitError v-if="error" :error="problem(error)" />
      <ul v-else-if="found" :aria-label="say('index.fits')">
        <li v-for="item in found.items" :key="item.id">
          <NuxtLink :to="`/portal/${portal}/ask/${item.id}`">{{ item.name }}</NuxtLink>
          <span class="quiet">&nbsp;· {{ item.description }}</span>
        </li>
        <li v-for="article in found.articles" :key="`a${article.id}`">
          <span class="quiet">{{ say('index.toRead') }}&nbsp;</span>
          <NuxtLink :to="`/portal/${portal}/articles/${article.id}`">{{ article.title }}</NuxtLink>
          <span class="quiet">&nbsp;· {{ article.part }}</span>
        </li>
        <li v-if="isNothing" class="quiet">{{ say('index.nothing') }}</li>
      </ul>
    </div>
  </form>
</template>

<style scoped>
.search {
  position: relative;
  max-width: 760px;
  border: 1px solid var(--ink);
  background: var(--field);
}
.search .need.kit-field {
  display: block;
}
.need :deep(input) {
  width: 100%;
  border: 0;
  background: none;
  font: 1.2rem var(--sans);
  padding: 12px 40px 12px 16px;
}
kbd {
  position: absolute;
  right: 16px;
  top: 14px;
  color: var(--ink-3);
  font-family: var(--mono);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--ink);
}
li {
  padding: 8px 16px;
  border-bottom: 1px dotted var(--rule);
}
a {
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
}
a:hover {
  text-decoration: underline;
}
</style>
