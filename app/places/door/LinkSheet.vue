<script setup lang="ts">
import type { Language } from '~~/core/words'

// The sheet of whoever comes by the link of a message: its title, whom it is for, and what is asked of them.
const props = defineProps<{ title: string; language: Language; error?: string }>()
const words = usePortalWords()
words.language.value = props.language
watch(
  () => props.language,
  (now) => (words.language.value = now),
)
useHead({ title: () => `${props.title} · Yare Ledger`, htmlAttrs: { lang: () => props.language } })
</script>

<template>
  <main id="main" class="sheet">
    <p class="mark"><i>Yare</i> Ledger</p>
    <KitError v-if="error" :error="error" />
    <template v-else>
      <h1>{{ title }}</h1>
      <slot />
    </template>
  </main>
</template>

<style scoped>
.sheet {
  max-width: 680px;
  margin: 6vh auto;
  padding: 0 20px 40px;
}
.mark {
  font: 1.1rem var(--serif);
}
h1 {
  overflow-wrap: anywhere;
}
</style>
