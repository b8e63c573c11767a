<script setup lang="ts">
import { timeOfDay, weekdayAndTime } from '~~/core/time'
import type { Board, WayOut } from '~/composables/heldJob'

// What can be done instead: somebody else, or another time.
const props = defineProps<{ ways: readonly WayOut[]; board: Board; busy: boolean }>()
const emit = defineEmits<{ take: [way: WayOut] }>()
const when = ({ slot: { start } }: WayOut) =>
  props.board.days === 1 ? timeOfDay(start, props.board.zone) : weekdayAndTime(start, props.board.zone)
</script>

<template>
  <span class="ways">
    <KitButton v-for="one in ways" :key="one.is" kind="link" :busy="busy" @click="emit('take', one)">
      {{ one.is === 'other' ? `Give it to ${one.name}, ${when(one)}` : `Move it to ${when(one)}` }}
    </KitButton>
    <span v-if="!ways.length" class="quiet">Nobody else is free for it in the days in sight.</span>
  </span>
</template>

<style scoped>
.ways {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
</style>
