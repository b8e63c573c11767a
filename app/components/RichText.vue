<script setup lang="ts">
import MarkdownIt from 'markdown-it'

// Words with emphasis, lists and links. HTML in them is shown as text, and links that would run a script are none.
const props = defineProps<{ text: string }>()
const html = computed(() => reader.render(props.text))
</script>

<script lang="ts">
const reader = new MarkdownIt({ html: false, linkify: true })
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
