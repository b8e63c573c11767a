<script setup lang="ts">
import type { Finding } from '~~/core/design'

// What proofreading found about one line, standing beside it.
const props = defineProps<{ findings: readonly Finding[]; place: string }>()
const here = computed(() => props.findings.filter((one) => one.place === props.place))
</script>

<template>
  <FindingLine v-for="one in here" :key="one.code + one.message" :finding="one" />
</template>
