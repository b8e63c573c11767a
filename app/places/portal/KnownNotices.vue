<script setup lang="ts">
// What is known to be broken, said at a portal.
defineProps<{
  notices: readonly { id: number; title: string; body: string; starts: number }[]
  zone: string
}>()
const { say, moment } = usePortalWords()
</script>

<template>
  <section v-for="notice in notices" :key="notice.id" class="notice known" :aria-label="notice.title">
    <b>{{ say('notice.known', { title: notice.title }) }}</b>
    <span class="quiet">
      · {{ say('notice.since', { time: moment(notice.starts, zone, notice.starts) }) }}</span
    >
    <p v-if="notice.body">{{ notice.body }}</p>
  </section>
</template>

<style scoped>
.known {
  max-width: 760px;
  margin-top: 12px;
}
.known p {
  margin: 4px 0 0;
  white-space: pre-line;
}
</style>
