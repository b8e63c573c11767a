<script setup lang="ts">
import type { Attached } from '~~/core/ticket'

// What somebody said: the words, the files that came with them, and what was quoted below, folded.
const props = defineProps<{
  reference: number
  text: string
  quoted?: string
  attachments?: Attached[]
  /** Whether the desk wrote it, in Markdown; what others write is shown as it is. */
  isOurs?: boolean
}>()
const { say } = usePortalWords()
const addressOf = (file: string) =>
  linkTo('GET /api/tickets/{reference}/attachments/{file}', { path: { reference: props.reference, file } })
const shownFrom = (id: string) =>
  props.attachments?.some((one) => one.id === id) ? addressOf(id) : undefined
</script>

<template>
  <div>
    <LazyRichText v-if="isOurs" :text="text" breaks :file="shownFrom" />
    <div v-else class="text">{{ text }}</div>
    <FileLinks :files="attachments ?? []" :address="addressOf" />
    <details v-if="quoted" class="quiet small">
      <summary>{{ say('request.quoted') }}</summary>
      <div class="text">{{ quoted }}</div>
    </details>
  </div>
</template>

<style scoped>
.text {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
