<script setup lang="ts">
import { dayAndMonth } from '~~/core/time'
import type { Article } from './article'

// What has become of an article, what its readers say, and a word of one's own.
const props = defineProps<{ article: Article; zone: string; fate: string }>()
const emit = defineEmits<{ done: [text: string] }>()
const helped = ref<boolean>()
const words = ref('')
const { busy, error, run } = useDeed()
async function send() {
  const path = { article: props.article.id }
  const body = { helped: helped.value === true, words: words.value }
  if (!(await run(() => api('POST /api/articles/{article}/verdict', { path, body })))) return
  ;[helped.value, words.value] = [undefined, '']
  emit('done', 'Whoever writes articles reads it.')
}
</script>

<template>
  <section aria-labelledby="fate">
    <h2 id="fate">What has become of it</h2>
    <p class="small">{{ fate }}</p>
    <ul v-if="article.fate.words.length">
      <li v-for="one in article.fate.words" :key="`${one.by}${one.at}`">
        <span class="mark">{{ one.helped ? 'helped' : 'did not help' }}</span>
        {{ one.words }}
        <span class="quiet small"
          >{{ one.by }}, {{ dayAndMonth(one.at, zone)
          }}{{ one.version < article.version ? `, of version ${one.version}` : '' }}</span
        >
      </li>
    </ul>
    <p v-if="helped === undefined" class="no-print">
      Did it help you?
      <KitButton kind="link" @click="helped = true">It did</KitButton>
      {{ ' ' }}
      <KitButton kind="link" @click="helped = false">It did not …</KitButton>
    </p>
    <form v-else class="no-print" @submit.prevent="send" @keydown.esc.stop="helped = undefined">
      <KitText
        v-model="words"
        focuses
        :label="helped ? 'What of it helped (may be empty)' : 'What is wrong or missing'"
        :most="1000"
        :error="error?.on('words')"
      />
      <KitError :error="error" />
      <KitButton kind="main" type="submit" :busy="busy">{{
        helped ? 'It helped' : 'It did not help'
      }}</KitButton>
      {{ ' ' }}
      <KitButton kind="plain" @click="helped = undefined">Leave it</KitButton>
    </form>
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 3px double var(--rule-2);
  margin: 18px 0 6px;
}
ul {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
  overflow-wrap: anywhere;
}
.mark {
  font-weight: 600;
}
</style>
