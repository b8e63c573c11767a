<script setup lang="ts">
import type { ListName } from '~~/core/directory'
import { dayAndMonth } from '~~/core/time'
import type { ThingPage } from './useThings'

// What is worked out of a thing, said before anything else.
const props = defineProps<{ list: ListName; page: ThingPage }>()
const STANDING = { covered: 'in force', expired: 'ran out', toCome: 'to come' }
const SOON = 90
const day = (value: unknown) => (typeof value === 'string' ? dayAndMonth(Date.parse(value), 'UTC') : '')
const notes = computed(() => {
  const { more, values } = props.page
  const said: { text: string; close?: boolean }[] = []
  if (more.standing) {
    const isSoon = more.standing === 'covered' && (more.daysLeft ?? 0) <= SOON
    said.push({
      text:
        more.standing === 'covered'
          ? `${STANDING.covered} until ${day(values.last)}, ${more.daysLeft} days left`
          : more.standing === 'expired'
            ? `${STANDING.expired} on ${day(values.last)}`
            : `${STANDING.toCome}: from ${day(values.first)}`,
      close: isSoon || more.standing === 'expired',
    })
  }
  if (props.list === 'equipment') {
    if (more.covered !== undefined)
      said.push({ text: more.covered ? 'covered by its agreement' : 'not covered', close: !more.covered })
    if (more.inWarranty) said.push({ text: `in warranty until ${day(values.warranty)}` })
  }
  return said
})
</script>

<template>
  <p v-if="notes.length" class="notes">
    <span v-for="note in notes" :key="note.text" :class="{ close: note.close }"
      ><template v-if="note.close">◐ </template>{{ note.text }}</span
    >
  </p>
</template>

<style scoped>
.notes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0 0 10px;
}
.close {
  color: var(--brass);
  font-weight: 600;
}
</style>
