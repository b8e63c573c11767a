<script setup lang="ts">
import type { BecauseWords } from '~~/core/explain'

const props = defineProps<{ because?: BecauseWords; edition: number; about: string }>()
const open = ref(false)
const id = useId()
const link = computed(() => ruleAddress(props.because?.article ?? '', props.edition))
</script>

<template>
  <template v-if="because">
    <button
      class="why"
      type="button"
      :aria-expanded="open"
      :aria-controls="id"
      :aria-label="`Why: ${about}`"
      @click="open = !open"
    >
      ∵
    </button>
    <span v-if="open" :id="id" class="because">
      {{ because.text }} <template v-if="because.nearly">{{ because.nearly }}</template>
      <NuxtLink v-if="because.article" :to="link">Edition {{ edition }}</NuxtLink>
    </span>
  </template>
</template>

<style scoped>
.why {
  border: 0;
  background: none;
  color: var(--sea);
  font: 700 1.05rem var(--sans);
  padding: 0 6px;
  min-width: 24px;
  min-height: 24px;
  cursor: pointer;
}
.because {
  display: block;
  margin: 3px 0 4px;
  padding: 6px 11px;
  border-left: 3px solid var(--sea);
  background: var(--sea-2);
  font-size: 0.93rem;
  font-weight: 400;
}
</style>
