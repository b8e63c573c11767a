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
const shown = ref<keyof typeof SHOWN>('lacking')
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
    <p class="quiet">
      Requesters read portals, forms and messages in the language that they choose, else in that of their
      browser, of those that their portal offers. What has no words in it is read as it was written. The words
      of messages stand with each of them.
    </p>
    <p class="line">
      <label
        >The leads write in
        <select class="inline-field" :value="own" :disabled="readonly" @change="writeIn(typedIn($event))">
          <option v-for="one in LANGUAGES" :key="one" :value="one">{{ LANGUAGE_NAMES[one] }}</option>
        </select></label
      >
      <label
        >Words in
        <select class="inline-field" :value="language" @change="wanted = typedIn($event) as Language">
          <option v-for="one in others" :key="one" :value="one">{{ LANGUAGE_NAMES[one] }}</option>
        </select></label
      >
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
    </p>
    <FindingsAt :findings="findings" :place="`languages#${language}`" />
    <p class="line">
      <label
        >Show
        <select v-model="shown" class="inline-field">
          <option v-for="(name, id) in SHOWN" :key="id" :value="id">
            {{ name }} ({{ { lacking: gaps.lacking, all, gone: gaps.gone }[id].length }})
          </option>
        </select></label
      >
      <input v-model="words" type="search" class="inline-field" aria-label="Find a text" placeholder="Find" />
      <button
        v-if="shown === 'gone' && gaps.gone.length && !readonly"
        class="link"
        type="button"
        @click="forget"
      >
        forget them all
      </button>
    </p>
    <p v-if="!lines.length" class="quiet">
      {{
        words
          ? 'No text has these words.'
          : shown === 'lacking'
            ? `All ${all.length} texts have words in ${LANGUAGE_NAMES[language]}.`
            : 'There is none.'
      }}
    </p>
    <table v-else class="ledger-table">
      <thead>
        <tr>
          <th>{{ LANGUAGE_NAMES[own as Language] ?? own }}, as it was written</th>
          <th>{{ LANGUAGE_NAMES[language] }}</th>
          <th><span class="sr-only">Where it stands</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ text, place } in lines.slice(0, most)" :key="text">
          <td class="text" :lang="own">{{ text }}</td>
          <td class="said" :lang="language">
            <template v-if="readonly">{{ translation.texts[text] }}</template>
            <textarea
              v-else
              rows="1"
              :value="translation.texts[text] ?? ''"
              :aria-label="`${LANGUAGE_NAMES[language]}: ${text}`"
              @change="put(text, typedIn($event))"
            />
          </td>
          <td class="small">
            <NuxtLink v-if="place" :to="ruleAddress(place)">there</NuxtLink>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="lines.length > most">
      <button class="link" type="button" @click="most += AT_ONCE">
        {{ Math.min(AT_ONCE, lines.length - most) }} more
      </button>
    </p>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: baseline;
}
.ledger-table td {
  vertical-align: top;
  padding-top: 6px;
}
.text {
  width: 45%;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.said textarea {
  display: block;
  width: 100%;
  margin-top: -4px;
  min-height: 32px;
  field-sizing: content;
  font: inherit;
  color: var(--ink);
  background: var(--field);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 4px 7px;
}
@media (max-width: 560px) {
  .ledger-table,
  .ledger-table tbody,
  .ledger-table tr,
  .ledger-table td {
    display: block;
  }
  .ledger-table thead {
    display: none;
  }
  .text {
    width: auto;
    border-bottom: 0;
  }
}
</style>
