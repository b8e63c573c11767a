<script setup lang="ts">
// What was answered, question by question.
defineProps<{ answers: readonly { name: string; label: string; answer: string }[] }>()
</script>

<template>
  <dl>
    <template v-for="one in answers" :key="one.name">
      <dt>{{ one.label }}</dt>
      <dd>{{ one.answer }}</dd>
    </template>
  </dl>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: minmax(120px, 40%) 1fr;
  margin: 6px 0;
}
dt {
  color: var(--ink-3);
}
dd {
  margin: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
