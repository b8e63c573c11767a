<script setup lang="ts">
// How much of what is to do is settled, as small as a word.
defineProps<{ done: number; all: number }>()
</script>

<template>
  <span class="mark small" :title="`${done} of ${all} tasks done`">
    <DoneBar :done="done" :all="all" :label="`${done} of ${all} tasks done`" /><span
      class="num"
      aria-hidden="true"
      >{{ done }}/{{ all }}</span
    >
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  gap: 4px;
  align-items: center;
  white-space: nowrap;
}
.mark :deep(.bar) {
  width: 34px;
}
</style>
