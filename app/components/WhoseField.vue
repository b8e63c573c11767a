<script setup lang="ts">
import { technicianChoice } from '~/composables/useDeskPeople'

// Who does a task: anybody of a team, somebody by name, or nobody said.
const props = defineProps<{
  person?: string | null
  team?: string | null
  teams: readonly { id: string; name: string }[]
}>()
const emit = defineEmits<{ give: [whose: { person?: string; team?: string }] }>()
const people = useDeskPeople()
const chosen = computed(() =>
  props.person ? `person:${props.person}` : props.team ? `team:${props.team}` : '',
)
const options = computed(() => [
  { value: '', label: 'nobody by name' },
  ...props.teams.map(({ id, name }) => ({ value: `team:${id}`, label: name, group: 'Anybody of a team' })),
  ...(people.data.value ?? []).map((one) => {
    const { value, label } = technicianChoice(one)
    return { value: `person:${value}`, label, group: 'Somebody' }
  }),
])
function choose(who: string | null) {
  const [sort, ...rest] = (who ?? '').split(':')
  const id = rest.join(':')
  emit('give', sort === 'person' ? { person: id } : sort === 'team' ? { team: id } : {})
}
</script>

<template>
  <KitChoice label="Who does it" :model-value="chosen" :options="options" @update:model-value="choose" />
</template>
