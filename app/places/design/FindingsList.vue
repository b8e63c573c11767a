<script setup lang="ts">
import { articleOf, placeInWords, type Design, type Finding } from '~~/core/design'

// Everything that proofreading finds in a draft: what stops it first, what somebody has left as it is last.
const props = defineProps<{ design: Design; findings: readonly Finding[] }>()
const rank = (one: Finding) => (one.severity === 'error' ? 0 : one.kept === undefined ? 1 : 2)
const sorted = computed(() => [...props.findings].sort((a, b) => rank(a) - rank(b)))
/** So many are shown at first. */
const MOST = 40
const isAll = ref(false)
const shown = computed(() => (isAll.value ? sorted.value : sorted.value.slice(0, MOST)))
</script>

<template>
  <LedgerTable :heads="[{ label: 'Where' }, { label: 'What' }]" class="found">
    <tr v-for="one in shown" :key="one.code + one.place + one.message">
      <td class="where">
        <NuxtLink :to="ruleAddress(articleOf(design, one.place))">{{
          placeInWords(design, one.place)
        }}</NuxtLink>
      </td>
      <td><FindingLine :finding="one" /></td>
    </tr>
  </LedgerTable>
  <KitButton v-if="sorted.length > shown.length" kind="link" @click="isAll = true"
    >show all {{ sorted.length }}</KitButton
  >
</template>

<style scoped>
.found {
  max-width: 1100px;
}
.where {
  min-width: 12rem;
  max-width: 24rem;
}
</style>
