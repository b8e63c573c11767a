<script setup lang="ts">
import MarkdownIt from 'markdown-it'

// Words with emphasis, lists and links. HTML in them is shown as text, and links that would run a script are none.
const props = defineProps<{
  text: string
  /** Whether a new line is one, as in a message. */
  breaks?: boolean
}>()
const html = computed(() => (props.breaks ? messages : articles).render(props.text))
</script>

<script lang="ts">
const articles = new MarkdownIt({ html: false, linkify: true })
const messages = new MarkdownIt({ html: false, linkify: true, breaks: true })
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -- made by markdown-it with HTML switched off -->
  <div class="rich" v-html="html" />
</template>

<style scoped>
.rich :deep(p) {
  margin: 0 0 0.5rem;
}
.rich :deep(ul),
.rich :deep(ol) {
  margin: 0 0 0.5rem;
  padding-left: 1.3rem;
}
</style>
