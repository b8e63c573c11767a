<script setup lang="ts">
import { textsOfQuestion, type Design } from '~~/core/design'
import type { Question } from '~~/core/intake'
import { LANGUAGE_NAMES, type Language } from '~~/core/words'

// The texts of a question in one other language, each beside what was written.
const props = defineProps<{ question: Question; language: Language; design: Design; readonly: boolean }>()
const emit = defineEmits<{
  change: [before: unknown, after: { id: string; texts: Record<string, string> }]
}>()

const translation = computed(() => props.design.translations.find((one) => one.id === props.language))
const texts = computed(() => textsOfQuestion(props.question))
function put(text: string, said: string) {
  const { [text]: _, ...others } = translation.value?.texts ?? {}
  const after = said.trim() ? { ...others, [text]: said.trim() } : others
  emit('change', translation.value ?? null, { id: props.language, texts: after })
}
</script>

<template>
  <div class="texts" role="group" :aria-label="`In ${LANGUAGE_NAMES[language]}`">
    <div v-for="text in texts" :key="text" class="pair">
      <span>{{ text }}</span>
      <KitText
        bare
        :label="`“${text}” in ${LANGUAGE_NAMES[language]}`"
        :model-value="translation?.texts[text] ?? ''"
        :placeholder="text"
        :disabled="readonly"
        :commit="(said: string) => put(text, said)"
      />
    </div>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 4px 16px;
  align-items: center;
  border-bottom: 1px dotted var(--rule);
  padding: 3px 0;
}
.pair :deep(.kit-field),
.pair :deep(input) {
  width: 100%;
}
@media (max-width: 620px) {
  .pair {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
