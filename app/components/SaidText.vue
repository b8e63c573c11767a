<script setup lang="ts">
import type { Attached } from '~~/core/ticket'

// What somebody said: the words, the files that came with them, and what was quoted below, folded.
defineProps<{
  reference: number
  text: string
  quoted?: string
  attachments?: Attached[]
  /** Whether the desk wrote it, in Markdown; what others write is shown as it is. */
  isOurs?: boolean
}>()
const { say, size } = usePortalWords()
</script>

<template>
  <div>
    <LazyRichText v-if="isOurs" :text="text" breaks />
    <div v-else class="text">{{ text }}</div>
    <ul v-if="attachments?.length" class="files">
      <li v-for="file in attachments" :key="file.id">
        <a
          :href="
            linkTo('GET /api/tickets/{reference}/attachments/{file}', { path: { reference, file: file.id } })
          "
          download
          >{{ file.name }}</a
        >
        <span class="num quiet small">{{ size(file.size) }}</span>
      </li>
    </ul>
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
.files {
  list-style: none;
  padding: 0;
  margin: 4px 0 0;
}
.files li {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
</style>
