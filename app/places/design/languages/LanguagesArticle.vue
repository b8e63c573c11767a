<script setup lang="ts">
import { gapsOf, writtenTexts, type Translation } from '~~/core/design'
import { fold } from '~~/core/condition'
import { LANGUAGE_NAMES, LANGUAGES, type Language } from '~~/core/words'
import type { PageProps } from '~/composables/useDraft'
import { oneAt } from '~~/core/lookup'

// What leads have written for requesters, in other languages, with a list of what lacks one.
const props = defineProps<PageProps>()

const own = computed(() => props.design.desk.language ?? 'en')
const others = computed(() => LANGUAGES.filter((one) => one !== own.value))
const tongues = (list: readonly Language[]) => list.map((value) => ({ value, label: LANGUAGE_NAMES[value] }))
const wanted = ref<Language>()
const language = computed(() =>
  wanted.value && others.value.includes(wanted.value) ? wanted.value : oneAt(others.value, 0),
)
const translation = computed<Translation>(
  () =>
    props.design.translations.find((one) => one.id === language.value) ?? { id: language.value, texts: {} },
)
const gaps = computed(() => gapsOf(props.design, translation.value))
const all = computed(() => writtenTexts(props.design))
const portals = computed(() => props.design.portals.filter((one) => one.languages?.includes(language.value)))

const SHOWN = {
  lacking: 'what lacks words',
  all: 'all of it',
  gone: 'words of what is no more there',
} as const
type Shown = keyof typeof SHOWN
const shown = ref<Shown>('lacking')
const words = ref('')
const AT_ONCE = 100
const most = ref(AT_ONCE)
watch([shown, words, language], () => (most.value = AT_ONCE))
const listed = computed(() => {
  const { lacking, gone } = gaps.value
  const lines = { lacking, all: all.value, gone: gone.map((text) => ({ text, place: '' })) }[shown.value]
  const looked = fold(words.value.trim())
  return looked
    ? lines.filter(({ text }) => fold(`${text} ${translation.value.texts[text] ?? ''}`).includes(looked))
    : lines
})
// What is written here stays in sight until another list is asked for, though it lacks nothing any more.
const kept = ref<{ text: string; place: string }[]>([])
watch([shown, words, language, () => props.readonly], () => (kept.value = listed.value), { immediate: true })
const lines = computed(() => {
  const known = new Set(kept.value.map((one) => one.text))
  return [...kept.value, ...listed.value.filter((one) => !known.has(one.text))]
})
const left = computed(() => lines.value.length - most.value)
const lists = computed(() => {
  const counts = { lacking: gaps.value.lacking, all: all.value, gone: gaps.value.gone }
  return (Object.keys(SHOWN) as Shown[]).map((value) => ({
    value,
    label: SHOWN[value],
    note: String(counts[value].length),
  }))
})
const columns = computed(() => [
  {
    name: 'text',
    label: `${LANGUAGE_NAMES[own.value as Language] ?? own.value}, as it was written`,
    width: '45%',
  },
  { name: 'said', label: LANGUAGE_NAMES[language.value] },
  { name: 'place', label: 'Where it stands', bare: true },
])
const empty = computed(() => {
  if (words.value) return 'No text has these words.'
  if (shown.value !== 'lacking') return 'There is none.'
  return `All ${all.value.length} texts have words in ${LANGUAGE_NAMES[language.value]}.`
})

async function put(text: string, said: string) {
  const before = props.design.translations.find((one) => one.id === language.value) ?? null
  const { [text]: _, ...texts } = translation.value.texts
  const after = { id: language.value, texts: said.trim() ? { ...texts, [text]: said.trim() } : texts }
  await props.change('translations', language.value, before, after)
}
async function forget() {
  const before = translation.value
  const known = new Set(gaps.value.gone)
  const texts = Object.fromEntries(Object.entries(before.texts).filter(([text]) => !known.has(text)))
  await props.change('translations', language.value, before, { ...before, texts })
  kept.value = listed.value
}
function writeIn(tag: string) {
  const { language: _, ...rest } = props.design.desk
  void props.change('desk', 'desk', props.design.desk, tag === 'en' ? rest : { ...rest, language: tag })
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet intro">
      Requesters read portals, forms and messages in the language that they choose, else in that of their
      browser, of those that their portal offers. What has no words in it is read as it was written. The words
      of messages stand with each of them.
    </p>
    <div class="line">
      <KitChoice
        label="The leads write in"
        :model-value="own as Language"
        :options="tongues(LANGUAGES)"
        :disabled="readonly"
        @update:model-value="$event && writeIn($event)"
      />
      <KitChoice
        label="Words in"
        :model-value="language"
        :options="tongues(others)"
        @update:model-value="wanted = $event ?? undefined"
      />
      <span class="quiet small">
        <template v-if="portals.length">
          offered by
          <template v-for="(one, at) in portals" :key="one.id"
            >{{ at ? ', ' : ''
            }}<NuxtLink :to="`/design/portals/${one.id}`">{{ one.name }}</NuxtLink></template
          >
        </template>
        <template v-else
          >no portal offers it yet; <NuxtLink to="/design/portals">let one do so</NuxtLink></template
        >
      </span>
    </div>
    <FindingsAt :findings="findings" :place="`languages#${language}`" />
    <div class="line">
      <KitChoice
        label="Show"
        :model-value="shown"
        :options="lists"
        @update:model-value="shown = $event ?? 'lacking'"
      />
      <KitText v-model="words" label="Find a text" type="search" />
      <KitButton v-if="shown === 'gone' && gaps.gone.length && !readonly" kind="link" @click="forget"
        >forget them all</KitButton
      >
    </div>
    <KitEmpty v-if="!lines.length" :says="empty" />
    <KitTable
      v-else
      :rows="lines.slice(0, most)"
      :columns="columns"
      row-key="text"
      label="Texts"
      :more="left > 0 ? `Show ${Math.min(AT_ONCE, left)} more of ${lines.length}` : undefined"
      @more="most += AT_ONCE"
    >
      <template #cell-text="{ row }"
        ><span class="text" :lang="own">{{ row.text }}</span></template
      >
      <template #cell-said="{ row }">
        <span v-if="readonly" :lang="language">{{ translation.texts[row.text] }}</span>
        <KitLongText
          v-else
          class="said"
          bare
          :lang="language"
          :label="`${LANGUAGE_NAMES[language]}: ${row.text}`"
          :rows="1"
          :model-value="translation.texts[row.text] ?? ''"
          :commit="(said: string) => put(row.text, said)"
        />
      </template>
      <template #cell-place="{ row }">
        <NuxtLink v-if="row.place" class="small" :to="ruleAddress(row.place)">there</NuxtLink>
      </template>
    </KitTable>
  </div>
</template>

<style scoped>
.intro {
  max-width: 80ch;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
}
.line :deep(.kit-field) {
  margin-bottom: 6px;
}
.text {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.said {
  display: block;
}
</style>
