<script setup lang="ts">
// How many tickets a rule decided something about in 90 days, with the list one press away.
const props = withDefaults(
  defineProps<{
    rule: string
    count: number | undefined
    did?: string
    /** Where the heading of a column says what is counted. */
    bare?: boolean
  }>(),
  { did: 'decided' },
)
const to = computed(() => ({ path: '/desk', query: { rule: props.rule } }))
</script>

<template>
  <span v-if="count !== undefined" class="decided">
    <NuxtLink v-if="count" :to="to"
      >{{ bare ? '' : `${did} ` }}<span class="num">{{ count.toLocaleString('en') }}</span>
      {{ count === 1 ? 'ticket' : 'tickets' }}</NuxtLink
    >
    <span v-else class="quiet">{{ bare ? 'none' : `${did} none` }}</span>
    <span v-if="!bare" class="quiet"> in 90 days</span>
  </span>
</template>

<style scoped>
.decided a {
  white-space: nowrap;
}
.decided {
  font-size: 12px;
}
</style>
