<script setup lang="ts">
import { DAY, momentInWords } from '~~/core/time'

// That something of a ticket has a fixed time, with whom and when, or wants one.
const props = defineProps<{
  placed: { next: { person: string; from: number; isBegun: boolean } | null; wantsFrom: number | null }
  now: number
  zone: string
}>()
/** What may only be done later than that is nothing to place yet. */
const NEAR = 14 * DAY
const says = computed(() => {
  const { next, wantsFrom } = props.placed
  if (next)
    return `${next.isBegun ? 'begun' : momentInWords(next.from, props.zone, props.now)} ${next.person}`
  return wantsFrom !== null && wantsFrom < props.now + NEAR ? 'to be placed' : ''
})
const title = computed(() =>
  props.placed.next ? `placed: ${says.value}` : 'it wants somebody and a time on Dispatch',
)
</script>

<template>
  <span v-if="says" class="mark small" :class="{ open: !placed.next }" :title="title">
    <span v-if="placed.next" class="sr-only">placed </span>{{ says }}
  </span>
</template>

<style scoped>
.mark {
  display: inline-block;
  /* As high as the line that it stands in. */
  vertical-align: top;
  box-shadow: inset 0 0 0 1px var(--ink-3);
  background: var(--page);
  color: var(--ink);
  padding: 0 5px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  flex: 0 1 auto;
  max-width: min(100%, 190px);
  line-height: inherit;
}
.mark.open {
  box-shadow: none;
  outline: 1px dashed var(--ink-3);
  outline-offset: -1px;
}
</style>
