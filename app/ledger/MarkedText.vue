<script setup lang="ts">
// Where a search found its words.
defineProps<{ text: string }>()
</script>

<template>
  <span
    ><template v-for="(part, index) in markedParts(text)" :key="index"
      ><mark v-if="part.on">{{ part.text }}</mark
      ><template v-else>{{ part.text }}</template></template
    ></span
  >
</template>

<style scoped>
mark {
  background: var(--brass-2);
  color: inherit;
  font-weight: 600;
}
</style>
