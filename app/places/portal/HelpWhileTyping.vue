<script setup lang="ts">
// What may help already, while somebody writes: articles, and what colleagues have asked and is open. Beside the form, and in
// nobody’s way.
const props = defineProps<{ portal: string; words: string; item?: string }>()
const emit = defineEmits<{ offered: [articles: number[]] }>()
const { say } = usePortalWords()

/** So many letters say something. */
const ENOUGH = 8
/** A pause in writing, in milliseconds. */
const PAUSE = 350
const wanted = ref('')
let waits: ReturnType<typeof setTimeout> | undefined
watch(
  () => props.words.trim().slice(0, 400),
  (text) => {
    clearTimeout(waits)
    waits = setTimeout(() => (wanted.value = text.length < ENOUGH ? '' : text), PAUSE)
  },
)
onBeforeUnmount(() => clearTimeout(waits))
const { data } = useQuery({
  key: () => ['portalHelp', props.portal, props.item ?? '', wanted.value],
  query: ({ signal }) =>
    api('GET /api/portals/{portal}/help', {
      path: { portal: props.portal },
      query: { words: wanted.value, item: props.item },
      signal,
    }),
  enabled: () => wanted.value !== '',
  placeholderData: (before) => before,
})
const articles = computed(() => (wanted.value ? (data.value?.articles ?? []) : []))
const known = computed(() => (wanted.value ? (data.value?.known ?? []) : []))
watch(
  articles,
  (now) =>
    now.length &&
    emit(
      'offered',
      now.map((one) => one.id),
    ),
)
</script>

<template>
  <div role="status" class="help">
    <template v-if="articles.length">
      <b>{{ say('ask.helps') }}</b>
      <ul>
        <li v-for="one in articles" :key="one.id">
          <!-- In a window of its own, so that what is written stays where it is. -->
          <a :href="`/portal/${portal}/articles/${one.id}`" target="_blank">{{ one.title }}</a>
        </li>
      </ul>
    </template>
    <template v-if="known.length">
      <b>{{ say('ask.known') }}</b>
      <ul>
        <li v-for="one in known" :key="one.reference">
          <a :href="`/portal/${portal}/requests/${one.reference}`" target="_blank">{{ one.summary }}</a>
          <span class="quiet small">&nbsp;{{ one.reference }} · {{ one.status }}</span>
        </li>
      </ul>
      <p class="small quiet">{{ say('ask.knownHow') }}</p>
    </template>
  </div>
</template>

<style scoped>
.help:has(ul) {
  border-left: 4px solid var(--brass);
  background: var(--page-2);
  padding: 8px 14px;
  margin: 12px 0;
}
ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
li {
  padding: 2px 0;
}
</style>
