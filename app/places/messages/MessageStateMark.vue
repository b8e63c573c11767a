<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { MessageRow } from '~/composables/useMessages'

// What became of a message: a shape and a word, never colour alone.
const props = defineProps<{ row: MessageRow; zone: string; now: number }>()
const when = (at: number) => momentInWords(at, props.zone, props.now)
const MARKS: Record<string, string> = {
  queued: '○',
  held: '‖',
  gathered: '≡',
  failed: '△',
  sent: '◐',
  delivered: '●',
  acknowledged: '✓',
  givenUp: '▲',
}
const more = computed(() => {
  const { row } = props
  if (row.state === 'held' && row.not_before) return `until ${when(row.not_before)}`
  if (row.state === 'acknowledged') return `by ${row.acknowledgedBy ?? 'its recipient'}`
  if (row.state === 'delivered' && row.delivered_at) return when(row.delivered_at)
  return ''
})
</script>

<template>
  <span :class="['state', row.state]"
    ><i aria-hidden="true">{{ MARKS[row.state] }}</i> {{ MESSAGE_STATES[row.state] ?? row.state }}
    <span v-if="more" class="quiet small">{{ more }}</span></span
  >
</template>

<style scoped>
i {
  font-style: normal;
}
.failed,
.givenUp {
  color: var(--red);
}
.acknowledged i {
  color: var(--sea);
}
</style>
