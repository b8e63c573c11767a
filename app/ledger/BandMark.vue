<script setup lang="ts">
/** The shape that tells a band apart without colour. */
defineProps<{ band: 'fine' | 'close' | 'over' | 'paused' | 'kept' | 'missed' | 'cancelled' }>()
</script>

<template>
  <svg
    v-if="band === 'over' || band === 'missed'"
    class="mark"
    width="9"
    height="11"
    viewBox="0 0 9 11"
    aria-hidden="true"
  >
    <path d="M1 0v11M1 .5h8L6.5 3 9 5.5H1z" fill="currentColor" stroke="currentColor" />
  </svg>
  <svg
    v-else-if="band === 'close'"
    class="mark"
    width="10"
    height="10"
    viewBox="0 0 10 10"
    aria-hidden="true"
  >
    <circle cx="5" cy="5" r="4.4" fill="none" stroke="currentColor" />
    <path d="M5 .6a4.4 4.4 0 0 0 0 8.8z" fill="currentColor" />
  </svg>
  <svg v-else-if="band === 'paused'" class="mark" width="8" height="10" viewBox="0 0 8 10" aria-hidden="true">
    <path d="M2 0v10M6 0v10" stroke="currentColor" stroke-width="1.5" />
  </svg>
  <svg v-else-if="band === 'kept'" class="mark" width="11" height="11" viewBox="0 0 11 11" aria-hidden="true">
    <circle cx="5.5" cy="5.5" r="4.8" fill="none" stroke="currentColor" stroke-dasharray="1.5 1" />
    <path d="M3 5.6l2 1.9 3-4" fill="none" stroke="currentColor" stroke-width="1.3" />
  </svg>
</template>

<style scoped>
.mark {
  margin-right: 0.2rem;
  vertical-align: -0.5px;
}
</style>
