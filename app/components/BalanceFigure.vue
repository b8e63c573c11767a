<script setup lang="ts">
import type { ClockStanding } from '~/composables/useStanding'

defineProps<{ standing: ClockStanding; large?: boolean }>()
</script>

<template>
  <span class="balance" :class="[standing.standing, { large }]">
    <span class="sr-only">{{ standing.sentence }}</span>
    <span aria-hidden="true" class="figure num">
      <svg
        v-if="standing.standing === 'over' || standing.standing === 'missed'"
        width="9"
        height="11"
        viewBox="0 0 9 11"
      >
        <path d="M1 0v11M1 .5h8L6.5 3 9 5.5H1z" fill="currentColor" stroke="currentColor" />
      </svg>
      <svg v-else-if="standing.standing === 'close'" width="10" height="10" viewBox="0 0 10 10">
        <circle cx="5" cy="5" r="4.4" fill="none" stroke="currentColor" />
        <path d="M5 .6a4.4 4.4 0 0 0 0 8.8z" fill="currentColor" />
      </svg>
      <svg v-else-if="standing.standing === 'paused'" width="8" height="10" viewBox="0 0 8 10">
        <path d="M2 0v10M6 0v10" stroke="currentColor" stroke-width="1.5" />
      </svg>
      <svg v-else-if="standing.standing === 'kept'" width="11" height="11" viewBox="0 0 11 11">
        <circle cx="5.5" cy="5.5" r="4.8" fill="none" stroke="currentColor" stroke-dasharray="1.5 1" />
        <path d="M3 5.6l2 1.9 3-4" fill="none" stroke="currentColor" stroke-width="1.3" />
      </svg>
      {{ standing.figure }}
    </span>
    <small aria-hidden="true">{{ standing.word }}</small>
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
.figure svg {
  margin-right: 0.2rem;
  vertical-align: -0.5px;
}
small {
  display: block;
  font: 0.86rem var(--sans);
  color: var(--ink-3);
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
