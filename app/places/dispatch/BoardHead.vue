<script setup lang="ts">
import { dayAndMonth, weekdayAndTime } from '~~/core/time'
import type { Board } from '~/composables/heldJob'

// Which days are in sight, and whom of the people one looks for.
const props = defineProps<{
  board: Board
  night: boolean
  skill: string | undefined
  team: string | undefined
  find: string | undefined
}>()
const emit = defineEmits<{
  put: [name: string, value: string | undefined, isTyped?: boolean]
  shift: [by: number]
}>()
const SPANS = [
  { value: undefined, days: 1, label: 'Day' },
  { value: '7', days: 7, label: 'Week' },
  { value: '14', days: 14, label: 'Two weeks' },
]
const title = computed(() => {
  const { from, to, zone, days } = props.board
  const first = `${weekdayAndTime(from, zone).slice(0, 3)} ${dayAndMonth(from, zone)}`
  return days === 1 ? first : `${first} to ${dayAndMonth(to - 1, zone)}`
})
const options = (list: Board['skills']) => list.map(({ id, name }) => ({ value: id, label: name }))
</script>

<template>
  <header class="head">
    <h2>{{ title }}</h2>
    <nav class="line" aria-label="Days">
      <KitButton kind="plain" aria-label="The days before" @click="emit('shift', -1)">‹</KitButton>
      <KitButton kind="plain" @click="emit('put', 'day', undefined)">Today</KitButton>
      <KitButton kind="plain" aria-label="The days after" @click="emit('shift', 1)">›</KitButton>
      <span class="spans" role="group" aria-label="How many days">
        <KitButton
          v-for="one in SPANS"
          :key="one.days"
          :kind="one.days === board.days ? 'act' : 'plain'"
          :aria-pressed="one.days === board.days"
          @click="emit('put', 'days', one.value)"
          >{{ one.label }}</KitButton
        >
      </span>
      <KitSwitch
        label="nights too"
        :model-value="night"
        @update:model-value="emit('put', 'night', $event ? 'yes' : undefined)"
      />
    </nav>
    <div class="line filters">
      <KitChoice
        label="Knows"
        bare
        clears
        placeholder="knows anything"
        :model-value="skill ?? null"
        :options="options(board.skills)"
        @update:model-value="emit('put', 'skill', $event ?? undefined)"
      />
      <KitChoice
        label="Team"
        bare
        clears
        placeholder="any team"
        :model-value="team ?? null"
        :options="options(board.teams)"
        @update:model-value="emit('put', 'team', $event ?? undefined)"
      />
      <KitText
        label="Find somebody"
        bare
        placeholder="a name or a site"
        :model-value="find ?? ''"
        @update:model-value="emit('put', 'find', $event || undefined, true)"
      />
    </div>
  </header>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}
h2 {
  margin: 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.filters {
  flex-wrap: nowrap;
  width: 100%;
}
.filters > * {
  flex: 0 1 190px;
  width: auto;
  min-width: 0;
}
.filters :deep(.p-select) {
  width: 100%;
}
@media (max-width: 520px) {
  .filters {
    flex-wrap: wrap;
  }
  .filters > * {
    flex: 1 1 45%;
  }
}
</style>
