<script setup lang="ts">
// One thing that stands beside a ticket, under its ruled heading.
defineProps<{ title: string; note?: string }>()
const id = useId()
</script>

<template>
  <section class="beside-part" :aria-labelledby="id">
    <div class="head">
      <h2 :id="id">{{ title }}</h2>
      <span v-if="note" class="quiet small">{{ note }}</span>
      <span class="acts no-print"><slot name="acts" /></span>
    </div>
    <slot />
  </section>
</template>

<style scoped>
.beside-part {
  margin-bottom: 16px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  align-items: baseline;
  border-bottom: 3px double var(--rule-2);
  margin-bottom: 3px;
}
h2 {
  font-size: 1.05rem;
}
.acts {
  margin-left: auto;
  display: flex;
  gap: 10px;
}
/* What is listed beside stands line by line. */
.beside-part :deep(ul) {
  list-style: none;
  margin: 0;
  padding: 0;
}
.beside-part :deep(li) {
  border-bottom: 1px dotted var(--rule);
  padding: 2px 0;
}
.beside-part :deep(p) {
  margin: 2px 0;
}
</style>
