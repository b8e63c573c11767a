<script setup lang="ts">
import type { Design } from '~~/core/design'
import { RECIPIENT_NAMES, type Recipient } from '~~/core/ladder'
import type { DirectoryPage } from '~/composables/useNames'

// Who is told, or who gets a ticket.
const props = defineProps<{
  recipient: Recipient
  design: Design
  directory: DirectoryPage
  label: string
  /** Only those who work at the desk. */
  staff?: boolean
}>()
const emit = defineEmits<{ change: [recipient: Recipient] }>()

const PLACES = ['first', 'second', 'third']
const keyOf = (one: Recipient) => {
  if (one.to === 'rota') return `rota:${one.rota}:${one.place ?? 1}`
  if (one.to === 'person') return `person:${one.person}`
  return one.to === 'answer' ? `answer:${one.question}` : one.to
}
const PLAIN = [
  'technician',
  'team',
  'teamLead',
  'requester',
  'watchers',
  'siteManager',
  'agreementContact',
] as const
const plain = computed(() => (props.staff ? (['technician', 'teamLead'] as const) : PLAIN))
const rotas = computed(() =>
  props.design.rotas.flatMap((rota) =>
    PLACES.map((place, index) => ({
      value: `rota:${rota.id}:${index + 1}`,
      label: `the ${place} on rota ${rota.name}`,
    })),
  ),
)
const people = computed(() => props.directory.people.filter((one) => one.role !== 'requester'))
const questions = computed(() =>
  props.staff ? [] : props.design.questions.filter((one) => one.type === 'text'),
)
function choose(key: string) {
  const [to, id, place] = key.split(':')
  if (to === 'rota') emit('change', { to, rota: id!, ...(place !== '1' && { place: Number(place) }) })
  else if (to === 'person') emit('change', { to, person: id! })
  else if (to === 'answer') emit('change', { to, question: id! })
  else emit('change', { to: to as 'technician' })
}
</script>

<template>
  <select
    class="inline-field"
    :value="keyOf(recipient)"
    :aria-label="label"
    @change="choose(typedIn($event))"
  >
    <option v-for="one in plain" :key="one" :value="one">{{ RECIPIENT_NAMES[one] }}</option>
    <optgroup v-if="rotas.length" label="On rota">
      <option v-for="one in rotas" :key="one.value" :value="one.value">{{ one.label }}</option>
    </optgroup>
    <optgroup label="By name">
      <option v-for="one in people" :key="one.id" :value="`person:${one.id}`">{{ one.name }}</option>
    </optgroup>
    <optgroup v-if="questions.length" label="The mail address that answers">
      <option v-for="one in questions" :key="one.name" :value="`answer:${one.name}`">{{ one.label }}</option>
    </optgroup>
  </select>
</template>
