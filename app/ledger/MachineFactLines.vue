<script setup lang="ts">
import type { FactLine } from '~~/core/assist'

// What a machine says of itself, line by line.
defineProps<{ lines: readonly FactLine[] }>()
</script>

<template>
  <dl>
    <template v-for="one in lines" :key="one.key">
      <dt>{{ one.label }}</dt>
      <dd :class="{ tight: one.tight }">{{ one.says }}</dd>
    </template>
  </dl>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 0 10px;
  margin: 6px 0;
  font-size: 0.93rem;
}
dt {
  color: var(--ink-3);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.tight {
  color: var(--red);
  font-weight: 600;
}
</style>
