<script setup lang="ts">
import { writtenHtml } from '~~/core/writing'

// What somebody of the desk wrote: emphasis, lists, links, and the pictures that were sent with it.
const props = defineProps<{
  text: string
  /** Whether a new line is one, as in a message. */
  breaks?: boolean
  /** Where the file with an id is shown from. */
  file?: (id: string) => string | undefined
}>()
const html = computed(() => writtenHtml(props.text, { breaks: props.breaks, file: props.file }))
/** A picture that is gone or broken leaves its name, in any language, instead of a hole. */
function leaveName({ target }: Event) {
  if (!(target instanceof HTMLImageElement)) return
  const name = document.createElement('span')
  name.className = 'no-picture'
  name.textContent = target.alt || '…'
  target.replaceWith(name)
}
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -- made by core/writing, which takes no HTML -->
  <div class="rich rich-words" @error.capture="leaveName" v-html="html" />
</template>

<style scoped>
.rich :deep(p) {
  margin: 0 0 0.5rem;
}
.rich :deep(.no-picture) {
  border: 1px dashed var(--rule-2);
  padding: 2px 8px;
  color: var(--ink-2);
}
.rich :deep(:is(ul, ol)) {
  margin: 0 0 0.5rem;
  padding-left: 1.4rem;
}
</style>
