<script setup lang="ts">
import type { ClockStanding } from '~/composables/useStanding'

defineProps<{
  standing: ClockStanding
  large?: boolean
  /** The word stands beside the figure, not below it. */
  beside?: boolean
  /** What stands for the word, such as the moment at which it falls due. */
  says?: string
}>()
</script>

<template>
  <span class="balance" :class="[standing.standing, { large, beside }]">
    <span class="sr-only">{{ standing.sentence }}{{ says ? `, ${says}` : '' }}</span>
    <span aria-hidden="true" class="figure num">
      <BandMark :band="standing.standing" />
      {{ standing.figure }}
    </span>
    <small aria-hidden="true">{{ says ?? standing.word }}</small>
  </span>
</template>

<style scoped>
.balance {
  display: block;
  text-align: right;
  color: var(--ink);
}
.figure {
  font-weight: 500;
  font-size: 1rem;
  white-space: nowrap;
}
small {
  display: block;
  font: 0.86rem var(--sans);
  color: var(--ink-3);
}
.beside small {
  display: inline-block;
  min-width: 4.2em;
  margin-left: 0.4em;
  text-align: left;
}
.over,
.missed {
  color: var(--red);
}
.close {
  color: var(--brass);
}
.over .figure,
.close .figure,
.missed .figure {
  font-weight: 600;
}
.over small,
.missed small {
  color: var(--red);
}
.close small {
  color: var(--brass);
}
.paused,
.paused small,
.cancelled {
  color: var(--still);
}
.kept {
  color: var(--sea);
}
</style>
