<script setup lang="ts">
import { LANGUAGE_NAMES, LANGUAGES, type Language } from '~~/core/words'
import type { Article } from './article'

// What an article is tied to: the same in other languages, and the articles that belong to it.
const props = defineProps<{ article: Article }>()
const emit = defineEmits<{ done: [text: string, undo?: () => Promise<unknown>]; say: [language: Language] }>()
const session = useSession()
const mayWrite = computed(() => session.may('writeKnowledge'))
const path = computed(() => ({ article: props.article.id }))
const others = computed(() =>
  LANGUAGES.filter((one) => one !== props.article.language).map((language) => {
    const said = props.article.translations.find((one) => one.language === language)
    const name = LANGUAGE_NAMES[language]
    return { language, name, said, isOld: said !== undefined && said.ofVersion < props.article.version }
  }),
)
const inSight = computed(() => others.value.filter((one) => one.said ?? mayWrite.value))

const { busy, error, run } = useDeed()
async function takeAway({ language, name }: { language: Language; name: string }) {
  const one = { path: { ...path.value, language } }
  await run(async () => {
    const { title, body, keywords, ofVersion } = await api(
      'GET /api/articles/{article}/translations/{language}',
      one,
    )
    await api('DELETE /api/articles/{article}/translations/{language}', one)
    const said = { title, body, keywords, ofVersion, version: 0 }
    emit('done', `It is not said in ${name} any longer.`, () =>
      api('PUT /api/articles/{article}/translations/{language}', { ...one, body: said }),
    )
  })
}

const adding = ref(false)
const chosen = ref<string | null>(null)
async function find(words: string) {
  const { rows } = await api('GET /api/articles', { query: { search: words || undefined, limit: 20 } })
  const known = new Set([props.article.id, ...props.article.related.map((one) => one.id)])
  return rows.filter((one) => !known.has(one.id)).map((one) => ({ value: String(one.id), label: one.title }))
}
async function relate(article: number, on: boolean) {
  const body = { article, on }
  if (!(await run(() => api('POST /api/articles/{article}/related', { path: path.value, body })))) return
  ;[adding.value, chosen.value] = [false, null]
  emit('done', on ? 'They belong together.' : 'They do not belong together any longer.')
}
</script>

<template>
  <section v-if="inSight.length || article.related.length || mayWrite" aria-labelledby="ties">
    <h2 id="ties">Belongs to it</h2>
    <ul v-if="article.related.length" aria-label="Articles">
      <li v-for="one in article.related" :key="one.id">
        <NuxtLink :to="{ path: '/knowledge', query: { article: one.id } }">{{ one.title }}</NuxtLink>
        <span v-if="one.draft" class="quiet small">&nbsp;a draft</span>
        <KitButton
          v-if="mayWrite"
          kind="link"
          class="no-print"
          :aria-label="`Take away: ${one.title}`"
          :disabled="busy"
          @click="relate(one.id, false)"
          >Take away</KitButton
        >
      </li>
    </ul>
    <ul v-if="inSight.length" aria-label="Languages">
      <li v-for="one in inSight" :key="one.language">
        <span :lang="one.said ? one.language : undefined">{{
          one.said?.title ?? `Not in ${one.name} yet`
        }}</span>
        <span v-if="one.said" class="quiet small"
          >{{ one.name }}{{ one.isOld ? `, says version ${one.said.ofVersion}` : '' }}</span
        >
        <template v-if="mayWrite">
          <KitButton kind="link" class="no-print" @click="emit('say', one.language)">{{
            one.isOld ? `Say it anew in ${one.name} …` : one.said ? 'Change …' : `Say it in ${one.name} …`
          }}</KitButton>
          <KitButton
            v-if="one.said"
            kind="link"
            class="no-print"
            :aria-label="`Take away: ${one.name}`"
            :disabled="busy"
            @click="takeAway(one)"
            >Take away</KitButton
          >
        </template>
      </li>
    </ul>
    <p v-if="mayWrite" class="no-print">
      <KitButton kind="link" :aria-expanded="adding" @click="adding = !adding"
        >An article that belongs to it …</KitButton
      >
    </p>
    <form
      v-if="adding"
      class="no-print"
      @submit.prevent="chosen && relate(Number(chosen), true)"
      @keydown.esc.stop="adding = false"
    >
      <KitFinder v-model="chosen" label="Which article" lists focuses :find="find" />
      <KitButton kind="main" type="submit" :disabled="!chosen" :busy="busy">They belong together</KitButton>
    </form>
    <KitError :error="error" />
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 3px double var(--rule-2);
  margin: 18px 0 6px;
}
ul {
  list-style: none;
  margin: 0 0 6px;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
  min-height: 24px;
  overflow-wrap: anywhere;
}
</style>
