<script setup lang="ts">
import type { BecauseWords } from '~~/core/explain'

// The small sign after a value that the system set: pressed, it says why, with the rule in its edition.
const props = defineProps<{ because?: BecauseWords; edition: number; about: string }>()
const slip = ref<{ toggle: (event: Event) => void }>()
const open = ref(false)
const link = computed(() => ruleAddress(props.because?.article ?? '', props.edition))
</script>

<template>
  <template v-if="because">
    <KitButton
      kind="quiet"
      class="why"
      :aria-expanded="open"
      :aria-label="`Why: ${about}`"
      @click="slip?.toggle($event)"
      >∵</KitButton
    >
    <KitSlip ref="slip" :label="`Why: ${about}`" @show="open = true" @hide="open = false">
      <p class="because">
        {{ because.text }} <template v-if="because.nearly">{{ because.nearly }}</template>
        <NuxtLink v-if="because.article" :to="link">&nbsp;Edition {{ edition }}</NuxtLink>
      </p>
    </KitSlip>
  </template>
</template>

<style scoped>
.why.kit-button.quiet {
  color: var(--sea);
  font-weight: 700;
  min-width: 24px;
  text-align: center;
}
.because {
  margin: 0;
}
</style>
