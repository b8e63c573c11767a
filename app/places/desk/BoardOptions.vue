<script setup lang="ts">
import { BOARD_LANES, type BoardLanes, type ViewDefinition } from '~~/core/work'

// How a board lies: its rows, and how many tickets are to be in each status at most.
const props = defineProps<{ view: ViewDefinition; statuses: readonly { id: string; name: string }[] }>()
const emit = defineEmits<{ change: [part: Partial<ViewDefinition>] }>()
const LANES: Record<BoardLanes, string> = {
  team: 'a row for each team',
  technician: 'a row for each technician',
}
const lanes = BOARD_LANES.map((value) => ({ value, label: LANES[value] }))
const names = computed(() => [...new Set(props.statuses.map((one) => one.name))])
const MOST = 999
function setLimit(status: string, most: number | null) {
  const { [status]: _, ...others } = props.view.limits ?? {}
  const limits = most === null ? others : { ...others, [status]: most }
  emit('change', { limits: Object.keys(limits).length ? limits : undefined })
}
</script>

<template>
  <fieldset class="line">
    <legend>As a board</legend>
    <KitChoice
      label="its cards lie in"
      :model-value="view.lanes ?? null"
      placeholder="columns alone"
      clears
      :options="lanes"
      @update:model-value="emit('change', { lanes: $event ?? undefined })"
    />
    <KitNumber
      v-for="name in names"
      :key="name"
      class="limit"
      :label="`${name}, at most`"
      :min="1"
      :max="MOST"
      placeholder="no limit"
      :model-value="view.limits?.[name] ?? null"
      @update:model-value="setLimit(name, $event)"
    />
  </fieldset>
</template>

<style scoped>
.line {
  border: 0;
  padding: 0;
  margin-top: 8px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: end;
}
legend {
  font-weight: 600;
  padding: 0;
}
.line :deep(.kit-field) {
  margin-bottom: 0;
}
.limit :deep(input) {
  width: 6.5rem;
}
</style>
