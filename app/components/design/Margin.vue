<script setup lang="ts">
import type { Finding } from '~~/core/design'

// What proofreading found about one line, standing beside it.
const props = defineProps<{ findings: Finding[]; place: string }>()
const here = computed(() => props.findings.filter((one) => one.place === props.place))
</script>

<template>
  <span v-for="one in here" :key="one.message" class="finding" :class="one.severity"
    ><span aria-hidden="true">{{ one.severity === 'error' ? '⚑' : '◐' }}&nbsp;</span>
    <span class="sr-only">{{ one.severity }}: </span>{{ one.message }}</span
  >
</template>

<style scoped>
.finding {
  display: block;
  font-size: 0.9rem;
}
.error {
  color: var(--red);
  font-weight: 600;
}
.remark {
  color: var(--brass);
}
</style>
