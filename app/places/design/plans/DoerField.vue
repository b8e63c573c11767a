<script setup lang="ts">
import type { Design } from '~~/core/design'
import { DOER_NAMES, ROLES_IN_REQUEST, type Doer } from '~~/core/plan'
import type { DirectoryPage } from '~/composables/useNames'

// Who does something: a team, somebody by name, or whoever is that for the request.
const props = defineProps<{
  doer: Doer | undefined
  design: Design
  directory: DirectoryPage
  label: string
  readonly: boolean
  /** What it is where nobody is chosen; then it can be left open. */
  nothing?: string
}>()
const emit = defineEmits<{ change: [doer: Doer | undefined] }>()
const keyOf = (one: Doer) => {
  if (one.by === 'team') return `team:${one.team}`
  if (one.by === 'person') return `person:${one.person}`
  if (one.by === 'rota') return `rota:${one.rota}`
  return 'question' in one ? `${one.by}:${one.question}` : one.by
}
const people = computed(() => props.design.questions.filter((one) => one.type === 'person'))
const options = computed(() => [
  ...(props.nothing ? [{ value: '', label: props.nothing }] : []),
  ...props.directory.teams.map(({ id, name }) => ({ value: `team:${id}`, label: name, group: 'A team' })),
  ...ROLES_IN_REQUEST.map((one) => ({
    value: one as string,
    label: DOER_NAMES[one],
    group: 'Of the request',
  })),
  ...props.design.rotas.map(({ id, name }) => ({
    value: `rota:${id}`,
    label: `on rota: ${name}`,
    group: 'On rota',
  })),
  ...people.value.flatMap(({ name, label }) => [
    { value: `answer:${name}`, label: `whom “${label}” names`, group: 'Of an answer' },
    { value: `managerOf:${name}`, label: `the manager of whom “${label}” names`, group: 'Of an answer' },
  ]),
  ...props.directory.people
    .filter((one) => one.role !== 'requester')
    .map(({ id, name }) => ({ value: `person:${id}`, label: name, group: 'By name' })),
])
function choose(key: string) {
  const [by, ...rest] = key.split(':')
  const id = rest.join(':')
  if (key === '') emit('change', undefined)
  else if (by === 'team') emit('change', { by, team: id })
  else if (by === 'person') emit('change', { by, person: id })
  else if (by === 'rota') emit('change', { by, rota: id })
  else if (by === 'answer' || by === 'managerOf') emit('change', { by, question: id })
  else emit('change', { by: by as 'requester' })
}
</script>

<template>
  <KitChoice
    :model-value="doer ? keyOf(doer) : nothing ? '' : null"
    :label="label"
    :options="options"
    :disabled="readonly"
    @update:model-value="$event !== null && choose($event)"
  />
</template>
