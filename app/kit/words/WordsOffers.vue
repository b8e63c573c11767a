<script setup lang="ts">
import type { Offers } from './offers'

// What is offered below the line that is being written.
const props = defineProps<{
  offers: Offers
  id: string
  label: string
  /** What it lies over: it is placed from there. */
  over: HTMLElement | undefined
}>()
const place = computed(() => {
  const [at, from] = [props.offers.at, props.over?.getBoundingClientRect()]
  if (!at || !from) return undefined
  const room = Math.max(0, from.width - 240)
  return { left: `${Math.min(room, at.left - from.left)}px`, top: `${at.bottom - from.top + 4}px` }
})
</script>

<template>
  <ul v-if="offers.list.length" :id="id" class="offers" role="listbox" :aria-label="label" :style="place">
    <li
      v-for="(one, index) in offers.list"
      :id="`${id}-${index}`"
      :key="one.id"
      role="option"
      :aria-selected="index === offers.chosen"
      @mousedown.prevent="offers.take(index)"
    >
      {{ one.name }}
    </li>
  </ul>
</template>

<style scoped>
.offers {
  position: absolute;
  z-index: 5;
  margin: 0;
  padding: 2px 0;
  list-style: none;
  width: 240px;
  background: var(--page);
  border: 1px solid var(--rule-2);
}
li {
  padding: 4px 10px;
  cursor: pointer;
  overflow-wrap: anywhere;
}
li[aria-selected='true'] {
  background: var(--sea-2);
  box-shadow: inset 3px 0 0 var(--brass);
}
</style>
