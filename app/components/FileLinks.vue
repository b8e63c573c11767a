<script setup lang="ts">
import type { Attached } from '~~/core/ticket'

// Files that came with something, to be fetched.
defineProps<{
  files: readonly Attached[]
  /** Where the file with an id is fetched from. */
  address: (id: string) => string
}>()
const { size } = usePortalWords()
</script>

<template>
  <ul v-if="files.length" class="files">
    <li v-for="file in files" :key="file.id">
      <a :href="address(file.id)" download>{{ file.name }}</a>
      <span class="num quiet small">{{ size(file.size) }}</span>
    </li>
  </ul>
</template>

<style scoped>
.files {
  list-style: none;
  padding: 0;
  margin: 4px 0 0;
}
li {
  display: flex;
  gap: 8px;
  align-items: baseline;
  overflow-wrap: anywhere;
}
</style>
