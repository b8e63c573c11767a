<script setup lang="ts">
// An approval as a seal: open it is a dashed ring around its number, given it is whole, refused it is broken.
defineProps<{ number: string; sealed: 'open' | 'sealed' | 'refused' }>()
const WORDS = { open: 'not sealed yet', sealed: 'sealed', refused: 'refused' }
</script>

<template>
  <svg
    class="seal"
    :class="sealed"
    viewBox="0 0 44 44"
    role="img"
    :aria-label="`${number}: ${WORDS[sealed]}`"
  >
    <circle class="ring" cx="22" cy="22" r="20" />
    <circle class="wax" cx="22" cy="22" r="15" />
    <path v-if="sealed === 'refused'" class="crack" d="M14 8 L24 19 L19 25 L29 36" />
    <text x="22" y="26" text-anchor="middle" aria-hidden="true">{{ number }}</text>
  </svg>
</template>

<style scoped>
.seal {
  width: 44px;
  height: 44px;
  flex: none;
}
.ring {
  fill: none;
  stroke: var(--sea);
  stroke-width: 2;
  stroke-dasharray: 3 2;
}
.wax {
  fill: none;
  stroke: var(--sea);
  stroke-width: 1;
}
.sealed .ring {
  stroke-dasharray: none;
}
.sealed .wax {
  fill: var(--sea-2);
}
.refused .ring,
.refused .wax,
.crack {
  stroke: var(--red);
}
.crack {
  fill: none;
  stroke-width: 2;
}
text {
  font: 600 11px var(--mono);
  fill: var(--sea);
}
.refused text {
  fill: var(--red);
}
</style>
