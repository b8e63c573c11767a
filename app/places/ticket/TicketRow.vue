<script setup lang="ts">
// One ruled row of a ticket: what it is in the margin, and what is so.
defineProps<{ title: string; note?: string }>()
</script>

<template>
  <section class="ticket-row" :aria-label="title">
    <div class="margin">
      <h2>{{ title }}</h2>
      <span v-if="note" class="num">{{ note }}</span>
      <slot name="margin" />
    </div>
    <div class="said"><slot /></div>
  </section>
</template>

<style scoped>
.ticket-row {
  display: grid;
  grid-template-columns: 86px minmax(0, 1fr);
  border-top: 1px dotted var(--rule-2);
  padding: 5px 0;
}
.margin {
  color: var(--ink-3);
  font-size: 0.86rem;
}
h2 {
  font: inherit;
}
.num {
  display: block;
  font-size: 0.82rem;
}
@container leaf (max-width: 440px) {
  .ticket-row {
    grid-template-columns: minmax(0, 1fr);
  }
  .margin {
    display: flex;
    gap: 10px;
  }
}
</style>
