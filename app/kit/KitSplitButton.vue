<script setup lang="ts">
import type { Act } from './act'
import KitButton from './KitButton.vue'
import KitMenu from './KitMenu.vue'

// What is done mostly, and beside it what is done instead of it now and then.
defineProps<{
  acts: readonly Act[]
  kind?: 'act' | 'main'
  busy?: boolean
  disabled?: boolean
  keys?: string
  /** What the arrow beside it is called. */
  more?: string
}>()
defineEmits<{ press: [] }>()
</script>

<template>
  <span class="split" role="group">
    <KitButton :kind="kind" :busy="busy" :disabled="disabled" :keys="keys" @click="$emit('press')">
      <slot />
    </KitButton>
    <KitMenu :acts="acts" :kind="kind" :disabled="disabled || busy" :label="more ?? 'Instead of it …'">
      <span aria-hidden="true">▾</span>
    </KitMenu>
  </span>
</template>

<style scoped>
.split {
  display: inline-flex;
}
.split > :deep(:first-child) {
  border-top-right-radius: 0;
  border-bottom-right-radius: 0;
}
.split > :deep(:nth-child(2)) {
  border-top-left-radius: 0;
  border-bottom-left-radius: 0;
  border-left-color: var(--page);
  padding-inline: 0.5rem;
  min-width: 28px;
}
</style>
