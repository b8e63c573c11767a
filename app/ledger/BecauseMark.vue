<script setup lang="ts">
import type { BecauseWords } from '~~/core/explain'

// The small sign after a value that the system set: pressed, it says why, with the rule in its edition.
const props = defineProps<{ because?: BecauseWords; edition: number; about: string }>()
const link = computed(() => ruleAddress(props.because?.article ?? '', props.edition))
</script>

<template>
  <WhyMark v-if="because" :label="`Why: ${about}`">
    <p class="because">
      {{ because.text }} <template v-if="because.nearly">{{ because.nearly }}</template>
      <NuxtLink v-if="because.article" :to="link">&nbsp;Edition {{ edition }}</NuxtLink>
    </p>
  </WhyMark>
</template>

<style scoped>
.because {
  margin: 0;
}
</style>
